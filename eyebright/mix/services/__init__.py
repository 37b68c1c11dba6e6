"""Mix and the core: the only rooms here that know both.

`jugs` answers and pours, `bench` turns what is kept of a formula into the core's and back, `formulas` keeps
them, `readings` shows what comes of one, `proposals` changes one, `matching` ranks them, `sharing` gives
them out and takes them in, `washes` strings them together.
"""
