"""Everything a change is checked by, through public faces only."""

import time

from eyebright.kept import monotonic

# A test that travels lets time pass: nobody sets the machine's clock, but where a test says so.
monotonic.source = lambda: time.time()
