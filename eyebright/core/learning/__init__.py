"""What outcomes change: a head's own factors, learnt from how washes went."""
