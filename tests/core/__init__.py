"""The job itself, without Django."""
