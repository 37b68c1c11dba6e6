"""The shelf: the acids and the waters at hand."""
