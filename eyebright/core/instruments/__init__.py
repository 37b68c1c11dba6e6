"""Scale, pH meter and thermometer: what they say, how they are calibrated, and stand-ins for them."""

from .meter import Calibration, CalibrationError, Point, calibrate, shown_as_millivolts
from .samples import Greeting, Kind, ProtocolError, Sample, greet, greeted, heard, said
from .simulated import OVERLOAD, Meter, Scale, Thermometer, at_rest
from .standards import StandardError, standards
