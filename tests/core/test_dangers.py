"""The danger table and the calm table (danger_rows.py): by jug, by bench, and through a wash."""

from datetime import timedelta
from typing import Any
from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.model import (
    Formula,
    Ingredient,
    Step,
    default_phase,
    family_of,
    of_form,
    starts,
)
from eyebright.core.heads import head_facts
from eyebright.core.materials import (
    Amount,
    Label,
    Lot,
    Supply,
    kinds,
    labelled,
    library,
    own_material,
)
from eyebright.core.mix import Line, Question, work_out
from eyebright.core.rules import GRAVITY, Caution
from eyebright.core.wash import WashLink, wash_of

from .danger_rows import CALM, DANGERS, EDGES, EVEN
from .formulas import start, supply
from .heads import DAY, head

FLAGS = ("sores", "lice", "eye", "lasting")


class Cleared(dict[str, str]):
    """Patch tests that are all clear but for what is said."""

    def get(self, name: str, default: Any = None) -> Any:
        """How the test under this name stands."""
        return super().get(name, "clear")


WHOM: dict[str, Any] = {
    "old": {"birth_year": 1950},
    "eczema": {"skin": ["eczema"]},
    "tender": {"skin": ["sensitive"]},
    "locs": {"style": "locs"},
    "light": {"colour": "fair"},
    "dry": {"scalp": "dry"},
    "oily": {"scalp": "oily"},
}
YES = ("asthma", "epilepsy", "g6pd", "thinners", "pets")
OCCASIONS = {"relaxer": "relaxer", "hot_iron": "straightening"}


def answers_for(what: str, more: str) -> dict[str, Any]:
    """What is on record of a head in a word or two."""
    if what in ("child", "baby"):
        return {"birth_year": DAY.year - int(more) - 1}
    if what == "bleached":
        return {"treatments": {"bleached": (DAY - timedelta(days=int(more))).isoformat()}}
    if what == "pregnant":
        return {"pregnancy": more, "birth_year": 1995}
    if what == "allergic":
        return {"allergies": [more]}
    if what == "seen":
        return {"seen": {more: DAY.isoformat()}}
    return {what: True} if what in YES else WHOM.get(what, {})


def facts_for(words: str) -> dict[str, Any]:
    """The facts of a head in few words: 'child 8', 'allergic nuts', 'bleached 3'."""
    what, _, more = words.partition(" ")
    flags = {"broken": ("broken",), "flags": (more,), "seen": (more,)}.get(what)
    check: dict[str, Any] | None = {"flags": flags} if flags else {"oil": 2} if what == "oily" else None
    day = {"occasion": OCCASIONS[what]} if what in OCCASIONS else {}
    whom = head(answers_for(what, more), check, day)
    patches = {more: "reaction"} if what == "reacted" else {}
    found = head_facts(whom.record, whom.today, whom.check_in, whom.day, whom.history, patches)
    return found | {"patches": Cleared(found["patches"])}


def stuff_for(words: str, past: str) -> Supply:
    """A water, a material of the library, one's own, or a bottle by its label.

    'own juice garden sap hazards=sun', 'label shampoo_mild: Aqua, Coco-Glucoside', 'fresh nettle'.
    """
    if words.startswith("label "):
        key, _, listed = words.removeprefix("label ").partition(": ")
        bottle = labelled(library()[key], Label(ingredients=listed))
        return Lot("label", bottle, bottle.name)
    if not words.startswith("own "):
        found = supply(words)
        return Lot(found.key, library()[words], words, past=True) if words == past else found
    kind = next(k for k in sorted(KINDS, key=len, reverse=True) if words.startswith(f"own {k} "))
    name, said = words.removeprefix(f"own {kind} "), {}
    while "=" in name.rsplit(" ", 1)[-1]:
        name, _, pair = name.rpartition(" ")
        said |= dict([pair.split("=")])
    figures = {"ph": float(said["ph"])} if "ph" in said else {}
    hazards = said["hazards"].split(",") if "hazards" in said else None
    own = own_material(
        "own-1", name, kind, figures, said.get("contains", "").split(",")[: "contains" in said], hazards
    )
    return Lot(f"own-{name}", own, name)


KINDS = tuple(kinds())


class Row:
    """One row of a table, and what is said of it."""

    def __init__(self, text: str) -> None:
        where, self.whom, lines, how, *rest = (part.strip() for part in text.split(" | "))
        self.text, self.where = text, where
        self.level, self.word = (rest[0], rest[1]) if rest else ("", "")
        past = self.whom.removeprefix("past ") if self.whom.startswith("past ") else ""
        self.lines = []
        self.fresh = " fresh " in lines
        for line in lines.replace(" fresh ", " ").split(" + "):
            amount, unit, what = line.split(" ", 2)
            self.lines.append((stuff_for(what, past), Amount(float(amount), unit)))
        use, *words = how.split()
        self.use: Any = "left_in" if use == "left" else "rinsed_out"
        self.minutes = float(words.pop(0)) if use == "rinsed" else 0.0
        self.covered = "covered" in words
        self.settings = dict(word.split("=") for word in words if "=" in word)
        self.facts = facts_for(self.whom)

    def jug(self) -> tuple[Caution, ...]:
        """What the jug says."""
        lines = tuple(Line(each, "amount", amount) for each, amount in self.lines)
        return work_out(Question(lines, None, None, self.use, self.minutes, False, self.facts)).cautions

    def formula(self) -> Formula:
        """The row as a formula; a jug's, everything stirred in."""
        family = family_of("acid_rinse" if self.where == "jug" else self.where)
        lines, steps = [], ()
        for place, (each, amount) in enumerate(self.lines, start=1):
            phase = default_phase(each, family)
            if self.where == "jug" and phase == "infused":
                phase = "dry"
            lines.append(Ingredient(place, each, amount, phase, self._form(each)))
        every = tuple(line.id for line in lines)
        if "step" in self.settings:
            cool = float(self.settings.get("cool", "60"))
            steps = (Step(self.settings["step"], every, 20, 20), Step("cool", (), cool, cool))
        elif self.where == "jug":
            steps = (Step("mix_in", every),)
        pot: Any = self.settings.get("pot", "steel")
        return Formula(
            "Trial", family, tuple(lines), steps, self.use, self.minutes, cover=self.covered, pot=pot
        )

    def _form(self, each: Supply) -> Any:
        """The form of a line: the library's own, or fresh where the row says so."""
        return "fresh" if self.fresh and each.material else of_form(each.material, "")

    def bench(self) -> tuple[Caution, ...]:
        """What the bench says."""
        return assess(self.formula(), head=self.facts).cautions

    def alone(self) -> tuple[Caution, ...]:
        """What it says by itself."""
        return self.jug() if self.where == "jug" else self.bench()

    def wash(self) -> tuple[Caution, ...]:
        """What a wash of nothing else says."""
        return wash_of([WashLink(self.formula(), name="Trial")], supply("hard"), head=self.facts).cautions

    def missed(self, found: tuple[Caution, ...]) -> str:
        """What is wrong with it: '' where it was caught."""
        grave = [each for each in found if GRAVITY[each.level] <= GRAVITY[self.level]]
        text = " ".join(f"{each.what} {each.why} {each.instead}" for each in grave).casefold()
        if not grave:
            return f"{self.text}: no {self.level}, only {[(each.id, each.level) for each in found]}"
        return (
            ""
            if self.word in text
            else f"{self.text}: says nothing of it, only {[each.id for each in grave]}"
        )

    def raised(self, found: tuple[Caution, ...]) -> str:
        """What a calm row says that it should not."""
        loud = [each.id for each in found if each.level != "note"]
        return f"{self.text}: {loud}" if loud else ""


def rows(table: str) -> list[Row]:
    """Every row of a table."""
    return [Row(text) for text in table.strip().splitlines()]


class Dangers(TestCase):
    """Nothing that can hurt passes without a word."""

    maxDiff = None

    def test_every_danger_is_caught(self) -> None:
        missed = [wrong for row in rows(DANGERS.rstrip() + EDGES) if (wrong := row.missed(row.alone()))]
        self.assertEqual(missed, [])

    def test_a_wash_says_it_too(self) -> None:
        missed = [wrong for row in [*rows(DANGERS)[::3], *rows(EDGES)] if (wrong := row.missed(row.wash()))]
        self.assertEqual(missed, [])

    def test_the_tables_are_long_enough(self) -> None:
        dangers, calm = rows(DANGERS.rstrip() + EDGES), rows(CALM.rstrip() + EVEN)
        self.assertGreaterEqual(len(dangers), 210)
        self.assertGreaterEqual(len(calm), 120)
        jugs = sum(row.where == "jug" for row in dangers)
        self.assertTrue(0.35 < jugs / len(dangers) < 0.6, jugs)


class Calm(TestCase):
    """What is ordinary is left alone."""

    maxDiff = None

    def test_ordinary_uses_raise_nothing(self) -> None:
        loud = [wrong for row in rows(CALM.rstrip() + EVEN) if (wrong := row.raised(row.alone()))]
        self.assertEqual(loud, [])

    def test_ordinary_uses_bear_at_most_one_note(self) -> None:
        """What always holds is folded away, so that a note that differs is seen."""
        asked = [(row.text, row.alone()) for row in rows(CALM.rstrip() + EVEN)]
        asked += [(key, assess(start(key)).cautions) for key in starts()]
        notes = {
            text: [each.id for each in said if each.level == "note" and not each.always]
            for text, said in asked
        }
        self.assertEqual({text: ids for text, ids in notes.items() if len(ids) > 1}, {})
        self.assertLess(sum(map(len, notes.values())) / len(notes), 0.25)
