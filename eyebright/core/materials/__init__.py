"""What a material is, and the library of materials as data with sources."""

from .library import MaterialError, library, material
from .material import Material

__all__ = ["Material", "MaterialError", "library", "material"]
