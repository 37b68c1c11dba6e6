"""The journal: what was poured, predicted and read, and how it felt."""
