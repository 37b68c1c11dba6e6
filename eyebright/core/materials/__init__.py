"""What a material is, the library of materials as data with sources, and what stands on a shelf."""

from .at_hand import Lot, Stuff, WaterLot
from .library import MaterialError, kinds, library, material
from .material import Material, acidic

__all__ = ["Lot", "Material", "MaterialError", "Stuff", "WaterLot", "acidic", "kinds", "library", "material"]
