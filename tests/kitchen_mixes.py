"""Kitchen mixes of our own for checking the chemistry: totals in mol per kg of water."""

WATERS = {
    # strong ions and carbonate; hardness and alkalinity rise from the first to the last
    "distilled": {"carbonate": 1.2e-5},
    "soft": {
        "calcium": 2.5e-4,
        "magnesium": 6e-5,
        "sodium": 4e-4,
        "carbonate": 5.4e-4,
        "chloride": 5.2e-4,
    },
    "hard": {
        "calcium": 2.3e-3,
        "magnesium": 5e-4,
        "sodium": 1e-3,
        "carbonate": 4.6e-3,
        "chloride": 1.2e-3,
        "sulfate": 4.5e-4,
    },
    "very hard": {
        "calcium": 3.6e-3,
        "magnesium": 9e-4,
        "sodium": 1.4e-3,
        "carbonate": 6.6e-3,
        "chloride": 2.2e-3,
        "sulfate": 9e-4,
    },
}

ACIDS = {
    "spirit vinegar 5 % neat": {"acetate": 0.87, "potassium": 0.0015},
    "malt vinegar one in two": {"acetate": 0.43, "lactate": 0.006, "potassium": 0.014},
    "malt vinegar one in ten": {"acetate": 0.084, "lactate": 0.001, "potassium": 0.0027},
    "cider vinegar one in a hundred": {"acetate": 0.0085, "malate": 2e-4, "potassium": 2e-4},
    "lemon one in four": {"citrate": 0.075, "malate": 0.004, "potassium": 0.008},
    "lemon one in forty": {"citrate": 0.0075, "malate": 4e-4, "potassium": 8e-4},
    "citric acid, a teaspoon a litre": {"citrate": 0.025},
    "citric acid, half neutralised": {"citrate": 0.025, "potassium": 0.0375},
    "citric acid, strong": {"citrate": 0.5},
    "cream of tartar": {"tartrate": 0.02, "potassium": 0.02},
    "lactic acid": {"lactate": 0.05},
    "vinegar a third turned by soda": {"acetate": 0.12, "potassium": 0.04, "carbonate": 0.04},
    "malic acid": {"malate": 0.03},
}

SODAS = {
    "a little soda": {"potassium": 0.02, "carbonate": 0.02},
    "soda at 4 %": {"potassium": 0.48, "carbonate": 0.48},
    "washing soda, weak": {"potassium": 0.04, "carbonate": 0.02},
}


def added(*parts: dict[str, float]) -> dict[str, float]:
    """Totals of several parts together."""
    out: dict[str, float] = {}
    for part in parts:
        for component, amount in part.items():
            out[component] = out.get(component, 0.0) + amount
    return out


def kitchen_mixes() -> dict[str, dict[str, float]]:
    """Every acid and soda in every water, by name."""
    return {
        f"{name} in {water} water": added(mix, WATERS[water])
        for water in WATERS
        for name, mix in (ACIDS | SODAS).items()
    }
