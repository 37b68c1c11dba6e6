"""`make bench`: the figures that speed is judged by, all from one run on this machine."""

from tests.chromium import chromium

from .answers import answers
from .chemistry import solvers
from .heads import heads_page
from .page import first_load, served

MANY_TIMES = 50  # how much faster than PHREEQC the vectorised solver has to be
NEAR = 0.05  # pH
ANSWER_MS = 60.0
HEAD_MS = 100.0
PAGE_KB = 300.0


class Ledger:
    """Prints each figure with what it is held to, and remembers whether all were."""

    def __init__(self) -> None:
        self.all_held = True

    def line(self, what: str, figure: str, held_to: str = "", held: bool = True) -> None:
        """One figure; `held_to` empty where it is only told."""
        self.all_held &= held
        margin = f"   {held_to}: {'held' if held else 'NOT HELD'}" if held_to else ""
        print(f"  {what:46}{figure:>16}{margin}")


def main() -> int:
    """Print every figure; 1 if any is not held."""
    ledger = Ledger()
    timed = solvers()
    print(f"Chemistry, {timed.mixes} kitchen mixes, per mix")
    ledger.line("PHREEQC through phreeqpython", f"{timed.phreeqc * 1e6:.1f} µs")
    once = timed.phreeqc / timed.scalar
    ledger.line("solve_ph", f"{timed.scalar * 1e6:.1f} µs")
    ledger.line("  times as fast as PHREEQC", f"{once:.1f}", "more than 1", once > 1)
    many = timed.phreeqc / timed.many
    ledger.line("solve_ph_many", f"{timed.many * 1e6:.2f} µs")
    ledger.line("  times as fast as PHREEQC", f"{many:.0f}", f"at least {MANY_TIMES}", many >= MANY_TIMES)
    ledger.line("furthest from PHREEQC", f"{timed.apart:.3f} pH", f"within {NEAR}", timed.apart <= NEAR)

    print("A full answer in process: plan, 120-point curve with its band, ratios, doubts, cautions")
    for name, seconds in answers().items():
        ms = seconds * 1000
        ledger.line(name, f"{ms:.1f} ms", f"under {ANSWER_MS:g} ms", ms < ANSWER_MS)

    page = heads_page()
    print(f"A head's page in process, {page.rows} check-ins and washes behind it")
    for name, seconds in page.seconds.items():
        ledger.line(name, f"{seconds * 1000:.1f} ms")
    whole = page.whole * 1000
    ledger.line("the whole page", f"{whole:.1f} ms", f"under {HEAD_MS:g} ms", whole < HEAD_MS)
    ledger.line(
        "queries, with one wash and with ten years",
        f"{page.short}, {page.long}",
        "the same",
        page.short == page.long,
    )

    with served(demo=True) as address, chromium() as browser:
        loaded = first_load(browser, address)
    kilobytes = loaded.sent / 1000
    print("First load of the page, nothing in the cache")
    ledger.line(
        f"sent, in {loaded.requests} requests",
        f"{kilobytes:.0f} kB",
        f"under {PAGE_KB:g} kB",
        kilobytes < PAGE_KB,
    )
    ledger.line("first paint after", f"{loaded.first_paint_ms:.0f} ms")
    return 0 if ledger.all_held else 1


if __name__ == "__main__":
    raise SystemExit(main())
