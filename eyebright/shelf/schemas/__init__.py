"""What of the shelf goes over the wire, a file a noun."""
