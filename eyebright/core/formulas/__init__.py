"""What preparations are and do: their families, and how much of the scalp's oil a wash lifts."""
