"""Where readings come in: the stand-ins that ship, and real devices bridged over TCP.

One hub a process. It knows no database: it is told what there is, and says what was last heard of it
and how long ago. What has been silent for a while has no reading; a number never stands still here.
"""

import ipaddress
import math
import socket
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from eyebright.core.instruments import (
    Kind,
    Meter,
    ProtocolError,
    Sample,
    Scale,
    Thermometer,
    at_rest,
    greeted,
    heard,
)

SILENT_AFTER = 2.0  # s
TRY_AGAIN = 2.0
PATIENCE = 3.0  # s to connect
IDLE = 30.0  # s that nobody asked: the line is let go
LONGEST_LINE = 512  # bytes
MOST_LINES = 200  # in a second: whatever says more is cut off
PLAUSIBLE: dict[tuple[Kind, str], tuple[float, float]] = {  # what an instrument can say at all, by its unit
    ("scale", "g"): (-20_000.0, 200_000.0),
    ("meter", "pH"): (-2.0, 16.0),
    ("meter", "mV"): (-2_000.0, 2_000.0),
    ("thermometer", "C"): (-50.0, 400.0),
}

# What a rented machine is told its secrets by: no instrument is there.
METADATA = [ipaddress.ip_network(each) for each in ("169.254.169.0/24", "169.254.170.0/24", "fd00:ec2::/32")]


def nearby(host: str) -> str:
    """The address of a host of this household's own network, by its address or its name; "" for any other."""
    try:
        found = socket.getaddrinfo(host, None, type=socket.SOCK_STREAM)
    except (OSError, UnicodeError):
        return ""
    addresses = [str(each[4][0]) for each in found]
    return addresses[0] if addresses and all(_is_near(each) for each in addresses) else ""


def _is_near(found: str) -> bool:
    address = ipaddress.ip_address(found.partition("%")[0])
    address = getattr(address, "ipv4_mapped", None) or address
    near = address.is_loopback or address.is_private or address.is_link_local
    machines_own = any(address.version == each.version and address in each for each in METADATA)
    return near and not machines_own and not address.is_unspecified and not address.is_multicast


Plug = Literal["in", "out", "frozen"]


@dataclass(frozen=True)
class Heard:
    """What was last heard: a sample and how old it is (s), or why there is none."""

    sample: Sample | None
    age: float
    trouble: str = ""

    @property
    def silent(self) -> bool:
        """Whether it is too old to be shown."""
        return self.age > SILENT_AFTER


@dataclass
class _Bench:
    """A stand-in as it is played."""

    played: Scale | Meter | Thermometer
    plug: Plug = "in"
    froze_at: float = 0.0
    last: Sample | None = None


class _Bridge:
    """One device over TCP, listened to by a thread of its own for as long as somebody asks."""

    def __init__(self, kind: Kind, host: str, port: int) -> None:
        self.kind, self.host, self.port = kind, host, port
        self._lock = threading.Lock()
        self._sample: Sample | None = None
        self._at = time.monotonic()
        self._asked = time.monotonic()
        self._trouble = "Connecting…"
        self._socket: socket.socket | None = None
        self._thread: threading.Thread | None = None

    def heard(self) -> Heard:
        """What it last said."""
        with self._lock:
            self._asked = time.monotonic()
            if self._thread is None or not self._thread.is_alive():
                self._thread = threading.Thread(target=self._listen, name=f"bridge {self.port}", daemon=True)
                self._thread.start()
            return Heard(self._sample, time.monotonic() - self._at, self._trouble)

    def tell(self, line: str) -> bool:
        """Send it a line; whether that could be done."""
        with self._lock:
            line_out = self._socket
        try:
            if line_out is not None:
                line_out.sendall(f"{line}\n".encode())
                return True
        except OSError:
            pass
        return False

    def _wanted(self) -> bool:
        with self._lock:
            return time.monotonic() - self._asked < IDLE

    def _listen(self) -> None:
        while self._wanted():
            try:
                address = nearby(self.host)  # what was looked at is what is called
                if not address:
                    raise ProtocolError(f"{self.host} is not in this household's own network.")
                with socket.create_connection((address, self.port), PATIENCE) as line:
                    line.settimeout(SILENT_AFTER)
                    with self._lock:
                        self._socket = line
                    self._converse(line)
            except (OSError, ValueError) as raised:
                self._lost(raised)
            with self._lock:
                self._socket = None
            if self._wanted():
                time.sleep(TRY_AGAIN)

    def _converse(self, line: socket.socket) -> None:
        said, first, since, count = b"", True, time.monotonic(), 0
        while self._wanted():
            try:
                more = line.recv(1024)
            except TimeoutError:
                continue  # it is silent, which shows by its age
            if not more:
                raise OSError("closed")
            *lines, said = (said + more).split(b"\n")
            if len(said) > LONGEST_LINE:
                raise ProtocolError("Its lines are longer than any reading.")
            count += len(lines)
            if time.monotonic() - since > 1.0:
                since, count = time.monotonic(), 0
            if count > MOST_LINES:
                raise ProtocolError("It says more than any instrument does: cut off.")
            for each in lines:
                text = each.decode("utf-8", "replace")
                if first:
                    greeting, first = greeted(text), False
                    if greeting.kind != self.kind:
                        raise ProtocolError(f"It says that it is a {greeting.kind}, not a {self.kind}.")
                    self._say(None, "Connected: no reading yet.")
                elif sample := heard(text, self.kind):
                    self._say(*self._believed(sample))

    def _believed(self, sample: Sample) -> tuple[Sample | None, str]:
        """What it says, where such an instrument can say it."""
        least, most = PLAUSIBLE.get((self.kind, sample.unit), (-math.inf, math.inf))
        if sample.value is None or (math.isfinite(sample.value) and least <= sample.value <= most):
            return sample, ""
        return None, f"It says {sample.value:g} {sample.unit}, which no {self.kind} can: look at it."

    def _say(self, sample: Sample | None, trouble: str) -> None:
        with self._lock:
            self._sample, self._at, self._trouble = sample, time.monotonic(), trouble

    def _lost(self, raised: Exception) -> None:
        where = f"{self.host}:{self.port}"
        why = str(raised) if isinstance(raised, ProtocolError) else f"Nothing answers at {where}."
        with self._lock:
            self._sample, self._trouble = None, why


@dataclass
class Hub:
    """Every instrument that anybody has asked for, by its id."""

    clock: Callable[[], float] = time.monotonic
    _benches: dict[tuple[int, Kind], _Bench] = field(default_factory=dict)
    _bridges: dict[int, _Bridge] = field(default_factory=dict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def simulated(self, pk: int, kind: Kind) -> Heard:
        """What a stand-in says."""
        with self._lock:
            now, bench = self.clock(), self._bench(pk, kind)
            if bench.plug == "out":
                return Heard(None, 0.0, "It is unplugged.")
            if bench.plug == "frozen":
                return Heard(bench.last, now - bench.froze_at)
            bench.last = bench.played.sample(now)
            return Heard(bench.last, 0.0)

    def play(self, pk: int, kind: Kind, *, put: float | None, tare: bool, plug: Plug | None) -> None:
        """Put something on a stand-in, tare it, pull its plug."""
        with self._lock:
            now, bench = self.clock(), self._bench(pk, kind)
            if put is not None:
                bench.played = bench.played.put(put, now)
            if tare and isinstance(bench.played, Scale):
                bench.played = bench.played.tared(now)
            if plug is not None:
                bench.plug, bench.froze_at = plug, now

    def at_rest(self) -> None:
        """Every stand-in as it was before anybody played it."""
        with self._lock:
            self._benches.clear()

    def _bench(self, pk: int, kind: Kind) -> _Bench:
        if (pk, kind) not in self._benches:
            rest = at_rest(kind)
            self._benches[pk, kind] = _Bench(rest.put(rest.target, self.clock()))
        return self._benches[pk, kind]

    def bridged(self, pk: int, kind: Kind, host: str, port: int) -> Heard:
        """What a bridged device says."""
        return self._bridge(pk, kind, host, port).heard()

    def tare(self, pk: int, kind: Kind, host: str, port: int) -> bool:
        """Ask a bridged scale to take what lies on it as nothing."""
        return self._bridge(pk, kind, host, port).tell("TARE")

    def _bridge(self, pk: int, kind: Kind, host: str, port: int) -> _Bridge:
        with self._lock:
            found = self._bridges.get(pk)
            if found is None or (found.kind, found.host, found.port) != (kind, host, port):
                found = self._bridges[pk] = _Bridge(kind, host, port)
            return found


hub = Hub()
