"""A material's page: what it does, its figures with sources, its forms, cautions, what could stand in."""

from typing import get_args

from eyebright.core.formulas.change import effects, substitutes, usual_shares
from eyebright.core.formulas.model import form_rows, loose, own_form, turned
from eyebright.core.heads import allergens
from eyebright.core.materials import (
    Material,
    MaterialError,
    Salt,
    Slurry,
    SupplyKey,
    hazard_table,
    kinds,
    property_table,
)
from eyebright.core.numbers import Spread
from eyebright.core.vocabulary import Form
from eyebright.kept.problems import Problem
from eyebright.kept.wire import Figure

from ..models import Correction, Lot, OwnMaterial
from ..schemas.materials import (
    CorrectionIn,
    FactOut,
    FormOut,
    MaterialLotOut,
    MaterialPageOut,
    OwnMaterialIn,
    StandInOut,
)
from .materials import OWN, every_material, material_of, neat, short, spread_out
from .own_materials import correction_entered, own_entered
from .supplies import not_at_hand

STAND_INS = 6
SPOON = 5.0  # mL


def material_page(key: str) -> MaterialPageOut:
    """All that is known of a material."""
    try:
        material = material_of(key)
    except MaterialError:
        raise Problem.gone("material") from None
    version, own, correction = _entered(key)
    every = [hazard_table()[name] for name in material.hazards]
    carried = [each for each in every if each.handling or not material.refuse]  # how to use it is no question
    note = own.note if own else correction.note if correction else ""
    return MaterialPageOut.model_validate(
        short(material)
        | {
            "kind_name": kinds()[material.kind]["name"],
            "version": version,
            "refuse": material.refuse,
            "own": own is not None,
            "corrected": correction is not None,
            "note": note,
            "effects": effects(material),
            "facts": _facts(material),
            "forms": _forms(material),
            "usual": _usual(material),
            "cautions": [each.says for each in carried],
            "meets": list(dict.fromkeys(each.meets for each in carried if each.meets)),
            "contains": [allergens().get(name, name) for name in material.contains],
            "may_contain": [allergens().get(name, name) for name in material.may_contain],
            "may_contain_keys": list(material.may_contain),
            "neat_ph": neat(material, None),
            "keeps": material.keeps,
            "stand_ins": [] if material.refuse else _stand_ins(material),
            "lots": [
                MaterialLotOut(key=SupplyKey.of("lot", pk), name=name)
                for pk, name in Lot.objects.filter(material=key).values_list("pk", "name")
            ],
            "own_figures": own,
            "correction": correction,
        }
    )


def _entered(key: str) -> tuple[int, OwnMaterialIn | None, CorrectionIn | None]:
    """What this household entered of it, and its version: as one of its own, or to correct a row."""
    if key.startswith(OWN):
        row = OwnMaterial.with_removed.get(pk=key.removeprefix(OWN))
        return row.version, own_entered(row), None
    kept = Correction.objects.filter(material=key).first()
    return (kept.version, None, correction_entered(kept)) if kept else (0, None, None)


def _facts(material: Material) -> list[FactOut]:
    out: list[FactOut] = []
    for one in property_table().values():
        held = getattr(material, one.of)
        if not held or (one.of == "keeps_days") or any(fact.name == one.name for fact in out):
            continue
        if one.of == "density" and not one.concerns(material.kind, material.unit):
            continue
        spread = held if isinstance(held, Spread) else Spread.exact(held)
        if one.asked_in == "%" and one.unit == "g/g":
            spread = Spread(*(100.0 * each for each in (spread.low, spread.mid, spread.high)))
        out.append(_fact(material, one.of, one.name, spread, "%" if one.asked_in == "%" else one.unit))
    usual = kinds()[material.kind].get("weights", {})
    for piece, grams in material.weights.items():
        of = "kind" if usual.get(piece) == [grams.low, grams.mid, grams.high] else "own"
        out.append(_fact(material, of, f"one {piece}", grams, "g"))
    if material.strength is not None:
        which = "purity" if isinstance(material.side, Salt) else "strength"
        out.append(_fact(material, which, "strength", material.strength, material.strength_unit))
    if isinstance(material.side, Slurry):
        alone = material.side.per == 100
        of = "by itself" if alone else f"{material.side.per:g} {material.unit} in 100 mL of pure water"
        out.append(_fact(material, "slurry", f"pH, {of}", material.side.ph, "pH"))
        out.append(_fact(material, "slurry", "holds its pH", material.side.buffer, "mmol/L per pH"))
    if material.solubility is not None:
        out.append(
            _fact(material, "solubility", "dissolves at 20 °C", Spread.exact(material.solubility), "g/L")
        )
    return out


def _fact(material: Material, of: str, name: str, spread: Spread, unit: str) -> FactOut:
    guessed = of == "kind" or of in material.guessed
    source = f"usual for: {kinds()[material.kind]['name']}, an estimate" if guessed else material.source
    return FactOut(name=name, figure=spread_out(spread, unit), says="", guessed=guessed, source=source)


def _forms(material: Material) -> list[FormOut]:
    own = own_form(material)
    if not own:
        return []
    keys: tuple[Form, ...] = get_args(Form)
    return [
        FormOut(
            key=key,
            name=form_rows()[key]["name"],
            own=key == own,
            spoonful=_spoonful(material, key),
            times=spread_out(turned(material, own, key), "g"),
        )
        for key in keys
    ]


def _spoonful(material: Material, form: Form) -> Figure | None:
    if material.density is None:
        return None
    times = loose(material, form)
    low, mid, high = (
        SPOON * each * more
        for each, more in zip(
            (material.density.low, material.density.mid, material.density.high),
            (times.low, times.mid, times.high),
            strict=True,
        )
    )
    return spread_out(Spread(low, mid, high), "g")


def _usual(material: Material) -> list[str]:
    """How much of it is usual, in words."""
    if material.refuse:
        return []
    shares = [
        f"{low:.3g} to {high:.3g} % of {f'a {name}' if name else 'what is made'}"
        for name, low, high in usual_shares(material.kind)
    ]
    out = [f"Usually {'; '.join(shares)}."] if shares else []
    if material.ready:
        out = ["Usually as it comes, or thinned."]
    if material.own_cap:
        out.append(f"Left in, at most {material.own_cap:g} % of the whole; rinsed out, twice that.")
    if material.sun_cap:
        out.append(f"Left on before daylight, at most {material.sun_cap:g} % of the whole.")
    if material.raw_cap:
        out.append(f"Raw, at most {material.raw_cap:g} % of the liquid, ten minutes, never covered.")
    return out


def _stand_ins(material: Material) -> list[StandInOut]:
    """What could stand in for it, of everything that may go on a head."""
    among = [not_at_hand(each) for each in every_material() if not each.refuse and each.key != material.key]
    return [
        StandInOut(key=each.supply.material.key, name=each.supply.name, times=each.times, does=each.does)
        for each in substitutes(material, among)[:STAND_INS]
        if each.supply.material is not None
    ]
