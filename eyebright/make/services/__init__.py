"""Batches and the core: the only rooms here that know both."""
