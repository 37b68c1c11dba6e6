"""How thick thirty kitchen mixtures are: written from what they look like, before the program was asked."""

from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.model import Formula, Ingredient, Step, default_phase, family_of, of_form
from eyebright.core.materials import Amount

from .formulas import supply

# what goes in (amount unit material [form]) | how it is made | what it looks like: one of these
MIXTURES = """
25 g corn_starch + 475 mL rain | simmer | clings
50 g corn_starch + 450 mL rain | simmer | spreads
10 g corn_starch + 490 mL rain | simmer | runny watery
10 g corn_starch + 90 mL rain | mix_in | watery
60 g corn_starch + 40 mL rain | mix_in | stiff spreads
50 g rice_flour + 450 mL rain | simmer | spreads clings
25 g rice_flour + 475 mL rain | simmer | clings runny
15 g rice_flour + 85 mL rain | mix_in | watery runny
25 g tapioca_starch + 475 mL rain | simmer | clings
0.3 g xanthan + 100 mL rain | mix_in | clings
1 g xanthan + 99 mL rain | mix_in | spreads
0.1 g xanthan + 100 mL rain | mix_in | runny watery
0.5 g guar + 100 mL rain | mix_in | clings runny
1 g guar + 99 mL rain | mix_in | spreads clings
5 g gum_arabic + 95 mL rain | mix_in | watery runny
30 g gum_arabic + 70 mL rain | mix_in | clings runny
10 g gelatine + 490 mL rain | simmer | spreads clings
80 g flaxseed whole + 500 mL rain | boil strain | clings runny
5 g fenugreek whole + 100 mL rain | soak strain | watery runny
20 g fenugreek powder + 100 mL rain | mix_in | spreads clings stiff
10 g marshmallow_root broken + 200 mL rain | steep strain | watery runny
100 mL yoghurt | mix_in | spreads clings
100 mL buttermilk | mix_in | runny clings
100 mL milk | mix_in | watery
100 mL banana | mix_in | spreads stiff
100 mL avocado | mix_in | spreads stiff
100 mL mayonnaise | mix_in | spreads stiff
100 mL honey | mix_in | clings
100 mL coconut_milk | mix_in | runny watery clings
100 mL oat_water | mix_in | watery runny
100 mL egg_whole | mix_in | runny clings
100 mL pumpkin_mash | mix_in | spreads stiff
100 mL yoghurt + 30 mL honey | mix_in | clings spreads
100 mL conditioner_rinse | mix_in | spreads clings
60 g rhassoul + 80 mL rain | mix_in | spreads clings
50 g kaolin + 50 mL rain | mix_in | clings spreads
50 g kaolin + 100 mL rain | mix_in | runny clings
10 g bentonite_sodium + 100 mL rain | mix_in rest | clings spreads
30 g shikakai powder + 90 mL rain | mix_in | spreads clings
20 mL castile_soap + 180 mL rain | mix_in | watery
100 mL spirit_vinegar + 300 mL rain | mix_in | watery
"""


def made(text: str) -> Formula:
    """A row as a formula: everything goes in at its first step, and what is strained is drawn out."""
    what, how, _ = (part.strip() for part in text.split(" | "))
    steps, family = how.split(), family_of("mask")
    lines = []
    for place, line in enumerate(what.split(" + "), start=1):
        amount, unit, key, *form = line.split()
        found = supply(key)
        phase = "infused" if "strain" in steps and form else default_phase(found, family)
        shape = form[0] if form else of_form(found.material, "")
        lines.append(Ingredient(place, found, Amount(float(amount), unit), phase, shape))
    every = tuple(line.id for line in lines)
    takes = {"boil": 15.0, "steep": 15.0, "soak": 480.0}.get(steps[0], 5.0)
    done = [Step(steps[0], every, takes, takes)] + [Step(kind, (), 30, 30) for kind in steps[1:]]
    if steps[0] in ("simmer", "boil", "steep"):
        done.append(Step("cool", (), 300, 300))
    return Formula("Trial", family, tuple(lines), tuple(done))


class Kitchen(TestCase):
    """What a spoon shows."""

    maxDiff = None

    def test_thirty_mixtures_look_as_they_look(self) -> None:
        rows, wrong = MIXTURES.strip().splitlines(), []
        self.assertGreaterEqual(len(rows), 30)
        for row in rows:
            thick = assess(made(row)).texture
            assert thick is not None
            wanted = row.rsplit("| ", 1)[1].split()
            if thick.grade.key not in wanted:
                wrong.append(f"{row}: {thick.grade.key}, {thick.ratio.value:.2f}")
        self.assertEqual(wrong, [])

    def test_what_holds_by_itself_has_a_range_too(self) -> None:
        for row in ("100 mL yoghurt | mix_in | spreads", "100 mL banana | mix_in | spreads"):
            thick = assess(made(row)).texture
            assert thick is not None
            self.assertGreater(thick.ratio.high - thick.ratio.low, 0.1 * thick.ratio.value, row)
