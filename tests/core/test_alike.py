"""One question, one answer: jug against formula, and a wash against what its links say alone."""

from unittest import TestCase

from eyebright.core.wash import WashLink, wash_of

from ..alike import pair
from .danger_rows import DANGERS
from .formulas import supply
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
