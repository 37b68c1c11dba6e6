"""The same mixes put to PHREEQC, a general geochemical solver: an independent check of ours.

PHREEQC's own database stays as it ships; the kitchen's organic acids are added to it from our
species table. It is given potassium for sodium, because its database pairs sodium with carbonate.
"""

from functools import cache
from typing import Any

from phreeqpython import PhreeqPython

from eyebright.core.chemistry import LN10, species_table

ELEMENTS = {
    "acetate": "Acetat",
    "citrate": "Citrat",
    "lactate": "Lactat",
    "tartrate": "Tartrat",
    "malate": "Malat",
}
OWN = {
    "carbonate": "C",
    "sodium": "K",
    "potassium": "K",
    "calcium": "Ca",
    "magnesium": "Mg",
    "chloride": "Cl",
    "sulfate": "S(6)",
    "phosphate": "P",
}
METALS = {"calcium": "Ca", "magnesium": "Mg"}


def _ion(element: str, charge: int, metal: str = "", protons: int = 0) -> str:
    hydrogens = {0: "", 1: "H"}.get(protons, f"H{protons}")
    sign = "" if charge == 0 else f"{charge:+d}"
    return f"{metal}{hydrogens}{element}{sign}"


def organic_acids() -> str:
    """PHREEQC input that teaches it our organic acids, with our constants."""
    table = species_table()
    masters, species = ["SOLUTION_MASTER_SPECIES"], ["SOLUTION_SPECIES"]
    for component, element in ELEMENTS.items():
        acid = table.acids[component]
        bare = _ion(element, acid.charge)
        masters.append(f"{element} {bare} 0.0 100.0 100.0")
        species.append(f"{bare} = {bare}\n log_k 0.0")
        for protons, ln_beta in enumerate(acid.ln_betas[1:], start=1):
            form = _ion(element, acid.charge + protons, "", protons)
            species.append(f"{bare} + {protons}H+ = {form}\n log_k {ln_beta / LN10}")
        for pair in table.pairs:
            if pair.ligand != component:
                continue
            metal = METALS[pair.metal]
            form = _ion(element, pair.charge, metal, pair.protons)
            hydrons = f" + {pair.protons}H+" if pair.protons else ""
            species.append(f"{metal}+2 + {bare}{hydrons} = {form}\n log_k {pair.ln_k / LN10}")
    return "\n".join([*masters, *species, "END"])


@cache
def phreeqc() -> PhreeqPython:
    """One PHREEQC with its own database and our organic acids."""
    solver = PhreeqPython(database="phreeqc.dat")
    solver.ip.run_string(organic_acids())
    return solver


def phreeqc_ph(totals: dict[str, float], temperature_c: float = 25.0, *, opened: bool = False) -> float:
    """The pH that PHREEQC gives this mix (totals in mol per kg of water).

    `opened`: once the carbon dioxide beyond one atmosphere of it has bubbled off.
    """
    amounts: dict[str, Any] = {"units": "mol/kgw", "pH": "7 charge", "temp": temperature_c}
    for component, total in totals.items():
        element = ELEMENTS.get(component) or OWN[component]
        amounts[element] = amounts.get(element, 0.0) + total
    solution = phreeqc().add_solution(amounts)
    if opened:
        solution.equalize("CO2(g)", 0.0)
    ph = float(solution.pH)
    solution.forget()
    return ph
