"""Labels of bought things: what is pasted or typed of one, and what it comes to."""

from collections.abc import Iterable

from eyebright.core.heads import allergens
from eyebright.core.materials import (
    LABEL_PH,
    LABEL_SHARE,
    Label,
    LabelError,
    Listed,
    Material,
    MaterialError,
    Slurry,
    Supply,
    SupplyKey,
    class_table,
    doubts_of,
    hazard_table,
    implausible,
    ingredient_table,
    labelled,
    material,
    read_label,
)
from eyebright.kept.problems import Problem

from ..models import Lot
from ..schemas.materials import IngredientOut, LabelIn, LabelOut, LabelTextIn, StrengthClassOut
from .keys import lot_ids
from .materials import UNREADABLE, material_of, spread_out

PLAIN = "shampoo_ordinary"  # what a label stands on until it is said


def strength_classes() -> list[StrengthClassOut]:
    """The classes that a label may be of."""
    return [StrengthClassOut(key=key, name=row.name) for key, row in class_table().items()]


def read_text(payload: LabelTextIn) -> LabelOut:
    """What a label says, as it is pasted whole. Nothing is kept."""
    if not payload.text.strip():
        raise Problem.field("text", "Paste what stands on the label.")
    try:
        bought = material_of(payload.material) if payload.material else material(PLAIN)
        label = read_label(payload.text)
    except LabelError as raised:
        raise Problem.field(raised.field if raised.field == "text" else "text", str(raised)) from None
    except MaterialError as raised:
        raise Problem.field("material", str(raised)) from None
    if amiss := implausible(bought, label):
        raise Problem.field("text", amiss)
    return _out(label, bought)


def label_of(payload: LabelIn | None, bought: Material) -> Label:
    """A label of something bought as it is entered; Problem beside its field for what cannot be."""
    if payload is None:
        return Label()
    if payload.strength and payload.strength not in class_table():
        raise Problem.field("label.strength", "Choose one of the ones offered.")
    ph = _pair(payload.ph_low, payload.ph_high, "label.ph_high")
    active = _pair(payload.active_low, payload.active_high, "label.active_high")
    out = Label(ph, payload.strength, active, payload.dose, payload.ingredients.strip())
    if amiss := implausible(bought, out):
        raise Problem.field("label.ingredients", amiss)
    return out


def _pair(low: float | None, high: float | None, field: str) -> tuple[float, float] | None:
    """From and to; one of them alone is just that, give or take what a bottle may be off."""
    if low is None and high is None:
        return None
    if low is None or high is None:
        only = low if low is not None else high
        assert only is not None
        reach = LABEL_PH if "ph" in field else LABEL_SHARE * only
        return (max(only - reach, 0.0), only + reach)
    if high < low:
        raise Problem.field(
            field, "The second number is smaller than the first: write them from low to high."
        )
    return (low, high)


def entered_of(label: Label) -> LabelIn:
    """A label, as it was entered."""
    low, high = label.ph or (None, None)
    least, most = label.active or (None, None)
    return LabelIn(
        ph_low=_short(low),
        ph_high=_short(high),
        strength=label.strength,
        active_low=_short(least),
        active_high=_short(most),
        dose=label.dose,
        ingredients=label.ingredients,
    )


def _short(value: float | None) -> float | None:
    return None if value is None else round(value, 2)


def kept_label(lot: Lot) -> Label | None:
    """What is kept of a lot's label; None for nothing, and for what nobody here can read."""
    try:
        return Label.of(lot.label) if lot.label else None
    except UNREADABLE:
        return None


def doubts_about(supplies: Iterable[Supply]) -> dict[str, list[str]]:
    """What the labels of some bought things leave open, by their keys."""
    ready = {supply.key: supply.material for supply in supplies if supply.material and supply.material.ready}
    labels = {
        SupplyKey.of("lot", lot.pk): kept_label(lot) for lot in Lot.with_removed.filter(pk__in=lot_ids(ready))
    }
    return {key: list(doubts_of(material, labels.get(key))) for key, material in ready.items()}


def ingredients_out(label: Label) -> list[IngredientOut]:
    """The ingredients of a label, each with what it is."""
    return [_ingredient(each) for each in label.read.every]


def _ingredient(each: Listed) -> IngredientOut:
    roles = ingredient_table()
    return IngredientOut(
        name=each.name,
        role=roles.as_(str, "role", each.role, "name") if each.role else "",
        contains=[allergens().get(name, name) for name in each.contains],
        hazards=[hazard_table()[name].says for name in each.hazards],
        percent=each.percent,
        maybe=each.maybe,
    )


def _out(label: Label, material: Material) -> LabelOut:
    narrowed = labelled(material, label)
    side = narrowed.side
    return LabelOut(
        label=entered_of(label),
        strength_name=class_table()[label.strength].name if label.strength else "",
        ingredients=ingredients_out(label),
        unread=list(label.read.unread),
        doubts=list(doubts_of(material, label)),
        active=spread_out(narrowed.surfactant, "g/g") if narrowed.surfactant else None,
        ph=spread_out(side.ph, "pH") if isinstance(side, Slurry) else None,
    )
