"""A jug: its question and answer, the curve, routes, spoons, soda, what puts it right, the home titration."""

from .answer import Doubt, Familiar, JugLayer, Mix, Question, spooned, work_out
from .curve import curve
from .facts import family_of_jug, formula_of_layers, stirred, used_as
from .jug import How, Jug, JugError, Line, filled, kind_of, sour
from .next_reading import NextReading, next_readings
from .observation import JugObservation
from .put_right import Correction, NothingToPutRight, corrections
from .reading import cautions_on_reading
from .routes import Route, routes
from .soda import SodaWash, soda_wash
from .spoons import Asked, SpoonVersion, spoon_versions
from .subject import JugSubject
from .titration import TitrationError, titrate
from .words import PouringStep
