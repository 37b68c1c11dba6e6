"""The hazard rules: each one holds when it should, and not just short of it."""

from typing import Any
from unittest import TestCase

from eyebright.core.rules import GRAVITY, Subject, cautions, hold, limits, limits_for, rules, rules_of, times

# Rules about two things that meet in one pot, whichever lines they come from.
MEET = {
    "poison-gas", "poison-gas-ammonia", "poison-gas-alcohol", "peroxide-metal", "soap-and-conditioner",
}  # fmt: skip
MILD: dict[str, Any] = {
    "use": "rinsed_out",
    "irritants": "onion juice",
    "helper_said": "urea 12 %, at most 10 %",
    "family": "acid_rinse",
    "ph": 4.5,
    "ph_low": 4.3,
    "minutes": 2.0,
    "acid_percent": 0.3,
    "sharpening": 0.3,
    "acetic_percent": 0.1,
    "fruit_percent": 0.0,
    "soap_percent": 0.0,
    "soda_wash": False,
    "off_skin": False,
    "cover": False,
    "dust": False,
    "refused_why": "",
    "reacted_to": "Nettle",
    "allergic_to": "Nettle (x)",
    "raw_said": "",
    "smells": [],
}

SCENT = ("scent_rinsed_out", "scent_left_in")
SODA: dict[str, Any] = {"soda_wash": True}
KEPT: dict[str, Any] = {"kept": True, "place": "fridge"}
METAL: dict[str, Any] = {"metal": True, "pot": "copper"}
LONG: dict[str, Any] = {"family": "clay_damp", "family_name": "clay, kept damp", "family_most": 30.0}

# rule, facts that call for it, facts just short of it
CASES: tuple[tuple[str, dict[str, Any], dict[str, Any]], ...] = (
    ("burns", {"ph": 2.1, "ph_low": 1.9}, {"ph": 2.1, "ph_low": 2.0}),
    ("too-acid-rinsed-out", {"ph": 2.79, "ph_low": 2.6}, {"ph": 2.79, "acid_percent": 0.24}),
    ("maybe-too-acid-rinsed-out", {"ph": 2.9, "ph_low": 2.79}, {"ph": 2.9, "ph_low": 2.8}),
    ("sharp-too-long", {"ph": 3.4, "ph_low": 3.3, "minutes": 3.5}, {"ph": 3.4, "minutes": 3.0}),
    ("sharp", {"ph": 3.4, "ph_low": 3.3}, {"ph": 3.5, "ph_low": 3.4}),
    ("mild-too-long", {"minutes": 10.5}, {"minutes": 10.0}),
    ("mild-but-strong-too-long", {"acetic_percent": 1.2, "minutes": 4.0}, {"acetic_percent": 1.2}),
    (
        "too-acid-left-in",
        {"use": "left_in", "ph": 3.49, "ph_low": 3.4},
        {"use": "left_in", "ph": 3.49, "ph_low": 3.4, "acid_percent": 0.19},
    ),
    (
        "maybe-too-acid-left-in",
        {"use": "left_in", "ph": 3.7, "ph_low": 3.4},
        {"use": "left_in", "ph": 3.7, "ph_low": 3.5},
    ),
    ("undiluted", {"acetic_percent": 3.0}, {"acetic_percent": 2.9}),
    ("vinegar-strong-rinsed-out", {"acetic_percent": 1.1}, {"acetic_percent": 1.0}),
    (
        "vinegar-strong-left-in",
        {"use": "left_in", "acetic_percent": 0.31},
        {"use": "left_in", "acetic_percent": 0.3},
    ),
    ("fruit-strong-rinsed-out", {"fruit_percent": 0.51}, {"fruit_percent": 0.5}),
    (
        "fruit-strong-left-in",
        {"use": "left_in", "fruit_percent": 0.21},
        {"use": "left_in", "fruit_percent": 0.2},
    ),
    ("alkaline", {"ph": 10.0, "ph_low": 9.0}, {"ph": 9.9, "ph_low": 9.0}),
    (
        "alkaline-mild",
        {"ph": 8.5, "ph_low": 8.0, "base_past_eight": 0.6},
        {"ph": 8.5, "ph_low": 8.0, "base_past_eight": 0.5},
    ),
    ("sun-left-in", {"use": "left_in", "sun_percent": 2.1}, {"use": "left_in", "sun_percent": 2.0}),
    ("smell", {"use": "left_in", "smells": ["vinegar"]}, {"smells": ["vinegar"]}),
    ("left-in", {"use": "left_in"}, {}),
    ("eyes", {}, {"ph": 7.2, "ph_low": 7.0}),
    ("broken-skin", {}, {"ph": 7.2, "ph_low": 7.0}),
    # ---- a head: red flags ----
    ("flag-sores", {"flags": ["sores"]}, {"flags": ["rings"]}),
    ("flag-rings", {"flags": ["lice", "rings"]}, {"flags": ["lice"]}),
    ("flag-lice", {"flags": ["lice"]}, {"flags": []}),
    ("flag-loss", {"flags": ["loss"]}, {"flags": []}),
    ("flag-lasting", {"flags": ["lasting"]}, {"flags": []}),
    ("flag-fever", {"flags": ["fever"]}, {"flags": []}),
    ("flag-eye", {"flags": ["eye"]}, {"flags": []}),
    ("broken-now", {"flags": ["broken"]}, {"flags": ["sores"]}),
    # ---- its person ----
    ("baby", {"baby": True, "child": True}, {"child": True}),
    ("child", {"child": True}, {"child": False}),
    ("medicine", {"on_scalp": ["oil", "medicine"]}, {"on_scalp": ["oil"]}),
    ("treated", {"treated": True}, {"treated": False}),
    ("pregnant", {"pregnancy": "later"}, {"pregnancy": "no"}),
    ("sharper-than-asked", {"ph_shown": 4.5, "asked_ph": 4.6}, {"ph_shown": 4.5, "asked_ph": 4.5}),
    # ---- a head and a material ----
    ("reaction", {"patch": "reaction"}, {"patch": "clear"}),
    (
        "allergy",
        {"contains": ["cereals"], "allergies": ["nuts", "cereals"]},
        {"contains": ["cereals"], "allergies": ["nuts"]},
    ),
    (
        "other-allergies",
        {"other_allergic": True, "other_allergies": "rose {hip}"},
        {"other_allergic": False, "other_allergies": ""},
    ),
    ("untested-tender", {"patch": "none", "tender": True}, {"patch": "clear", "tender": True}),
    ("untested-child", {"patch": "none", "child": True}, {"patch": "clear", "child": True}),
    ("untested", {"patch": "none"}, {"patch": "clear"}),
    ("testing", {"patch": "running"}, {"patch": "clear"}),
    # ---- a head and a family ----
    (
        "may-hold",
        {"may_hold": ["dairy"], "allergies": ["dairy"], "family_name": "mask"},
        {"may_hold": ["dairy"], "allergies": ["honey"], "family_name": "mask"},
    ),
    ("asthma-dry", {"asthma": True, "dust": True, "powder": True}, {"asthma": True, "powder": True}),
    ("asthma-powder", {"asthma": True, "powder": True}, {"asthma": False, "powder": True}),
    ("dust", {"asthma": False, "powder": True}, {"powder": False}),
    ("alkaline-broken", {"alkaline": True, "broken": True}, {"alkaline": True, "broken": False}),
    ("soda-child", SODA | {"child": True}, {"child": True}),
    ("soda-tender", SODA | {"tender": True}, SODA),
    ("soda-treated", SODA | {"treated": True}, SODA),
    ("soda-dry", SODA | {"scalp": "dry"}, SODA | {"scalp": "oily"}),
    (
        "soda-worn",
        SODA | {"damage": "some"},
        SODA | {"damage": "little"},
    ),
    ("alkaline-after", {"alkaline": True}, {"alkaline": False}),
    ("clay-dry-not-oily", {"dried_on": True, "scalp": "balanced"}, {"dried_on": True, "scalp": "oily"}),
    ("clay-dry", {"dried_on": True, "scalp": "oily"}, {"dried_on": False, "scalp": "oily"}),
    ("paste-locs", {"paste": True, "style": "locs"}, {"paste": True, "style": "braids"}),
    ("paste-set", {"paste": True, "style": "twists"}, {"paste": True, "style": "loose"}),
    ("abrasive-broken", {"abrasive": True, "broken": True}, {"abrasive": True}),
    ("abrasive-tender", {"abrasive": True, "tender": True}, {"abrasive": True}),
    ("irritant-broken", {"irritant": True, "broken": True}, {"irritant": True}),
    ("irritant-child", {"irritant": True, "child": True}, {"irritant": True, "child": False}),
    ("irritant-tender", {"irritant": True, "tender": True}, {"irritant": True, "tender": False}),
    ("irritant", {"irritant": True}, {"irritant": False}),
    ("scented-baby", {"scented": True, "baby": True}, {"scented": True, "small_child": True}),
    ("scented-pregnant", {"scented": True, "pregnancy": "first"}, {"scented": True, "pregnancy": "no"}),
    ("scented-child", {"scented": True, "child": True}, {"scented": True, "child": False}),
    ("stain", {"tannin": True, "light": True}, {"tannin": True, "light": False}),
    # ---- what is in the jug ----
    ("caustic", {"ph": 10.6, "ph_high": 11.0}, {"ph": 10.6, "ph_high": 10.9}),
    (
        "alkaline-left-in",
        {"use": "left_in", "ph": 8.1, "base_past_eight": 0.1},
        {"use": "left_in", "ph": 8.0, "base_past_eight": 0.1},
    ),
    ("soda-too-strong", SODA | {"soda_percent": 4.1}, SODA | {"soda_percent": 4.0}),
    ("soda-too-long", SODA | {"minutes": 3.5}, SODA | {"minutes": 3.0}),
    ("soda-then-acid", SODA, {}),
    ("soda-and-acid", {"soda_and_acid": True}, {"soda_and_acid": False}),
    ("soap-and-acid", {"soap_and_acid": True}, {"soap_and_acid": False}),
    ("oil-floats", {"scented": True, "carried": False}, {"scented": True, "carried": True}),
    ("scent-rinsed-out", {"scent_percent": 1.1}, {"scent_percent": 1.0}),
    (
        "scent-left-in",
        {"use": "left_in", "scent_percent": 0.6},
        {"use": "left_in", "scent_percent": 0.5},
    ),
    ("smell-last", {"smells": ["vinegar"], "last": True}, {"smells": ["vinegar"], "last": False}),
    # ---- what is in a formula, and how it is made ----
    ("raw-too-much", {"raw_over": 1.1}, {"raw_over": 1.05}),
    ("soap-too-much", {"soap_percent": 5.1}, {"soap_percent": 5.0}),
    (
        "soap-hard-water",
        {"scum_percent": 21.0, "scum_grams": 1.2},
        {"scum_percent": 20.0, "scum_grams": 1.2},
    ),
    (
        "soda-used-up",
        {"family": "alkaline_wash"} | {"soda_and_acid": True, "soda_left": 2.0},
        {"family": "alkaline_wash"} | {"soda_and_acid": True, "soda_left": -2.0},
    ),
    ("dairy-kept", KEPT | {"dairy": True}, KEPT | {"dairy": True, "place": "freezer"}),
    ("gel-kept", KEPT | {"raw_gel": True}, {"raw_gel": True, "kept": False, "place": "fridge"}),
    ("latex", {"hazards": ["aloe_sap"]}, {"hazards": []}),
    ("scent-plastic", {"scent_percent": 1.1, "plastic": True}, {"scent_percent": 1.0, "plastic": True}),
    (
        "scent-no-preservative",
        {"scented": True, "wet": True, "carried": False},
        {"scented": True, "wet": True, "carried": True},
    ),
    ("scent-neat", {"scent_percent": 10.0}, {"scent_percent": 9.9}),
    ("scent-first-months", {"scented": True, "pregnancy": "first"}, {"scented": True, "pregnancy": "later"}),
    ("photo-left-in", {"use": "left_in", "photo": 1.1}, {"use": "left_in", "photo": 1.0}),
    ("reactive-metal", METAL | {"sour": True}, METAL | {"sour": False}),
    ("hot-stop", {"celsius": 45.5}, {"celsius": 45.0}),
    ("hot", {"heated": True}, {"heated": False}),
    ("foams-over", {"foams": True}, {"foams": False}),
    ("irritant-covered", {"cover": True, "irritant": True}, {"cover": False, "irritant": True}),
    ("covered-soda", SODA | {"cover": True}, SODA | {"cover": False}),
    ("covered-acid", {"cover": True, "ph": 3.4}, {"cover": True, "ph": 3.5}),
    ("longer-than-family", LONG | {"minutes": 31.0}, LONG | {"minutes": 30.0}),
    ("eyes-cleanser", {"ph": 7.5, "hazards": ["eyes"]}, {"ph": 7.5, "hazards": ["dust"]}),
    ("marks", {"tannin": True}, {"tannin": False}),
    ("paste-face", {"paste": True}, {"paste": False}),
    ("spoils", {"wet": True, "kept": True}, {"wet": True, "kept": False}),
    # ---- what only the chain of a wash shows ----
    ("wash-no-acid", {"wash_alkaline_open": True}, {"wash_alkaline_open": False}),
    ("wash-soap-meets-acid", {"wash_soap_meets_acid": True}, {"wash_soap_meets_acid": False}),
    ("wash-soda-meets-acid", {"wash_soda_meets_acid": True}, {"wash_soda_meets_acid": False}),
    ("wash-residue", {"wash_residue": True}, {"wash_residue": False}),
    ("wash-oil-left", {"wash_oil_left": True}, {"wash_oil_left": False}),
    (
        "oil-greasy-flakes",
        {"family": "pre_wash_oil", "flakes": "greasy"},
        {"family": "pre_wash_oil", "flakes": "dry"},
    ),
    ("wash-strips", {"wash_lift": 0.91, "wash_cleansers": 2}, {"wash_lift": 0.91, "wash_cleansers": 1}),
    ("wash-dries", {"wash_dries": True}, {"wash_dries": False}),
    ("wash-ends-sharp", {"wash_ph_low": 3.4}, {"wash_ph_low": 3.5}),
    ("wash-ends-alkaline", {"wash_ph_high": 7.6}, {"wash_ph_high": 7.5}),
    ("wash-smells", {"wash_last_smells": True}, {"wash_last_smells": False}),
    # ---- orders that fail ----
    *(
        (f"order-{rule}", {fact: [pair]}, {fact: [" > ".join(reversed(pair.split(" > ")))]})
        for rule, fact, pair in (
            ("powder-first", "first_before_first", "powder > water"),
            ("scent-into-hot", "before_last", "scented > heats"),
            ("scent-before-cool", "before_last", "scented > cools"),
            ("dairy-into-hot", "before_last", "dairy > heats"),
            ("vinegar-boiled", "before_last", "vinegar > heats"),
            ("honey-boiled", "before_last", "humectant > heats"),
            ("strain-too-soon", "first_before_first", "strains > draws"),
            ("strains-powder", "before_last", "stays > strains"),
            ("bottled-hot", "before_last", "bottles > cools"),
            ("milled-damp", "before_last", "mills > dries"),
            ("bottled-unfinished", "before_last", "bottles > mixes"),
        )
    ),
)


OF = {rule.id: rule.of for rule in rules()}


ORDERED = ("below", "above", "from")


class Filled(dict[str, Any]):
    """Facts of a mix."""


def held_against(value: Any) -> Any:
    """The number that a condition names: a limit, so many times it, or 10 for another fact."""
    if not isinstance(value, str):
        return value
    number, name = times(value)
    return number * limits()[name] if name in limits().limits else number * 10.0


def calling_for(when: Any) -> dict[str, Any]:
    """Facts that meet these conditions."""
    out: dict[str, Any] = {}
    named = {times(value)[1] for _, how, value in when if isinstance(value, str) and how in ORDERED}
    for fact, how, value in when:
        if how in ("has", "meets_any", "meets"):
            wanted = [value] if how == "has" else ["nuts"] if isinstance(value, str) else value[:1]
            out[fact] = [*out.get(fact, []), *wanted]
            if isinstance(value, str) and how == "meets":
                out[value] = ["nuts"]
        elif how in ("is", "is_not"):
            out[fact] = value if how == "is" else "Something"
        elif how in ("among", "not_among"):
            out[fact] = value[0] if how == "among" else "another"
        else:
            against = held_against(value)
            if isinstance(value, str) and times(value)[1] not in limits().limits:
                out.setdefault(times(value)[1], 10.0)
            low, high = out.get(f"_{fact}", (-1e9, 1e9))
            low, high = (low, min(high, against)) if how == "below" else (max(low, against), high)
            out[f"_{fact}"] = (low, high)
            both = low > -1e9 and high < 1e9
            inside = (low + high) / 2 if both else high - 0.3 if high < 1e9 else low + 0.3
            if fact not in named:
                out[fact] = inside
    return out


def short_of(when: Any, at: int) -> dict[str, Any]:
    """The one fact that fails this condition alone."""
    fact, how, value = when[at]
    match how:
        case "has":
            return {fact: [each for _, h, each in when if _ == fact and h == "has" and each != value]}
        case "meets" | "meets_any":
            return {fact: []}
        case "is":
            return {fact: not value if isinstance(value, bool) else f"not {value}"}
        case "is_not":
            return {fact: value}
        case "among":
            return {fact: "none of them"}
        case "not_among":
            return {fact: value[0]}
    number, name = times(value) if isinstance(value, str) else (1.0, "")
    held = number * limits_for(calling_for(when)).get(name, 10.0) if name else value
    return {fact: held + (0.0 if how in ("above", "below") else -0.1)}


def found(subject: Subject = "jug", **facts: Any) -> list[str]:
    """Ids of the cautions for a mild rinse with these facts changed."""
    return [caution.id for caution in cautions(subject, MILD | facts)]


class Rules(TestCase):
    """The table, row by row."""

    def test_every_condition_of_every_rule_counts(self) -> None:
        """Facts made to meet a rule call for it; short of any one condition they do not."""
        for rule in rules():
            with self.subTest(rule.id):
                subject = rule.of[0]
                words = Filled(dict.fromkeys(rule.reads, 1.0) | calling_for(rule.when))
                self.assertIn(
                    rule, [each for each in rules_of(subject) if hold(each.when, words, limits_for(words))]
                )
                for at, _ in enumerate(rule.when):
                    short = Filled(words | short_of(rule.when, at))
                    self.assertFalse(hold(rule.when, short, limits_for(short)), rule.when[at])

    def test_a_rule_about_one_material_reads_one_material(self) -> None:
        """Two facts of a mix may come from two lines: a rule asks for both only where they meet."""
        of_lines = {"hazards", "kinds", "contains", "one_holds", "powder", "scented", "irritant", "tannin"}
        for rule in rules():
            read = [fact for fact, how, value in rule.when if fact in of_lines and value is not False]
            with self.subTest(rule.id):
                if len(read) > 1:
                    self.assertIn(rule.id, MEET, f"{read} of two lines")
                self.assertNotIn("kinds", read if "hazards" in read else [])

    def test_each_rule_on_and_just_short(self) -> None:
        for rule, on, short in CASES:
            with self.subTest(rule):
                for subject in OF[rule]:
                    self.assertIn(rule, found(subject, **on))
                    self.assertNotIn(rule, found(subject, **short))

    def test_each_says_what_why_and_what_instead(self) -> None:
        for rule, on, _ in CASES:
            for caution in cautions(OF[rule][0], MILD | on):
                for words in (caution.what, caution.why, caution.instead, caution.source):
                    self.assertTrue(words)
                    self.assertNotIn("{", words.replace("{hip}", ""))


class Gravity(TestCase):
    """Graver words are never hidden by milder ones."""

    def test_a_stop_stays_whatever_else_holds(self) -> None:
        everything = {
            "use": "left_in",
            "ph": 3.0,
            "ph_low": 2.5,
            "minutes": 99.0,
            "acid_percent": 4.0,
            "acetic_percent": 2.0,
            "fruit_percent": 2.0,
            "smells": ["vinegar"],
        }
        listed = cautions("jug", MILD | everything)
        self.assertEqual(listed[0].id, "too-acid-left-in")
        grades = [GRAVITY[caution.level] for caution in listed]
        self.assertEqual(grades, sorted(grades))

    def test_two_stops_on_one_matter_both_stand(self) -> None:
        self.assertEqual(found(ph=2.1, ph_low=1.9)[:2], ["burns", "too-acid-whatever"])

    def test_an_adult_may_pass_for_themselves_and_nobody_for_a_child(self) -> None:
        sharp = MILD | {"ph": 2.7, "ph_low": 2.6}
        self.assertTrue(cautions("jug", sharp)[0].overridable)
        self.assertFalse(cautions("jug", sharp | {"child": True, "minor": True})[0].overridable)
        self.assertFalse(cautions("jug", sharp | {"minor": True})[0].overridable)
        for matter in (
            {"patch": "reaction"},
            {"flags": ["eye"]},
            {"contains": ["nuts"], "allergies": ["nuts"]},
        ):
            self.assertFalse(cautions("jug", MILD | matter)[0].overridable)

    def test_a_fact_that_is_not_known_calls_for_nothing(self) -> None:
        self.assertEqual(cautions("jug", {"ph": None}), [])

    def test_a_burn_cannot_be_passed(self) -> None:
        burning = cautions("jug", MILD | {"ph": 1.9, "ph_low": 1.7})[0]
        self.assertEqual((burning.id, burning.overridable), ("burns", False))


class Limits(TestCase):
    """The table of limits."""

    def test_each_has_kind_and_source(self) -> None:
        for name, limit in limits().limits.items():
            with self.subTest(name):
                self.assertIn(limit.kind, ("measured", "computed", "custom"))
                self.assertTrue(limit.source and limit.what and limit.unit)

    def test_a_tender_child_has_the_strictest_of_both(self) -> None:
        both = limits_for({"tender": True, "child": True})
        tender = limits_for({"tender": True})
        self.assertEqual({name for name in both if both[name] != tender[name]}, set(SCENT))
        self.assertEqual(both["acetic_rinsed_out"], 0.25 * limits()["acetic_rinsed_out"])
        self.assertEqual(both["fruit_acid_rinsed_out"], 0.5 * limits()["fruit_acid_rinsed_out"])
        self.assertEqual((both["rinsed_out_ph"], both["left_in_ph"], both["mild_minutes"]), (3.5, 4.5, 2.0))
        self.assertEqual(limits_for({}), {name: row.value for name, row in limits().limits.items()})

    def test_a_younger_head_never_has_more_essential_oil(self) -> None:
        ages = ({}, {"child": True}, {"child": True, "small_child": True})
        baby = {"child": True, "small_child": True, "baby": True}
        caps = [tuple(limits_for(facts)[name] for name in SCENT) for facts in (*ages, baby)]
        self.assertEqual(caps, [(1.0, 0.5), (0.5, 0.25), (0.25, 0.1), (0.0, 0.0)])
        later, first = ({"pregnancy": each} for each in ("later", "first"))
        self.assertEqual([limits_for(each)["scent_left_in"] for each in (later, first)], [0.25, 0.0])

    def test_each_kind_of_head_tightens_by_itself(self) -> None:
        child, treated = limits_for({"child": True}), limits_for({"treated": True})
        self.assertEqual(
            (child["rinsed_out_ph"], child["left_in_ph"], child["mild_minutes"]), (3.5, 4.5, 5.0)
        )
        self.assertEqual((treated["rinsed_out_ph"], treated["left_in_ph"]), (3.5, 3.5))
        self.assertEqual(treated["mild_minutes"], limits()["mild_minutes"])
        for name in ("acetic_left_in", "fruit_acid_rinsed_out", "fruit_acid_left_in"):
            self.assertEqual((child[name], treated[name]), (0.5 * limits()[name],) * 2)

    def test_the_rail_holds_its_marks_and_aims(self) -> None:
        table = limits()
        for mark in table.marks:
            self.assertTrue(table.rail_low <= mark.low <= mark.high <= table.rail_high)
        self.assertEqual([aim.ph for aim in table.aims], [3.7, 4.5, 5.5])
