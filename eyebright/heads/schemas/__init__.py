"""What of a head goes over the wire."""
