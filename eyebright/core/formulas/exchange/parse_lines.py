"""Lines as people write them down, understood: '2 tbsp rhassoul', 'soapwort root, broken - 60 g'.

What cannot be read is kept as it was written, and marked with the reason; nothing is dropped.
"""

import re
import tomllib
import unicodedata
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

from ...materials import Kit, Supply, folded, name_is_ambiguous, offered
from ..model import SHARES, of_form

Find = Callable[[str], Sequence[Supply]]
BULLET = re.compile(r"^\s*(?:[-*•–—]|\d+[.)](?=\s)|\[[ xX]?\])\s*")
NUMBER = r"(?:\d+\s+\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?\s*[¼½¾⅓⅔⅛⅜⅝⅞]|\d+(?:[.,]\d+)?|[¼½¾⅓⅔⅛⅜⅝⅞])"
RANGE = re.compile(rf"^({NUMBER})\s*(?:-|–|to|bis|à|a)\s*({NUMBER})(?=\s|[a-zµ%])", re.IGNORECASE)
ELIDED = re.compile(r"^[dl]['’]", re.IGNORECASE)
FIRST = re.compile(rf"^({NUMBER})\s*")
MOST_LINES = 200
LONGEST = 200


@dataclass(frozen=True)
class ParsedLine:
    """One written line: what was understood of it, and `problem` for what was not.

    `amount` None where none was given; `found`: what its name may mean, the likeliest first; `unsure`: its
    name says several things.
    """

    text: str
    amount: float | None
    unit: str
    name: str
    form: str
    found: tuple[Supply, ...]
    problem: str = ""
    unsure: bool = False


@cache
def _words() -> dict[str, Any]:
    return tomllib.loads(Path(__file__).with_name("words.toml").read_text("utf-8"))


@cache
def _units() -> list[tuple[str, str]]:
    """(word, unit), the longest first."""
    pairs = [(word, unit) for unit, words in _words()["units"].items() for word in words]
    return sorted(pairs, key=lambda pair: -len(pair[0]))


def split_lines(text: str) -> list[str]:
    """The lines of a text, its bullets and empty lines taken away."""
    lines = [BULLET.sub("", line).strip() for line in text.splitlines()]
    return [line[:LONGEST] for line in lines if line][:MOST_LINES]


def parse_lines(text: str, find: Find, kit: Kit) -> list[ParsedLine]:
    """Every line of a text, understood as far as it can be."""
    return [parse_line(line, find, kit) for line in split_lines(text)]


def parse_line(text: str, find: Find, kit: Kit) -> ParsedLine:
    """One line, understood as far as it can be."""
    rest = text.strip()
    amount, unit, rest = _amount_first(rest, kit)
    if amount is None:
        amount, unit, rest = _amount_last(rest, kit)
    form, name = _form(rest)
    found = tuple(_found(name, find)) or tuple(_found(rest, find))
    if not name.strip() and not found:
        return ParsedLine(text, amount, unit, name, form, (), "There is no name on this line.")
    if name_is_ambiguous(name):
        return ParsedLine(
            text,
            amount,
            unit or "g",
            name,
            form,
            found,
            f"“{name}” can be several things: choose which.",
            True,
        )
    if not found:
        return ParsedLine(
            text, amount, unit, name, form, (), f"Nothing here goes by “{name}”: choose what it is."
        )
    supply = found[0]
    form = of_form(supply.material, form)
    if amount is None:
        return ParsedLine(text, None, _unit_of(supply), name, form, found, f"How much {supply.name}?")
    unit = unit or _piece(supply, name) or _unit_of(supply)
    problem = _fits(unit, supply, kit)
    return ParsedLine(text, amount, unit, name, form, found, problem)


def _unit_of(supply: Supply) -> str:
    return supply.material.unit if supply.material else "mL"


def _piece(supply: Supply, name: str) -> str:
    """The piece that is counted where no unit was written: '12 conkers'."""
    pieces = supply.material.weights if supply.material else {}
    return next((piece for piece in pieces if folded(piece) in folded(name)), "")


def _fits(unit: str, supply: Supply, kit: Kit) -> str:
    """What to ask where a unit cannot be said of this material; '' where it can."""
    known = {key for key, _ in offered(supply.material, kit)} | set(SHARES)
    if unit in known:
        return ""
    plural = {"drop": "Drops", "splash": "Splashes", "glug": "Glugs"}.get(unit, f"“{unit}”")
    if _unit_of(supply) == "g":
        return f"{plural} of {supply.name}? It is weighed or spooned: say g, a spoon or a pinch."
    return f"{plural} of {supply.name}? It pours: say mL, a spoon or a cup."


def _number(text: str) -> float:
    """A number with its fraction: '1 1/2', '1½', '0,5'."""
    text = text.strip().replace(",", ".")
    if not text[-1].isascii():
        return float(text[:-1].strip() or 0) + unicodedata.numeric(text[-1])
    if "/" in text:
        whole, _, part = text.rpartition(" ")
        over, _, under = part.partition("/")
        return float(whole or 0) + (float(over) / float(under) if float(under) else 0.0)
    return float(text)


def _amount_first(text: str, kit: Kit) -> tuple[float | None, str, str]:
    """An amount at the beginning of a line, its unit, and what is left."""
    found = RANGE.match(text)
    if found:
        value = (_number(found[1]) + _number(found[2])) / 2.0
        unit, rest = _unit(text[found.end() :], kit)
        return value, unit, rest
    found = FIRST.match(text)
    if found:
        unit, rest = _unit(text[found.end() :], kit)
        return _number(found[1]), unit, rest
    word, _, rest = text.partition(" ")
    value = _words()["numbers"].get(folded(word))
    if value is None or not rest:
        return None, "", text
    if folded(word) == "half":  # half a cup
        article, _, after = rest.partition(" ")
        rest = after if folded(article) in ("a", "an") else rest
    unit, left = _unit(rest, kit)
    return (
        (value, unit, left)
        if unit or folded(word) not in ("a", "an", "un", "una", "une")
        else (1.0, "", rest)
    )


def _amount_last(text: str, kit: Kit) -> tuple[float | None, str, str]:
    """An amount at the end: 'Soapwort root - 60 g', 'rhassoul: 2 tbsp'."""
    found = re.search(rf"[\s:–—,(-]+({NUMBER})\s*([^\d]*)$", text)
    if not found:
        return None, "", text
    unit, rest = _unit(found[2].strip(" )"), kit)
    if found[2].strip(" )") and not unit:
        return None, "", text
    return _number(found[1]), unit, (text[: found.start()] + " " + rest).strip()


def _unit(text: str, kit: Kit) -> tuple[str, str]:
    """A unit at the beginning, and what is left; '' where there is none."""
    text = text.lstrip()
    plain = folded(text)
    own = [(folded(spoon.name), spoon.key) for spoon in kit.own]
    own += [(folded(vessel.name), vessel.key) for vessel in kit.vessels]
    for word, unit in [*own, *_units()]:
        if not plain.startswith(word):
            continue
        after = plain[len(word) :]
        if after and after[0].isalpha() and word != "%":
            continue
        if len(folded(text[: len(word)])) != len(word):
            continue
        return unit, text[len(word) :].lstrip(" .")
    return "", text


def _form(text: str) -> tuple[str, str]:
    """The form that a line names, and the name without it and without small words."""
    text = re.sub(r"\([^)]*\)", " ", text)
    words = re.split(r"[\s,;:]+", text.strip())
    form, kept = "", []
    for word in words:
        word = ELIDED.sub("", word)
        plain = folded(word.strip(".’'"))
        named = next((key for key, each in _words()["forms"].items() if plain in each), "")
        if named and len(words) > 1:
            form = form or named
        elif plain and plain not in _words()["drop"]["words"]:
            kept.append(word.strip(".,"))
    return form, " ".join(kept)


def _found(name: str, find: Find) -> Sequence[Supply]:
    """What goes by a name: by all of its words, then by fewer of them from the end, then singular."""
    name = name.strip()
    if not name:
        return ()
    for tried in _tries(name):
        hits = find(tried)
        if hits:
            return hits
    return ()


def _tries(name: str) -> list[str]:
    words = name.split()
    out = [name]
    if name.endswith("s"):
        out.append(name[:-1])
    if name.endswith("es"):
        out.append(name[:-2])
    out += [
        " ".join(words[:count]) for count in range(len(words) - 1, 0, -1) if len(" ".join(words[:count])) > 2
    ]
    return out
