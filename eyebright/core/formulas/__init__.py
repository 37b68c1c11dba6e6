"""Formulas, in rooms: `model` what one is, `prepare` what its steps do, `assess` what comes of it, `change`
backwards from what is wanted, `exchange` in and out."""
