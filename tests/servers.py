"""A server of its own, with a data folder of its own: started, asked, killed."""

import json
import os
import signal
import socket
import subprocess
import sys
from functools import cache
from http.client import HTTPConnection
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from django.conf import settings

from eyebright.kept.household_mark import mark_anew


def free_port() -> int:
    """A port that nobody has."""
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        return int(free.getsockname()[1])


@cache
def _moved_in() -> bytes:
    """The database of a household that has just moved in, made once for all servers of this process."""
    with TemporaryDirectory() as folder:
        env = os.environ | {"EYEBRIGHT_DATA": folder, "EYEBRIGHT_DEMO": "0"}
        migrate = [sys.executable, "-m", "eyebright", "migrate", "--verbosity", "0"]
        subprocess.run(migrate, env=env, cwd=settings.BASE, check=True)
        return Path(folder, "eyebright.sqlite3").read_bytes()


def move_in(folder: Path) -> Path:
    """An empty household in this folder, so that its first server need not make one."""
    folder.mkdir(exist_ok=True)
    (folder / "eyebright.sqlite3").write_bytes(_moved_in())
    mark_anew(folder / "eyebright.sqlite3")
    return folder


class Server:
    """A server over this data folder. `command`: what starts it, our own code by default."""

    def __init__(self, folder: Path, port: int = 0, command: list[str] | None = None, **env: str) -> None:
        self.folder, self.port = folder, port or free_port()
        serve = command or [sys.executable, "-m", "eyebright"]
        self.process = subprocess.Popen(
            [*serve, "serve", "--port", str(self.port)],
            env=os.environ | {"EYEBRIGHT_DATA": str(folder), "EYEBRIGHT_DEMO": "0"} | env,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            cwd=settings.BASE if command is None else folder,
        )
        self.said: list[str] = []
        self.cookie = self.token = ""

    def started(self) -> "Server":
        """Wait until it answers; RuntimeError with what it said where it does not."""
        assert self.process.stdout is not None
        for line in self.process.stdout:
            self.said.append(line)
            if "Eyebright is at" in line:
                break
        else:
            raise RuntimeError("".join(self.said))
        headers = self.ask("GET", "/api/mix/choices")[2]
        self.cookie = headers["Set-Cookie"].split(";")[0]
        self.token = self.cookie.partition("=")[2]
        return self

    def refusal(self) -> str:
        """What one says that does not start."""
        out, _ = self.process.communicate(timeout=60)
        assert self.process.returncode != 0, out
        return out

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> tuple[int, Any, Any]:
        """One call: status, what came back (JSON where it is), headers."""
        line = HTTPConnection("127.0.0.1", self.port, timeout=60)
        sent = {"Cookie": self.cookie, "X-CSRFToken": self.token, **headers}
        if body is not None and not isinstance(body, bytes):
            body, sent = json.dumps(body), {"Content-Type": "application/json"} | sent
        try:
            line.request(method, path, body, sent)
            answer = line.getresponse()
            raw = answer.read()
        finally:
            line.close()
        typed = "json" in (answer.headers.get("Content-Type") or "")
        return answer.status, json.loads(raw) if typed and raw else raw, answer.headers

    def send_file(self, path: str, packed: bytes, **headers: str) -> tuple[int, Any, Any]:
        """A file sent as a form sends it."""
        head = b'--x\r\nContent-Disposition: form-data; name="file"; filename="x.zip"\r\n\r\n'
        kind = {"Content-Type": "multipart/form-data; boundary=x"}
        return self.ask("POST", path, head + packed + b"\r\n--x--\r\n", **kind, **headers)

    def add_lot(self, name: str, **headers: str) -> int:
        """A bottle on the shelf; its status."""
        body = {"material": "malt_vinegar", "name": name}
        return self.ask("POST", "/api/shelf/lots", body, **headers)[0]

    def lots(self) -> list[str]:
        """The names on the shelf."""
        return [each["name"] for each in self.ask("GET", "/api/shelf/lots?limit=1000")[1]["items"]]

    def kill(self) -> None:
        """As a power cut would."""
        self.process.kill()
        self.process.communicate()

    def stop(self) -> str:
        """As the machine stops its programs; what it said last."""
        self.process.send_signal(signal.SIGTERM)
        out, _ = self.process.communicate(timeout=30)
        return out

    def __enter__(self) -> "Server":
        return self.started()

    def __exit__(self, *_: object) -> None:
        if self.process.poll() is None:
            self.kill()
        if self.process.stdout:
            self.process.stdout.close()
