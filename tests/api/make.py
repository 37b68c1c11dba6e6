"""A household that makes things."""

from datetime import timedelta
from typing import Any

from django.utils import timezone

from eyebright.shelf.models import Lot

from .heads import HeadsTestCase


class MakeTestCase(HeadsTestCase):
    """A kitchen: rain, soapwort in two bags, malt vinegar, citric acid; a liquor, a rinse and a dry blend."""

    def arrange(self) -> None:
        super().arrange()
        self.rain = self.call("POST", "/shelf/waters", {"kind": "rain", "name": "Rain barrel"}, 201)["id"]
        self.old = self.put("soapwort", "Soapwort, last year", size=100, left=30, use_by=self.day(20))
        self.new = self.put("soapwort", "Soapwort, dug in October", size=200, left=150, use_by=self.day(300))
        self.malt = self.put_malt(size=1000, left=900)
        self.citric = self.put("citric_acid", "Citric acid", size=250, left=200)

    def put(self, material: str, name: str, **more: Any) -> int:
        return self.call("POST", "/shelf/lots", {"material": material, "name": name} | more, 201)["id"]

    def day(self, days: int) -> str:
        return (timezone.localdate() + timedelta(days=days)).isoformat()

    def left(self, lot: int) -> float:
        return float(Lot.with_removed.get(pk=lot).left)

    def formula(self, family: str, *lines: tuple[str, str, str], **more: Any) -> int:
        rows = [
            {"id": place, "supply_key": supply, "amount": amount, "unit": unit}
            for place, (supply, amount, unit) in enumerate(lines, start=1)
        ]
        body = {"name": more.pop("name", "Trial"), "family": family, "lines": rows} | more
        return self.call("POST", "/formulas", {"formula": body}, 201)["id"]

    def liquor(self) -> int:
        return self.formula(
            "saponin_liquor",
            (f"water-{self.rain}", "400", "mL"),
            (f"lot-{self.new}", "40", "g"),
            name="Lamplight soapwort",
        )

    def rinse(self) -> int:
        return self.formula(
            "acid_rinse",
            (f"water-{self.rain}", "500", "mL"),
            (f"lot-{self.citric}", "1", "g"),
            name="Towpath rinse",
            minutes="2",
        )

    def begin(self, formula: int | None = None, status: int = 201, **ask: Any) -> dict[str, Any]:
        asked = {"formula": formula or self.liquor()} | ask
        return self.call("POST", "/make/batches", {"ask": asked}, status)

    def now(self, batch: dict[str, Any]) -> dict[str, Any]:
        return self.call("GET", f"/make/batches/{batch['id']}")

    def do(self, batch: dict[str, Any], where: str, status: int = 200, **body: Any) -> dict[str, Any]:
        """Something done to a batch as it is now."""
        body = {"version": self.now(batch)["version"]} | body
        return self.call("POST", f"/make/batches/{batch['id']}/{where}", body, status)

    def change(self, batch: dict[str, Any], **body: Any) -> dict[str, Any]:
        return self.call("PATCH", f"/make/batches/{batch['id']}", body)

    def pour_all(self, batch: dict[str, Any]) -> dict[str, Any]:
        for line in batch["lines"]:
            batch = self.do(batch, "pours", line=line["id"])
        return batch

    def at(self, batch: dict[str, Any], kind: str) -> int:
        return next(step["place"] for step in batch["steps"] if step["kind"] == kind)

    def made(self, formula: int | None = None, **ask: Any) -> dict[str, Any]:
        """A batch, poured as planned and carried on to its bottles."""
        batch = self.pour_all(self.begin(formula, **ask))
        return self.change(batch, step=len(batch["steps"]) - 1)

    def filled(self, batch: dict[str, Any], amount: float = 200, **more: Any) -> dict[str, Any]:
        return self.do(batch, "containers", 201, amount=amount, **more)

    def keep(self, container: dict[str, Any], **body: Any) -> dict[str, Any]:
        return self.call("PATCH", f"/make/containers/{container['id']}", body)
