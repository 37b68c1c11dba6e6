"""The formula bench: a long formula read, hundreds ranked, thousands searched, and an edit seen and kept."""

import json
from dataclasses import dataclass, replace

from django.conf import settings
from django.test import Client, override_settings
from playwright.sync_api import Browser, Page

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.model import Formula as CoreFormula
from eyebright.core.formulas.model import Ingredient, washes
from eyebright.core.make import as_supply
from eyebright.core.materials import Amount, library
from eyebright.formulas.models import Formula
from eyebright.formulas.schemas.formulas import FormulaIn
from eyebright.formulas.services.formulas import kept_new
from eyebright.formulas.services.workbench import as_core
from eyebright.heads.models import Head
from eyebright.heads.schemas.heads import HeadIn
from eyebright.heads.services import save_head

from .chemistry import best
from .heads import RECORD, get
from .yardsticks import beside, blank_call

LINES, RANKED, SEARCHED = 25, 300, 2000
EDITS = 40
CALLED = "Bench trial"
IN_THEM = ("soapwort", "rhassoul", "kaolin", "linden", "nettle", "oat_flour", "honey", "hop")
SEEN_MS = 5_000


@dataclass(frozen=True)
class Figures:
    """Seconds to assess a long formula, one with two made things in it, to rank many, to find among more, and
    of a blank call beside that.
    """

    reading: float
    nested: float
    ranking: float
    searching: float
    call: float


def _entered(place: int) -> FormulaIn:
    """A formula of this bench's own: other lines and other amounts for every place."""
    kinds = sorted(washes())
    lines = [{"id": 1, "supply_key": "class-rain", "amount": str(200 + place), "unit": "mL"}]
    lines += [
        {
            "id": i + 2,
            "supply_key": f"lib-{IN_THEM[(place + i) % 8]}",
            "amount": str(10 + (place * 7 + i) % 40),
        }
        for i in range(4)
    ]
    return FormulaIn.model_validate(
        {"name": f"{CALLED} {place}", "family": kinds[place % len(kinds)], "minutes": "4", "lines": lines}
    )


def long_formula() -> FormulaIn:
    """Twenty-five lines of all kinds: plants, clays, dairy, oils, acids, drops."""
    kinds = ("leaf", "flower", "root", "clay", "flour", "oil", "humectant", "saponin plant", "dairy", "tea")
    by_kind = [[material for material in library().values() if material.kind == kind] for kind in kinds]
    chosen = [material for some in zip(*by_kind, strict=False) for material in some][: LINES - 3]
    lines = [{"id": 1, "supply_key": "class-very_hard", "amount": "900", "unit": "mL"}]
    lines += [
        {"id": i + 2, "supply_key": f"lib-{material.key}", "amount": "6", "unit": material.unit}
        for i, material in enumerate(chosen)
    ]
    lines += [
        {"id": LINES - 1, "supply_key": "lib-citric_acid", "amount": "2", "unit": "g"},
        {"id": LINES, "supply_key": "lib-lavender_oil", "amount": "5", "unit": "drop"},
    ]
    return FormulaIn.model_validate({"name": "Everything", "family": "saponin_liquor", "lines": lines})


def with_two_made(made: CoreFormula) -> CoreFormula:
    """The same with two of its lines by something that was made: a liquor, and a mask with that in it."""
    rain = made.ingredients[0]
    pods = next(line for line in made.ingredients if line.kind == "saponin plant")
    facts = assess(replace(made, ingredients=(rain, pods))).facts
    liquor = as_supply("made-1", "Bench liquor", replace(made, ingredients=(rain, pods)), facts, 1.0)
    spoon = Ingredient(1, liquor, Amount(100.0, "mL"), "liquid")
    mask = replace(made, ingredients=(spoon, *made.ingredients[1:6]))
    jar = as_supply("made-2", "Bench mask", mask, assess(mask).facts, 1.0)
    more = [
        replace(line, supply=supply, amount=Amount(20.0, "mL"), phase="liquid", form="")
        for line, supply in zip(made.ingredients[-4:-2], (liquor, jar), strict=True)
    ]
    return replace(made, ingredients=(*made.ingredients[:-4], *more, *made.ingredients[-2:]))


def formula_bench() -> Figures:
    """Measure them in process, in a household of its own inside the bench's data folder."""
    ours = Formula.with_removed.filter(name__startswith=CALLED)
    ours.delete()
    Head.with_removed.filter(name="Formula bench").delete()
    made = as_core(long_formula()).formula
    assert made is not None
    assert len(made.ingredients) == LINES
    head = save_head(HeadIn.model_validate({"name": "Formula bench", "answers": RECORD}))
    with override_settings(ALLOWED_HOSTS=[*settings.ALLOWED_HOSTS, "testserver"]):
        client = Client()
        for place in range(RANKED):
            kept_new(_entered(place))
        ranking = f"/api/formulas/match?head={head.pk}"
        get(client, ranking)  # their readings are worked out once, and kept
        ranked = json.loads(client.get(ranking).content)
        if len(ranked) < RANKED:
            raise RuntimeError(f"only {len(ranked)} of {RANKED} were ranked")
        seconds, call = beside(lambda: best(lambda: get(client, ranking)), blank_call)
        rows = list(ours[:RANKED])
        Formula.objects.bulk_create(
            Formula(name=f"{row.name} again", family=row.family, body=row.body, search=row.search)
            for i in range(SEARCHED - RANKED)
            for row in [rows[i % RANKED]]
        )
        words = ("seif", "lin rhas", "trial 17", "zzz")
        searching = max(best(lambda: get(client, f"/api/formulas?find={word}")) for word in words)  # noqa: B023
    nested = with_two_made(made)
    figures = Figures(best(lambda: assess(made)), best(lambda: assess(nested)), seconds, searching, call)
    ours.delete()
    head.delete()
    return figures


def edit_to_kept(browser: Browser, address: str) -> tuple[float, float]:
    """From a key pressed in an amount to its answer painted and kept: ms, median and 95th percentile."""
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{address}/formulas")
    page.get_by_role("link", name="Lock-gate clay").click()
    page.get_by_text("Saved", exact=True).wait_for()
    page.wait_for_timeout(1500)
    times = sorted(_edit(page, str(100 + i)) for i in range(EDITS))
    page.context.close()
    return times[len(times) // 2], times[int(0.95 * (len(times) - 1))]


def _edit(page: Page, amount: str) -> float:
    """One amount typed anew."""
    return float(
        page.evaluate(
            """([amount, most]) => new Promise((done, fail) => {
              const field = document.querySelector("main ol input");
              const state = document.querySelector("main .state");
              const before = document.querySelector("#reading").textContent;
              const from = performance.now();
              field.value = amount;
              field.dispatchEvent(new Event("input", { bubbles: true }));
              const look = () => {
                const kept = state.textContent.trim() === "Saved";
                if (kept && document.querySelector("#reading").textContent !== before)
                  requestAnimationFrame(() => done(performance.now() - from));
                else if (performance.now() - from > most) fail(new Error("it was not kept"));
                else requestAnimationFrame(look);
              };
              requestAnimationFrame(look);
            })""",
            [amount, SEEN_MS],
        )
    )
