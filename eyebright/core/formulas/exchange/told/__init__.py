"""A recipe as it is told, heard whole: lines, method, minutes, use, family; every sentence accounted for."""

from .family import Guess, Part, Signs, guess_family, parts_of
from .hearing import Told
from .method import ADDED, HeardStep
from .recipe import HeardRecipe, hear_parts, hear_recipe
