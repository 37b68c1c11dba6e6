"""How many queries, and how many assessments, a call costs: counted, not timed."""

import cProfile
import json
import re
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from django.db import connection
from django.test import Client

from eyebright.core.formulas.assess import assessment
from eyebright.kept.derived import forget

RESTS = 0.06  # s: what was written a moment ago is not taken for settled
TALK = re.compile(r"\s*(?:SAVEPOINT|RELEASE|BEGIN|COMMIT|ROLLBACK|PRAGMA)\b", re.IGNORECASE)


@dataclass
class Count:
    """Queries so far."""

    queries: int = 0

    def __call__(self, execute: Any, sql: str, *rest: Any) -> Any:
        """Note one; Django calls this for each (its own log of queries ends at 9,000)."""
        self.queries += not TALK.match(sql)
        return execute(sql, *rest)


@contextmanager
def counted(*, cold: bool = True) -> Iterator[Count]:
    """Count what is asked of the database. `cold`: with nothing remembered of before."""
    if cold:
        forget()
    count = Count()
    with connection.execute_wrapper(count):
        yield count
    if cold and not count.queries:
        raise RuntimeError("Nothing was counted: a count that cannot grow tells nothing.")


class Kitchen:
    """One maker at a keyboard: a formula edited, a batch poured, a wash pressed through."""

    def __init__(self) -> None:
        self.client, self.sent = Client(), 0

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """One call, as the page makes it, with a key of its own."""
        self.sent += 1
        text = "" if body is None else json.dumps(body)
        key = {"Idempotency-Key": f"bench-{id(self)}-{self.sent}"}
        answer = self.client.generic(method, f"/api{path}", text, "application/json", headers=key)
        if answer.status_code >= 300:
            raise RuntimeError(f"{method} {path} answered {answer.status_code}: {answer.content[:200]!r}")
        return answer.json()

    def cost(self, method: str, path: str, body: Any) -> tuple[int, int, Any]:
        """Queries and assessments of one call, and its answer."""
        time.sleep(RESTS)
        profile = cProfile.Profile()
        with counted(cold=False) as count:
            found = profile.runcall(self.ask, method, path, body)
        profile.create_stats()
        stats: Any = profile.stats
        here = assessment.__file__
        assessed = sum(each[1] for (file, _, name), each in stats.items() if (file, name) == (here, "assess"))
        return count.queries, assessed, found

    def calls(self) -> dict[str, tuple[int, int]]:
        """The second of each call, with what the first has left remembered: queries, assessments."""
        out: dict[str, tuple[int, int]] = {}
        formulas = {row["name"]: row["id"] for row in self.ask("GET", "/formulas")["formulas"]}
        path = f"/formulas/{formulas['Towpath rinse']}"
        formula = self.ask("GET", path)
        for minutes in ("2", "3"):
            body = {"version": formula["version"], "formula": formula["formula"] | {"minutes": minutes}}
            *cost, formula = self.cost("PUT", path, body)
            out["an edit"] = (cost[0], cost[1])
        head = self.ask("GET", "/heads")[0]["id"]
        asked = {"formula": formulas["Stove-side soap"], "heads": [head]}
        batch = self.ask("POST", "/make/batches", {"ask": asked})
        for line in batch["lines"][:3]:
            body = {"version": batch["version"], "line": line["id"]}
            *cost, batch = self.cost("POST", f"/make/batches/{batch['id']}/pours", body)
            out["a pour"] = (cost[0], cost[1])
        link = {"head": head, "formula": formulas["Stove-side soap"], "minutes": 2}
        run = self.ask("POST", "/wash/runs", link)
        while (now := run["presses"][run["at"]])["kind"] != "end":
            body = {"step": now["step"], "section": now["section"]}
            *cost, run = self.cost("POST", f"/wash/runs/{run['id']}/press", body)
            out["a press"] = (cost[0], cost[1])
        *cost, _ = self.cost("POST", f"/wash/runs/{run['id']}/end", {})
        out["the end of a wash"] = (cost[0], cost[1])
        return out
