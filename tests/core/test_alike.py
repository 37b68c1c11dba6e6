"""One question, one answer: jug against formula, and a wash against what its links say alone."""

from typing import Any
from unittest import TestCase

from eyebright.core.chemistry import MeterReading
from eyebright.core.formulas.assess import assess
from eyebright.core.learning import posterior_from
from eyebright.core.mix import JugObservation, Question, filled, work_out
from eyebright.core.wash import WashLink, wash_of

from ..alike import pair
from .danger_rows import DANGERS
from .formulas import formula, supply
from .jugs import line, lot
from .test_dangers import rows

MIXES = 100


class JugAndFormula(TestCase):
    """The same lines, use, minutes and head."""

    maxDiff = None

    def test_they_say_the_same(self) -> None:
        wrong = []
        for seed in range(MIXES):
            found = pair(seed)
            if found.apart > 0.12:
                wrong.append(f"{found.text}: pH {found.ph}")
            if apart := found.differs():
                wrong.append(f"{found.text}: {sorted(apart)}")
        self.assertEqual(wrong, [])


class WashAndLink(TestCase):
    """Whatever a formula says alone for a head, a wash with it says too, named by its link."""

    maxDiff = None

    def test_a_wash_says_all_that_its_links_say(self) -> None:
        lost = []
        for row in rows(DANGERS)[1::3]:
            alone = row.bench()
            wash = wash_of(
                [WashLink(None), WashLink(row.formula(), name="Trial"), WashLink(None)],
                supply("hard"),
                head=row.facts,
            ).cautions
            said = {(each.id, each.level) for each in wash}
            lost += [f"{row.text}: {each.id}" for each in alone if (each.id, each.level) not in said]
            named = {each.id for each in wash if each.what.startswith("Trial: ")}
            whole = {each.id for each in wash} - named
            lost += [f"{row.text}: {each.id} unnamed" for each in alone if each.id not in named | whole]
        self.assertEqual(lost, [])

    def test_one_links_stop_is_its_own(self) -> None:
        stopped, fine = (
            rows(DANGERS)[0].formula(),
            rows("jug | adult | 500 mL hard | rinsed 2")[0].formula(),
        )
        links = [WashLink(stopped, name="Neat lemon"), WashLink(fine, name="Water rinse")]
        found = wash_of(links, supply("hard")).cautions
        stops = [each.what for each in found if each.level == "stop"]
        self.assertTrue(stops)
        self.assertTrue(all(what.startswith("Neat lemon: ") for what in stops), stops)

    def test_a_link_is_judged_by_its_own_minutes_zone_and_cover(self) -> None:
        soda = rows("alkaline_wash | oily | 12 g baking_soda + 400 mL distilled | rinsed 2")[0]

        def stops(**how: Any) -> set[str]:
            found = wash_of([WashLink(soda.formula(), name="Soda", **how)], supply("hard"), head=soda.facts)
            return {each.id for each in found.cautions if each.level == "stop"}

        self.assertEqual(stops(), set())
        self.assertEqual(stops(minutes=120.0), {"soda-far-too-long"})
        self.assertEqual(stops(minutes=5.0, cover=True), {"soda-covered-long"})
        self.assertEqual(stops(minutes=10.0, zone="scalp"), {"soda-far-too-long"})
        self.assertEqual(stops(minutes=10.0, zone="bag", cover=True), set())


class BeforeReadings(TestCase):
    """What one reading takes away stays said, on the bench, in the jug and through a wash."""

    def test_a_stop_that_one_strip_takes_away_still_stands(self) -> None:
        vinegar = lot("spirit_vinegar")
        neat = filled([line(vinegar, 100.0)], None, scope="reading 1")
        read = [JugObservation(neat, 0.0, MeterReading(3.6, 0.05))]
        once = posterior_from(read)
        other = filled([line(vinegar, 50.0), line("distilled", 50.0)], None, scope="reading 2")
        twice = posterior_from([*read, JugObservation(other, 0.0, MeterReading(3.7, 0.05))])
        made = formula("spray", ("spirit_vinegar", 3, "mL"), ("distilled", 100, "mL"))
        asked = Question(
            (line(vinegar, 3.0), line("distilled", 100.0)), None, None, "left_in", 0.0, posterior=once
        )

        def ids(found: Any) -> set[str]:
            return {each.id for each in found if each.level != "note"}

        before = ids(assess(made).cautions)
        self.assertTrue(before)
        self.assertFalse(once.confirmed)
        self.assertLessEqual(before, ids(assess(made, posterior=once).cautions))
        self.assertLessEqual(before, ids(work_out(asked).cautions))
        self.assertLessEqual(before, ids(wash_of([WashLink(made)], supply("hard"), posterior=once).cautions))
        if twice.confirmed:
            self.assertFalse(before <= ids(assess(made, posterior=twice).cautions))
