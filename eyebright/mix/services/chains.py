"""One pour after another over a head, and the rinses that could follow."""

from dataclasses import asdict, dataclass

from eyebright.core.chain import Follow, Link, follow, run_chain
from eyebright.core.materials import Kit
from eyebright.core.mix import (
    JugSubject,
    Mix,
    Question,
    filled,
)
from eyebright.core.numbers import Draws, figure
from eyebright.core.rules import merge_cautions
from eyebright.core.words import brief
from eyebright.heads.services import hair_and_scalp_for
from eyebright.kept.problems import Problem
from eyebright.shelf.services.beliefs import posterior_for
from eyebright.shelf.services.measures import the_kit

from ..schemas.jugs import (
    AfterOut,
    ChainAsk,
    ChainOut,
    FollowOut,
    MixAsk,
)
from .pouring import name_of
from .questions import question_of, worked_out

CHAIN_DRAWS = 160  # of one pour after another


@dataclass(frozen=True)
class _Poured:
    question: Question
    mix: Mix
    name: str

    def subject(self, scope: str) -> JugSubject:
        """It, as a chain takes it."""
        jug = filled(self.question.lines, self.question.volume, self.question.kit, scope)
        return JugSubject(jug, self.mix.amount, self.name)


def _each(ask: MixAsk, kit: Kit) -> _Poured:
    question = question_of(ask, kit)
    mix = worked_out(question)
    return _Poured(question, mix, name_of(mix))


def chain(ask: ChainAsk) -> ChainOut:
    """The wet hair's pH along a chain of pours, and how much of each rinse that follows brings it back."""
    kit = the_kit()
    if not ask.pours:
        raise Problem.field("pours", "Pour something first.")
    done = [(_each(each.ask, kit), each.volume) for each in ask.pours]
    nexts = [_each(each, kit) for each in ask.follow]
    keys = {line.supply_key for each in ask.pours for line in each.ask.lines}
    keys |= {line.supply_key for each in ask.follow for line in each.lines}
    draws = Draws(CHAIN_DRAWS, posterior=posterior_for(sorted(keys)))
    on = hair_and_scalp_for(ask.head)(draws)
    links = [Link(each.subject(f"pour {i}"), grams=volume) for i, (each, volume) in enumerate(done)]
    course = run_chain(links, on, draws)
    after = [
        AfterOut(name=each.link.subject.name, ph=figure(each.lengths.ph, "pH"))
        for each in course.after
        if each.lengths.ph is not None
    ]
    found = [(each, follow(course, on, each.subject("next"))) for each in nexts]
    return ChainOut(
        after=after,
        cautions=list(merge_cautions([(each.name, each.mix.cautions) for each, _ in done])),
        follow=[_follow_out(each, line) for each, line in found],
    )


def _follow_out(rinse: _Poured, line: Follow) -> FollowOut:
    low, high = line.band
    last = line.median[-1]
    if line.enough is not None:
        says = (
            f"About {brief(round(line.enough, -1))} mL bring the hair back between pH {low:g} and {high:g}."
        )
        if line.most is not None:
            says += f" From about {brief(round(line.most, -1))} mL on it is sharper than that."
    elif last > high:
        says = (
            f"Even {line.volume[-1] / 1000:g} L leave the hair at about pH {last:.1f}: "
            "it is too weak for what the hair holds. A buffered or a sharper rinse does it."
        )
    else:
        says = f"The hair is below pH {high:g} already: plain water is enough."
    return FollowOut.model_validate(
        {**asdict(line), "name": rinse.name, "says": says, "band_low": low, "band_high": high}
    )
