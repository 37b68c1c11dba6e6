"""What a clause says, looked at by itself: what it makes, where it goes, what must not be done."""

from collections.abc import Sequence

from ....words import lower_first
from ..lines.conditions import begins_condition, condition_in
from ..lines.lexing import Token, text_of
from .sentences import acts_in, in_brackets
from .spans import Span
from .vocabulary import Found, find, has, word_list

LONGEST_NOTE = 200
PLACES = ("freezer", "fridge", "shelf")
COMMA = Token("s", ",", ",")
SIGNS = ("no_lumps", "snaps", "soft", "foam", "clear", "hand_warm", "thick", "fine", "turned")


def allowed(part: list[Token]) -> list[Token]:
    """A clause up to what must not be done: "stir, but do not boil". What is in brackets forbids nothing."""
    inside = in_brackets(part)
    forbids = [each.start for each in find(part, "warns", "not") if each.start not in inside]
    return part[: min(forbids)] if forbids else part


def on_condition(part: list[Token]) -> tuple[list[Token], str]:
    """A clause without the condition that it begins with, or ends on; and that."""
    acts = [act for act in acts_in(part) if not act.key.startswith("head")]
    if begins_condition(part) and acts and acts[0].start > 1:
        return part[acts[0].start :], lower_first(text_of(part[: acts[0].start]))
    return condition_in(part)


def last_time(spans: Sequence[Span]) -> tuple[float, float]:
    """The minutes of the last time that was said, from and to."""
    return spans[-1].least, spans[-1].most


APPLIES = ("head on", "head sprays", "head dusts", "head stays")


def goes_on(tokens: list[Token]) -> bool:
    """Whether something is put on a head here."""
    return any(act.key in APPLIES for act in acts_in(tokens)) or on_hair(tokens)


def makes(tokens: list[Token]) -> bool:
    """Whether something is made or put in here, and not only done on a head."""
    return any(act.key.split()[0] in ("acts", "puts") for act in acts_in(tokens))


SPECIFIC = (
    "acts drain_sap",
    "acts infuse_oil",
    "acts ice",
    "acts cook_starch",
    "acts press_juice",
    "acts freeze",
)
"""What is done of which "stand", "add" and "put" in the same clause are only a part."""


def told_apart(acts: list[Found]) -> list[Found]:
    """The acts of a clause; where one says all of it, that one alone."""
    specific = [act for act in acts if act.key in SPECIFIC]
    return specific[:1] or acts


def on_hair(tokens: Sequence[Token]) -> bool:
    """Whether a clause says that something goes on hair or scalp: "put on ends"."""
    places = [each for zone in ("scalp", "lengths", "both") for each in find(tokens, "zones", zone)]
    before = word_list("before_zone", "words")
    return any(
        token.word in before for each in places for token in tokens[max(each.start - 3, 0) : each.start]
    )


def names_a_zone(tokens: Sequence[Token]) -> bool:
    """Whether a part of the head is named."""
    return any(has(tokens, "zones", zone) for zone in ("scalp", "lengths", "both"))


def only_where(tokens: Sequence[Token]) -> bool:
    """Whether a clause says where it goes, and nothing besides: "roots only"."""
    return len(tokens) <= 3 and all(t.kind == "w" for t in tokens) and names_a_zone(tokens)


def only_covers(tokens: Sequence[Token]) -> bool:
    """Whether a clause ends by saying no more than that it is covered: "on the ends, cover it"."""
    signs = [at for at, token in enumerate(tokens) if token.kind == "s"]
    last = tokens[signs[-1] + 1 :] if signs else tokens
    return len(last) <= 2 and any(act.key == "puts cover" for act in acts_in(last))


def kept_at(tokens: Sequence[Token]) -> str:
    """Where it is said that it is kept; "" where it is not."""
    found = [(each[0].start, place) for place in PLACES if (each := find(tokens, "keeping", place))]
    return min(found)[1] if found else ""


def sign_in(tokens: Sequence[Token]) -> str:
    """The sign that a clause ends by; "" for none."""
    said = [token.word for token in tokens]
    return next((key for key in SIGNS if set(said) & word_list("signs", key)), "")


def note_of(tokens: Sequence[Token], left: str) -> str:
    """The words of a step, where they say more than it does by itself."""
    return text_of([token for token in tokens if token is not COMMA])[:LONGEST_NOTE] if left.strip() else ""
