"""The corpus of told recipes (`told.txt`), and how a hearing of one is judged."""

from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from eyebright.core.formulas.exchange import ADDED, HeardRecipe, Kitchen, ParsedLine, hear_recipe
from eyebright.core.materials import SupplyKey

NEAR = 0.006


@dataclass(frozen=True)
class ToldRecipe:
    """A recipe of the corpus: its words, and what it must become, by field."""

    tongue: str
    text: str
    meant: dict[str, str]


def corpus() -> Iterator[ToldRecipe]:
    """Every recipe of the corpus."""
    whole = Path(__file__).with_name("told.txt").read_text("utf-8")
    for part in whole.split("\n=== ")[1:]:
        tongue, _, rest = part.partition("\n")
        text, _, meant = rest.partition("\n---\n")
        fields = [row.partition(": ") for row in meant.splitlines() if row.strip()]
        yield ToldRecipe(tongue.strip(), text.strip(), {name: value.strip() for name, _, value in fields})


def wrong_in(recipe: ToldRecipe, kitchen: Kitchen) -> list[str]:
    """What is heard otherwise than it was meant, field by field, in words."""
    heard = hear_recipe(recipe.text, kitchen)
    meant = recipe.meant
    out = []
    if meant["title"] not in ("*", heard.title):
        out.append(f"title {heard.title!r}")
    out += _lines(meant["lines"], heard)
    out += _steps(meant["steps"], heard)
    use = heard.use or "rinsed_out"
    if use not in _either(meant["use"]):
        out.append(f"use {heard.use}")
    minutes = "-" if heard.minutes is None else "-".join(f"{each:g}" for each in dict.fromkeys(heard.minutes))
    if minutes not in _either(meant["minutes"]):
        out.append(f"minutes {minutes}")
    if heard.family.family.key not in _either(meant["family"]):
        out.append(f"family {heard.family.family.key}")
    if "apart" in meant and (heard.apart is None or abs(heard.apart - float(meant["apart"])) > 0.5):
        out.append(f"apart {heard.apart}")
    if "makes" in meant and heard.makes != float(meant["makes"]):
        out.append(f"makes {heard.makes}")
    if "cover" in meant and not heard.cover:
        out.append("no cover")
    if "place" in meant and heard.place != meant["place"]:
        out.append(f"place {heard.place}")
    if "warn" in meant and not any(meant["warn"] in each.casefold() for each in heard.warnings):
        out.append(f"warnings {heard.warnings}")
    if "claim" in meant and not any(
        meant["claim"] in each.text.casefold() and "a claim, left out" in each.heard for each in heard.told
    ):
        out.append("claim")
    if "if" in meant and (said := _conditions(heard)) != sorted(meant["if"].split("; ")):
        out.append(f"if {said}")
    if heard.pot != meant.get("pot", heard.pot):
        out.append(f"pot {heard.pot}")
    if "wants" in meant and ", ".join(heard.wants) != meant["wants"]:
        out.append(f"wants {heard.wants}")
    missed = [each.missed for each in heard.told if each.missed]
    if missed and "unheard" not in meant:
        out.append(f"missed {missed}")
    return out


def _either(meant: str) -> list[str]:
    return [each.strip() for each in meant.split(" / ")]


def _key(line: ParsedLine) -> str:
    key = SupplyKey(line.found[0].key).name if line.found else "?"
    return "tap" if key == "unknown" else key


def _conditions(heard: HeardRecipe) -> list[str]:
    """What may be left out, and when: "honey = if your hair is dry"."""
    lines = [f"{_key(line)} = {line.only_if}" for line in heard.lines if line.only_if]
    return sorted(lines + [f"{step.kind} = {step.only_if}" for step in heard.steps if step.only_if])


def _lines(meant: str, heard: HeardRecipe) -> list[str]:
    wanted = [each.strip() for each in meant.split(";")]
    left = list(heard.lines)
    out = []
    for each in wanted:
        names, _, amount = each.rpartition(" ") if each.endswith((" ?", " –")) else each.partition(" ")
        if " / " in each:
            parts = each.split(" / ")
            last, _, amount = parts[-1].partition(" ")
            options = [*parts[:-1], last]
        else:
            options = [names]
        found = next((x for x in left if _key(x) in options or ("?" in options and not x.sure)), None)
        if found is None:
            out.append(f"no line {each}")
            continue
        left.remove(found)
        if amount not in ("?", "–") and not _same(found, amount, asked="?" in options):
            out.append(f"{each}: {found.amount.value if found.amount else None} {found.unit} {found.problem}")
    if left:
        out.append(f"more lines {[(line.text, _key(line)) for line in left]}")
    return out


def _same(line: ParsedLine, amount: str, *, asked: bool) -> bool:
    value, _, unit = amount.partition(" ")
    if asked:
        return line.amount is not None and abs(line.amount.value - float(value)) < NEAR and line.unit == unit
    if unit in ("conker", "onion", "thumb", "leaf", "avocado", "banana", "yolk", "cover", "piece"):
        return line.amount is not None and abs(line.amount.value - float(value)) < NEAR and not line.problem
    same = line.amount is not None and abs(line.amount.value - float(value)) <= NEAR * float(value)
    return same and line.unit == unit and not line.problem


def _steps(meant: str, heard: HeardRecipe) -> list[str]:
    wanted = [] if meant == "-" else [each.strip() for each in meant.split(";")]
    steps = [step for step in heard.steps if step.note != ADDED]
    says = [f"{s.kind} {s.least}-{s.most} {[_key(heard.lines[i]) for i in s.adds]}" for s in steps]
    if len(wanted) != len(steps):
        return [f"steps {says}"]
    for each, step in zip(wanted, steps, strict=True):
        head, _, adds = each.partition(":")
        kinds = [one.split(" ")[0] for one in _either(head)]
        times = head.strip().split(" ")[-1] if head.strip()[-1].isdigit() else ""
        said = (
            "" if step.least is None else "-".join(f"{n:g}" for n in dict.fromkeys((step.least, step.most)))
        )
        named = {_key(heard.lines[place]) for place in step.adds}
        if step.kind not in kinds or said != times:
            return [f"steps {says}"]
        if adds and {one.strip() for one in adds.split(",")} - named:
            return [f"adds of {each}: {named}"]
    return []
