"""A wash at the basin: begun, pressed through, ended, and how it went.

`basin_links` turns links into what the basin takes, `runs` begins and finds washes, `pressing` keeps what is
pressed and changed, `serializers` shows one, `ending` keeps what was done, `reviews` asks how it went.
"""
