"""Scale, pH meter and thermometer: what they say, how they are calibrated, and stand-ins for them."""
