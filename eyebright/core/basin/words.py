"""What is shown and read out at the basin: each step and ring, to be followed with the eyes shut."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ..words import belief_said, capital, duration, listed, lower_first
from .contact import Contact, Progress, Ring
from .steps import BasinLink, Step
from .table import Posture

ORDINALS = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth",
            "eleventh", "twelfth")  # fmt: skip
ON = {
    "scalp": "on the scalp", "lengths": "on the lengths", "both": "on scalp and lengths",
    "bag": "on the lengths, in a bag", "face": "on the face",
}  # fmt: skip
HOLD = "Hold the screen, or press space"


@dataclass(frozen=True)
class StepWords:
    """One step: its title, its one number (empty: a clock runs), how, its button, and what is read out."""

    title: str
    number: str
    how: str
    press: str
    say: str


def step_words(
    step: Step, pressed: int, basin_links: Mapping[int, BasinLink], posture: Posture, skin: float
) -> StepWords:
    """A step after so many of its presses. `skin`: °C that this head bears."""
    link = basin_links.get(step.link) if step.link is not None else None
    if step.kind == "ready":
        return StepWords(
            "Before you begin", f"{skin:g} °C", "At most. A drop on your wrist should feel neutral.",
            "Ready", f"Before you begin. Water at most {skin:g} degrees. {HOLD} when you are ready.",
        )  # fmt: skip
    if step.kind == "end" or (link is None and step.kind != "rinse"):
        return StepWords(
            "That was the last", "", "End the wash: what was done is kept.", "End the wash",
            f"That was the last step. {HOLD} to end the wash.",
        )  # fmt: skip
    if step.kind == "rinse":
        return _rinse(step, link, basin_links, posture)
    assert link is not None
    if step.kind == "pause":
        minutes = f"{link.minutes:g} min"
        return StepWords(
            link.name, "" if not link.hands else minutes, link.how, "Done",
            f"{link.name}, about {duration(link.minutes)}. {link.how} {HOLD} when it is done.",
        )  # fmt: skip
    return _put_on(step, pressed, link, posture)


def _put_on(step: Step, pressed: int, link: BasinLink, posture: Posture) -> StepWords:
    where = ON[link.zone]
    eyes = posture.eyes if link.eyes else ""
    much = f"{link.says}. " if link.says else ""
    note = f" {link.note}" if link.note else ""
    only = f"Only {link.optional}: else leave it out." if link.optional else ""
    if step.presses == 1:
        how = _joined(only, _measured(link), _on_head(link), eyes, _then(link), link.note)
        say = f"{link.name} {where}. {only} {capital(much)}{eyes} {HOLD} when it is on.{note}"
        return StepWords(f"{link.name} {where}", link.amount, how, "It is on", _tidy(say))
    called = f"{link.parts[pressed]}, " if pressed < len(link.parts) else ""
    part = f"{called}the {ordinal(pressed)} of {step.presses}"
    whole = "" if called else f"{link.section}, "
    in_all = f"{capital(whole + part)}. {capital(link.says)} in all." if link.says else ""
    how = _joined(only, in_all, _measured(link) if pressed == 0 else "",
                  eyes, _then(link), link.note)  # fmt: skip
    first = f"{link.name} {where}, {link.section}. {only} {capital(much)}{eyes} " if pressed == 0 else ""
    say = f"{first}Now {part}. {HOLD} when it is on.{note if pressed == 0 else ''}"
    return StepWords(
        f"{link.name} {where}", f"{pressed + 1} of {step.presses}", how, f"The {ordinal(pressed)} is on",
        _tidy(say),
    )  # fmt: skip


def _measured(link: BasinLink) -> str:
    """So much by the household's spoons and cups."""
    return f"{capital(link.measured)}." if link.measured else ""


def _on_head(link: BasinLink) -> str:
    """What is said beside its amount: what there is of it, and whether that is enough."""
    rest = link.says.removeprefix(f"about {link.amount}").lstrip("; ")
    return f"{capital(rest)}." if rest else ""


def _then(link: BasinLink) -> str:
    cover = ", under a cap" if link.cover and link.zone != "bag" else ""
    return f"It stays on {duration(link.minutes)}{cover}." if link.rinsed else "It stays in."


def _rinse(
    step: Step, link: BasinLink | None, basin_links: Mapping[int, BasinLink], posture: Posture
) -> StepWords:
    off = [basin_links[pk] for pk in step.offs if pk in basin_links]
    names = listed([each.name for each in off])
    sections = any(each.sections > 1 for each in off)
    order = "First on, first off. " if sections else ""
    if not off:
        where = ON[link.zone] if link else ""
        return StepWords(
            f"Plain water {where}", f"{link.minutes:g} min" if link else "",
            f"{order}{posture.eyes}", "Done",
            _tidy(f"Plain water {where}. {posture.eyes} {HOLD} when it runs clear."),
        )  # fmt: skip
    waits, them = max(each.minutes for each in off), "it" if len(off) == 1 else "them"
    return StepWords(
        f"Rinse out {names}", "", f"{order}{posture.eyes} Until it runs clear.",
        "It is rinsed out",
        _tidy(f"{names}: about {duration(waits)} to wait. Then rinse {them} out. {order}{posture.eyes} "
              f"{HOLD} when it is out."),
    )  # fmt: skip


def ring_words(contact: Contact, kind: Ring) -> str:
    """What a clock says when it rings."""
    link = contact.link
    if kind == "due":
        return f"{link.name} has had its {duration(link.minutes)}: rinse it out."
    if kind == "soon":
        return f"{capital(duration(contact.soon))} more for {link.name}: then it has to come off."
    if kind == "over":
        most = duration(link.most or 0.0)
        return f"{link.name} has been on {most}, the most for this head. Rinse it out now."
    return f"{link.name} has been on far too long. Rinse it out at once, with plenty of water."


def contact_words(contact: Contact, now: float) -> str:
    """Minutes by section: "first 14 min, last 6"."""
    found = contact.minutes(now)
    if not found:
        return ""
    if len(found) == 1:
        return f"{duration(found[0])} on"
    return f"first {duration(found[0])}, last {duration(found[-1])}"


def belief_words(believed: float, ph: tuple[float, float, float] | None) -> str:
    """What was believed of its pH, beside what it is."""
    return belief_said(believed, believed, ph)


def judged_words(contact: Contact, now: float) -> str:
    """What was planned beside what was done."""
    link = contact.link
    found, meant = contact.longest(now), link.minutes + link.each * max(link.sections, 1)
    if not link.rinsed:
        return f"{link.name} stays in."
    out = f"{link.name}: {duration(found)} of {duration(meant)} planned"
    if link.never is not None and found > link.never:
        return f"{out}: far too long. Watch the skin; leave a longer gap before the next."
    if link.most is not None and found > link.most:
        return f"{out}: past the most of {duration(link.most)}. Leave a longer gap before the next."
    if found < 0.6 * meant:
        return f"{out}: off early, it did less."
    if found > 1.4 * meant and found - meant > 1.0:
        return f"{out}: longer than planned."
    return f"{out}."


def ordinal(place: int) -> str:
    """ "first" for 0."""
    return ORDINALS[place] if place < len(ORDINALS) else f"{place + 1}th"


def next_words(steps: Sequence[Step], stand: Progress, basin_links: Mapping[int, BasinLink]) -> str:
    """The next step, small."""
    step = steps[stand.place] if stand.place < len(steps) else None
    if step is not None and step.kind == "put_on" and stand.pressed + 1 < step.presses:
        return f"then the {ordinal(stand.pressed + 1)}"
    following = steps[stand.place + 1] if stand.place + 1 < len(steps) else None
    if following is None:
        return ""
    link = basin_links.get(following.link) if following.link is not None else None
    if following.kind == "rinse":
        names = listed([basin_links[link].name for link in following.offs if link in basin_links])
        return f"then rinse out {names}" if names else "then plain water"
    if following.kind == "end":
        return "then that is all"
    if link is None:
        return ""
    return f"then {link.name if link.what == 'put_on' else lower_first(link.name)}"


def _joined(*parts: str) -> str:
    return " ".join(each for each in parts if each)


def _tidy(text: str) -> str:
    return " ".join(text.split())
