"""SQLite as Django has it, but that one value which cannot be read takes no table down."""
