"""A wash at the basin: begun, pressed through, ended, and how it went.

`goings` turns links into what the basin takes, `runs` begins and finds them, `pressing` keeps what is pressed
and changed, `shown` shows where one stands, `ending` keeps what was done, `reviews` asks how it went.
"""
