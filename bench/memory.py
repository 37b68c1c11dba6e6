"""The server's memory under rough use: pictures, copies, backups, pages of the API's description, jugs."""

import io
from pathlib import Path
from tempfile import TemporaryDirectory

from PIL import Image

from tests.servers import Server, move_in

from .busy import Household

ROUNDS = 10
PICTURES, JUGS = 6, 8
LOOKS = ("/api/openapi.json", "/api/safekeeping/household", "/api/today", "/api/formulas", "/api/shelf/lots")


def _picture() -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (3000, 2000), (120, 80, 60)).save(out, "JPEG")
    return out.getvalue()


def _megabytes(server: Server) -> float:
    pages = int(Path(f"/proc/{server.process.pid}/statm").read_text("ascii").split()[1])
    return pages * 4096 / 1e6


def grown() -> tuple[float, float]:
    """MB at most in all rounds, and times as much in the later half as in the first."""
    with TemporaryDirectory() as outer, Server(move_in(Path(outer) / "data")) as server:
        house = Household(server)
        head = server.ask("GET", "/api/heads")[1][0]["id"]
        head_form = b'--x\r\nContent-Disposition: form-data; name="picture"; filename="x.jpg"\r\n\r\n'
        body = head_form + _picture() + b"\r\n--x--\r\n"
        kind = {"Content-Type": "multipart/form-data; boundary=x"}
        peaks = []
        for _ in range(ROUNDS):
            for path in LOOKS:
                server.ask("GET", path)
            seen = [_megabytes(server)]
            for _ in range(PICTURES):
                server.ask("POST", f"/api/heads/{head}/pictures", body, **kind)
                seen.append(_megabytes(server))
            for _ in range(JUGS):
                house.pour_a_jug()
            server.ask("POST", "/api/safekeeping/copies")
            peaks.append(max(*seen, _megabytes(server)))
        half = ROUNDS // 2
        return max(peaks), max(peaks[half:]) / max(peaks[:half])
