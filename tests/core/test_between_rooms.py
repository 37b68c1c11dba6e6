"""One fact, through every room of the core: reactions, pauses, thinning, what stands and parts."""

from dataclasses import replace
from unittest import TestCase

from eyebright.core.basin import BasinLink, steps_of
from eyebright.core.formulas.assess import assess, contents_of, digest_of, wholes_of
from eyebright.core.formulas.model import Formula, families
from eyebright.core.planning import Job, Moments, PlanStep, plan
from eyebright.core.wash import Candidate, WashLink, pause_when, stops_of

from .formulas import formula, reading, start
from .heads import head
from .test_wash_links import CLAY, LIQUOR, MASK, SODA, STARCH, WATER, basin, wash
from .test_what_was_made import into, made_of

ONION = formula("juice", ("onion_juice", 20, "mL"), ("rain", 60, "mL"))
JUICE, _ = made_of(replace(ONION, name="Red onion water", product="formula-7"))
NESTED = into("mask", JUICE, 10.0, "mL", ("buttermilk", 80, "mL"))
TWICE, _ = made_of(replace(NESTED, name="Barge mask", product="formula-8"), key="made-2")
TWICE_NESTED = into("mask", TWICE, 20.0, "mL", ("oat_flour", 10, "g"), ("rain", 50, "mL"))
# How the patch tests of a head stand, and what of these it must not have.
REACTIONS = (
    ({"onion_juice": "reaction"}, ("onion", "bottle", "nested", "twice")),
    ({"formula-7": "reaction"}, ("bottle", "nested", "twice")),
    ({"red onion water": "reaction"}, ("bottle", "nested", "twice")),
    ({"formula-8": "reaction"}, ("twice",)),
    ({"juice": "reaction"}, ("onion", "bottle", "nested", "twice")),
    ({"family-mask": "reaction"}, ("nested", "twice")),
    ({"buttermilk": "reaction"}, ("nested", "twice")),
    ({"soapwort": "reaction"}, ()),
    ({"onion_juice": "clear"}, ()),
)
MADE: dict[str, Formula] = {
    "onion": ONION, "bottle": JUICE.as_formula, "nested": NESTED, "twice": TWICE_NESTED,
}  # fmt: skip


def candidate(made: Formula) -> Candidate:
    """A formula as the offers judge it: by what is kept of it, and what its lines are of."""
    used = [line.supply for line in made.ingredients]
    wholes = wholes_of(made.name, made.product, made.family, used)
    return Candidate("1", made.name, digest_of(assess(made)), (), tuple(contents_of(used)), tuple(wholes))


class Reactions(TestCase):
    """What somebody reacted to is stopped in everything that holds it, in every room."""

    def test_on_the_bench_in_a_wash_and_among_the_offers(self) -> None:
        for patches, barred in REACTIONS:
            facts = head(patches=patches).facts()
            for name, made in MADE.items():
                rooms = {
                    "bench": assess(made, head=facts).cautions,
                    "wash": basin(patches=patches).alone(WashLink(made)),
                    "offers": stops_of(candidate(made), facts),
                }
                for room, said in rooms.items():
                    with self.subTest(f"{patches}, {name}, {room}"):
                        stopped = [each for each in said if each.id == "reaction-mix"]
                        self.assertEqual(bool(stopped), name in barred)

    def test_it_is_named(self) -> None:
        facts = head(patches={"formula-7": "reaction"}).facts()
        (said,) = [each for each in assess(TWICE_NESTED, head=facts).cautions if each.id == "reaction-mix"]
        self.assertIn("Red onion water", said.what)


NIGHT, TIE, SET, TOWEL, HEAT, DAMP = (
    WashLink(None, pause=key) for key in ("night", "tie", "set", "towel", "heat", "damp")
)
LIQUOR_ON, LEFT = WashLink(LIQUOR), WashLink(replace(STARCH, use="left_in"), "lengths")
OILED = WashLink(start("night_watch_oil"), "lengths")
PAUSES = (
    ((OILED, NIGHT, LIQUOR_ON, WATER), {1: "ahead"}),
    ((OILED, SET, TIE, LIQUOR_ON, WATER), {1: "within", 2: "ahead"}),
    ((LIQUOR_ON, WATER, LEFT, SET, TIE), {3: "after", 4: "after"}),
    ((LIQUOR_ON, LEFT, NIGHT), {2: "after"}),
    ((LIQUOR_ON, WATER, NIGHT, LEFT), {2: "after"}),
    ((WashLink(SODA), NIGHT), {1: "ahead"}),
    ((WashLink(CLAY), DAMP, WATER, TOWEL, HEAT), {1: "within", 3: "after", 4: "after"}),
)


class AfterTheBasin(TestCase):
    """What comes after the basin is after it, and everything is rinsed out before."""

    def test_when_each_pause_comes(self) -> None:
        for links, expected in PAUSES:
            found = {place: when for place, when in enumerate(pause_when(links)) if when}
            with self.subTest([link.pause for link in links]):
                self.assertEqual(found, expected)

    def test_what_is_worn_for_the_night_takes_no_basin(self) -> None:
        found = wash(LIQUOR_ON, WATER, LEFT, TIE)
        self.assertEqual(found.ahead, 0.0)
        self.assertLess(found.basin, 60.0)
        self.assertGreater(found.minutes, 480.0)

    def test_nothing_that_must_come_off_is_on_under_a_towel(self) -> None:
        mask = WashLink(MASK, "lengths", 20.0)
        found = wash(mask, TOWEL, WashLink(None, pause="dry"))
        self.assertEqual(found.results[0].longest, 20.0)
        links = [
            BasinLink(1, "Clay", "put_on", zone="scalp", start=0.0, minutes=10.0),
            BasinLink(2, "Mask", "put_on", zone="lengths", start=0.0, minutes=20.0),
            BasinLink(3, "Towel", "pause", start=20.0, minutes=5.0, after=True),
        ]
        steps = steps_of(links)
        kinds = [each.kind for each in steps]
        self.assertLess(max(p for p, kind in enumerate(kinds) if kind == "rinse"), kinds.index("pause"))
        self.assertEqual({pk for each in steps for pk in each.offs}, {1, 2})


class NotBeforeItIsReady(TestCase):
    """Nothing is put on before what it takes is made."""

    def test_a_job_waits_for_another(self) -> None:
        make = Job(
            "make", "Oil", (PlanStep("Warm", 10.0, 20.0), PlanStep("Cool", 30.0, 60.0, waits=True)), 5.0
        )
        put_on = Job(
            "put", "Oil", (PlanStep("Put it on", 5.0, 10.0), PlanStep("Leave it", 60.0, 90.0, waits=True)),
            120.0, after=("make",),
        )  # fmt: skip
        made, on = plan((make, put_on), Moments.of(), 0.0)
        self.assertGreater(made.ready, 5.0)
        self.assertGreaterEqual(on.begin, made.ready)
        self.assertLess(plan((put_on,), Moments.of(), 0.0)[0].begin, 60.0)


# What is in it, and whether it parts as it stands, and below how many °C it sets.
STANDING = (
    ("spray", (("rain", 90, "mL"), ("sunflower_oil", 5, "mL")), True, None),
    ("spray", (("rain", 90, "mL"), ("coconut_oil", 5, "g")), True, (23.0, 26.0)),
    ("spray", (("rain", 90, "mL"), ("citric_acid", 0.2, "g")), False, None),
    ("mask", (("buttermilk", 80, "mL"), ("sunflower_oil", 5, "mL")), False, None),
    ("clay_damp", (("kaolin", 60, "g"), ("rain", 45, "mL"), ("sunflower_oil", 5, "mL")), False, None),
    ("pre_wash_oil", (("sunflower_oil", 50, "mL"),), False, None),
    ("pre_wash_oil", (("coconut_oil", 40, "g"), ("sunflower_oil", 10, "mL")), False, (23.0, 26.0)),
    ("pre_wash_oil", (("sunflower_oil", 40, "mL"), ("coconut_oil", 5, "g")), False, None),
    ("soap_wash", (("rain", 200, "mL"), ("paste_soap", 20, "mL"), ("sunflower_oil", 3, "mL")), False, None),
)


class AsItStands(TestCase):
    """Oil and water part, solid fats set, and it is said."""

    def test_what_parts_is_shaken_and_what_sets_is_warmed(self) -> None:
        for family, lines, parts, sets in STANDING:
            found = reading(family, *lines)
            said = {each.id for each in found.cautions}
            with self.subTest(f"{family} {lines}"):
                self.assertEqual((found.facts["parts"], "shake" in said), (parts, parts))
                below = found.facts["sets_below"]
                self.assertEqual("sets" in said, sets is not None)
                if sets is None:
                    self.assertIsNone(below)
                else:
                    self.assertTrue(sets[0] <= below <= sets[1], below)

    def test_each_family_is_measured_in_one_unit(self) -> None:
        for family, lines, unit in (
            ("pre_wash_oil", (("sunflower_oil", 50, "mL"),), "mL"),
            ("stock_powder", (("soapwort", 50, "g"), ("nettle", 20, "g")), "g"),
            ("dry_blend", (("kaolin", 50, "g"),), "g"),
            ("acid_rinse", (("rain", 500, "mL"), ("malt_vinegar", 20, "mL")), "mL"),
        ):
            with self.subTest(family):
                self.assertEqual(reading(family, *lines).unit, unit)

    def test_every_family_that_is_stirred_in_says_into_how_much(self) -> None:
        self.assertTrue([key for key, each in families().items() if each.wetted > 0.0])
        self.assertTrue(all(each.powder for each in families().values() if each.wetted > 0.0))
