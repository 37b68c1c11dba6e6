"""A material's page: what it does, its figures with sources, its forms, cautions, what could stand in."""

from eyebright.core.formulas.change import effects, substitutes, usual_shares
from eyebright.core.formulas.model import form_table, loose, own_form, turned
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
        stuff = material_of(key)
    except MaterialError:
        raise Problem.gone("material") from None
    version, own, correction = _entered(key)
    every = [hazard_table()[name] for name in stuff.hazards]
    carried = [each for each in every if each.handling or not stuff.refuse]  # how to use it is no question
    note = own.note if own else correction.note if correction else ""
    return MaterialPageOut.model_validate(
        short(stuff)
        | {
            "kind_name": kinds()[stuff.kind]["name"],
            "version": version,
            "refuse": stuff.refuse,
            "own": own is not None,
            "corrected": correction is not None,
            "note": note,
            "effects": effects(stuff),
            "facts": _facts(stuff),
            "forms": _forms(stuff),
            "usual": _usual(stuff),
            "cautions": [each.says for each in carried],
            "meets": list(dict.fromkeys(each.meets for each in carried if each.meets)),
            "contains": [allergens().get(name, name) for name in stuff.contains],
            "may_contain": [allergens().get(name, name) for name in stuff.may_contain],
            "may_contain_keys": list(stuff.may_contain),
            "neat_ph": neat(stuff, None),
            "keeps": stuff.keeps,
            "stand_ins": [] if stuff.refuse else _stand_ins(stuff),
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


def _facts(stuff: Material) -> list[FactOut]:
    out: list[FactOut] = []
    for one in property_table().values():
        held = getattr(stuff, one.of)
        if not held or (one.of == "keeps_days") or any(fact.name == one.name for fact in out):
            continue
        if one.of == "density" and not one.concerns(stuff.kind, stuff.unit):
            continue
        spread = held if isinstance(held, Spread) else Spread.exact(held)
        if one.asked_in == "%" and one.unit == "g/g":
            spread = Spread(*(100.0 * each for each in (spread.low, spread.mid, spread.high)))
        out.append(_fact(stuff, one.of, one.name, spread, "%" if one.asked_in == "%" else one.unit))
    usual = kinds()[stuff.kind].get("weights", {})
    for piece, grams in stuff.weights.items():
        of = "kind" if usual.get(piece) == [grams.low, grams.mid, grams.high] else "own"
        out.append(_fact(stuff, of, f"one {piece}", grams, "g"))
    if stuff.strength is not None:
        which = "purity" if isinstance(stuff.side, Salt) else "strength"
        out.append(_fact(stuff, which, "strength", stuff.strength, stuff.strength_unit))
    if isinstance(stuff.side, Slurry):
        alone = stuff.side.per == 100
        of = "by itself" if alone else f"{stuff.side.per:g} {stuff.unit} in 100 mL of pure water"
        out.append(_fact(stuff, "slurry", f"pH, {of}", stuff.side.ph, "pH"))
        out.append(_fact(stuff, "slurry", "holds its pH", stuff.side.buffer, "mmol/L per pH"))
    if stuff.solubility is not None:
        out.append(_fact(stuff, "solubility", "dissolves at 20 °C", Spread.exact(stuff.solubility), "g/L"))
    return out


def _fact(stuff: Material, of: str, name: str, spread: Spread, unit: str) -> FactOut:
    guessed = of == "kind" or of in stuff.guessed
    source = f"usual for: {kinds()[stuff.kind]['name']}, an estimate" if guessed else stuff.source
    return FactOut(name=name, figure=spread_out(spread, unit), says="", guessed=guessed, source=source)


def _forms(stuff: Material) -> list[FormOut]:
    own = own_form(stuff)
    if not own:
        return []
    keys: list[Form] = list(form_table()["form"])
    return [
        FormOut(
            key=key,
            name=form_table()["form"][key]["name"],
            own=key == own,
            spoonful=_spoonful(stuff, key),
            times=spread_out(turned(stuff, own, key), "g"),
        )
        for key in keys
    ]


def _spoonful(stuff: Material, form: Form) -> Figure | None:
    if stuff.density is None:
        return None
    times = loose(stuff, form)
    low, mid, high = (
        SPOON * each * more
        for each, more in zip(
            (stuff.density.low, stuff.density.mid, stuff.density.high),
            (times.low, times.mid, times.high),
            strict=True,
        )
    )
    return spread_out(Spread(low, mid, high), "g")


def _usual(stuff: Material) -> list[str]:
    """How much of it is usual, in words."""
    if stuff.refuse:
        return []
    shares = [
        f"{low:.3g} to {high:.3g} % of {f'a {name}' if name else 'what is made'}"
        for name, low, high in usual_shares(stuff.kind)
    ]
    out = [f"Usually {'; '.join(shares)}."] if shares else []
    if stuff.ready:
        out = ["Usually as it comes, or thinned."]
    if stuff.own_cap:
        out.append(f"Left in, at most {stuff.own_cap:g} % of the whole; rinsed out, twice that.")
    if stuff.sun_cap:
        out.append(f"Left on before daylight, at most {stuff.sun_cap:g} % of the whole.")
    if stuff.raw_cap:
        out.append(f"Raw, at most {stuff.raw_cap:g} % of the liquid, ten minutes, never covered.")
    return out


def _stand_ins(stuff: Material) -> list[StandInOut]:
    """What could stand in for it, of everything that may go on a head."""
    among = [not_at_hand(each) for each in every_material() if not each.refuse and each.key != stuff.key]
    return [
        StandInOut(key=each.supply.material.key, name=each.supply.name, times=each.times, does=each.does)
        for each in substitutes(stuff, among)[:STAND_INS]
        if each.supply.material is not None
    ]
