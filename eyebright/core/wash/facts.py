"""The facts of a wash's link: its formula's, with the link's own zone, minutes and cover in their place."""

from collections.abc import Mapping
from typing import Any

from ..chain import Link
from ..formulas.assess import Assessment
from ..rules import facts_of, own_facts


def link_facts(assessment: Assessment, link: Link, head: Mapping[str, Any]) -> dict[str, Any]:
    """The facts of one link for a head: what its formula says, as it is used here."""
    of_formula = {name: assessment.facts[name] for name in own_facts("formula")}
    own = of_formula | {
        "minutes": None if link.left_in else link.on_for,
        "cover": of_formula["cover"] if link.cover is None else link.cover,
        "zone": link.zone,
        "wetness": link.wetness,
    }
    return facts_of("link", own, head)
