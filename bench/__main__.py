"""`make bench`: the figures that speed is judged by, all from one run on this machine."""

from tests.chromium import chromium

from .answers import answers, ten
from .chemistry import solvers
from .formulas import LINES, RANKED, SEARCHED, edit_to_kept, formula_bench
from .heads import heads_page
from .live import cost_of_instruments, drag_to_paint
from .page import first_load, served
from .shelf import LOTS, long_shelf

MANY_TIMES = 50  # how much faster than PHREEQC the vectorised solver has to be
NEAR = 0.05  # pH
ANSWER_MS = 60.0
TEN_MS = 150.0
DRAG_MS = 120.0
SHELF_MS = 200.0
LIVE_SHARE = 0.03
HEAD_MS = 100.0
PAGE_KB = 300.0
READING_MS = 150.0
RANKING_MS = 200.0
SEARCHING_MS = 100.0
EDIT_MS = 200.0


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

    print("A full answer in process: plan, curve with its band, ratios, doubts, cautions")
    for name, seconds in answers().items():
        ms = seconds * 1000
        ledger.line(name, f"{ms:.1f} ms", f"under {ANSWER_MS:g} ms", ms < ANSWER_MS)

    ms = ten() * 1000
    ledger.line(
        "ten lines, with routes, spoons, what to measure", f"{ms:.1f} ms", f"under {TEN_MS:g} ms", ms < TEN_MS
    )

    ms = long_shelf() * 1000
    print(f"The shelf in process, {LOTS} lots on it")
    ledger.line("its first page", f"{ms:.1f} ms", f"under {SHELF_MS:g} ms", ms < SHELF_MS)

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

    bench = formula_bench()
    print("The formula bench in process")
    for name, seconds, most in (
        (f"the whole reading of {LINES} lines", bench.reading, READING_MS),
        (f"{RANKED} formulas ranked for a head", bench.ranking, RANKING_MS),
        (f"{SEARCHED} formulas searched as typed", bench.searching, SEARCHING_MS),
    ):
        ms = seconds * 1000
        ledger.line(name, f"{ms:.1f} ms", f"under {most:g} ms", ms < most)

    with served(demo=True) as server, chromium() as browser:
        loaded = first_load(browser, server.address)
        median, late = drag_to_paint(browser, server.address)
        edit, slow_edit = edit_to_kept(browser, server.address)
        at_server, in_page = cost_of_instruments(browser, server.address, server.pid)
    kilobytes = loaded.sent / 1000
    print("First load of the page, nothing in the cache")
    ledger.line(
        f"sent, in {loaded.requests} requests",
        f"{kilobytes:.0f} kB",
        f"under {PAGE_KB:g} kB",
        kilobytes < PAGE_KB,
    )
    ledger.line("first paint after", f"{loaded.first_paint_ms:.0f} ms")
    print("From a move on the curve to its answer painted")
    ledger.line("median", f"{median:.0f} ms")
    ledger.line("95th percentile", f"{late:.0f} ms", f"under {DRAG_MS:g} ms", late < DRAG_MS)
    print("From an edit of a formula to its reading painted and kept")
    ledger.line("median", f"{edit:.0f} ms")
    ledger.line("95th percentile", f"{slow_edit:.0f} ms", f"under {EDIT_MS:g} ms", slow_edit < EDIT_MS)
    print("Three instruments, live at five readings a second, as a share of a core")
    ledger.line("at the server", f"{at_server:.1%}")
    ledger.line("in the page", f"{in_page:.1%}")
    both = at_server + in_page
    ledger.line("together", f"{both:.1%}", f"under {LIVE_SHARE:.0%}", both < LIVE_SHARE)
    return 0 if ledger.all_held else 1


if __name__ == "__main__":
    raise SystemExit(main())
