"""A bench with a few formulas."""

from typing import Any

from .support import ApiTestCase

LIQUOR = [["lib-soapwort", "60", "g"], ["class-rain", "600", "mL"]]


def line(place: int, supply_key: str, amount: str, unit: str = "g", **more: Any) -> dict[str, Any]:
    """One line as the bench sends it."""
    return {"id": place, "supply_key": supply_key, "amount": amount, "unit": unit} | more


def body(*lines: list[str], **changes: Any) -> dict[str, Any]:
    """A formula as the bench sends it."""
    rows = [line(place, *each) for place, each in enumerate(lines or LIQUOR, start=1)]
    return {"name": "Lamplight soapwort", "family": "saponin_liquor", "minutes": "4", "lines": rows} | changes


class BenchTestCase(ApiTestCase):
    """What these tests share."""

    def add(self, *lines: list[str], **changes: Any) -> dict[str, Any]:
        """A formula on the bench."""
        return self.call("POST", "/formulas", {"formula": body(*lines, **changes)}, 201)

    def save(self, kept: dict[str, Any], status: int = 200, **changes: Any) -> dict[str, Any]:
        """Change it."""
        asked = {"version": kept["version"], "formula": kept["formula"] | changes}
        return self.call("PUT", f"/formulas/{kept['id']}", asked, status)

    def problems(self, kept: dict[str, Any]) -> dict[str, str]:
        """What cannot be reckoned, by field."""
        return {each["field"]: each["message"] for each in kept["problems"]}
