"""Mix and the core: the only rooms here that know both; `jugs` answers and pours,
`taking` takes what is poured off the shelf, and gives it back.
"""
