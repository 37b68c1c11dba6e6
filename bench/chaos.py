"""What is acknowledged is kept: 100 kills at random moments under writers of every kind.

make chaos          100 kills; KILLS=10 for fewer

Bottles, pours, plans; presses, marks and Help at the basin, each with its own moment; every 20th turn another
household is put back under the writers, every 10th an upgrade is killed on its way.
"""

import os
import random
import sqlite3
import subprocess
import sys
import threading
import time
import zipfile
from collections.abc import Callable
from contextlib import closing
from datetime import UTC, datetime, timedelta
from http.client import HTTPException
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from uuid import uuid4

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "eyebright.config.settings")
django.setup()

from django.conf import settings  # noqa: E402

from tests.servers import Server  # noqa: E402

KILLS = int(os.environ.get("KILLS", "100"))
SHORTEST, LONGEST = 0.2, 2.5  # s between a start and its kill
RESTORES, UPGRADES = 20, 10  # every so many turns
NEAR = 0.1  # s between a press and the moment that is kept of it
GONE = (OSError, HTTPException)
PAUSE = 0.02  # s
OLDER = ("kept", "0001")


class Writer(threading.Thread):
    """Writes one kind of thing as fast as it can, and remembers what was acknowledged."""

    def __init__(self, work: Callable[[], str], name: str) -> None:
        super().__init__(name=name, daemon=True)
        self.work, self.kept, self.faults = work, list[str](), list[str]()
        self.over = threading.Event()

    def run(self) -> None:
        """Until the server is gone."""
        while not self.over.is_set():
            try:
                if kept := self.work():
                    self.kept.append(kept)
            except GONE:
                return  # killed: this one was not acknowledged
            except Exception as raised:
                self.faults.append(f"{self.name}: {raised!r}")
                return
            time.sleep(PAUSE)


class Household:
    """What is written, on one server; its head's wash goes on from one server to the next."""

    def __init__(self, server: Server) -> None:
        self.server = server
        self.moments: dict[str, float] = {}

    def post(self, path: str, body: Any, key: str = "") -> Any:
        """A call; None while a household is being put back."""
        headers = {"Idempotency-Key": key} if key else {}
        status, found, _ = self.server.ask("POST", path, body, **headers)
        if status == 503:
            return None
        if status >= 300:
            raise RuntimeError(f"{path}: {status} {found}")
        return found

    def arrange(self) -> None:
        """A formula, a head, a wash by name and a wash under way."""
        self.formula = self.post("/api/formulas", {"start": "towpath_rinse"})["id"]
        told = {"name": f"Wren {uuid4().hex[:8]}", "answers": {"birth_year": 1988}}
        self.head = self.post("/api/heads", told)["id"]
        links = [{"formula": self.formula, "zone": "scalp", "sections": "twists"}, {}]
        chain = {"name": f"Twists {uuid4().hex[:8]}", "links": links}
        self.chain = self.post("/api/wash/chains", chain)["id"]
        self.run = self.post("/api/wash/runs", {"head": self.head, "chain": self.chain})

    def bottle(self) -> str:
        """A bottle on the shelf."""
        name = uuid4().hex
        body = {"material": "malt_vinegar", "name": name}
        return f"bottle {name}" if self.post("/api/shelf/lots", body, name) else ""

    def pour(self) -> str:
        """A batch, and a line of it poured."""
        asked = {"ask": {"formula": self.formula, "sized_by": "ml", "value": 200}}
        batch = self.post("/api/make/batches", asked, uuid4().hex)
        if not batch:
            return ""
        body = {"version": batch["version"], "line": batch["lines"][0]["id"]}
        done = self.post(f"/api/make/batches/{batch['id']}/pours", body, uuid4().hex)
        return f"pour {done['lines'][0]['pours'][0]['id']}" if done else ""

    def plan(self) -> str:
        """A wash on some day to come."""
        at = datetime.now(UTC) + timedelta(days=random.uniform(1, 90))
        body = {"heads": [self.head], "chain": self.chain, "at": at.isoformat()}
        done = self.post("/api/wash/planned", body, uuid4().hex)
        return f"plan {done[0]['id']}" if done else ""

    def press(self) -> str:
        """The next section goes on; a mark or Help once all are on."""
        pk, step = self.run["id"], self.run["presses"][self.run["at"]]
        body: dict[str, Any] = {"id": uuid4().hex, "steady": self.steady()}
        what = "press"
        if step["kind"] in ("ready", "put_on"):
            body |= {"step": step["step"], "section": step["section"]}
        else:
            what = "mark"
            body |= random.choice([{"what": "trouble", "key": "runny"}, {"what": "help", "key": "eyes"}])
        found = self.post(f"/api/wash/runs/{pk}/{what}", body)
        if not found:
            return ""
        self.run = found
        self.moments[body["id"]] = body["steady"]
        return f"press {body['id']}"

    def steady(self) -> float:
        """The server's count, a moment ago: as a page has it, which was pressed before it could be heard."""
        found = self.server.ask("GET", f"/api/wash/runs/{self.run['id']}")[1]
        self.run = found
        return float(found["steady"]) - random.uniform(0.0, 0.05)


def there(file: Path) -> set[str]:
    """All that a household's database holds, by the names that writers give it."""
    with closing(sqlite3.connect(file)) as found:
        out = {f"bottle {name}" for (name,) in found.execute("SELECT name FROM shelf_lot")}
        out |= {f"pour {pk}" for (pk,) in found.execute("SELECT id FROM make_pour")}
        out |= {f"plan {pk}" for (pk,) in found.execute("SELECT id FROM wash_plannedwash")}
        each = "SELECT json_extract(value, '$.id') FROM wash_basinrun, json_each(presses)"
        return out | {f"press {pk}" for (pk,) in found.execute(each)}


def upgrade_killed(folder: Path) -> None:
    """The household as an older version has it, and an upgrade that is killed on its way."""
    env = os.environ | {"EYEBRIGHT_DATA": str(folder)}
    back = [sys.executable, "-m", "eyebright", "migrate", *OLDER, "--verbosity", "0"]
    subprocess.run(back, env=env, cwd=settings.BASE, check=True)
    server = Server(folder)
    time.sleep(random.uniform(0.5, 4.0))
    server.kill()
    server.__exit__()


def put_back(server: Server, backup: bytes) -> str:
    """Put a household back; the copy of what was there."""
    status, done, _ = server.send_file("/api/safekeeping/household", backup)
    if status != 200:
        raise RuntimeError(f"put back: {status} {done}")
    return str(done["before"])


def main() -> int:
    """Kill it again and again; how it went, and whether anything was lost."""
    kept, lost, faults, acknowledged = set[str](), set[str](), list[str](), 0
    moments: dict[str, float] = {}
    off: list[float] = []
    backup, run = b"", {}
    with TemporaryDirectory() as outer:
        folder = Path(outer) / "data"
        for turn in range(KILLS):
            if turn and turn % UPGRADES == 0:
                upgrade_killed(folder)
            server = Server(folder).started()
            house = Household(server)
            house.arrange()
            writers = [Writer(getattr(house, work), work) for work in ("bottle", "pour", "plan", "press")]
            for each in writers:
                each.start()
            time.sleep(random.uniform(SHORTEST, LONGEST))
            replaced = turn % RESTORES == RESTORES // 2 and backup
            before = put_back(server, backup) if replaced else ""
            if turn == 2:
                backup = server.ask("GET", "/api/safekeeping/household")[1]
            server.kill()
            for each in writers:
                each.over.set()
                each.join(20)
                faults += [] if replaced else each.faults  # what it wrote on is gone with the household
                kept |= set(each.kept)
                acknowledged += len(each.kept)
            moments, run = house.moments, house.run
            server.__exit__()
            found = there(folder / "eyebright.sqlite3")
            if replaced:
                with zipfile.ZipFile(folder / "copies" / before) as packed:
                    old = Path(packed.extract("eyebright.sqlite3", outer))
                lost |= kept - found - there(old)
                kept &= found
            lost |= kept - found
            off += _moments(folder, run, moments, found)
            if turn % 10 == 9:
                print(f"  {turn + 1} kills, {acknowledged} acknowledged, {len(lost)} lost", flush=True)
        with closing(sqlite3.connect(folder / "eyebright.sqlite3")) as file:
            sound = file.execute("PRAGMA integrity_check").fetchone()[0]
    worst = max(off, default=0.0)
    print(f"{KILLS} kills: {acknowledged} acknowledged, {len(lost)} lost, {len(faults)} faults;", end=" ")
    print(f"{len(off)} presses, the furthest {worst:.3f} s from its moment; the file is {sound}.")
    if faults or lost:
        print("faults:", faults[:5], "lost:", sorted(lost)[:5])
    return int(bool(lost or faults or sound != "ok" or worst > NEAR))


def _moments(folder: Path, run: Any, moments: dict[str, float], found: set[str]) -> list[float]:
    """How far each press that is kept is from the moment that it was pressed, s."""
    if not run:
        return []
    with closing(sqlite3.connect(folder / "eyebright.sqlite3")) as file:
        stepped = file.execute("SELECT coalesce(sum(seconds), 0) FROM kept_clockstep").fetchone()[0]
        each = "SELECT json_extract(value, '$.id'), json_extract(value, '$.at')"
        at = dict(file.execute(f"{each} FROM wash_basinrun, json_each(presses)"))
    return [
        abs(datetime.fromisoformat(at[pk]).timestamp() - stepped - moment)
        for pk, moment in moments.items()
        if at.get(pk) and f"press {pk}" in found
    ]


if __name__ == "__main__":
    sys.exit(main())
