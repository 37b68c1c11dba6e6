"""What goes over the wire, a file a noun."""
