"""A list of ingredients as labels give it (INCI): what each is, what it brings; what nobody knows is kept.

    read_ingredients("Aqua, Sodium Laureth Sulfate (12 %), Cocamidopropyl Betaine*, Parfum, [+/- CI 19140]")

Names are looked up in `inci.toml`, then among the botanical names of the library, then as a kitchen calls
things; what the library says of allergens and hazards comes along.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cache, lru_cache

from ... import tables
from ...tables import Figures
from ..finding import WATER, Evidence, Recogniser, ambiguous, folded, word_set, words
from ..hazards import refused_by_name
from ..library import is_a, library, plant_of
from ..material import Material

MAY = re.compile(
    r"""may\ contain|peut\ contenir|kann\b.*\benthalten|puede\ contener|kan\b.*\bbevatten|\+\s*/\s*-|±
    |(?:traces?\ (?:of|de)|spuren\ von|trazas\ de)""",
    re.IGNORECASE | re.VERBOSE,
)
PERCENT = re.compile(r"(\d+(?:[.,]\d+)?)\s*%(?:\s*[wmv]/[wmv])?")
PARTS = re.compile(r"[\u2022\u00b7;\n\r\t|]|,(?!\d(?:\D|$)|n-)|(?<!no)\s*\.\s+|\s[-–—]\s", re.IGNORECASE)
EMPTY = re.compile(r"[(\[]\s*[)\]]")  # where a share stood
CALLED = re.compile(r"^[^:]{1,30}:\s*")  # 'Also contains: aqua'
FOOTNOTE = re.compile(r"(?<=[.\n])\s*(?:[*†¹²³]+\s*[^,;*†¹²³]{3,80})+$")  # '* from organic farming'
NO_NAME = re.compile(r"^(?:f\.?i\.?l\.?\b.*\d|ph\b)", re.IGNORECASE)  # a maker's own number of a list; a pH
# What a list is free from is not in it; this runs on to the next full stop, or to where a list begins.
FREE_FROM = re.compile(
    r"""\b(?:free\ (?:from|of)|without|contains\ no|does\ not\ contain|no\ added|0\s*%|sans|ohne|frei\ von|sin
    |senza|zonder)\b[^.|\n\u2022\u00b7;:]*?(?=[.|\n\u2022\u00b7;]|\b(?:aqua|water|eau|wasser|agua|ingr\w+|inci)\b|$)""",
    re.IGNORECASE | re.VERBOSE,
)
EXTRACT = re.compile(r"\s+(?:extract|ferment|infusion|macerate|hydrolate)$")
COUNT = re.compile(r"-\d+(?=[ )]|$)")  # 'laureth-2': how long its chain is
PLANT = "plant"
# What a hazard comes to where a little of a material is in something bought; the others hang on how much.
TRACE = {
    "sun": "sun_trace",
    "convulsant": "convulsant_leaf",
    "convulsant_leaf": "convulsant_leaf",
    "menthol_leaf": "menthol_leaf",
    "not_pregnant": "pregnant_ask",
    "pregnant_ask": "pregnant_ask",
    "salicylate": "salicylate",
    "g6pd": "g6pd",
    "builds_up": "builds_up",
    "cationic": "cationic",
    "cineole": "cineole",
}
# Kinds of the library that keep their allergens and hazards also as a trace in something bought.
KIN = {"oil": "fatty", "butter": "fatty", "essential oil": "essential oil", "humectant": "humectant"}

BELOW_ONE = ("scent", "essential oil", "preservative", "dye", "chelant")  # roles that a list ends with
LEAST_BEFORE, A_TRACE = 4, 0.2  # names that stand before such an end; % that is a trace


@dataclass(frozen=True)
class Listed:
    """One ingredient: as it is written, what it is by role ("" for what nobody here knows), what it brings.

    `percent`: how much of it, where the label says so; `maybe`: in the part that it may contain.
    `near`: its hazards count only among so many first names, 0 for anywhere. `may_contain`: what only its
    own packet could tell; `refuse`: the row of the library that it is, where that never goes on a head;
    `as_sold`: but in a treatment with a leaflet; `adjuster`: but where it neutralises an acid; `trace`: it
    stands at the end of the list, where less than one per cent is.
    """

    name: str
    role: str = ""
    contains: tuple[str, ...] = ()
    hazards: tuple[str, ...] = ()
    percent: float | None = None
    maybe: bool = False
    near: int = 0
    may_contain: tuple[str, ...] = ()
    refuse: str = ""
    as_sold: bool = False
    adjuster: bool = False
    trace: bool = False


@dataclass(frozen=True)
class Read:
    """A whole list, in its order: what is first there is most of."""

    every: tuple[Listed, ...]

    @property
    def unread(self) -> tuple[str, ...]:
        """What nobody here knows."""
        return tuple(each.name for each in self.every if not each.role)

    def of(self, *roles: str) -> tuple[Listed, ...]:
        """Those of some roles."""
        return tuple(each for each in self.every if each.role in roles)


@cache
def ingredient_table() -> Figures:
    """The table of `inci.toml`, read once."""
    return tables.figures(__file__, "inci.toml")


@dataclass(frozen=True)
class IngredientRow:
    """What some `names`, or those that have such `ends` or hold such words, are on a label; as `Listed`."""

    role: str
    names: tuple[str, ...] = ()
    ends: tuple[str, ...] = ()
    holds: tuple[str, ...] = ()
    contains: tuple[str, ...] = ()
    hazards: tuple[str, ...] = ()
    near: int = 0
    refuse: str = ""
    as_sold: bool = False
    adjuster: bool = False


@cache
def ingredient_rows() -> list[IngredientRow]:
    """The ingredients of `inci.toml`, in its order."""
    return tables.rows(__file__, "inci.toml", "ingredient", IngredientRow)


@cache
def _by_name() -> dict[str, IngredientRow]:
    return {_plain(name): row for row in ingredient_rows() for name in row.names}


@cache
def _by_chain() -> dict[str, IngredientRow]:
    """The same without the numbers of their chains, where that leaves one kind of thing."""
    rows: dict[str, list[IngredientRow]] = {}
    for name, row in _by_name().items():
        if COUNT.search(name):
            rows.setdefault(COUNT.sub("", name), []).append(row)
    plain = {name: [row] for name, row in _by_name().items() if not COUNT.search(name)}
    return {name: many[0] for name, many in (rows | plain).items() if len({each.role for each in many}) == 1}


@cache
def _by_latin() -> dict[str, Listed]:
    """The library's materials by their botanical names, whole and as the plant alone."""
    out: dict[str, Listed] = {}
    for material in library().values():
        if material.latin and "," not in material.latin:
            trace = (TRACE[name] for name in material.hazards if name in TRACE)
            found = Listed(
                "", KIN.get(material.kind, PLANT), material.contains, tuple(trace),
                may_contain=material.may_contain, refuse=material.key if material.refuse else "",
            )  # fmt: skip
            out.setdefault(_plain(material.latin), found)
            plant = plant_of(material) or " ".join(material.latin.split()[:2])
            if plant and not is_a(material.kind, "no_plant"):
                contains = tuple(each for each in material.contains if each != "fragrance")
                out.setdefault(_plain(plant), Listed("", PLANT, contains, may_contain=material.may_contain))
    return out


def read_ingredients(text: str) -> Read:
    """Every ingredient of a list, in its order, each once."""
    out: dict[str, Listed] = {}
    for written, maybe in _parts(text):
        percent = PERCENT.search(written)
        name = EMPTY.sub(" ", PERCENT.sub("", CALLED.sub("", written)))
        name = re.sub(r"\s+", " ", name).strip(" .*+/-–—:†°¹²³")
        if name.count("(") + name.count("[") != name.count(")") + name.count("]"):
            name = name.strip("()[] ")
        if not any(sign.isalpha() for sign in name) or NO_NAME.search(name):
            continue
        found = _known(name)
        share = float(percent[1].replace(",", ".")) if percent else None
        far = found.near and len(out) >= found.near
        each = replace(
            found, name=name, hazards=() if far else found.hazards, percent=share, maybe=maybe, near=0
        )
        out.setdefault(_plain(name), each)
    return Read(tuple(_with_traces(list(out.values()))))


def _with_traces(every: list[Listed]) -> list[Listed]:
    """A list with what stands in it as a trace marked: after scent, preservative or colour all is below one
    per cent, and so is what the list itself says is."""
    end = next(
        (at for at, each in enumerate(every) if at >= LEAST_BEFORE and each.role in BELOW_ONE), len(every)
    )
    return [
        replace(each, trace=(each.percent <= A_TRACE if each.percent is not None else at >= end))
        for at, each in enumerate(every)
    ]


def before_list(text: str) -> tuple[str, str]:
    """A text in two where its ingredients begin, by the first that is known: the front, and the list."""
    at = 0
    for found in PARTS.finditer(text):
        if _known(text[at : found.start()].strip(" .*:")).role:
            break
        at = found.end()
    return text[:at], text[at:]


def _parts(text: str) -> Iterator[tuple[str, bool]]:
    """The parts of a list between its commas, dots and bullets, and whether each only may be in it."""
    maybe = False
    listed = FOOTNOTE.sub("", text.strip()).replace("*", " ").replace("\u00ad", "")
    if len(re.findall(r"[,;\u2022]", listed)) > listed.count(
        "\n"
    ):  # its lines are the packet's, not its parts
        listed = re.sub(r"\s*\n\s*", " ", re.sub(r"(?<=\w)-\s*\n\s*", "-", listed))
    for part in PARTS.split(listed):
        if MAY.search(part):
            maybe, part = True, MAY.sub(" ", part)
        yield part, maybe


def _known(name: str) -> Listed:
    """What a name is: as a whole, else by each of the names between its brackets and strokes, together."""
    outside = re.sub(r"[(\[][^)\]]*[)\]]", " ", name)  # 'Rosmarinus Officinalis (Rosemary) Leaf Oil'
    whole = [_plain(name), _plain(outside), _plain(outside.replace("-", ""))]
    for look in (_exactly, _by_ending):
        for key in whole:
            if key and (found := look(key)) is not None:
                return found
        parts = [_plain(part) for part in re.split(r"[()\[\]/]", name)]
        several = [each for part in parts if part and (each := look(part)) is not None]
        if several:
            return _together(several)
    plants = (_by_latin().get(" ".join(key.split()[:2])) for key in whole)  # '... leaf extract'
    called = (_common(key) for key in dict.fromkeys(whole) if key)
    known = next((each for each in (*plants, *called) if each is not None), None)
    never = refused_by_name(name) if known is None else None
    return known or (_never(never) if never else Listed(name))


@cache
def _recogniser() -> Recogniser:
    return Recogniser()


@lru_cache(maxsize=4096)
def _common(key: str) -> Listed | None:
    """What a kitchen calls so, where that is sure: 'organic olive oil', 'honey', 'wasser'."""
    name = EXTRACT.sub("", key)
    said = words(name)
    if not all(each in word_set("neutral") or _recogniser().knows(each) for each in said):
        return None
    found = _recogniser().recognise(said, Evidence(essential=True))
    if found.asked and (several := ambiguous(name)):  # whatever it is, it holds what they all hold
        first, *others = (library()[each] for each in several.means)
        shared = tuple(each for each in first.contains if all(each in other.contains for other in others))
        return Listed("", PLANT, shared) if shared else None
    if found.taken is None or found.slips:
        return None
    if found.taken.kind == WATER:
        return Listed("", "plain")
    material = library()[found.taken.what]
    trace = () if name != key else tuple(TRACE[each] for each in material.hazards if each in TRACE)
    if material.refuse:
        return _never(material)
    return Listed(
        "", KIN.get(material.kind, PLANT), material.contains, trace, may_contain=material.may_contain
    )


def _never(material: Material) -> Listed:
    """What never goes on a head, by a kitchen's name of it, with what its row here says of it."""
    row = next((each for each in ingredient_rows() if each.refuse == material.key), None)
    return _row(row) if row else Listed("", contains=material.contains, refuse=material.key)


def _together(several: list[Listed]) -> Listed:
    contains = (more for each in several for more in each.contains)
    hazards = (more for each in several for more in each.hazards)
    may = (more for each in several for more in each.may_contain)
    return replace(
        next((each for each in several if each.refuse), several[0]),
        contains=tuple(dict.fromkeys(contains)),
        hazards=tuple(dict.fromkeys(hazards)),
        may_contain=tuple(dict.fromkeys(may)),
    )


def _exactly(key: str) -> Listed | None:
    """What goes by just this name; None for what nobody here knows."""
    if key in _by_name():
        return _row(_by_name()[key])
    refused = (row for row in ingredient_rows() if row.refuse and any(part in key for part in row.holds))
    if (never := next(refused, None)) is not None:
        return _row(never)
    if key in _by_latin():
        return _by_latin()[key]
    short = COUNT.sub("", key)
    return _row(_by_chain()[short]) if short != key and short in _by_chain() else None


def _by_ending(key: str) -> Listed | None:
    """What a name is by how it ends, or by a word in it."""
    for row in ingredient_rows():
        if key.endswith(row.ends) or any(part in key for part in row.holds):
            return _row(row)
    return None


def _row(row: IngredientRow) -> Listed:
    return Listed(
        "", row.role, row.contains, row.hazards,
        near=row.near, refuse=row.refuse, as_sold=row.as_sold, adjuster=row.adjuster,
    )  # fmt: skip


def _plain(name: str) -> str:
    """A name as it is looked up: small letters, one space, sulph as sulf, hydrolysed as -yzed, no accents."""
    plain = re.sub(r"[^a-z0-9.,/+() -]", " ", folded(name)).replace("sulph", "sulf")
    plain = (
        plain.replace("hydrolys", "hydrolyz")
        .replace("alkohol", "alcohol")
        .replace("cetearylal", "cetearyl al")
    )
    return re.sub(r"\s+", " ", plain).strip(" ()-.")
