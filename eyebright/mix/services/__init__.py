"""Mix and the core: the only rooms here that know both; `jugs` answers and pours."""
