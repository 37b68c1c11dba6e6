"""A formula brought in from a schema.org Recipe (JSON-LD), or a page that carries one: nothing is dropped."""

import json
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from lxml import etree, html

from ..model import FormulaError, signs, step_kinds
from .export import RECIPE
from .lines.conditions import LONGEST as LONGEST_CONDITION

MOST_MINUTES = 1e5
OWN_SETTINGS = (
    "use",
    "minutes",
    "makes",
    "place",
    "pot",
    "bottle",
    "cover",
    "apart",
    "zone",
    "wants",
    "thinned",
)
"""What a recipe that was exported here says of a formula, besides its family."""
LD = "application/ld+json"
LONGEST = 20_000  # letters of one text that are looked at
NO_RECIPE = "This page carries no recipe that can be read: paste its lines instead."
NESTED = "This page is nested too deep to be read whole: paste the lines of its recipe instead."


@dataclass(frozen=True)
class ImportedRecipe:
    """What a file or a page holds: a name, lines as written, its method in words, and ours if it is ours.

    `ours`: whether it was exported here; then `steps` (kind, least, most, sign, and the places of the lines
    that go in), `settings`, `phases`, `forms`, conditions (`only_if`) and places that are `left_out` are as
    they were.
    """

    name: str
    about: str
    lines: tuple[str, ...]
    method: tuple[str, ...]
    ours: bool
    steps: tuple[Mapping[str, Any], ...]
    settings: Mapping[str, Any]
    phases: tuple[str, ...]
    forms: tuple[str, ...]
    only_if: tuple[str, ...] = ()
    left_out: tuple[int, ...] = ()


TOO_DEEP = "excessive depth"  # what the parser says of boxes within boxes within boxes


def _scripts(page: str) -> list[str]:
    """The JSON-LD scripts of a page; FormulaError where it carries none that can be read."""
    parser = html.HTMLParser(recover=True, no_network=True, remove_comments=True)
    try:
        tree = html.document_fromstring(page, parser=parser)
    except (etree.ParserError, ValueError):
        raise FormulaError(NO_RECIPE, None, "text") from None
    scripts = (each for each in tree.iter("script") if each.get("type") == LD)
    found = ["".join(str(part) for part in each.itertext()) for each in scripts]
    if not found:
        deep = any(TOO_DEEP in entry.message.casefold() for entry in parser.error_log)
        raise FormulaError(NESTED if deep else NO_RECIPE, None, "text")
    return found


def is_plain(text: str) -> bool:
    """Whether it is a recipe as it stands on paper, and no file or page."""
    return text.strip()[:1] not in ("", "{", "[", "<")


def import_recipe(text: str) -> ImportedRecipe:
    """A recipe out of a JSON-LD file or of a page that carries one; FormulaError, in words, for neither."""
    text = text.strip()
    if not text:
        raise FormulaError("There is nothing in it.", None, "text")
    texts = [text]
    if text[0] == "<":
        texts = _scripts(text)
    broken = ""
    for each in texts:
        try:
            found = _find(json.loads(each))
            if found is not None:
                return _brought(found)
        except (ValueError, RecursionError) as raised:
            where = f" at line {raised.lineno}" if isinstance(raised, json.JSONDecodeError) else ""
            broken = f"It is broken{where}: the JSON cannot be read. Paste its lines instead."
    raise FormulaError(broken or "There is no recipe in it: paste its lines instead.", None, "text")


def _find(value: Any) -> Mapping[str, Any] | None:
    """The first Recipe in it, however deep it lies."""
    if isinstance(value, Mapping):
        kind = value.get("@type")
        if kind == RECIPE or (isinstance(kind, list) and RECIPE in kind):
            return value
        value = list(value.values())
    if isinstance(value, list):
        return next((found for each in value if (found := _find(each)) is not None), None)
    return None


def _brought(row: Mapping[str, Any]) -> ImportedRecipe:
    lines = tuple(
        words
        for each in _listed(row.get("recipeIngredient") or row.get("ingredients"))
        if (words := _words(each))
    )
    ours = {
        str(each.get("propertyID", "")).removeprefix("eyebright:"): each.get("value")
        for each in _listed(row.get("additionalProperty"))
        if isinstance(each, Mapping) and str(each.get("propertyID", "")).startswith("eyebright:")
    }
    own = [
        each
        for each in _listed(ours.get("steps"))
        if isinstance(each, Mapping) and str(each.get("kind")) in step_kinds()
    ]
    return ImportedRecipe(
        name=_words(row.get("name")) or "A recipe without a name",
        about=_words(row.get("description")),
        lines=lines,
        method=tuple(_instructions(row.get("recipeInstructions"))),
        ours=bool(own) or "family" in ours,
        steps=tuple(_own_step(each, len(lines)) for each in own),
        settings={name: ours[name] for name in ("family", *OWN_SETTINGS) if name in ours},
        phases=tuple(map(str, _listed(ours.get("phases")))),
        forms=tuple(map(str, _listed(ours.get("forms")))),
        only_if=tuple(str(each)[:LONGEST_CONDITION] for each in _listed(ours.get("only_if"))),
        left_out=tuple(each for each in _listed(ours.get("left_out")) if isinstance(each, int)),
    )


def _own_step(each: Mapping[str, Any], count: int) -> Mapping[str, Any]:
    def number(name: str) -> float | None:
        value = each.get(name)
        if isinstance(value, bool) or not isinstance(value, int | float):
            return None
        return float(value) if 0 <= value < MOST_MINUTES else None

    sign = each.get("sign")
    return {
        "kind": str(each["kind"]),
        "least": number("least"),
        "most": number("most"),
        "sign": sign if isinstance(sign, str) and sign in signs() else "",
        "note": "",
        "only_if": str(each.get("only_if") or "")[:LONGEST_CONDITION],
        "adds": [i for i in _listed(each.get("adds")) if isinstance(i, int) and 0 <= i < count],
    }


def _instructions(value: Any) -> list[str]:
    """The words of every step, however they are nested."""
    if isinstance(value, str):
        return [part.strip() for part in re.split(r"\n+|(?<=[.!])\s+(?=[A-ZÄÖÜÉ])", value) if part.strip()]
    if isinstance(value, Mapping):
        if "itemListElement" in value:
            return _instructions(value["itemListElement"])
        words = _words(value.get("text")) or _words(value.get("name"))
        return [words] if words else []
    return [words for each in _listed(value) for words in _instructions(each)]


def _listed(value: Any) -> Sequence[Any]:
    return value if isinstance(value, list) else [] if value is None else [value]


def _words(value: Any) -> str:
    if isinstance(value, Mapping):
        value = value.get("@value") or value.get("text") or value.get("name")
    return re.sub(r"\s+", " ", re.sub(r"<[^<>]*>", " ", str(value)[:LONGEST])).strip()[:2000] if value else ""
