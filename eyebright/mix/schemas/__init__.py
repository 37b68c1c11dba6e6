"""What of Mix goes over the wire, a file a noun."""
