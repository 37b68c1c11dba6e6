"""The routes of Mix: jugs, formulas on the bench, and washes."""

from urllib.parse import quote

from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import Router, Status

from .schemas.bench import BenchOut, LinesIn, ReadLineOut, SchoolsIn
from .schemas.formulas import (
    BringIn,
    BroughtOut,
    CompareOut,
    FormulaNewIn,
    FormulaOut,
    FormulaSaveIn,
    FormulasOut,
    MatchOut,
    ProposalOut,
    ProposeIn,
    VersionIn,
    VersionOut,
)
from .schemas.jugs import ChainAsk, ChainOut, ChoicesOut, MixAsk, MixOut, WaysOut
from .schemas.washes import WashAsk, WashChainIn, WashChainOut, WashReadingOut
from .services import beginning, choices, comparing, formulas, jugs, matching, proposals, sharing, washes

router = Router()


# ---- jugs ----


@router.get("/choices", response=ChoicesOut, operation_id="choices")
def jug_choices(request: HttpRequest) -> ChoicesOut:
    """Units, named aims, the rail's marks and the limits."""
    return jugs.choices()


@router.post("/jug", response=MixOut, operation_id="work_out")
def jug(request: HttpRequest, ask: MixAsk) -> MixOut:
    """Work a jug out. Nothing is kept."""
    return jugs.answer(ask)


@router.post("/ways", response=WaysOut, operation_id="ways")
def ways(request: HttpRequest, ask: MixAsk) -> WaysOut:
    """Three routes to a jug's aim, its spoon version, and what to measure next. Nothing is kept."""
    return jugs.ways(ask)


@router.post("/chain", response=ChainOut, operation_id="work_out_chain")
def chain(request: HttpRequest, ask: ChainAsk) -> ChainOut:
    """Work out one pour after another over one head. Nothing is kept."""
    return jugs.chain(ask)


# ---- formulas ----


@router.get("/bench", response=BenchOut, operation_id="bench")
def bench(request: HttpRequest) -> BenchOut:
    """Everything there is to choose from at the bench: families, forms, steps, signs, starts, schools."""
    return choices.bench_choices()


@router.put("/schools", response=dict[str, str], operation_id="pick_schools")
def pick_schools(request: HttpRequest, entered: SchoolsIn) -> dict[str, str]:
    """What the household holds where makers disagree."""
    return choices.pick_schools(entered)


@router.post("/lines", response=list[ReadLineOut], operation_id="read_lines")
def read_lines(request: HttpRequest, entered: LinesIn) -> list[ReadLineOut]:
    """Pasted lines, understood as far as they can be. Nothing is kept, nothing dropped."""
    return choices.read_lines(entered.text)


@router.get("/formulas", response=FormulasOut, operation_id="formulas")
def formula_rows(request: HttpRequest, find: str = "", family: str = "") -> FormulasOut:
    """Formulas by any name in them, the latest first."""
    return formulas.formula_rows(find[:200], family[:20])


@router.post("/formulas", response={201: FormulaOut}, operation_id="add_formula")
def add_formula(request: HttpRequest, entered: FormulaNewIn) -> Status[FormulaOut]:
    """A new formula: from a starting point, as a copy, as written, or empty."""
    return Status(201, beginning.new_formula(entered))


@router.post("/formulas/propose", response=ProposalOut, operation_id="propose")
def propose(request: HttpRequest, asked: ProposeIn) -> ProposalOut:
    """Backwards from what is wanted to what must change. Nothing is kept."""
    return proposals.propose(asked)


@router.post("/formulas/bring", response={201: BroughtOut}, operation_id="bring_formula")
def bring(request: HttpRequest, entered: BringIn) -> Status[BroughtOut]:
    """A formula out of a JSON-LD file, or of a page that carries one."""
    return Status(201, sharing.take_in(entered))


@router.get("/formulas/compare", response=CompareOut, operation_id="compare_formulas")
def compare(request: HttpRequest, which: str) -> CompareOut:
    """Two or three formulas side by side: ids with commas between, `12.3` for version 3 of formula 12."""
    return comparing.compare(which[:100])


@router.get("/formulas/match", response=list[MatchOut], operation_id="match_formulas")
def match(request: HttpRequest, head: int) -> list[MatchOut]:
    """The household's formulas, and those its shelf could make, ranked for a head."""
    return matching.matches(head)


@router.get("/formulas/{pk}", response=FormulaOut, operation_id="formula")
def formula(request: HttpRequest, pk: int, head: int | None = None, vessel: int | None = None) -> FormulaOut:
    """A formula, and what comes of it, for a head or nobody in particular."""
    return formulas.formula_out(formulas.find_formula(pk), head, vessel)


@router.put("/formulas/{pk}", response=FormulaOut, operation_id="save_formula")
def save_formula(request: HttpRequest, pk: int, entered: FormulaSaveIn) -> FormulaOut:
    """Keep a formula as it stands; refused (409) where another window changed it first."""
    return formulas.save_formula(pk, entered)


@router.delete("/formulas/{pk}", response={204: None}, operation_id="remove_formula")
def remove_formula(request: HttpRequest, pk: int) -> Status[None]:
    """Take a formula away; it can be put back."""
    formulas.find_formula(pk).take_away()
    return Status(204, None)


@router.post("/formulas/{pk}/put-back", response=FormulaOut, operation_id="put_back_formula")
def put_back_formula(request: HttpRequest, pk: int) -> FormulaOut:
    """Put back a formula that was taken away."""
    kept = formulas.find_formula(pk, also_removed=True)
    kept.put_back()
    return formulas.formula_out(kept)


@router.get("/formulas/{pk}/versions", response=list[VersionOut], operation_id="formula_versions")
def versions(request: HttpRequest, pk: int) -> list[VersionOut]:
    """Every version that was kept, the newest first, and what changed to it."""
    return formulas.versions_out(formulas.find_formula(pk))


@router.post("/formulas/{pk}/versions", response=list[VersionOut], operation_id="keep_version")
def keep_version(request: HttpRequest, pk: int, entered: VersionIn) -> list[VersionOut]:
    """Keep a formula as it is now as a version, under a name if it has one."""
    kept = formulas.find_formula(pk)
    formulas.keep_version(kept, entered.name)
    return formulas.versions_out(kept)


@router.post("/formulas/{pk}/versions/{number}/back", response=FormulaOut, operation_id="back_to_version")
def back_to_version(request: HttpRequest, pk: int, number: int) -> FormulaOut:
    """Make a version the formula again; what stood there is kept as a version."""
    return formulas.back_to(pk, number)


@router.get("/formulas/{pk}/file/{kind}", operation_id="formula_file")
def formula_file(request: HttpRequest, pk: int, kind: sharing.FileKind) -> HttpResponse:
    """A formula as a recipe card (pdf), md, jsonld, csv of its lines, or its inci list."""
    name, body = sharing.given_out(pk, kind)
    media, ending = sharing.KINDS[kind]
    file = f"{slugify(name) or 'formula'}.{ending}"
    shown = f"inline; filename=\"{file}\"; filename*=UTF-8''{quote(name)}.{ending}"
    headers = {"Content-Disposition": shown}
    return HttpResponse(body, content_type=media, headers=headers)


# ---- washes ----


@router.get("/washes", response=list[WashChainOut], operation_id="wash_chains")
def wash_chains(request: HttpRequest) -> list[WashChainOut]:
    """Every wash by name."""
    return washes.wash_chains()


@router.post("/washes", response={201: WashChainOut}, operation_id="add_wash_chain")
def add_wash_chain(request: HttpRequest, entered: WashChainIn) -> Status[WashChainOut]:
    """Keep a wash by name."""
    return Status(201, washes.save_chain(entered))


@router.post("/washes/read", response=WashReadingOut, operation_id="read_wash_chain")
def read_wash_chain(request: HttpRequest, asked: WashAsk) -> WashReadingOut:
    """Work a chain of formulas out over a head. Nothing is kept."""
    return washes.read_chain(asked)


@router.put("/washes/{pk}", response=WashChainOut, operation_id="save_wash_chain")
def save_wash_chain(request: HttpRequest, pk: int, entered: WashChainIn) -> WashChainOut:
    """Change a wash."""
    return washes.save_chain(entered, washes.find_chain(pk))


@router.delete("/washes/{pk}", response={204: None}, operation_id="remove_wash_chain")
def remove_wash_chain(request: HttpRequest, pk: int) -> Status[None]:
    """Take a wash away; it can be put back."""
    washes.find_chain(pk).take_away()
    return Status(204, None)


@router.post("/washes/{pk}/put-back", response=WashChainOut, operation_id="put_back_wash_chain")
def put_back_wash_chain(request: HttpRequest, pk: int) -> WashChainOut:
    """Put back a wash that was taken away."""
    kept = washes.find_chain(pk, also_removed=True)
    kept.put_back()
    return washes.chain_out(kept)
