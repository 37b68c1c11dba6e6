"""Today: what to do now and next, seen over all that the household has."""
