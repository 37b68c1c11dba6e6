"""What of Make goes over the wire, a file a noun."""
