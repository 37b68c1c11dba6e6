"""The facts of a wash's link: its formula's, with the link's own zone, minutes and cover in their place."""

from collections.abc import Mapping
from typing import Any

from ..chain import Link
from ..formulas.assess import washing_grams
from ..rules import facts_of, own_facts

OFF_SKIN = 4.0  # times as long off the skin, in a bag or a basin (rules/limits.toml)


def link_facts(of: Mapping[str, Any], link: Link, head: Mapping[str, Any], goes_on: float) -> dict[str, Any]:
    """The facts of one link for a head: what its formula says, as it is used here.

    `of`: the formula's facts, its assessment's own or those before its readings; `goes_on`: g of it.
    """
    of_formula = {name: of[name] for name in own_facts("formula")}
    off_skin = link.zone == "bag"
    own = of_formula | {
        "minutes": None if link.left_in else link.longest,
        "cover": of_formula["cover"] if link.cover is None else link.cover,
        "zone": link.zone,
        "off_skin": off_skin,
        "family_most": of_formula["family_most"] * (OFF_SKIN if off_skin else 1.0),
        "wetness": link.wetness,
        **washing_grams(of, goes_on),
    }
    return facts_of("link", own, head)
