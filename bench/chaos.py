"""What is acknowledged is kept: 100 kills at random moments under five writers, a copy in the middle of it.

make chaos          100 kills; KILLS=10 for fewer
"""

import os
import random
import sqlite3
import sys
import threading
import time
from contextlib import closing
from pathlib import Path
from tempfile import TemporaryDirectory

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "eyebright.config.settings")
django.setup()

from tests.servers import Server  # noqa: E402

KILLS = int(os.environ.get("KILLS", "100"))
WRITERS = 5
SHORTEST, LONGEST = 0.2, 1.5  # s between a start and its kill


class Writer(threading.Thread):
    """Puts bottles on the shelf as fast as it can, and remembers which were acknowledged."""

    def __init__(self, server: Server, name: str) -> None:
        super().__init__(name=name, daemon=True)
        self.server, self.kept, self.faults = server, list[str](), list[str]()
        self.over = threading.Event()

    def run(self) -> None:
        """Until the server is gone."""
        n = 0
        while not self.over.is_set():
            name = f"{self.name} {n}"
            try:
                status = self.server.add_lot(name, **{"Idempotency-Key": name.replace(" ", "-")})
            except OSError:
                return  # killed: this one was not acknowledged
            except Exception as raised:
                if "BadStatusLine" not in type(raised).__name__ and "Incomplete" not in type(raised).__name__:
                    self.faults.append(repr(raised))
                return
            if status == 201:
                self.kept.append(name)
            else:
                self.faults.append(f"{status}")
            n += 1


def main() -> int:
    """Kill it again and again; how it went, and whether anything was lost."""
    kept: set[str] = set()
    faults: list[str] = []
    halfway = b""
    with TemporaryDirectory() as outer:
        folder = Path(outer) / "data"
        for turn in range(KILLS):
            server = Server(folder).started()
            writers = [Writer(server, f"w{turn}-{i}") for i in range(WRITERS)]
            for each in writers:
                each.start()
            time.sleep(random.uniform(SHORTEST, LONGEST))
            if turn == KILLS // 2:
                halfway = server.ask("GET", "/api/safekeeping/household")[1]
            server.kill()
            for each in writers:
                each.over.set()
                each.join(10)
                kept |= set(each.kept)
                faults += each.faults
            server.__exit__()
            if turn % 10 == 9:
                print(f"  {turn + 1} kills, {len(kept)} acknowledged", flush=True)
        with closing(sqlite3.connect(folder / "eyebright.sqlite3")) as file:
            there = {name for (name,) in file.execute("SELECT name FROM shelf_lot")}
            sound = file.execute("PRAGMA integrity_check").fetchone()[0]
        other = Path(outer) / "other"
        with Server(other) as again:
            boundary = b"chaos"
            form = b'--chaos\r\nContent-Disposition: form-data; name="file"; filename="x.zip"\r\n\r\n'
            body = form + halfway + b"\r\n--chaos--\r\n"
            kind = f"multipart/form-data; boundary={boundary.decode()}"
            status, _, _ = again.ask("POST", "/api/safekeeping/household", body, **{"Content-Type": kind})
            restored = len(again.lots())
    lost = kept - there
    print(f"{KILLS} kills under {WRITERS} writers: {len(kept)} acknowledged, {len(lost)} lost,", end=" ")
    print(f"{len(faults)} faults; {len(there)} rows in the file, which is {sound};", end=" ")
    print(f"the copy taken in between restores {restored} ({status}).")
    if faults:
        print("faults:", faults[:5])
    return int(bool(lost or faults or sound != "ok" or status != 200))


if __name__ == "__main__":
    sys.exit(main())
