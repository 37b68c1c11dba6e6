"""What of a recipe may be left out, and when: "(optional)", "if your hair is dry", "for greasy roots".

condition_in(lex("1 tsp honey, if your hair is dry"))   the tokens of "1 tsp honey", "if your hair is dry"
"""

from collections.abc import Sequence

from .lexing import Token, first_phrase, lex, phrases, text_of, word_of

IF_LIKED = "if you like"
LONGEST = 80  # letters of a condition
OPEN, CLOSE = "([{", ")]}"
LEAST = 2  # words of a condition: "if dry"


def condition_in(tokens: Sequence[Token]) -> tuple[list[Token], str]:
    """What is left without its condition, and that; "" for what always goes in."""
    rest, liked = _without_liked(list(tokens))
    at = next((at for at in range(len(rest)) if _opens(rest, at)), None)
    if at is None:
        return rest, IF_LIKED if liked else ""
    end = next(
        (to for to in range(at, len(rest)) if rest[to].kind == "s" and rest[to].word in ",;" + CLOSE),
        len(rest),
    )
    said = text_of(rest[at:end]).strip()
    before = rest[:at]
    while before and before[-1].kind == "s":
        before = before[:-1]
    return [*before, *rest[end + 1 :]], said[:LONGEST]


def without_condition(text: str) -> tuple[str, str]:
    """The same of a text, which stays as it is where it has no condition."""
    tokens = lex(text)
    rest, said = condition_in(tokens)
    return (text_of(rest), said) if said else (text, "")


def begins_condition(tokens: Sequence[Token]) -> bool:
    """Whether a clause is a condition of what follows: "If your hair is dry, add …"."""
    return bool(tokens) and tokens[0].word in word_of("optional", "openers") and len(tokens) > LEAST


def says_optional(text: str) -> bool:
    """Whether a heading says that what follows may be left out."""
    rest, liked = _without_liked(lex(text))
    return liked and not any(token.kind in "wn" for token in rest)


def _without_liked(tokens: list[Token]) -> tuple[list[Token], bool]:
    """Without the words that say that it may be left out, and their brackets; whether there were any."""
    found = first_phrase(tokens, phrases("optional", "liked"))
    if found is None:
        return tokens, False
    start, end = found.start, found.stop
    while start and tokens[start - 1].kind == "s":
        start -= 1
    while end < len(tokens) and tokens[end].kind == "s":
        end += 1
    return [*tokens[:start], *tokens[end:]], True


def _opens(tokens: Sequence[Token], at: int) -> bool:
    """Whether a condition begins here, behind something that goes in."""
    if at == 0:
        return False
    after_sign = tokens[at - 1].kind == "s" and tokens[at - 1].word in ",;–-" + OPEN
    word = tokens[at].word
    if word in word_of("optional", "openers"):
        return after_sign or word in word_of("optional", "plain")
    follows = {token.word for token in tokens[at + 1 : at + 5]}
    return word in word_of("lines", "for") and bool(follows & word_of("optional", "states"))
