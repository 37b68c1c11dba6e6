"""Rules of the job that nothing else would miss: each could be broken without another test noticing."""

import ast
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

import eyebright
from eyebright.core.chemistry import MeterReading
from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.model import Formula, Ingredient, Step
from eyebright.core.learning import posterior_from
from eyebright.core.materials import Lot, material
from eyebright.core.mix import JugObservation, filled
from eyebright.core.numbers import PRIOR, Draws, Posterior

from .formulas import formula, reading, start
from .jugs import line, lot, water

ROOT = Path(eyebright.__file__).parents[1]
ROOMS = ("model", "prepare", "assess", "change", "exchange")  # of formulas, each with a face of its own


class Texture(TestCase):
    """A powder drinks while it rests."""

    def test_resting_thickens(self) -> None:
        def loose(minutes: float) -> float:
            lines = (("kaolin", 50, "g"), ("rain", 60, "mL"))
            steps = (Step("mix_in", (1, 2)), Step("rest", (), minutes, minutes))
            found = reading("clay_damp", *lines, steps=steps).texture
            assert found is not None
            return found.ratio.value

        at_once, later, rested = loose(1), loose(10), loose(60)
        self.assertGreater(at_once, later)
        self.assertGreater(later, rested)


class Cost(TestCase):
    """What a wash of it costs."""

    def priced(self, each: float) -> Formula:
        """A soapwort paste of which a gram of powder costs so much."""
        plain = formula("saponin_paste", ("soapwort", 30, "g"), ("rain", 90, "mL"))
        root = Lot("lot-root", material("soapwort"), "Soapwort root", None, each)
        first, *rest = plain.ingredients
        lines = (Ingredient(first.id, root, first.amount, first.phase, first.form), *rest)
        return Formula(plain.name, plain.family, lines, plain.steps, use=plain.use, minutes=plain.minutes)

    def test_a_wash_costs_its_share_of_the_batch(self) -> None:
        found = assess(self.priced(0.05))
        self.assertAlmostEqual(found.cost.batch or 0.0, 1.5, places=6)
        assert found.cost.wash is not None
        self.assertAlmostEqual(found.cost.wash * found.washes.value / 1.5, 1.0, delta=0.03)
        twice = assess(self.priced(0.10)).cost.wash
        self.assertAlmostEqual(twice or 0.0, 2.0 * found.cost.wash, places=6)

    def test_one_price_that_nobody_knows_leaves_it_open(self) -> None:
        found = assess(start("lamplight_soapwort")).cost
        self.assertEqual((found.batch, found.wash), (None, None))
        self.assertTrue(found.unknown)


def seen(scope: str, acid: Lot, ph: float, source: str = "very_hard", grams: float = 12.0) -> JugObservation:
    """So much vinegar in half a litre of a water, read with a meter."""
    jug = filled([line(water(source), 500.0), line(acid, grams)], None, scope=scope)
    return JugObservation(jug, 0.0, MeterReading(ph, 0.05))


class Readings(TestCase):
    """What a reading teaches, and of what."""

    MALT = lot("malt_vinegar", name="malt")

    def middle(self, posterior: Posterior, name: str) -> float:
        return dict(zip(posterior.names, posterior.mean.tolist(), strict=True))[name]

    def test_a_readings_own_slip_is_not_learnt_unless_its_jug_still_stands(self) -> None:
        told = seen("reading 1", self.MALT, 4.2)
        own = "reading 1/1/measure"
        self.assertNotIn(own, posterior_from([told]).names)
        self.assertIn(own, posterior_from([told], also="reading 1").names)

    def test_a_reading_moves_both_the_bottle_and_the_water(self) -> None:
        sharp, dull = (posterior_from([seen("reading 1", self.MALT, ph)]) for ph in (3.9, 5.2))
        strength, alkalinity = "lot-malt/strength", "water-very_hard/alkalinity"
        self.assertGreater(self.middle(sharp, strength), self.middle(dull, strength))
        self.assertLess(self.middle(sharp, alkalinity), self.middle(dull, alkalinity))

    def test_a_slip_of_one_jug_is_no_slip_of_another(self) -> None:
        draws = Draws(400)
        for scope in ("reading 1", "reading 2"):
            seen(scope, self.MALT, 4.2).totals(draws, draws.of("any", material("malt_vinegar").strength))
        one, other = (draws.used[f"reading {n}/1/measure"] for n in (1, 2))
        self.assertGreater(float(abs(one - other).max()), 0.5)

    def test_nothing_read_teaches_nothing(self) -> None:
        self.assertIs(posterior_from([]), PRIOR)


def imports(file: Path) -> Iterator[str]:
    """Every module that a file imports from, in full."""
    package = file.relative_to(ROOT).with_suffix("").parts[:-1]
    for node in ast.walk(ast.parse(file.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (name.name for name in node.names)
        elif isinstance(node, ast.ImportFrom):
            base = ".".join(package[: len(package) + 1 - node.level]) if node.level else ""
            yield ".".join(part for part in (base, node.module or "") if part)


def face_of(module: str) -> str:
    """The package of the core whose face a module stands behind; "" where it is a face, or no core's."""
    parts = module.split(".")
    if parts[:2] != ["eyebright", "core"] or len(parts) < 4 or parts[2] == "vocabulary":
        return ""
    depth = 4 if parts[2] == "formulas" and parts[3] in ROOMS else 3
    return ".".join(parts[:depth]) if len(parts) > depth else ""


class Faces(TestCase):
    """Every package of the core is used through its public face."""

    def test_nobody_reaches_behind_one(self) -> None:
        behind, looked = [], 0
        for folder in ("eyebright", "tests", "bench", "docs"):
            for file in (ROOT / folder).rglob("*.py"):
                own = ".".join(file.relative_to(ROOT).parts[:-1])
                for module in imports(file):
                    looked += 1
                    face = face_of(module)
                    if face and own != face and not own.startswith(f"{face}."):
                        behind.append(f"{file.relative_to(ROOT)}: {module}")
        self.assertGreater(looked, 1000)
        self.assertEqual(behind, [])
