"""What may be left out of a formula, what it wants on the head, and what its pot bears."""

import json
from dataclasses import replace
from typing import get_args
from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import Workbench, scaling, till_thick
from eyebright.core.formulas.exchange import export, import_recipe, read_line
from eyebright.core.formulas.model import (
    TILL,
    Formula,
    FormulaError,
    Step,
    planned_steps,
    pots,
    preconditions,
)
from eyebright.core.make import as_done
from eyebright.core.vocabulary import Pot
from eyebright.core.wash import WashLink

from .formulas import formula
from .test_wash_links import basin
from .written_lines import empty_kitchen

WHOLE = formula(
    "clay_damp", ("rhassoul", 60, "g"), ("rain", 100, "mL"), ("honey", 7, "g"), ("lavender_oil", 4, "drop")
)
OIL = formula("pre_wash_oil", ("sunflower_oil", 15, "mL"), use="left_in")


def without(made: Formula, *names: str) -> Formula:
    """The same, with these left out for dry hair only."""
    spare = tuple(
        replace(line, only_if="for dry hair")
        for line in made.ingredients
        if line.material and line.material.key in names
    )
    ids = {line.id for line in spare}
    kept = tuple(line for line in made.ingredients if line.id not in ids)
    return replace(made, ingredients=kept, left_out=spare)


class LeftOut(TestCase):
    """A line that is left out changes nothing of what comes of it, and is not lost."""

    def test_it_is_reckoned_as_what_was_never_there(self) -> None:
        plain = replace(WHOLE, ingredients=WHOLE.ingredients[:2])
        found, other = assess(without(WHOLE, "honey", "lavender_oil")), assess(plain)
        self.assertEqual(found.facts, other.facts)
        self.assertEqual(found.yield_g, other.yield_g)
        self.assertNotEqual(assess(WHOLE).facts["scent_percent"], 0.0)

    def test_every_stop_of_it_is_there_once_it_goes_in(self) -> None:
        strong = formula("spray", ("rain", 100, "mL"), ("lemon_oil", 60, "drop"), use="left_in")
        said = {each.id for each in assess(strong).cautions if each.level == "stop"}
        self.assertTrue(said)
        self.assertFalse(said & {each.id for each in assess(without(strong, "lemon_oil")).cautions})

    def test_it_grows_with_the_rest(self) -> None:
        made = scaling.times(without(WHOLE, "honey"), Workbench(), 2.0).formula
        self.assertEqual([line.amount.value for line in made.left_out], [14.0])

    def test_a_step_that_only_puts_it_in_is_not_done(self) -> None:
        steps = (Step("mix_in", (1, 2)), Step("stir_in", (3,)), Step("rest"))
        made = replace(WHOLE, steps=steps)
        self.assertEqual(
            [each.kind.key for each in planned_steps(without(made, "honey"))][:2], ["mix_in", "rest"]
        )
        self.assertIn("stir_in", [each.kind.key for each in planned_steps(made)])

    def test_a_step_on_a_condition_says_it_first(self) -> None:
        made = replace(WHOLE, steps=(Step("mix_in", (1, 2, 3, 4)), Step("strain", only_if="if it is lumpy")))
        self.assertTrue(planned_steps(made)[1].says.startswith("If it is lumpy: strain"))

    def test_a_new_line_has_an_id_of_its_own(self) -> None:
        made = without(WHOLE, "lavender_oil")
        self.assertNotIn(made.new_id(), {line.id for line in (*made.ingredients, *made.left_out)})

    def test_it_stays_left_out_when_it_was_made(self) -> None:
        made = as_done(without(WHOLE, "honey"), [], {}, [], Workbench().kit)
        self.assertEqual(len(made.left_out), 1)

    def test_it_is_exported_and_comes_back(self) -> None:
        made = replace(without(WHOLE, "honey"), wants=("oil_free",))
        found = import_recipe(json.dumps(export.recipe(made, assess(made))))
        self.assertEqual(found.only_if, ("", "", "", "for dry hair"))
        self.assertEqual(found.left_out, (3,))
        self.assertEqual(found.settings["wants"], ["oil_free"])
        self.assertIn("7 g", found.lines[3])


class Wants(TestCase):
    """What must hold on the head before it goes on."""

    def test_it_is_said_wherever_it_goes_on(self) -> None:
        made = replace(WHOLE, wants=("oil_free", "detangled"))
        rooms = assess(made).cautions, basin().alone(WashLink(made))
        for said in rooms:
            one = next(each for each in said if each.id == "wants-first")
            self.assertIn("an oil-free scalp and detangled hair", one.what)

    def test_oil_that_is_still_on_is_warned_of(self) -> None:
        bare = replace(WHOLE, wants=("oil_free",))
        wash = formula("saponin_liquor", ("soapwort", 60, "g"), ("rain", 600, "mL"))
        rows = (
            ([OIL, bare, wash], True),
            ([OIL, wash, bare], False),
            ([bare, OIL, wash], False),
            ([OIL, WHOLE], False),
        )
        for chain, warned in rows:
            with self.subTest([each.family.key for each in chain]):
                said = basin().wash([WashLink(each) for each in chain]).cautions
                self.assertEqual("oil-under" in {each.id for each in said}, warned)

    def test_every_row_is_heard_in_five_tongues(self) -> None:
        for row in preconditions().values():
            self.assertGreaterEqual(len(row.hear), 5, row.key)


class Pots(TestCase):
    """What a pot bears: acid, heat, scent."""

    def test_every_pot_is_a_row(self) -> None:
        self.assertEqual(get_args(Pot), tuple(pots()))

    def test_what_is_said_of_each(self) -> None:
        sour = formula("acid_rinse", ("cider_vinegar", 50, "mL"), ("rain", 100, "mL"))
        hot = formula("saponin_liquor", ("soapwort", 60, "g"), ("rain", 600, "mL"))
        for made, caution, said_of in (
            (sour, "reactive-metal", {"iron", "copper", "aluminium"}),
            (hot, "pot-softens", {"wood", "plastic"}),
            (WHOLE, "pot-soaks", {"wood"}),
        ):
            for pot in get_args(Pot):
                with self.subTest(f"{caution}, {pot}"):
                    said = {each.id for each in assess(replace(made, pot=pot)).cautions}
                    self.assertEqual(caution in said, pot in said_of)


class TillThick(TestCase):
    """So much of a line as makes it as thick as somebody wants it."""

    def test_it_comes_out_as_thick_as_that(self) -> None:
        for family, powder, liquid in (
            ("clay_damp", "rhassoul", "rain"),
            ("saponin_paste", "shikakai", "whey"),
            ("mask", "oat_flour", "buttermilk"),
        ):
            for grade in ("spreads", "clings", "runny"):
                made = formula(family, (powder, 60, "g"), (liquid, 1, "mL"))
                lines = (made.ingredients[0], replace(made.ingredients[1], till=grade))
                with self.subTest(f"{liquid} till {grade}"):
                    found = till_thick(replace(made, ingredients=lines), Workbench())
                    texture = assess(found).texture
                    assert texture is not None
                    self.assertEqual(texture.grade.key, grade)

    def test_a_powder_too(self) -> None:
        made = formula("clay_damp", ("rhassoul", 1, "g"), ("rain", 100, "mL"))
        lines = (replace(made.ingredients[0], till="spreads"), made.ingredients[1])
        found = till_thick(replace(made, ingredients=lines), Workbench())
        self.assertGreater(found.ingredients[0].amount.value, 30.0)

    def test_what_takes_up_nothing_is_said_beside_its_line(self) -> None:
        made = formula("acid_rinse", ("cider_vinegar", 10, "mL"), ("rain", 1, "mL"))
        lines = (made.ingredients[0], replace(made.ingredients[1], till="spreads"))
        with self.assertRaises(FormulaError) as raised:
            till_thick(replace(made, ingredients=lines), Workbench())
        self.assertEqual(raised.exception.line, 1)

    def test_a_step_that_it_goes_in_at_says_so(self) -> None:
        lines = (WHOLE.ingredients[0], replace(WHOLE.ingredients[1], till="spreads"))
        made = replace(WHOLE, ingredients=lines, steps=(Step("mix_in", (1, 2)),))
        self.assertIn("as thick as you want it", planned_steps(made)[0].until)

    def test_it_is_heard(self) -> None:
        for text, grade in (
            ("enough yoghurt to make a cream", "clings"),
            ("yoghurt till it spreads", "spreads"),
            ("warm water to make a paste", "spreads"),
            ("Wasser, bis eine Paste entsteht", "spreads"),
            ("de l'eau pour faire une pâte", "spreads"),
        ):
            with self.subTest(text):
                self.assertEqual(read_line(text, empty_kitchen()).unit, f"{TILL}{grade}")
