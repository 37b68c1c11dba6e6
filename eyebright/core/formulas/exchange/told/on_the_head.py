"""What a recipe says is done with it on a head: how long, where, under what, and how it comes off."""

from dataclasses import dataclass, field
from functools import cache

from ...model import preconditions
from ..lines.lexing import Token, text_of
from .asides import KEEPS
from .clause import names_a_zone, only_covers
from .method import A_DAY, time_words
from .spans import Span
from .vocabulary import Found, Phrases, find, has, phrases_by_row

SHORT = 6  # words: "roots to tips" says where it goes, and nothing besides
NOTE = "kept in the note"
ORDER = "the order it goes on"
DAMP = "kept damp"


@dataclass
class OnTheHead:
    """What has been heard of it. `use` "" where nothing was said; `minutes` from and to.

    `applied`: it was put on; `washed_off`: it came off again; `mixing`: what this sentence says first is
    still of the bowl; `otherwise`: this sentence is of another way of using it; `thinned`: parts of water.
    """

    use: str = ""
    minutes: tuple[float, float] | None = None
    cover: bool = False
    let_dry: bool = False
    dusted: bool = False
    sprayed: bool = False
    zones: set[str] = field(default_factory=set)
    wants: list[str] = field(default_factory=list)
    washed_off: bool = False
    applied: bool = False
    stays_timed: bool = False
    mixing: bool = False
    otherwise: bool = False
    thinned: int = 0

    @property
    def zone(self) -> str:
        """Where it goes: one zone where only that was named, both where both were; "" where none was."""
        named = self.zones & {"scalp", "lengths"}
        if len(named) == 1 and "both" not in self.zones:
            return next(iter(named))
        return "both" if self.zones else ""

    def hear(
        self, part: list[Token], acts: list[Found], spans: list[Span], heard: list[str], *, measured: bool
    ) -> str:
        """Hear a clause; what is left of it that nothing stands for. `measured`: it names an amount."""
        keys = {act.key for act in acts}
        off = "head off" in keys and "head stays" not in keys
        if spans and not acts and min(each.least for each in spans) > A_DAY:
            heard.append(KEEPS)
            return ""
        if spans and self.mixing and not self.applied:  # "stir 3 spoons into water, wait 10 minutes"
            heard.append(NOTE)
        elif spans and not self.washed_off:
            self.stays_timed = self.stays_timed or "head stays" in keys
            longest = max(spans, key=lambda each: each.most)
            if self.minutes is None or longest.most > self.minutes[1]:
                self.minutes = (longest.least, longest.most)
            heard.append(f"{time_words(longest.least, longest.most)} on the head")
        self._how(part, keys, heard, off=off, timed=bool(spans))
        self._where(part, off=off, heard=heard)
        wants = not off and self._wants(part, heard)
        if has(part, "head", "dries") and not off:
            self.let_dry = True
        if any(act.key.startswith("puts") or act.key.startswith("acts") for act in acts):
            heard.append(NOTE)
        sections = has(part, "head", "sections")
        if sections:
            heard.append(ORDER)
        told = ("covers", "uncovered", "ends", "begins", "damps")
        where = len(part) <= SHORT and names_a_zone(part)
        said = keys or spans or sections or wants or where or any(has(part, "head", name) for name in told)
        if not said and measured:
            heard.append(NOTE)
            return ""
        return "" if said else text_of(part)

    def _how(self, part: list[Token], keys: set[str], heard: list[str], *, off: bool, timed: bool) -> None:
        """How it goes on, stays or comes off."""
        if "head stays" in keys and self.otherwise and self.use:  # "for more hold leave it in"
            heard.append(NOTE)
        elif "head stays" in keys:
            self.use = "left_in"
            heard.append("left in")
        elif off:
            self.washed_off = True
            if self.stays_timed or not self.use:  # "leave in 20 minutes, then rinse"
                self.use = "rinsed_out"
            heard.append("rinsed out")
        elif has(part, "head", "damps"):
            heard.append(DAMP)
        elif "head sprays" in keys:
            self.sprayed = True
            heard.append("sprayed on")
        elif "head dusts" in keys:
            self.dusted = True
            heard.append("dusted on")
        elif has(part, "head", "ends"):
            heard.append("how it is worn")
        elif "head on" in keys and not timed:
            heard.append("how it goes on")

    def _wants(self, part: list[Token], heard: list[str]) -> bool:
        """What must hold on the head before it goes on; whether a clause says any."""
        found = find(part, among=wanted_phrases())
        for each in found:
            if each.key not in self.wants:
                self.wants.append(each.key)
                heard.append(f"wants {preconditions()[each.key].name}")
        return bool(found)

    def _where(self, part: list[Token], *, off: bool, heard: list[str]) -> None:
        """Where it goes, and whether it is covered."""
        if has(part, "zones", "not_scalp"):
            self.zones |= {"lengths"}
        elif not off:
            self.zones |= {zone for zone in ("scalp", "lengths", "both") if has(part, "zones", zone)}
        if has(part, "head", "uncovered"):
            heard.append("no cover")
        elif has(part, "head", "covers") or only_covers(part):
            self.cover = True
            heard.append("under a cover")


@cache
def wanted_phrases() -> Phrases:
    """Every way of saying what must hold on the head, and the key of that."""
    return phrases_by_row({key: row.hear for key, row in preconditions().items()})
