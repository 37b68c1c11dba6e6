"""The hazard table: for each row a formula that calls for it, and one just short of it."""

from typing import Any
from unittest import TestCase

from eyebright.core.formulas.assess import Assessment, assess
from eyebright.core.formulas.model import Formula, Step

from .formulas import formula, reading, said
from .heads import head

RINSE = (("rain", 500, "mL"), ("spirit_vinegar", 10, "mL"))
SPRAY = (("rain", 200, "mL"), ("olive_oil", 4, "mL"))
LIQUOR = (("rain", 600, "mL"), ("soapwort", 50, "g", "broken"))

# rule, a formula that calls for it, one just short of it
CASES: tuple[tuple[str, tuple[Any, ...], tuple[Any, ...]], ...] = (
    # too acid
    (
        "too-acid-whatever",
        ("acid_rinse", ("rain", 500, "mL"), ("citric_acid", 8, "g")),
        ("acid_rinse", ("rain", 500, "mL"), ("citric_acid", 0.4, "g")),
    ),
    (
        "too-acid-left-whatever",
        ("spray", *SPRAY, ("citric_acid", 1, "g")),
        ("spray", *SPRAY, ("cream_of_tartar", 0.3, "g")),
    ),
    # too alkaline
    (
        "caustic",
        ("alkaline_wash", ("rain", 300, "mL"), ("washing_soda", 30, "g")),
        ("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 10, "g")),
    ),
    (
        "soda-too-strong",
        ("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 13.5, "g")),
        ("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 11.5, "g")),
    ),
    # incompatibles
    (
        "soap-and-acid",
        ("soap_wash", ("rain", 200, "mL"), ("paste_soap", 10, "mL"), ("malt_vinegar", 20, "mL")),
        ("soap_wash", ("rain", 200, "mL"), ("paste_soap", 10, "mL"), ("honey", 20, "mL")),
    ),
    (
        "soda-used-up",
        ("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 10, "g"), ("malt_vinegar", 20, "mL")),
        ("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 10, "g")),
    ),
    (
        "soap-hard-water",
        ("soap_wash", ("very_hard", 250, "mL"), ("paste_soap", 4, "mL")),
        ("soap_wash", ("distilled", 250, "mL"), ("paste_soap", 4, "mL")),
    ),
    (
        "soap-too-much",
        ("soap_wash", ("rain", 100, "mL"), ("castile_soap", 30, "mL")),
        ("soap_wash", ("rain", 100, "mL"), ("castile_soap", 15, "mL")),
    ),
    # eyes
    (
        "eyes-alkali",
        ("soap_wash", ("rain", 200, "mL"), ("paste_soap", 10, "mL")),
        ("starch", ("distilled", 200, "mL"), ("rice_flour", 5, "g")),
    ),
    (
        "eyes-cleanser",
        ("mask", ("distilled", 200, "mL"), ("rhassoul", 30, "g"), ("baking_soda", 0.5, "g")),
        ("starch", ("distilled", 200, "mL"), ("rice_flour", 5, "g")),
    ),
    # breathing
    (
        "dust",
        ("saponin_paste", ("rain", 100, "mL"), ("soapwort", 30, "g", "powder", "dry")),
        ("saponin_liquor", *LIQUOR),
    ),
    # burns
    ("hot", ("saponin_liquor", *LIQUOR), ("acid_rinse", *RINSE)),
    # foaming over
    (
        "foams-over",
        ("saponin_liquor", *LIQUOR),
        ("herb_tannin", ("rain", 500, "mL"), ("oak_bark", 20, "g")),
    ),
    # juices
    (
        "irritant-of",
        ("juice", ("aloe_gel", 60, "mL"), ("onion_juice", 10, "mL")),
        ("juice", ("aloe_gel", 60, "mL")),
    ),
    (
        "raw-too-much",
        ("juice", ("aloe_gel", 60, "mL"), ("ginger_juice", 22, "mL")),
        ("juice", ("aloe_gel", 60, "mL"), ("ginger_juice", 18, "mL")),
    ),
    ("latex", ("juice", ("aloe_gel", 60, "mL")), ("juice", ("flax_gel", 60, "mL"))),
    # sun
    (
        "sun-left-in",
        ("spray", *SPRAY, ("lemon_juice", 9, "mL")),
        ("spray", *SPRAY, ("lemon_juice", 2, "mL")),
    ),
    (
        "photo-left-in",
        ("serum", ("olive_oil", 20, "mL"), ("bergamot_oil", 3, "drop")),
        ("serum", ("olive_oil", 20, "mL"), ("bergamot_oil", 1, "drop")),
    ),
    # essential oils
    (
        "scent-left-in",
        ("serum", ("olive_oil", 20, "mL"), ("lavender_oil", 4, "drop")),
        ("serum", ("olive_oil", 20, "mL"), ("lavender_oil", 2, "drop")),
    ),
    (
        "scent-rinsed-out",
        ("mask", ("oat_cream", 50, "mL"), ("olive_oil", 10, "mL"), ("lavender_oil", 25, "drop")),
        ("mask", ("oat_cream", 50, "mL"), ("olive_oil", 10, "mL"), ("lavender_oil", 12, "drop")),
    ),
    (
        "scent-neat",
        ("serum", ("olive_oil", 5, "mL"), ("lavender_oil", 1, "mL")),
        ("serum", ("olive_oil", 20, "mL"), ("lavender_oil", 1, "mL")),
    ),
    (
        "oil-floats",
        ("spray", ("rain", 200, "mL"), ("lavender_oil", 5, "drop")),
        ("spray", *SPRAY, ("lavender_oil", 5, "drop")),
    ),
    # spoilage
    ("spoils", ("starch", ("rain", 200, "mL"), ("rice_flour", 5, "g")), ("serum", ("olive_oil", 20, "mL"))),
    # stains, cloth and tub
    (
        "marks",
        ("herb_tannin", ("rain", 500, "mL"), ("black_tea_leaf", 8, "g")),
        ("herb_mild", ("rain", 500, "mL"), ("linden", 8, "g")),
    ),
    # beyond the scalp
    ("paste-face", ("clay_damp", ("rain", 100, "mL"), ("kaolin", 70, "g")), ("acid_rinse", *RINSE)),
)


class EachRow(TestCase):
    """The rows that a formula by itself calls for."""

    def test_on_and_just_short(self) -> None:
        for rule, on, short in CASES:
            with self.subTest(rule):
                self.assertIn(rule, said(reading(*on)))
                self.assertNotIn(rule, said(reading(*short)))

    def on_and_short(self, rule: str, on: Formula, short: Formula) -> None:
        self.assertIn(rule, said(assess(on)))
        self.assertNotIn(rule, said(assess(short)))

    def test_fresh_dairy_and_raw_gel_put_by(self) -> None:
        for rule, what in (("dairy-kept", "buttermilk"), ("gel-kept", "aloe_gel")):
            lines = ((what, 100, "mL"), ("oat_flour", 10, "g"))
            mixed = Step("mix_in", (1, 2))
            kept = formula("mask", *lines, steps=(mixed, Step("store")))
            self.on_and_short(rule, kept, formula("mask", *lines, steps=(mixed,)))
            frozen = formula("mask", *lines, steps=(mixed, Step("store")), place="freezer")
            self.assertNotIn(rule, said(assess(frozen)))

    def test_essential_oil_in_plastic(self) -> None:
        lines = (*SPRAY, ("lavender_oil", 3, "mL"))
        plastic, glass = (formula("spray", *lines, bottle=each) for each in ("plastic", "glass"))
        self.on_and_short("scent-plastic", plastic, glass)

    def test_acid_in_reactive_metal(self) -> None:
        copper, steel = (formula("acid_rinse", *RINSE, pot=pot) for pot in ("copper", "steel"))
        self.on_and_short("reactive-metal", copper, steel)

    def test_off_the_stove_and_onto_the_head(self) -> None:
        hot = (Step("simmer", (1, 2)), Step("strain"))
        burning = formula("saponin_liquor", *LIQUOR, steps=hot)
        self.on_and_short("hot-stop", burning, formula("saponin_liquor", *LIQUOR, steps=(*hot, Step("cool"))))

    def test_cover_multiplies(self) -> None:
        for rule, family, lines in (
            ("irritant-covered", "juice", (("aloe_gel", 60, "mL"), ("onion_juice", 10, "mL"))),
            ("covered-soda", "alkaline_wash", (("rain", 300, "mL"), ("baking_soda", 9, "g"))),
            ("covered-acid", "acid_rinse", (("rain", 300, "mL"), ("spirit_vinegar", 30, "mL"))),
        ):
            with self.subTest(rule):
                covered, open_ = (formula(family, *lines, cover=each) for each in (True, False))
                self.on_and_short(rule, covered, open_)

    def test_left_on_too_long(self) -> None:
        lines = (("rain", 100, "mL"), ("kaolin", 70, "g"))
        long, short = (formula("clay_damp", *lines, minutes=each) for each in (31.0, 30.0))
        self.on_and_short("longer-than-family", long, short)

    def test_soda_and_acid_in_one_pot_say_what_is_left(self) -> None:
        found = reading(*next(on for rule, on, _ in CASES if rule == "soda-used-up"))
        # 20 mL of 5 % vinegar hold 16.7 mmol, less the salts: about 1.3 of the 10 g of soda are gone
        self.assertAlmostEqual(found.facts["soda_left"], 8.7, delta=0.5)
        caution = next(each for each in found.cautions if each.id == "soda-used-up")
        self.assertIn(f"about {found.facts['soda_left']:.1f} g", caution.what)


class ForAHead(TestCase):
    """The rows that a head calls for."""

    def read_for(self, made: Formula, **answers: Any) -> Assessment:
        whom = head(answers)
        return assess(made, head=whom.facts())

    def test_on_and_just_short(self) -> None:
        paste = formula("saponin_paste", ("rain", 100, "mL"), ("soapwort", 30, "g", "powder", "dry"))
        tea = formula("herb_tannin", ("rain", 500, "mL"), ("black_tea_leaf", 8, "g"))
        soda = formula("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 9, "g"))
        scrub = formula("scrub", ("white_sugar", 40, "g"), ("honey", 20, "mL"))
        onion = formula("juice", ("aloe_gel", 60, "mL"), ("onion_juice", 10, "mL"))
        scented = formula("spray", *SPRAY, ("lavender_oil", 1, "drop"))
        minty = formula("spray", *SPRAY, ("peppermint_oil", 1, "drop"))
        honey = formula("mask", ("oat_cream", 60, "mL"), ("honey", 20, "mL"))
        clay = formula("clay_dry", ("rain", 50, "mL"), ("rhassoul", 40, "g"))
        for rule, made, on, short in (
            ("asthma-powder", paste, {"asthma": True}, {"asthma": False}),
            ("paste-locs", paste, {"style": "locs"}, {"style": "loose"}),
            ("stain", tea, {"colour": "grey"}, {"colour": "black"}),
            ("soda-child", soda, {"birth_year": 2017}, {"birth_year": 1988}),
            ("soda-tender", soda, {"skin": ["eczema"]}, {"skin": []}),
            ("abrasive-tender", scrub, {"skin": ["eczema"]}, {"skin": []}),
            ("irritant-child", onion, {"birth_year": 2017}, {"birth_year": 1988}),
            ("scented-baby", scented, {"birth_year": 2025}, {"birth_year": 2017}),
            ("cineole-small", minty, {"birth_year": 2022}, {"birth_year": 2017}),
            ("scent-first-months", scented, {"pregnancy": "first"}, {"pregnancy": "later"}),
            ("allergy", honey, {"allergies": ["honey"]}, {"allergies": ["nuts"]}),
            ("clay-dry-not-oily", clay, {"scalp": "dry"}, {"scalp": "oily"}),
        ):
            with self.subTest(rule):
                self.assertIn(rule, said(self.read_for(made, **on)))
                self.assertNotIn(rule, said(self.read_for(made, **short)))

    def test_a_child_has_a_tighter_cap_on_the_same_spray(self) -> None:
        spray = formula("spray", *SPRAY, ("lavender_oil", 18, "drop"))
        adult, child = self.read_for(spray, birth_year=1988), self.read_for(spray, birth_year=2017)
        self.assertNotIn("scent-left-in", said(adult))
        stop = next(each for each in child.cautions if each.id == "scent-left-in")
        self.assertFalse(stop.overridable)
