"""The corpus of written lines (`lines.txt`), and how a reading of one is judged."""

from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from eyebright.core.chemistry import water_classes
from eyebright.core.formulas.exchange import Kitchen, ParsedLine, ReadRecipe, read_recipe
from eyebright.core.formulas.model import TILL
from eyebright.core.materials import METRIC, Lot, Meaning, Recogniser, Supply, SupplyKey, WaterLot, library

FORMS = ("fresh", "whole", "broken", "powder", "–")
NEAR = 0.006  # an amount is the one that was written, but for its rounding


@dataclass(frozen=True)
class Written:
    """One line of the corpus: `meant` for each line that it holds; "-" for none."""

    text: str
    meant: tuple[str, ...]


@dataclass(frozen=True)
class Judged:
    """Whether a line was read right, and where not, whether that happened in silence."""

    right: bool
    silent: bool = False
    says: str = ""


def corpus() -> Iterator[Written]:
    """Every line of the corpus."""
    for row in Path(__file__).with_name("lines.txt").read_text("utf-8").splitlines():
        if row and not row.startswith("# "):
            text, _, meant = row.partition(" | ")
            yield Written(text, tuple(each.strip() for each in meant.split(";")))


def supply(meaning: Meaning) -> Supply:
    """What stands behind a name in a household that has nothing yet."""
    if meaning.what.startswith("water:"):
        key = meaning.what.removeprefix("water:").replace("tap", "unknown")
        return WaterLot(f"class-{key}", water_classes()[key], water_classes()[key].name)
    return Lot(f"lib-{meaning.what}", library()[meaning.what], library()[meaning.what].name)


def empty_kitchen() -> Kitchen:
    """A kitchen with nothing on its shelf."""
    return Kitchen(Recogniser(), supply, METRIC)


def judged(written: Written, read: ReadRecipe) -> Judged:
    """A reading against what was meant."""
    if written.meant == ("-",):
        says = ", ".join(_read_as(line) for line in read.lines)
        return Judged(not read.lines, any(line.sure and not line.problem for line in read.lines), says)
    if len(read.lines) != len(written.meant):
        silent = any(line.sure and not line.problem for line in read.lines)
        return Judged(False, silent, f"{len(read.lines)} lines: {[_read_as(line) for line in read.lines]}")
    each = [_judged(line, meant) for line, meant in zip(read.lines, written.meant, strict=True)]
    return next((one for one in each if not one.right), Judged(True))


def _judged(line: ParsedLine, meant: str) -> Judged:
    taken = line.sure and not line.problem
    says = _read_as(line)
    if meant.startswith("?"):
        what, _, amount = meant.removeprefix("?").strip().partition(" ")
        offered = not what or what in map(_key, line.found[:3])
        right = not taken and offered and (not amount or amount == "–" or _same_number(line, amount))
        return Judged(right, taken, says)
    if meant.startswith("~"):
        return Judged(not taken or _key(line.found[0]) == meant[1:].strip(), taken, says)
    if " ! " in meant:
        what, _, _unit = meant.partition(" ! ")
        return Judged(bool(line.problem) and line.sure and _key(line.found[0]) == what, taken, says)
    body, _, form = (
        meant.rpartition(", ") if meant.endswith(tuple(f", {form}" for form in FORMS)) else (meant, "", "")
    )
    what, amount = meant.split(" ", 1) if meant.endswith(" –") else body.split(" ", 1)
    right = line.sure and _key(line.found[0]) == what
    right = right and (form in ("", "–") or line.form == form)
    if amount == "–":
        return Judged(right and line.amount is None and bool(line.problem), taken, says)
    return Judged(right and taken and _same(line, amount), taken, says)


def _same_number(line: ParsedLine, amount: str) -> bool:
    value = float(amount.split(" ")[0])
    return line.amount is not None and abs(line.amount.value - value) <= NEAR * value


def _same(line: ParsedLine, amount: str) -> bool:
    if amount.startswith(TILL):
        return line.amount is None and line.unit == amount
    return _same_number(line, amount) and line.unit == amount.split(" ", 1)[1]


def _key(supply: Supply) -> str:
    key = SupplyKey(supply.key).name
    return "tap" if key == "unknown" else key


def _read_as(line: ParsedLine) -> str:
    found = ", ".join(map(_key, line.found[:3]))
    amount = "" if line.amount is None else f"{line.amount.value:.4g} {line.unit}"
    return f"{'taken' if line.sure else 'asked'} {found} {amount} {line.form} {line.problem}"


def read(written: Written, kitchen: Kitchen) -> ReadRecipe:
    """One line of the corpus, read."""
    return read_recipe(written.text, kitchen)
