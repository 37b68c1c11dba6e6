"""Making a thing: what to pour, in what order, and what to look out for."""
