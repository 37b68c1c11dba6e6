"""The shelf and the core: the only rooms here that know both, a file a noun."""
