"""The job itself: pure Python and NumPy. It knows no Django, no HTTP and no database."""
