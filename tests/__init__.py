"""Everything a change is checked by, through public faces only."""
