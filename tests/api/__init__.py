"""The API as a program meets it: over HTTP, with a database."""
