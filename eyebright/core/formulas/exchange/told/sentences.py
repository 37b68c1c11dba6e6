"""A text as sentences, and a sentence as clauses: where one thing ends and the next begins."""

import re
import textwrap
from collections.abc import Sequence
from functools import cache

from ..lines.lexing import NUMBERED, Token, lex
from .spans import half_more, spans_in
from .vocabulary import Found, Phrases, find, participles, phrase_table, word_list

ENDS = re.compile(r"(?<=[^\s.!?…])([.!?…]+)[)\"'”’»]?\s+(?=\S)")
UNIT = frozenset(
    [
        "tbsp",
        "tsp",
        "tbs",
        "oz",
        "fl",
        "ca",
        "approx",
        "el",
        "tl",
        "c",
        "cuil",
        "cda",
        "cdas",
        "cdta",
        "cdtas",
        "aprox",
        "env",
        "gr",
        "nr",
        "no",
        "st",
        "z",
        "b",
        "e",
        "g",
        "i",
        "dr",
        "ml",
        "l",
        "lb",
        "pt",
        "qt",
        "gal",
        "à",
        "cs",
        "cc",
        "s",
        "k",
        "soupe",
    ]
)
NEXT = 40  # letters behind a full stop that tell whether something is done there
LONGEST = 1500  # letters of a sentence
SHORT = ("min", "mins", "std", "hr", "hrs", "h", "sec", "etc", "max", "mind")


def sentences(row: str) -> list[str]:
    """The sentences of a row, without what ends them; a full stop behind a short unit ends none."""
    out, start = [], 0
    for end in ENDS.finditer(row):
        before = re.findall(r"[^\W\d_]+", row[start : end.start()])
        last = before[-1].casefold() if before else ""
        digit = row[end.start() - 1].isdigit()
        follows = row[end.end()]
        if end[1] == ".":
            if not before or (digit and NUMBERED.match(row[start : end.end()] + "x")):
                continue  # the number of a step
            act = follows.isupper() and any(each.start == 0 for each in acts_in(lex(row[end.end() :][:NEXT])))
            if not digit and last in UNIT and not act and not _a_word_of_its_own(row[start : end.start()]):
                continue
            if not digit and last in SHORT and not (follows.isupper() or follows.isdigit()):
                continue
            if end[1].count(".") > 1:
                continue
        out.append(row[start : end.end()].strip())
        start = end.end()
    out.append(row[start:].strip())
    whole = [
        part for each in out for part in (textwrap.wrap(each, LONGEST) if len(each) > LONGEST else [each])
    ]
    return [each for each in whole if any(sign.isalnum() for sign in each)]


def _a_word_of_its_own(text: str) -> bool:
    """Whether a short word at the end is no unit: 'in the mouth of a.' has no amount before it."""
    return not re.search(
        r"\d[\s\w.]{0,14}$|[½¼¾⅓⅔]\s*[^\W\d_]+$|(?i:\b(?:ca|approx|aprox|env|z|b|e|g|i|nr|no|st|dr))$",
        text,
    )


def acts_in(tokens: Sequence[Token]) -> list[Found]:
    """What is done in these tokens, in order: keys "acts soak", "puts put", "head on".

    A word that may also be a thing ('a cool place', 'mist') is an act only where a clause begins. 'Soaked'
    and 'melted' are acts where how or how long follows ('melted over hot water'). 'Leave in a jar' leaves
    nothing in.
    """
    out = []
    for each in find(tokens, among=_acts()):
        word = tokens[each.start].word
        single = each.end - each.start == 1
        if single and word in word_list("first", "words") and not _opens(tokens, each.start):
            continue
        follows = tokens[each.end] if each.end < len(tokens) else None
        ends = tokens[each.end - 1].word
        if each.key == "head stays" and ends == "in" and follows and follows.word in PLACED:
            each = Found("puts leave", each.start, each.end - 1)
        if each.key == "head on" and ends == "on" and find(tokens[each.end : each.end + 3], "tools", "words"):
            each = Found("puts leave", each.start, each.end - 1)  # "leave it on the sill"
        if single and follows and word in word_list("first", "as_it_is") and follows.word in WATERS:
            continue  # warm water
        if single and follows and word in word_list("first", "words") and follows.word == "of":
            continue  # juice of a lemon
        alone = len(tokens) == 1 and word in word_list("done_alone", "words")
        if single and word in _participles() and not alone and not _goes_on(tokens, each.end):
            continue
        out.append(each)
    return out


WATERS = ("water", "milk", "tea", "rain", "rainwater")
PLACED = ("a", "an", "the", "your", "some", "cold", "warm", "water", "one")


def _goes_on(tokens: Sequence[Token], at: int) -> bool:
    """Whether what follows says how or how long: a little word, or a time."""
    if at >= len(tokens) or tokens[at].kind == "s":
        return False
    return tokens[at].word in word_list("little", "stops") | word_list("little", "together") or bool(
        [each for each in spans_in(list(tokens[at : at + 3])) if each.start == 0]
    )


@cache
def _participles() -> dict[str, str]:
    """Every English act of one word, as it is said of a thing."""
    return {
        each: f"acts {key}"
        for phrase, key in phrase_table("acts").items()
        if len(phrase) == 1
        for each in participles(phrase[0])
    }


ON_THE_HEAD = ("on", "off", "stays", "sprays", "dusts")


@cache
def _acts() -> Phrases:
    """Every phrase of something done, and the table and key that it stands for."""
    out: dict[tuple[str, ...], str] = {}
    for room in ("head", "puts", "acts"):  # what makes goes before what puts in, that before the head
        rows = phrase_table(room)
        out |= {
            phrase: f"{room} {key}" for phrase, key in rows.items() if room != "head" or key in ON_THE_HEAD
        }
    return Phrases({(word,): key for word, key in _participles().items()} | out)


def _opens(tokens: Sequence[Token], at: int) -> bool:
    """Whether a clause begins here, but for the little words before it."""
    before = at - 1
    while before >= 0 and tokens[before].kind == "w" and tokens[before].word in word_list("first", "starts"):
        before -= 1
    return before < 0 or tokens[before].kind == "s" or tokens[before].word in word_list("little", "joins")


def clauses(sentence: str) -> list[list[Token]]:
    """The clauses of a sentence: parted by signs, and by "and" and "then" where both sides do something."""
    tokens = lex(sentence.replace("…", ",").replace("...", ","))
    parts: list[list[Token]] = [[]]
    inside = in_brackets(tokens)
    for at, token in enumerate(tokens):
        ranged = token.word == "-" and 0 < at < len(tokens) - 1 and tokens[at + 1].kind == "n"
        if at not in inside and not ranged and (token.breaks or (token.kind == "s" and token.word == "-")):
            parts.append([])
        else:
            parts[-1].append(token)
    return [clause for part in parts for clause in _at_joins(part) if clause]


def in_brackets(tokens: Sequence[Token]) -> set[int]:
    """The places of the tokens that stand in brackets, with the brackets."""
    out, deep = set(), 0
    for at, token in enumerate(tokens):
        opens = token.kind == "s" and token.word in "([{"
        if opens or deep:
            out.add(at)
        deep = max(deep + opens - (token.kind == "s" and token.word in ")]}"), 0)
    return out


def _at_joins(part: list[Token]) -> list[list[Token]]:
    """A part of a sentence, parted where 'and' or 'then' joins two things that are done."""
    out: list[list[Token]] = []
    rest = part
    while True:
        cut = next(
            (
                join
                for join in find(rest, "little", "joins")
                if _acts_or_nothing(rest[: join.start])
                and acts_in(rest[join.end :])
                and not half_more(rest, join.start)
            ),
            None,
        )
        if cut is None:
            return [*out, rest]
        out.append(rest[: cut.start])
        rest = rest[cut.end :]


def _acts_or_nothing(tokens: list[Token]) -> bool:
    return not tokens or bool(acts_in(tokens))
