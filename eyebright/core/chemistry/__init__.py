"""Aqueous equilibrium of kitchen acids, alkalis and waters, and what follows from it."""

from .equilibrium import ChemistryError, Equilibrium, EquilibriumMany, solve_ph, solve_ph_many

__all__ = ["ChemistryError", "Equilibrium", "EquilibriumMany", "solve_ph", "solve_ph_many"]
