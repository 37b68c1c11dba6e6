"""What holds for every head: oilier never weaker, tenderer never harsher, more hair never less."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.model import families
from eyebright.core.heads import needs_of, record_tables
from eyebright.core.rules import cautions, hold, limits, limits_for, rules_of
from eyebright.core.wash import Advice, advise

from .heads import head

EXAMPLES = settings(max_examples=40, deadline=None)


def _keys(question: str) -> list[str]:
    return [choice.key for choice in record_tables().questions[question].choices]


def _one(question: str) -> st.SearchStrategy[str]:
    return st.sampled_from(_keys(question))


def _many(keys: list[str]) -> st.SearchStrategy[list[str]]:
    return st.lists(st.sampled_from(keys), unique=True, max_size=3)


RECORDS = st.fixed_dictionaries(
    {
        "birth_year": st.integers(1930, 2025),
        "asthma": st.booleans(),
        "skin": _many(_keys("skin")),
        "allergies": _many(_keys("allergies")),
        "treatments": st.dictionaries(_one("treatments"), st.just("2026-11-12"), max_size=2),
        "habits": _many(_keys("habits")),
        "before": _many(_keys("before")),
        "tangles": st.booleans(),
        "layered": st.booleans(),
    }
    | {
        name: _one(name)
        for name in ("scalp", "flakes", "length", "density", "strand", "curl", "porosity", "colour")
    }
    | {"damage": _one("damage"), "style": _one("style")}
)
CHECK_INS = st.fixed_dictionaries(
    {
        key: st.sampled_from([level.key for level in question.choices])
        for key, question in record_tables().check_in.items()
    }
    | {"flags": _many(list(record_tables().flags)).map(tuple)}
)
DAYS = st.fixed_dictionaries(
    {
        "occasion": st.sampled_from(list(record_tables().occasions)),
        "on_scalp": _many(list(record_tables().on_scalp)).map(tuple),
        "on_strands": _many(list(record_tables().on_strands)).map(tuple),
    }
)
SINCE = st.floats(0.0, 40.0)
HEADS = st.tuples(RECORDS, CHECK_INS, DAYS, SINCE).filter(lambda made: made[0]["birth_year"] <= 2024)


def lift(record: dict[str, Any], check: dict[str, Any], day: dict[str, Any], since: float) -> float:
    """The middle share of scalp oil that such a head is offered to have lifted."""
    return needs_of(head(record, check, day, since).facts()).scalp.lift[1]


class Offers(TestCase):
    """Monotone where it has to be."""

    @EXAMPLES
    @given(HEADS)
    def test_an_oilier_scalp_is_never_offered_a_weaker_wash(self, made: tuple[Any, ...]) -> None:
        record, check, day, since = made
        by_record = [lift(record | {"scalp": kind}, check, day, since) for kind in _keys("scalp")]
        by_check = [lift(record, check | {"oil": oil}, day, since) for oil in range(4)]
        self.assertEqual(by_record, sorted(by_record))
        self.assertEqual(by_check, sorted(by_check))

    @EXAMPLES
    @given(HEADS)
    def test_a_tender_scalp_is_never_offered_a_harsher_one(self, made: tuple[Any, ...]) -> None:
        record, check, day, since = made
        before = None
        for tender in (0, 1, 2):
            needs = needs_of(head(record, check | {"tender": tender}, day, since).facts())
            if before:
                self.assertLessEqual(needs.scalp.lift[1], before.scalp.lift[1])
                self.assertLessEqual(needs.scalp.minutes[1], before.scalp.minutes[1])
                self.assertGreaterEqual(needs.scalp.ph[0], before.scalp.ph[0])
                self.assertGreaterEqual(needs.rinse.ph[0], before.rinse.ph[0])
                self.assertLessEqual(needs.rinse.minutes[2], before.rinse.minutes[2])
                self.assertFalse(before.scalp.way == "wet" and needs.scalp.way == "dry")
            before = needs

    @EXAMPLES
    @given(HEADS)
    def test_bands_are_bands_and_no_wash_strips(self, made: tuple[Any, ...]) -> None:
        record, check, day, since = made
        needs = needs_of(head(record, check, day, since).facts())
        for zone in (needs.scalp, needs.lengths):
            self.assertEqual(list(zone.lift), sorted(zone.lift))
            self.assertEqual(list(zone.ph), sorted(zone.ph))
            self.assertLessEqual(zone.lift[2], 0.9)
        tender = needs_of(head(record, check | {"tender": 1}, day, since).facts())
        self.assertLessEqual(tender.scalp.lift[2], 0.55)
        self.assertEqual(list(needs.rinse.ph), sorted(needs.rinse.ph))
        self.assertGreaterEqual(needs.days[0], 1.0)


class Doses(TestCase):
    """Mass and dose."""

    @settings(max_examples=15, deadline=None)
    @given(RECORDS, st.sampled_from(("length", "density", "strand")))
    def test_more_hair_never_takes_less(self, record: dict[str, Any], question: str) -> None:
        found: list[Advice] = []
        for key in _keys(question):
            changed = record | {question: key, "style": "loose", "birth_year": 1988}
            found.append(advise(head(changed)))
        masses = [asks.mass.value for asks in found]
        self.assertEqual(masses, sorted(masses))
        for family in (key for key, each in families().items() if not each.bought):
            doses = [
                next(fit for fit in asks.families if fit.family.key == family).lengths.grams.value
                for asks in found
            ]
            self.assertEqual(doses, sorted(doses))


class Stops(TestCase):
    """A stop never disappears because another rule also fires."""

    @settings(max_examples=150, deadline=None)
    @given(HEADS, st.sampled_from(list(families().values())), st.data())
    def test_every_stop_that_holds_is_said(self, made: tuple[Any, ...], family: Any, data: Any) -> None:
        record, check, day, since = made
        facts = head(record, check, day, since).facts() | family.facts()
        mix = {
            "use": data.draw(st.sampled_from(("rinsed_out", "left_in"))),
            "ph": data.draw(st.floats(1.5, 9.5)),
            "ph_low": data.draw(st.floats(1.0, 9.0)),
            "minutes": data.draw(st.floats(0, 60)),
            "acetic_percent": data.draw(st.floats(0, 5)),
            "acid_percent": data.draw(st.floats(0, 5)),
            "allergic_to": "Nettle",
            "irritants": "onion juice",
            "reacted_to": "Nettle",
            "patch": data.draw(st.sampled_from(("none", "running", "clear", "reaction"))),
            "contains": data.draw(_many(_keys("allergies"))),
        }
        subject = data.draw(st.sampled_from(("family", "jug", "formula", "link")))
        said = {caution.id for caution in cautions(subject, facts | mix)}
        for rule in rules_of(subject):
            if rule.level == "stop" and hold(rule.when, facts | mix, limits_for(facts | mix)):
                self.assertIn(rule.id, said)
        # what is known of the head never takes a stop of the mix alone away: on that matter one stands
        groups = {rule.id: rule.group for rule in rules_of(subject)}
        stopped = {groups[rule.id] for rule in rules_of(subject) if rule.level == "stop" and rule.id in said}
        for caution in cautions(subject, mix):
            if caution.level == "stop":
                self.assertIn(groups[caution.id], stopped)

    @settings(max_examples=60, deadline=None)
    @given(HEADS)
    def test_limits_only_ever_tighten(self, made: tuple[Any, ...]) -> None:
        record, check, day, since = made
        plain, strict = limits(), limits_for(head(record, check, day, since).facts())
        for name, value in strict.items():
            if name in ("left_in_ph", "rinsed_out_ph"):
                self.assertGreaterEqual(value, plain[name])
            else:
                self.assertLessEqual(value, plain[name])

    def test_no_stop_can_be_passed_for_a_child(self) -> None:
        sharp = {"use": "rinsed_out", "ph": 3.2, "ph_low": 3.0, "acid_percent": 0.3, "patch": "clear"}
        facts = head({"birth_year": 2016}).facts()
        found = [caution for caution in cautions("jug", facts | sharp) if caution.level == "stop"]
        self.assertTrue(found)
        self.assertFalse(any(caution.overridable for caution in found))
        self.assertFalse([caution for caution in cautions("jug", sharp) if caution.level == "stop"])
