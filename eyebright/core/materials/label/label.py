"""A label as a whole: what it says of strength, pH, dose and ingredients, and the material that it narrows.

Whatever it does not say stays as wide as the row of the library that it stands on.
"""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from typing import Any

from ...numbers import Spread
from ...words import ends
from ..helpers import helpers_in_name
from ..library import library
from ..material import Material, Slurry
from .ingredients import FREE_FROM, Listed, Read, before_list, ingredient_table, read_ingredients

LABEL_PH = 0.3  # how far a bottle may be off the pH on its label, 90 %
SKIN_PH, SKIN_REACH = 5.5, 0.7  # 'pH skin-neutral'
SOAP_PH = [9.0, 9.8, 10.5]
LABEL_SHARE = 0.12  # of an active share that the label gives
FIRST = 6  # places of a list in which what washes stands
MOST = 12_000  # letters
WASHING = ("strong", "mild", "soap", "saponin")  # roles
SETTLES = 0.25  # of a list's names may be unknown, and it still settles what a list would name
NAMED = (
    "fragrance",
    "preservatives",
    "betaine",
    "glucosides",
    "hair_dye",
)  # a list of ingredients names these

LIST = re.compile(
    r"""(?:ingredients?|ingr[ée]dients?|inci|inhaltsstoffe|bestandteile|zutaten|ingredientes|ingredienti
    |ingrediënten|i[cç]indekiler|composition|composición|zusammensetzung)\s*(?:\(\w+\)\s*)?[:\-–]\s*""",
    re.I | re.X,
)
CONTAINS = re.compile(r"(?:active|contains|enthält|contient|contiene)\s*:\s*", re.I)
BLANK = re.compile(r"\n\s*\n")
LIST_END = re.compile(
    r"""\n\s*\n|(?:directions|usage|how\ to\ use|anwendung|mode\ d'emploi|modo\ de\ empleo|warnings?|caution
    |made\ in|best\ before|net\ wt)\b""",
    re.I | re.X,
)
PH = re.compile(
    r"""\bp\.?h\.?(?:[ -]?(?:value|wert|valeur))?
    (?:[ :=~≈of]|approx\.?|about|around|circa|ca\.|etwa|environ)*?(\d{1,2}(?:[.,]\d+)?)
    (?:\s*(?:-|–|to|bis|à|a)\s*(\d{1,2}(?:[.,]\d+)?))?""",
    re.I | re.X,
)
SKIN_NEUTRAL = re.compile(
    r"\bph[ -]?(?:skin[ -]?neutral|hautneutral|neutral|neutre|neutro)|skin[ -]neutral|hautneutral", re.I
)
ACTIVE = re.compile(
    r"""(?P<less><|≤|less\ than|under|weniger\ als|moins\ de|menos\ del?)?\s*
    (\d+(?:[.,]\d+)?)\s*(?:%\s*)?(?:-|–|to|bis|à|a)?\s*(\d+(?:[.,]\d+)?)?\s*%\s*(?:of\s+|de\s+|d')?
    (?:(?P<whole>active|surfactant|washing\ agent|waschaktive|tensioact|tensid|agents?\ de\ surface)
    |anioni|anióni|am(?:ph|f)oter|non-?\ ?ioni|nichtioni|cationi)(?:[a-zé]*\s+(?:tensid\w*|surfactants?))?""",
    re.I | re.X,
)
ACTIVE_AFTER = re.compile(
    r"""(?:washing\ (?:agents?|substances?)|surfactants?|waschaktive\ \w+|tenside?|tensioactifs?)
    \s*[:=]?\s*(?P<less><)?(\d+(?:[.,]\d+)?)\s*(?:-|–)?\s*(\d+(?:[.,]\d+)?)?\s*%(?P<whole>)""",
    re.I | re.X,
)
COUNTED = {"a": 1.0, "an": 1.0, "one": 1.0, "two": 2.0, "three": 3.0}
AMOUNT = r"\b(\d+(?:[.,]\d+)?|an?|one|two|three)\s*(?:-|–|to|bis|à)?\s*(\d+(?:[.,]\d+)?)?\s*"
A_UNIT = r"(ml|g|pumps?|tsp|teaspoons?|teelöffel)\b"
DOSE = re.compile(rf"{AMOUNT}{A_UNIT}(?!\s*(?:e|℮|bottle|tube|pack))", re.I)
EACH = re.compile(
    rf"""{AMOUNT}{A_UNIT}\s*(?:per|a|each|pro|je|par|por)\s+
    (?:wash|use|application|wäsche|anwendung|lavage|lavado)""",
    re.I | re.X,
)
UNITS = {"ml": 1.0, "g": 1.0, "pump": 1.5, "pumps": 1.5}  # mL or g of each; any other is a teaspoon
TEASPOON = 5.0
USE = re.compile(
    r"""(?:apply|use|take|massage|squeeze|pump|per\ wash|pro\ wäsche|a\ wash|each\ wash|dosis|dose|anwendung)
    [^.\n]{0,40}""",
    re.I | re.X,
)
LYE = re.compile(r"(?:sodium|potassium) hydroxide", re.I)
SOURED = re.compile(r"acid\b|säure|carbomer|polymer|stearate", re.I)  # what an alkali is there to neutralise
NO_TRACE = ("cineole",)  # hazards that a trace at a list's end does not bring
POURS, MOST_IN_ALL = 75.0, 101.0  # % of washing agents that still flow; of all that a list counts
MILD_PH, FIRST_FEW = 9.0, 3
FAT = re.compile(r"oil|butter|tallow|lard|oleum|fat\b|öl\b|huile|aceite|olio", re.I)


class LabelError(ValueError):
    """A label that cannot be right; `field` says where."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


@dataclass(frozen=True)
class Label:
    """What is known of one bottle from its label: `ph` from and to, `active` in %, `dose` in mL or g a wash.

    `strength`: a key of the classes, "" where it does not say; `ingredients`: the list as it is written.
    """

    ph: tuple[float, float] | None = None
    strength: str = ""
    active: tuple[float, float] | None = None
    dose: float | None = None
    ingredients: str = ""

    @classmethod
    def of(cls, kept: Mapping[str, Any]) -> "Label":
        """From what was kept of it, a JSON object."""
        pairs = {name: tuple(kept[name]) for name in ("ph", "active") if kept.get(name)}
        return cls(
            **{name: kept[name] for name in ("strength", "dose", "ingredients") if kept.get(name)} | pairs
        )

    def kept(self) -> dict[str, Any]:
        """What is kept of it."""
        every = {
            "ph": list(self.ph) if self.ph else None,
            "strength": self.strength,
            "active": list(self.active) if self.active else None,
            "dose": self.dose,
            "ingredients": self.ingredients,
        }
        return {name: each for name, each in every.items() if each}

    @property
    def read(self) -> Read:
        """Its ingredients, read."""
        return _read(self.ingredients)


@lru_cache(maxsize=512)
def _read(text: str) -> Read:
    return read_ingredients(text)


@dataclass(frozen=True)
class StrengthClass:
    """A class of strength: its name, the words on a label that say it, its active share in %."""

    name: str
    words: tuple[str, ...]
    active: tuple[float, float, float]


@cache
def class_table() -> dict[str, StrengthClass]:
    """The classes of strength, by key."""
    return ingredient_table().as_(dict[str, StrengthClass], "class")


def read_label(text: str) -> Label:
    """What a label says, as it is pasted whole. LabelError for one that is longer than any label."""
    if len(text) > MOST:
        raise LabelError("text", f"That is {len(text):,} letters: paste the label alone, {MOST:,} at most.")
    text = BLANK.sub("\n\n", text)
    front, listed = _in_two(text)
    ph = PH.search(front) or PH.search(text)
    return Label(
        ph=_ph(ph) if ph else _skin(front),
        strength=_strength(front, listed),
        active=_active(front),
        dose=_dose(front),
        ingredients=listed,
    )


def _in_two(text: str) -> tuple[str, str]:
    """What is said, and the list of ingredients; a text of nothing but commas is a list."""
    begins = LIST.search(text) or CONTAINS.search(text)
    if begins:
        rest = text[begins.end() :]
        ends = LIST_END.search(rest)
        stop = ends.start() if ends else len(rest)
        return text[: begins.start()] + "\n" + rest[stop:], _tidy(rest[:stop])
    contained = FREE_FROM.sub(lambda found: " " * len(found[0]), text)
    front, rest = before_list(contained)
    listed = _tidy(rest)
    read = _read(listed)
    if len(read.every) >= 3 and 2 * len(read.unread) <= len(read.every):
        return text[: len(front)] + "\n" + " ".join(FREE_FROM.findall(text)), listed
    return text, ""


def _tidy(listed: str) -> str:
    """A list as it is kept: without what it says it is free from."""
    return re.sub(r"  +", " ", FREE_FROM.sub("", listed)).strip(" .\n")


def _number(text: str) -> float:
    return COUNTED.get(text.lower()) or float(text.replace(",", "."))


def _ph(found: "re.Match[str]") -> tuple[float, float]:
    low = _number(found[1])
    high = _number(found[2]) if found[2] else low
    if not 0.0 <= low <= high <= 14.0:
        raise LabelError("ph", f"It says pH {found[1]}: pH runs from 0 to 14.")
    return (low, high) if high > low else (low - LABEL_PH, low + LABEL_PH)


def _skin(front: str) -> tuple[float, float] | None:
    return (SKIN_PH - SKIN_REACH, SKIN_PH + SKIN_REACH) if SKIN_NEUTRAL.search(front) else None


def _strength(front: str, listed: str) -> str:
    """The class: by what it is made of where that decides, else by what it is called."""
    read = _read(listed)
    said = front.casefold()
    called = next((key for key, row in class_table().items() if any(w in said for w in row.words)), "")
    if not read.every:
        return called
    first = read.every[: FIRST + 2]
    made = {each.role for each in first}
    if "soap" in made or _made_with_lye(listed, first):
        return "soap"
    if "strong" in made:
        return "clarifying" if called == "clarifying" else "ordinary"
    if "mild" in made and "cationic" not in {each.role for each in read.every[:4]}:
        return called if called in ("baby", "clarifying") else "mild"
    if read.of("strong", "mild"):
        return "cowash"
    if read.of("saponin"):
        return "saponin"
    return "none" if len(read.unread) <= len(read.every) // 2 else called


def _made_with_lye(listed: str, first: tuple[Listed, ...]) -> bool:
    """Whether fats were boiled with lye, which labels give instead of the soap that it made."""
    if {each.role for each in first} & {"strong", "mild", "cationic", "wax"}:
        return False
    lye = any(LYE.search(each.name) for each in first)
    return "saponif" in listed.casefold() or (lye and any(FAT.search(each.name) for each in first))


def _active(front: str) -> tuple[float, float] | None:
    """What is said of them together, else the sum of the kinds that are said."""
    every = [*ACTIVE.finditer(front)] or [*ACTIVE_AFTER.finditer(front)]
    spans = []
    for found in [each for each in every if each["whole"]][:1] or every:
        low = _number(found[2])
        high = _number(found[3]) if found[3] else low
        if not 0.0 < low <= high <= 100.0:
            raise LabelError("active", f"It says {found[0].strip()}: from 0 to 100 %.")
        if found["less"]:
            low = 0.0
        elif high == low:
            low, high = low * (1 - LABEL_SHARE), low * (1 + LABEL_SHARE)
        spans.append((low, high))
    low, high = sum(low for low, _ in spans), min(sum(high for _, high in spans), 100.0)
    return (low, high) if spans else None


def _dose(front: str) -> float | None:
    """mL or g a wash, where the directions say so."""
    said = [*EACH.finditer(front), *(DOSE.search(use[0]) for use in USE.finditer(front))]
    for found in said:
        if found:
            low = _number(found[1])
            middle = (low + _number(found[2])) / 2 if found[2] else low
            dose = middle * UNITS.get(found[3].lower(), TEASPOON)
            if 0.2 <= dose <= 60.0:
                return dose
    return None


def labelled(material: Material, label: Label | None) -> Material:
    """The material as one label narrows it; itself without one."""
    if label is None or label == Label():
        return material
    read = label.read
    sure = [each for each in read.every if not each.maybe]
    contains = [*material.contains, *(name for each in sure for name in each.contains)]
    asked = [name for each in read.every if each.maybe for name in each.contains]
    listed = bool(read.every) and len(read.unread) <= SETTLES * len(read.every)
    left = [name for name in material.may_contain if not (listed and (name in NAMED or not read.unread))]
    hazards = list(material.hazards)
    hazards += [name for each in sure for name in each.hazards if not (each.trace and name in NO_TRACE)]
    if _is_soap(label):
        hazards += ["soap", "alkaline", "eyes"]
    asked += [name for each in sure for name in each.may_contain]
    may = [name for name in dict.fromkeys([*left, *asked]) if name not in contains]
    return replace(
        material,
        contains=tuple(dict.fromkeys(contains)),
        may_contain=tuple(may),
        hazards=tuple(dict.fromkeys(hazards)),
        refuse=material.refuse or _refused(material, label),
        helpers={**material.helpers, **_helpers(read)},
        surfactant=_surfactant(material, label),
        side=_side(material, label),
        source=f"its label; the rest: {material.source}",
    )


def _is_soap(label: Label) -> bool:
    return label.strength == "soap" or _made_with_lye(label.ingredients, label.read.every[: FIRST + 2])


def _refused(material: Material, label: Label) -> str:
    """Why what its label names never goes on a head; "" where nothing on it is refused."""
    every = [each for each in label.read.every if not each.maybe]
    mild = label.ph is not None and label.ph[1] <= MILD_PH
    for at, each in enumerate(every):
        if not each.refuse or each.trace or (each.as_sold and "treatment" in material.hazards):
            continue
        if each.adjuster and (mild or _is_soap(label) or _neutralised(at, every)):
            continue
        return f"its label names {each.name}: {library()[each.refuse].refuse}"
    return ""


def _neutralised(at: int, every: Sequence[Listed]) -> bool:
    """Whether an alkali at this place of a list is there to neutralise an acid or a thickener."""
    sour = [place for place, each in enumerate(every) if each.role == "acid" or SOURED.search(each.name)]
    return any(place < at or at >= FIRST_FEW for place in sour)


def _helpers(read: Read) -> dict[str, float]:
    """The strong helpers that a list gives with their per cent, as shares."""
    out: dict[str, float] = {}
    for each in read.every:
        if each.percent is not None and not each.maybe:
            out |= helpers_in_name(each.name, each.percent)
    return out


def _surfactant(material: Material, label: Label) -> Spread | None:
    """Its washing agents, as a share of the mass; a class counts for what pours, since bars hold no water."""
    if label.active:
        low, high = (each / 100.0 for each in label.active)
        return Spread(low, (low + high) / 2.0, high, ceiling=1.0)
    counted = [each.percent for each in label.read.of(*WASHING) if each.percent]
    if counted:
        whole = min(sum(counted) / 100.0, 1.0)
        return Spread(whole * (1.0 - LABEL_SHARE), whole, min(whole * (1.0 + LABEL_SHARE), 1.0), ceiling=1.0)
    if label.strength and material.unit == "mL" and _can_be(material, label.strength):
        low, middle, high = (each / 100.0 for each in class_table()[label.strength].active)
        return Spread(low, middle, high, ceiling=1.0)
    return material.surfactant


def _can_be(material: Material, strength: str) -> bool:
    """Whether a class can be true of it: what is sold to wash is not believed to hold nothing that washes."""
    if strength != "none":
        return True
    least = class_table()["cowash"].active[2] / 100.0
    return material.surfactant is not None and material.surfactant.high <= least


def _side(material: Material, label: Label) -> Any:
    """Its acid-base side with the label's pH, where it is known by what it reads."""
    side = material.side
    if not isinstance(side, Slurry):
        return side
    if label.ph:
        low, high = label.ph
        return replace(side, ph=Spread(low, (low + high) / 2.0, high))
    if label.strength == "soap":
        return replace(side, ph=Spread.of(SOAP_PH))
    return side


def implausible(material: Material, label: Label) -> str:
    """What of a label cannot be, in words; "" for nothing: more in all than there is, or paste that pours."""
    shares = [each for each in label.read.every if each.percent is not None and not each.maybe]
    whole = sum(each.percent or 0.0 for each in shares)
    if whole > MOST_IN_ALL:
        return f"Its shares add up to {whole:.0f} %: write each as it stands on the label."
    if material.unit == "mL":
        much = next((each for each in shares if each.role in WASHING and (each.percent or 0.0) > POURS), None)
        if much is not None:
            return (
                f"It says {much.percent:g} % of {much.name}: what pours holds {POURS:g} % at most. "
                "Is the decimal point where it belongs?"
            )
    return ""


def doubts_of(material: Material, label: Label | None) -> tuple[str, ...]:
    """What a bought thing's label leaves open, in words, with how wide it is reckoned."""
    known = label or Label()
    out = []
    narrowed = labelled(material, known)
    share = narrowed.surfactant
    if material.surfactant and share and not (known.active or known.read.of(*WASHING)):
        why = "Its label does not say how strong it is: reckoned"
        if known.strength == "none" and known.ingredients:
            why = "None of its ingredients is known here to wash: is it a conditioner? Reckoned"
        out.append(f"{why} at {100 * share.low:.0f} to {100 * share.high:.0f} % of washing agents.")
    if isinstance(narrowed.side, Slurry) and not known.ph:
        ph = narrowed.side.ph
        out.append(f"No pH on it: reckoned at {ends(ph.low, ph.high)}. A strip narrows it.")
    if not known.ingredients:
        out.append("Without its ingredients nobody can check it for allergies: paste them from the label.")
    elif known.read.unread:
        names = ", ".join(known.read.unread[:6])
        more = f" and {len(known.read.unread) - 6} more" if len(known.read.unread) > 6 else ""
        out.append(f"Not known here, and not checked: {names}{more}.")
    return tuple(out)
