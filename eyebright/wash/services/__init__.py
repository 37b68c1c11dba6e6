"""Washes and the core: the only rooms here that know both.

`chains` keeps washes by name and works them out, `diary` keeps what happened on a head, `asking` answers
what a head asks for, `over_time` shows what was and what waits, `export_head` gives a head out whole.
"""
