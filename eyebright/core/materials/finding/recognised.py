"""What a written name means: whole words only, every one of them accounted for, or it is asked.

"extra virgin olive oil"   olive oil: the rest says nothing about which oil
"vanilla honey"            asked: honey, perhaps; nobody knows what vanilla makes of it
"rhasoul"                  rhassoul, and that it was read so is said
"lime"                     asked: juice, blossom, or slaked lime

Names, other names and botanical names count alike; the unit and the household's shelf break ties.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field, replace
from functools import cache

from rapidfuzz import process
from rapidfuzz.distance import OSA

from ... import tables
from ...chemistry import water_classes
from ..library import library
from ..material import Material
from .typed import Finder, Named
from .words import folded, joined, stem, stem_set, without_phrases, word_set, word_table, words

TAP = "tap"  # the household's own water
WATER = "water"
ESSENTIAL = "essential oil"
LONGEST_RUN = 6
SLIP_LEAST, ALONE_LEAST = 5, 6  # letters of a word that may hold a slip; of one that is a name by itself
BEST = 3


@dataclass(frozen=True)
class Meaning:
    """What a name may mean: `what` (a material's key, or a water's class), `key` on the shelf or ""."""

    what: str
    kind: str
    key: str = ""


@dataclass(frozen=True)
class Evidence:
    """What else the line says: `essential` (drops, or in words); `fits`: can its unit be said of this?
    `telling`: that unit is a piece, which few things have. `known`: words that are no slip of the pen.

    `allows`: does a word that says how it is made ready (powder, fresh, leaves) leave it what it is?
    """

    essential: bool = False
    telling: bool = False
    fits: Callable[[Meaning], bool] = field(default=lambda meaning: True)
    allows: Callable[[Meaning, str], bool] = field(default=lambda meaning, word: False)
    known: frozenset[str] = frozenset()


@dataclass(frozen=True)
class Recognition:
    """What a name means: `taken` where it is sure, else the `nearest` to choose from.

    `slips`: (written, read) where letters were wrong; `unread`: words that nothing accounts for; `asked`: the
    name that means several things; `tied`: several things are called just so; `oil`: an
    essential oil is called so, which the line does not say it is; `more`: words of a remark left alone.
    """

    taken: Meaning | None
    nearest: tuple[Meaning, ...]
    slips: tuple[tuple[str, str], ...] = ()
    unread: tuple[str, ...] = ()
    asked: str = ""
    tied: bool = False
    oil: bool = False
    more: tuple[str, ...] = ()


@dataclass(frozen=True)
class Ambiguous:
    """A name that means several things, the likeliest first. `of`: a kind that the shelf may decide among."""

    word: str
    means: tuple[str, ...]
    of: str = ""


@dataclass(frozen=True)
class _Hit:
    meaning: Meaning
    start: int
    end: int
    asked: Ambiguous | None = None
    said: int = 0  # words of it that count, where they stand in any order

    @property
    def length(self) -> int:
        return self.said or self.end - self.start


@cache
def ambiguous_names() -> dict[str, Ambiguous]:
    """Names that are asked about, by their words run together."""
    rows = tables.rows(__file__, "asked.toml", "name", Ambiguous)
    return {joined(_unglued(words(row.word))): row for row in rows}


def ambiguous(name: str) -> Ambiguous | None:
    """What a name may mean that, as it stands, means several things."""
    return ambiguous_names().get(joined(_unglued(words(name))))


class Recogniser:
    """Names of the library's materials and of the waters, and over them what a household has."""

    def __init__(self, household: Iterable[tuple[Meaning, tuple[str, ...]]] = ()) -> None:
        """Take in what stands on the shelf: each with its names."""
        self._library = _library_index()
        self._own: dict[str, list[Meaning]] = {}
        self._shelf: dict[str, list[Meaning]] = {}
        names: list[Named] = []
        for meaning, called in household:
            self._shelf.setdefault(meaning.what, []).append(meaning)
            for name in called:
                for key in _keys(name, meaning.kind, own=True):
                    self._own.setdefault(key, []).append(meaning)
            names.append(Named(meaning.key, called, -1.0))
        self._by_key = {each.key: each for many in self._shelf.values() for each in many}
        self._finder = Finder(names)
        self._own_words = frozenset(
            stem(word) for thing in names for name in thing.names for word in words(name)
        )

    # ---- what a name means ----

    def recognise(
        self, name: Sequence[str], evidence: Evidence, remarks: Sequence[Sequence[str]] = ()
    ) -> Recognition:
        """What these words mean. `remarks`: words in brackets or behind a comma, a list for each."""
        main, slips = self._spelt(_unglued(without_phrases(name)), evidence)
        asides, more = [], []
        for remark in remarks:
            each, wrong = self._spelt(_unglued(without_phrases(remark)), evidence)
            unknown = [word for word in each if not self._known_word(word)]
            if _another(each) or len(unknown) > 2:  # chatter, or what else would do
                more += list(remark)
            else:
                asides.append(each)
                slips += wrong
        every = [*main, *(word for aside in asides for word in aside)]
        hits = self._hits(every, len(main)) + self._out_of_order(every, len(main))
        if word_set("infused") & set(every):  # a herb steeped in oil is never its essential oil
            hits = [hit for hit in hits if hit.meaning.kind != ESSENTIAL]
            evidence = replace(evidence, essential=False)
        unsaid = [hit for hit in hits if hit.meaning.kind == ESSENTIAL and not evidence.essential]
        hits = [hit for hit in hits if hit not in unsaid]
        whole = [hit for hit in hits if not _left(every, hit, hits, evidence)]
        if self._either(main, evidence):
            whole = []
        best = max((hit.length for hit in whole), default=0)
        top = _once(hit.meaning for hit in whole if hit.length == best and hit.asked is None)
        question = next((hit.asked for hit in whole if hit.asked and hit.length >= best), None)
        if question is not None:
            return self._asked(question, evidence, tuple(slips), tuple(more))
        taken = self._decided(top, evidence)
        unread = () if top else self._unread(every, hits)
        more_of = (
            self._guesses(every, hits, unsaid, evidence)
            if taken is None
            else [hit.meaning for hit in hits if not hit.asked]
        )
        oil = any(hit.length > 1 and not _left(every, hit, unsaid, evidence) for hit in unsaid)
        nearest = _once([*([taken] if taken else []), *top, *more_of])
        if taken is None and not top:
            nearest = _strong_first(every, nearest)
        return Recognition(
            taken, self._on_shelf(nearest)[:BEST], tuple(slips), unread, "", bool(top), oil, tuple(more)
        )

    def knows(self, word: str) -> bool:
        """Whether a word stands in any name here."""
        return not _neutral(word) and self._known_word(word)

    def _asked(
        self,
        question: Ambiguous,
        evidence: Evidence,
        slips: tuple[tuple[str, str], ...],
        more: tuple[str, ...],
    ) -> Recognition:
        """A name that means several things: decided by the shelf only where it may be."""
        at_hand = [
            each for many in self._shelf.values() for each in many if question.of and each.kind == question.of
        ]
        if len({each.what for each in at_hand}) == 1 and evidence.fits(at_hand[0]):
            return Recognition(at_hand[0], tuple(at_hand[:1]), slips, more=more)
        means = [Meaning(key, library()[key].kind) for key in question.means]
        fitting = [each for each in means if evidence.fits(each)]
        if evidence.telling and len(fitting) == 1 and len(means) > 1:  # of all gels, only one has leaves
            return Recognition(self._on_shelf(fitting)[0], self._on_shelf(fitting), slips, more=more)
        nearest = self._on_shelf(_once([*at_hand, *means]))
        return Recognition(None, nearest[: max(BEST, len(means))], slips, (), question.word, more=more)

    def _decided(self, top: Sequence[Meaning], evidence: Evidence) -> Meaning | None:
        """The one that is meant, of those that a name fits: by the unit, then by the shelf."""
        if len({each.what for each in top}) > 1:
            top = [each for each in top if evidence.fits(each)] or top
        if len({each.what for each in top}) > 1:
            top = [each for each in top if each.what in self._shelf] or top
        if len({each.what for each in top}) != 1:
            return None
        named = [each for each in top if each.key]
        return (named or self._shelf.get(top[0].what) or list(top))[0]

    def _on_shelf(self, many: Iterable[Meaning]) -> tuple[Meaning, ...]:
        """Each as it stands on the shelf, where it does."""
        return tuple(each if each.key else self._shelf.get(each.what, [each])[0] for each in many)

    # ---- how it is found ----

    def _hits(self, every: Sequence[str], main: int) -> list[_Hit]:
        out = []
        for start in range(len(every)):
            for end in range(start + 1, min(start + LONGEST_RUN, len(every)) + 1):
                if start < main < end:
                    break
                key = joined(every[start:end])
                out += [_Hit(each, start, end) for each in self._meanings(key)]
                several = ambiguous_names().get(key)
                if several is not None:
                    out.append(_Hit(Meaning("?" + several.word, "?"), start, end, several))
        return out

    def _out_of_order(self, every: Sequence[str], main: int) -> list[_Hit]:
        """'oil, olive, extra virgin': the words that count, in any order."""
        out = []
        for end in {len(every), main}:
            count = [word for word in every[:end] if not _neutral(word)]
            if 2 <= len(count) <= LONGEST_RUN:
                key = " ".join(sorted(map(stem, count)))
                out += [_Hit(each, 0, end, said=len(count)) for each in self._meanings(key)]
        return out

    def _either(self, main: Sequence[str], evidence: Evidence) -> bool:
        """Whether the name offers a choice: 'honey or syrup'."""
        at = next((at for at, word in enumerate(main) if word in ("or", "oder", "ou", "veya", "ya")), -1)
        sides = (main[:at], main[at + 1 :]) if at > 0 else ((), ())
        return all(any(not _neutral(word) and word not in evidence.known for word in side) for side in sides)

    def _meanings(self, key: str) -> list[Meaning]:
        return [*self._own.get(key, ()), *self._library.meanings.get(key, ())]

    def _known_word(self, word: str) -> bool:
        return _neutral(word) or stem(word) in self._library.vocabulary or stem(word) in self._own_words

    def _spelt(self, name: Sequence[str], evidence: Evidence) -> tuple[list[str], list[tuple[str, str]]]:
        """The words, those with a wrong letter put right, and which those were."""
        out, slips = [], []
        alone = sum(not _neutral(word) and word not in evidence.known for word in name) < 2
        for at, word in enumerate(name):
            right = word
            if word not in evidence.known and not self._known_word(word) and not self._part_of_one(name, at):
                right = self._library.slip(word, alone=alone) or word
            out.append(right)
            if right != word:
                slips.append((word, right))
        return out, slips

    def _part_of_one(self, name: Sequence[str], at: int) -> bool:
        """Whether a word is half of one that is known: 'tea' and 'tree' of 'teatree'."""
        return any(
            self._meanings(joined(name[start : start + 2]))
            for start in (at - 1, at)
            if 0 <= start < len(name) - 1
        )

    def _unread(self, every: Sequence[str], hits: Sequence[_Hit]) -> tuple[str, ...]:
        """The words that nothing accounts for."""
        covered = {at for hit in hits for at in range(hit.start, hit.end) if hit.length <= LONGEST_RUN}
        return tuple(word for at, word in enumerate(every) if at not in covered and not _neutral(word))

    def _guesses(
        self, every: Sequence[str], hits: Sequence[_Hit], unsaid: Sequence[_Hit], evidence: Evidence
    ) -> list[Meaning]:
        """The nearest of what it may mean, where nothing fits whole; an essential oil for an oil."""
        oils = [hit for hit in unsaid if not _left(every, hit, unsaid, evidence) and len(every) > 1]
        parts = oils + sorted((hit for hit in hits if hit.asked is None), key=lambda hit: -hit.length)
        out = [hit.meaning for hit in parts]
        out += [Meaning(key, library()[key].kind) for hit in hits if hit.asked for key in hit.asked.means]
        words_left = [word for word in every if not _neutral(word)]
        longest = sorted((word for word in words_left if len(word) >= SLIP_LEAST), key=len, reverse=True)
        for text in (" ".join(words_left), *longest):
            if len(out) >= BEST or not text:
                break
            found = [*self._finder.find(text, BEST), *self._library.finder.find(text, 2 * BEST)]
            out += [
                meaning
                for each in found
                if (meaning := self._by_key.get(each.key) or self._library.by_key[each.key])
                and (
                    meaning.kind != ESSENTIAL
                    or evidence.essential
                    or (len(words_left) > 1 and not word_set("infused") & set(every))
                )
            ]
        return _once(out)


def _strong_first(name: Sequence[str], nearest: Sequence[Meaning]) -> list[Meaning]:
    """What a name sounds like, where that never goes on a head, before what is harmless."""
    if any(each.kind != WATER and library()[each.what].refuse for each in nearest[:BEST] if not each.key):
        return list(nearest)
    table, said = word_table().lists("sounds", "words"), {stem(word) for word in name}
    ends = word_table().lists("sounds", "ends")
    found = [key for key in table if said & stem_set("sounds", "words", key)]
    found += [
        key for key, many in ends.items() if any(word.endswith(tuple(map(folded, many))) for word in name)
    ]
    return _once([*(Meaning(key, library()[key].kind) for key in found[:2]), *nearest])


@cache
def _stems_of_kind(kind: str) -> frozenset[str]:
    return stem_set("water", "said") if kind == WATER else stem_set("kinds", kind)


def _neutral(word: str) -> bool:
    return word in word_set("neutral")


def _another(remark: Sequence[str]) -> bool:
    """Whether a remark names something else that would do: 'or sage', 'not the oil'."""
    return bool(remark) and remark[0] in (
        "or",
        "oder",
        "ou",
        "o",
        "not",
        "instead",
        "see",
        "e",
        "eg",
        "i",
        "we",
    )


def _left(every: Sequence[str], hit: _Hit, hits: Sequence[_Hit], evidence: Evidence) -> list[str]:
    """Words that a hit does not account for."""
    same = [other for other in hits if other.meaning.what == hit.meaning.what]
    more = _stems_of_kind(hit.meaning.kind)
    return [
        word
        for at, word in enumerate(every)
        if not hit.start <= at < hit.end
        and not _neutral(word)
        and stem(word) not in more
        and not (hit.asked and _said_of_any(word, hit.asked, evidence))
        and not any(other.start <= at < other.end for other in same)
        and (hit.asked is not None or not evidence.allows(hit.meaning, word))
    ]


def _said_of_any(word: str, asked: Ambiguous, evidence: Evidence) -> bool:
    """Whether a word leaves a name as open as it was: 'fresh mint', 'bentonite clay'."""
    return stem(word) in stem_set("parts") | _stems_of_kind(asked.of) or word in evidence.known


def _once(many: Iterable[Meaning]) -> list[Meaning]:
    """Each thing once, in order; what has a place on the shelf stands for its kind."""
    out: dict[tuple[str, str], Meaning] = {}
    for each in many:
        out.setdefault((each.what, each.key), each)
    return list(out.values())


# ---- the library's side, made once ----


class _LibraryIndex:
    def __init__(self) -> None:
        self.meanings: dict[str, list[Meaning]] = {}
        self.by_key: dict[str, Meaning] = {}
        self.of_word: dict[str, set[str]] = {}
        vocabulary: set[str] = set()
        spelt: set[str] = set()
        named = []
        shorter: list[tuple[Meaning, set[str]]] = []
        several: dict[str, list[str]] = {}
        for row in ambiguous_names().values():
            for key in row.means:
                several.setdefault(key, []).append(row.word)
        for material in library().values():
            meaning = Meaning(material.key, material.kind)
            self.by_key[material.key] = meaning
            names = every_name(material)
            found_by = (*names, *several.get(material.key, ()))
            named.append(Named(material.key, found_by, 1.0 if material.refuse else 0.5 * material.seldom))
            self._take(names, meaning, vocabulary)
            for name in {material.name, material.latin} - {""}:
                less = _keys(name, meaning.kind, own=True) - _keys(name, meaning.kind)
                shorter.append((meaning, less))
            spelt |= {word for name in names for word in words(name)}
        called = word_table().strings("water", "names")
        tap = (*called, *(f"tap {name}" for name in called))
        more = word_table().lists("water", "classes")
        classes = {key: (*more.get(key, ()), water.name) for key, water in water_classes().items()}
        for what, names in {TAP: (*tap, *classes.pop("unknown")), **classes}.items():
            meaning = Meaning(f"{WATER}:{what}", WATER)
            self.by_key[meaning.what] = meaning
            self._take(names, meaning, vocabulary)
            spelt |= {word for name in names for word in words(name)}
            if what != TAP:
                named.append(Named(meaning.what, tuple(names)))
        whole = frozenset(
            key for key, many in self.meanings.items() if any(m.kind != ESSENTIAL for m in many)
        )
        for meaning, keys in shorter:  # 'nettle' is nettle leaf; not 'milk' milk powder, which says so
            for key in keys - whole:
                self._add(key, meaning)
        vocabulary |= {stem(word) for row in ambiguous_names().values() for word in words(row.word)}
        self.finder = Finder(named)
        self.names = sorted(word for word in spelt if len(word) >= SLIP_LEAST - 1)
        lists = [
            word_set("lookalikes"),
            word_set("parts"),
            *(word_set("kinds", kind) for kind in word_table().lists("kinds")),
        ]
        lists.append(word_set("water", "said"))
        self.vocabulary = vocabulary | {stem(word) for each in lists for word in each}

    def _take(self, names: Iterable[str], meaning: Meaning, vocabulary: set[str]) -> None:
        for name in names:
            for word in map(stem, words(name)):
                vocabulary.add(word)
                self.of_word.setdefault(word, set()).add(meaning.what)
            for key in _keys(name, meaning.kind):
                self._add(key, meaning)

    def _add(self, key: str, meaning: Meaning) -> None:
        many = self.meanings.setdefault(key, [])
        if meaning not in many:
            many.append(meaning)

    def slip(self, word: str, *, alone: bool) -> str | None:
        """The one known word that this is, but for one wrong letter or two that changed places.

        A word that stands `alone` is believed to be itself sooner; None for none, or for several things.
        """
        if len(word) < SLIP_LEAST:
            return None
        near = process.extract(word, self.names, scorer=OSA.distance, score_cutoff=1, limit=8)
        turned = [known for known, _, _ in near if sorted(known) == sorted(word)]
        best = turned or [known for known, _, _ in near if known[0] == word[0]]
        if not best or (alone and not turned and len(word) < ALONE_LEAST):
            return None
        same = set.intersection(*(self.of_word.get(stem(known), set()) for known in best))
        return best[0] if len({stem(known) for known in best}) == 1 or same else None


@cache
def _library_index() -> _LibraryIndex:
    return _LibraryIndex()


def library_finder() -> Finder:
    """The finder over the library's names, made once."""
    return _library_index().finder


def every_name(material: Material) -> tuple[str, ...]:
    """What a material is called, its own name first, its botanical one last."""
    return tuple(name for name in (material.name, *material.also, material.latin) if name)


def _keys(name: str, kind: str, *, own: bool = False) -> set[str]:
    """What a name is looked up by: its words run together, and in any order.

    `own`: a thing's own name, which is it without the plant's part too: 'nettle' is nettle leaf.
    """
    several = tuple(_unglued(words(name)))
    out = set()
    shorter = [several]
    without = tuple(word for word in several if word not in word_set("parts"))
    if own and without and without != several and not _means_nothing(without):
        shorter.append(without)
    if kind == ESSENTIAL:
        bare = tuple(word for word in without if word not in word_set("essential"))
        if bare and bare != several:
            shorter += [bare, (*bare, "oil"), (*bare, "essential", "oil")]
    for each in shorter:
        out.add(joined(each))
        if 1 < len(each) <= LONGEST_RUN and not any(map(_neutral, each)):
            out.add(" ".join(sorted(map(stem, each))))
    return out


def _means_nothing(many: Sequence[str]) -> bool:
    return len(many) == 1 and many[0] in word_set("alone_means_nothing")


def _unglued(many: Sequence[str]) -> list[str]:
    """Words without the little ones between them; a name of nothing else stays as it is."""
    return [word for word in many if word not in word_set("glue")] or list(many)
