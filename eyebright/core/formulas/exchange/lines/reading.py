"""One written line, understood: what it names, how much, in which form; and what must be asked.

"2 heaped tbsp rhassoul clay"   rhassoul, 3.4 tablespoons, from 2.6 to 4.6
"1 onion, juiced"               onion juice, one onion squeezed
"extra virgin olive oil"        olive oil, and how much is asked

Every word is accounted for, or the line is asked about. What was not read is told, never dropped.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cache, cached_property

from ....materials import (
    TAP,
    WATER,
    Amount,
    Count,
    Evidence,
    Habit,
    Kit,
    Meaning,
    MeasureError,
    Recogniser,
    Recognition,
    Supply,
    is_a,
    measured,
    offered,
    word_set,
    words,
)
from ...model import COVER, SHARES, TILL, form_rows, of_form, own_form
from .amounts import Said, amounts_in, pieces_at, pieces_of
from .lexing import Token, first_phrase, lex, line_words, phrase_at, phrase_places, phrases, word_of
from .strengths import at_strength, row_at, strength_said

TWICE = 2.0  # how far two amounts of one line may differ before it is asked which is meant
STRENGTH = (
    "acidity",
    "acid",
    "saure",
    "acidite",
    "fat",
    "strength",
    "strong",
    "vol",
    "abv",
    "alcohol",
    "acidez",
    "pure",
    "fett",
)
UNIT_OF = {"drop": "Drops", "splash": "Splashes", "glug": "Glugs"}


@dataclass(frozen=True)
class Kitchen:
    """What a line is read with: the names there are, what stands behind each, and what is measured with."""

    recogniser: Recogniser
    supply: Callable[[Meaning], Supply]
    kit: Kit
    habit: Habit = ""

    @cached_property
    def _own_units(self) -> dict[tuple[str, ...], str]:
        """The household's own spoons and vessels, by the words of their names."""
        spoons = {words(each.name): each.key for each in self.kit.own}
        return spoons | {words(each.name): each.key for each in self.kit.vessels}

    def amounts(self, tokens: list[Token]) -> list[Said]:
        """Every amount in a line of this household's."""
        return amounts_in(tokens, self.habit, self._own_units)


@dataclass(frozen=True)
class ParsedLine:
    """One written line. `found`: what it may be, the likeliest first; the first is taken where it is `sure`.

    `unit` "" where none was said or can be told; `notes`: what was read otherwise, or left alone;
    `problem`: what is asked beside which `field` (supply_key, amount, unit); `typed`: the amount as a
    person would type it, or as it was written where it cannot be read; `only_if`: the condition of a line
    that may be left out.
    """

    text: str
    found: tuple[Supply, ...]
    sure: bool
    amount: Amount | None
    unit: str
    form: str
    notes: tuple[str, ...] = ()
    problem: str = ""
    field: str = ""
    name: str = ""
    typed: str = ""
    only_if: str = ""


@dataclass(frozen=True)
class _Parts:
    """A line taken apart: its name, what stands in brackets or behind commas, and its amounts."""

    name: list[str]
    remarks: list[list[str]]
    amounts: list[Said]
    percent: list[Said]
    tokens: list[Token]


def read_line(text: str, kitchen: Kitchen, amount: Said | None = None) -> ParsedLine:
    """One line, understood as far as it can be. `amount`: what was said for several at once."""
    tokens = lex(text)
    parts = _apart(tokens, kitchen)
    if amount is not None:
        parts = replace(parts, amounts=[amount, *parts.amounts])
    named, name, counted = _recognised(parts, kitchen)
    notes = [f"“{wrote}” read as “{read}”" for wrote, read in named.slips]
    if named.more:
        notes.append("left alone: " + " ".join(named.more))
    found = tuple(kitchen.supply(each) for each in named.nearest)
    percents = [each.count.mid for each in parts.percent]
    if not name and not found:
        return _unknown(text, (), parts, (), "There is no name on this line: what is it?", "")
    if named.taken is None:
        problem = _which(named, name, found)
        found = tuple(at_strength(each, percents)[0] for each in sorted(found, key=_refused))
        return _unknown(text, found, parts, tuple(notes), problem, name)
    supply = found[0]
    said = strength_said(supply, percents)
    if said is not None and (decided := row_at(supply, said, kitchen.supply)) is not supply:
        if decided is None:
            problem = f"The line says {said:g} %: what is called {supply.name} here is not so strong or weak."
            return _unknown(text, found, parts, tuple(notes), f"{problem} Which is it?", name)
        supply, found = decided, (decided, *found)
    supply, told = at_strength(supply, percents)
    found = (supply, *found[1:])
    if counted and _counted(parts, supply):  # the piece is the thing itself: 2 eggs
        parts = replace(parts, amounts=[replace(parts.amounts[0], units=()), *parts.amounts[1:]])
    form = _form(parts, supply)
    notes += _said_of(parts, named, supply)
    notes += told
    whole, unit, problem, field = _amount(parts, supply, kitchen)
    wrote = parts.amounts[0].number if whole is None and parts.amounts else ""
    out = ParsedLine(text, found, True, whole, unit, form, tuple(notes), problem, field, name)
    return replace(out, typed=whole.written if whole is not None else wrote)


# ---- taking a line apart ----


def _refused(supply: Supply) -> bool:
    """Whether it is never put on a head: of what is offered, that is never first."""
    return supply.material is not None and bool(supply.material.refuse)


def _unknown(
    text: str, found: tuple[Supply, ...], parts: _Parts, notes: tuple[str, ...], problem: str, name: str
) -> ParsedLine:
    """A line of which it is not known what it names; its amount and form are kept as they were said."""
    amount, unit = _bare(parts)
    said = parts.amounts[0] if parts.amounts else None
    wrote = said.number if said is not None and said.problem else amount.written if amount is not None else ""
    line = ParsedLine(text, found, False, amount, unit, "", notes, problem, "supply_key", name)
    return replace(line, typed=wrote, form=_form(parts, found[0]) if found else "")


def _apart(tokens: list[Token], kitchen: Kitchen) -> _Parts:
    amounts = kitchen.amounts(tokens)
    percent = [each for each in amounts if each.units == ("%",)]
    others = [each for each in amounts if each.units != ("%",)]
    strong = others or any(token.word in STRENGTH for token in tokens)
    if percent and strong:
        amounts = others
    else:
        percent = []
    taken = {at for each in (*amounts, *percent) for at in range(each.start, each.end)}
    for table in (phrases("lines", "up_to"), phrases("lines", "enough"), phrases("till")):
        taken |= phrase_places(tokens, table)
    amounts = _piece_behind(tokens, amounts, taken)
    name: list[str] = []
    remarks: list[list[str]] = []
    deep, aside = 0, False
    passed = word_of("amounts", "of")
    for at, token in enumerate(tokens):
        if token.kind == "s" and token.word in "([{":
            deep += 1
            remarks.append([])
        elif token.kind == "s" and token.word in ")]}":
            deep = max(deep - 1, 0)
        elif token.breaks or (token.kind == "s" and token.word == "-"):
            aside = aside or bool(name)
            if aside and not deep:
                remarks.append([])
        elif at in taken or token.kind == "s" or (token.word == "x" and {at - 1, at + 1} & taken):
            continue
        elif token.kind == "n":
            (remarks[-1] if (deep or aside) and remarks else name).append(token.word)
        elif token.word == "%" or (not name and token.word in passed and token.raw.casefold() != "thé"):
            continue
        elif deep or aside:
            remarks[-1].append(token.word)
        else:
            name.append(token.word)
    if percent:
        name = [word for word in name if word not in STRENGTH or word == "acid"]
        remarks = [[word for word in each if word not in STRENGTH] for each in remarks]
    return _Parts(name, [each for each in remarks if each], amounts, percent, tokens)


def _piece_behind(tokens: list[Token], amounts: list[Said], taken: set[int]) -> list[Said]:
    """A bare number whose piece stands behind the name: '3 chamomile tea bags'. What it takes is `taken`."""
    if not amounts or amounts[0].units:
        return amounts
    for at in range(amounts[0].end, len(tokens)):
        keys = pieces_at(tokens, at, 2)
        if keys:
            taken |= {at, at + 1}
            word = " ".join(token.raw for token in tokens[at : at + 2])
            return [replace(amounts[0], units=keys, word=word, piece=True), *amounts[1:]]
    return amounts


def _bare(parts: _Parts) -> tuple[Amount | None, str]:
    """The amount as it was said, of something that is not known yet."""
    said = parts.amounts[0] if parts.amounts else None
    if said is None:
        return None, ""
    unit = said.units[-1] if said.units and not said.piece else said.units[0] if said.units else ""
    return Amount.ranging(said.count, unit), unit


def _recognised(parts: _Parts, kitchen: Kitchen) -> tuple[Recognition, str, bool]:
    """What the name means; a piece that is the name itself ('2 lemons') is given back to it, and told."""
    every = [token.word for token in parts.tokens]
    essential = bool(set(every) & word_set("says_essential")) or any(
        "drop" in each.units for each in parts.amounts
    )
    said = parts.amounts[0] if parts.amounts else None

    def fits(meaning: Meaning) -> bool:
        return said is None or not said.units or bool(_unit_for(said, kitchen.supply(meaning), kitchen.kit))

    def allows(meaning: Meaning, word: str) -> bool:
        return _goes_with(word, kitchen.supply(meaning))

    evidence = Evidence(essential, said is not None and said.piece, fits, allows, _form_words())
    name, remarks = parts.name, parts.remarks
    if not name and remarks:
        name, remarks = remarks[0], remarks[1:]
    piece = list(words(said.word)) if said is not None and said.piece else []
    if not _says_something(name) and piece:
        return (
            kitchen.recogniser.recognise([*name, *piece], evidence, remarks),
            " ".join([*name, *piece]),
            True,
        )
    found = kitchen.recogniser.recognise(name, evidence, remarks)
    if piece and (found.taken is None or not fits(found.taken)):
        again = kitchen.recogniser.recognise([*piece, *name], evidence, remarks)
        if again.taken is not None:
            return again, " ".join([*piece, *name]), True
        again = kitchen.recogniser.recognise([*name, *piece], evidence, remarks)
        if again.taken is not None:
            return again, " ".join([*name, *piece]), True
    return found, " ".join(name), False


@cache
def _form_words() -> frozenset[str]:
    return frozenset(word for many in line_words().lists("forms").values() for word in many)


def _says_something(name: Sequence[str]) -> bool:
    juiced = set(line_words().strings("forms", "juiced"))
    return any(word not in word_set("neutral") and word not in juiced for word in name)


def _goes_with(word: str, supply: Supply) -> bool:
    """Whether a word that says how a thing is made ready leaves this one what it is."""
    material = supply.material
    forms = line_words().lists("forms")
    if word in forms["fresh"]:
        return True
    if material is None:
        return False
    if (
        word in forms["broken"]
        and material.counted
        and not material.counted.endswith(("squeezed", "pressed"))
    ):
        return True
    if own_form(material):
        if any(word in forms[key] for key in form_rows() if key in forms):
            return True
    elif is_a(material.kind, "powder") and word in (*forms["powder"], "fine"):
        return True
    elif word in forms["whole"]:
        return material.unit == "g"
    if is_a(material.kind, "juiced") and word in forms["juiced"]:
        return True
    if word in ("strained", "shaved", "flaked") or (word == "grated" and is_a(material.kind, "grated")):
        return True
    return any(piece in material.weights for piece in pieces_of(word))


def _which(named: Recognition, name: str, found: Sequence[Supply]) -> str:
    """What to ask where it is not known what is meant."""
    if named.oil and not named.tied:
        oils = "the essential oil, counted in drops, or an oil that it was steeped in?"
        return f"“{name}”: {oils} Choose, or add it."
    if named.asked or named.tied:
        return f"“{name}” can be several things: choose which."
    if not found:
        return f"Nothing here goes by “{name}”: choose what it is, or add it."
    unread = " ".join(named.unread)
    part = f"“{unread}” in “{name}”" if unread and unread != name else f"“{name}”"
    return f"{part} is not known here. Is it one of these, or something of its own?"


def _form(parts: _Parts, supply: Supply) -> str:
    said = [*parts.name, *(word for remark in parts.remarks for word in remark)]
    forms = line_words().lists("forms")
    named = next((key for word in said for key in form_rows() if word in forms.get(key, ())), "")
    return of_form(supply.material, named) if named else of_form(supply.material, "")


def _said_of(parts: _Parts, named: Recognition, supply: Supply) -> list[str]:
    """What is said of a water, or of how a thing was made ready, and changes nothing of what it is."""
    if supply.material is not None or named.taken is None or named.taken.what != f"{WATER}:{TAP}":
        return []
    said = [word for word in parts.name if word in word_set("water", "said") and word not in ("tap", "plain")]
    return [" ".join(said)] if said else []


# ---- how much ----


def _unit_for(said: Said, supply: Supply, kit: Kit) -> str:
    """The unit, of those that a word may mean, that can be said of this; "" for none."""
    material = supply.material
    known = {key for key, _ in offered(material, kit)} | set(SHARES)
    if material is None or material.unit == "mL":
        known.add(COVER)
    return next((unit for unit in said.units if unit in known), "")


def _counted(parts: _Parts, supply: Supply) -> str:
    """The piece that a bare number counts: the one that the name speaks of, or what one of it is."""
    material = supply.material
    if material is None:
        return ""
    said = [*parts.name, *(word for remark in parts.remarks for word in remark)]
    said += words(parts.amounts[0].word) if parts.amounts else ()
    spoken = [piece for word in said for piece in pieces_of(word) if piece in material.weights]
    return material.counted if material.counted in spoken or not spoken else spoken[0]


def _amount(parts: _Parts, supply: Supply, kitchen: Kitchen) -> tuple[Amount | None, str, str, str]:
    """Amount, unit, what is to be asked and beside which field."""
    usual = supply.material.unit if supply.material else "mL"
    if not parts.amounts:
        if grade := _till(parts):
            return None, f"{TILL}{grade}", "", ""
        up_to = _up_to(parts)
        return None, usual, up_to or f"How much {supply.name}?", "amount"
    first, *more = parts.amounts
    unit = _unit_for(first, supply, kitchen.kit) if first.units else ""
    if not first.units:
        unit = _counted(parts, supply)
        explicit = next((each for each in more if each.units), None)
        if not unit and explicit is not None:
            first, more = explicit, [each for each in more if each is not explicit]
            unit = _unit_for(first, supply, kitchen.kit)
    amount = Amount.ranging(first.count, unit or (first.units[0] if first.units else usual))
    if first.problem:
        return None, amount.unit, first.problem, "amount"
    if not unit and not first.units:
        problem = f"{_number(first)} what of {supply.name}? Say {_ways(supply)}."
        return replace(amount, unit=usual), usual, problem, "unit"
    if not unit:
        problem = f"{UNIT_OF.get(first.units[0], f'“{first.word}”')} of {supply.name}? Say {_ways(supply)}."
        return amount, amount.unit, problem, "unit"
    if _up_to(parts):
        return amount, unit, _up_to(parts), "amount"
    amount, problem = _together(amount, first, more, parts, supply, kitchen)
    unit = amount.unit
    if first.count.mid == 0.0 and not problem:
        problem = f"None of {supply.name}? Say how much, or leave the line out."
    return amount, unit, problem, "amount" if problem else ""


def _till(parts: _Parts) -> str:
    """The grade of thickness till which it goes in, where it is said so; "" where it is not."""
    said = first_phrase(parts.tokens, phrases("till"))
    return phrase_at(parts.tokens, said.start, phrases("till"))[0] if said else ""


def _number(said: Said) -> str:
    return f"{said.count.mid:g}" if said.count.sure else f"{said.count.low:g} to {said.count.high:g}"


def _ways(supply: Supply) -> str:
    return (
        "g, a spoon or a pinch" if supply.material and supply.material.unit == "g" else "mL, a spoon or a cup"
    )


def _up_to(parts: _Parts) -> str:
    """What to ask of 'water up to 500 ml', which is no amount of the water."""
    said = first_phrase(parts.tokens, phrases("lines", "up_to")) is not None
    return "Up to so much in all: put in what that leaves, once the rest is known." if said else ""


def _together(
    amount: Amount, first: Said, more: Sequence[Said], parts: _Parts, supply: Supply, kitchen: Kitchen
) -> tuple[Amount, str]:
    """Two amounts of one thing: added where it says so, one the other's translation, or asked."""
    for other in more:
        unit = _unit_for(other, supply, kitchen.kit)
        if not unit:
            continue
        try:
            one = measured(Amount(1.0, amount.unit), supply.material, kitchen.kit).amount
            each = measured(Amount(1.0, unit), supply.material, kitchen.kit).amount
        except MeasureError:
            continue
        between = {token.word for token in parts.tokens[first.end : other.start]}
        if not first.units and "(" in between:  # a packet (9 g)
            return Amount.ranging(other.count, unit), ""
        if between & ({"+"} | word_of("amounts", "and")) and not between & {"(", "/", "="}:
            count = Count(amount.value * amount.low, amount.value, amount.value * amount.high).plus(
                other.count.times(each / one)
            )
            amount = Amount.ranging(count, amount.unit)
        elif not 1 / TWICE <= (other.count.mid * each) / max(amount.value * one, 1e-9) <= TWICE:
            return amount, f"Two amounts of {supply.name}: {_words_of(first)} or {_words_of(other)}?"
    return amount, ""


def _words_of(said: Said) -> str:
    return f"{_number(said)} {said.word}".strip()
