"""A wash that was begun at the basin."""

from typing import Any

from .plan import PlanTestCase


class BasinTestCase(PlanTestCase):
    """The same Friday noon: a paste by quarters, water, and a rinse."""

    def arrange(self) -> None:
        super().arrange()
        self.clay = self.start("lock_gate_clay")
        self.quarters = self.chain(
            "By quarters",
            self.link(self.clay, zone="scalp", minutes=10, sections="quarters"), {},
            self.link(self.towpath, minutes=1), {},
        )  # fmt: skip

    def start(self, key: str) -> int:
        return self.call("POST", "/formulas", {"start": key}, 201)["id"]

    def go(self, **more: Any) -> dict[str, Any]:
        body = {"head": self.wren, "chain": self.quarters} | more
        return self.call("POST", "/wash/runs", body, 201)

    def run_of(self, pk: int) -> dict[str, Any]:
        return self.call("GET", f"/wash/runs/{pk}")

    def press(self, run: dict[str, Any], times: int = 1, after: float = 0.0) -> dict[str, Any]:
        """Press the next step so many times, after so many minutes each."""
        for _ in range(times):
            if after:
                self.forward(minutes=after)
            now = run["presses"][run["at"]]
            body = {"step": now["step"], "section": now["section"]}
            run = self.call("POST", f"/wash/runs/{run['id']}/press", body)
        return run

    def mark(self, run: dict[str, Any], what: str, **more: Any) -> dict[str, Any]:
        return self.call("POST", f"/wash/runs/{run['id']}/mark", {"what": what} | more)

    def undo(self, run: dict[str, Any]) -> dict[str, Any]:
        """Take back what can be taken back."""
        return self.call("POST", f"/wash/runs/{run['id']}/undo", {"press": run["undo"]["press"]})

    def alter(self, run: dict[str, Any], do: str, status: int = 200, **more: Any) -> Any:
        body = {"version": run["version"], "do": do} | more
        return self.call("POST", f"/wash/runs/{run['id']}/change", body, status)

    def end(self, run: dict[str, Any], status: int = 200, **more: Any) -> Any:
        return self.call("POST", f"/wash/runs/{run['id']}/end", more, status)

    def whole(self, run: dict[str, Any]) -> dict[str, Any]:
        """Press on until there is nothing left but the end."""
        while run["presses"][run["at"]]["kind"] != "end":
            run = self.press(run)
        return run

    def on(self, run: dict[str, Any], name: str) -> dict[str, Any]:
        return next(each for each in run["clocks"] if each["name"] == name)
