"""Instruments: scale, pH meter and thermometer, simulated or bridged, and their calibration."""
