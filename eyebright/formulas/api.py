"""The routes of Formulas."""

from urllib.parse import quote

from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import Router, Status

from eyebright.kept.routes import Rows
from eyebright.kept.wire import gives

from .schemas.choices import BenchOut, LinesIn, ReadOut
from .schemas.formulas import (
    BackIn,
    BringIn,
    BroughtOut,
    CompareOut,
    FormulaNewIn,
    FormulaOut,
    FormulaSaveIn,
    FormulasOut,
    FormulaWayIn,
    MatchOut,
    ProposalOut,
    ProposeIn,
    VersionIn,
    VersionOut,
)
from .services import beginning, choices, comparing, formulas, matching, proposals, sharing

router = Router()


@router.get("/bench", response=BenchOut, operation_id="bench")
def bench(request: HttpRequest) -> BenchOut:
    """Everything there is to choose from at the bench: families, forms, steps, signs, starts, schools."""
    return choices.bench_choices()


@router.post("/lines", response=ReadOut, operation_id="read_lines")
def read_lines(request: HttpRequest, payload: LinesIn) -> ReadOut:
    """A pasted recipe, understood as far as it can be. Nothing is kept, nothing dropped."""
    return choices.read(payload.text, payload.room)


@router.get("", response=FormulasOut, operation_id="formulas")
def formula_rows(request: HttpRequest, find: str = "", family: str = "") -> FormulasOut:
    """Formulas by any name in them, the latest first."""
    return formulas.formula_rows(find[:200], family[:20])


@router.post("", response={201: FormulaOut}, operation_id="add_formula")
def add_formula(request: HttpRequest, payload: FormulaNewIn) -> Status[FormulaOut]:
    """A new formula: from a starting point, as a copy, as written, or empty."""
    return Status(201, beginning.new_formula(payload))


@router.post("/propose", response=ProposalOut, operation_id="propose")
def propose(request: HttpRequest, asked: ProposeIn) -> ProposalOut:
    """Backwards from what is wanted to what must change. Nothing is kept."""
    return proposals.propose(asked)


@router.post("/bring", response={201: BroughtOut}, operation_id="bring_formula")
def bring(request: HttpRequest, payload: BringIn) -> Status[BroughtOut]:
    """A formula out of a JSON-LD file, or of a page that carries one."""
    return Status(201, sharing.take_in(payload))


@router.get("/compare", response=CompareOut, operation_id="compare_formulas")
def compare(request: HttpRequest, which: str) -> CompareOut:
    """Two or three formulas side by side: ids with commas between, `12.3` for version 3 of formula 12."""
    return comparing.compare(which[:100])


@router.get("/match", response=list[MatchOut], operation_id="match_formulas")
def match(request: HttpRequest, head: int) -> list[MatchOut]:
    """The household's formulas, and those its shelf could make, ranked for a head."""
    return matching.matches(head)


@router.get("/{pk}", response=FormulaOut, operation_id="formula")
def formula(request: HttpRequest, pk: int, head: int | None = None, vessel: int | None = None) -> FormulaOut:
    """A formula, and what comes of it, for a head or nobody in particular."""
    return formulas.formula_out(formulas.find_formula(pk), head, vessel)


@router.put("/{pk}", response=FormulaOut, operation_id="save_formula")
def save_formula(request: HttpRequest, pk: int, payload: FormulaSaveIn) -> FormulaOut:
    """Keep a formula as it stands; refused (409) where another window changed it first."""
    return formulas.save_formula(pk, payload)


@router.post("/{pk}/ways", response={201: FormulaOut}, operation_id="add_formula_way")
def add_way(request: HttpRequest, pk: int, payload: FormulaWayIn) -> Status[FormulaOut]:
    """Another way of making a formula, a copy of it that stands beside it."""
    return Status(201, beginning.new_way(pk, payload.name))


Rows(router, "", "formula", FormulaOut).removal(formulas.find_formula, formulas.formula_out)


@router.get("/{pk}/versions", response=list[VersionOut], operation_id="formula_versions")
def versions(request: HttpRequest, pk: int) -> list[VersionOut]:
    """Every version that was kept, the newest first, and what changed to it."""
    return formulas.versions_out(formulas.find_formula(pk))


@router.post("/{pk}/versions", response=list[VersionOut], operation_id="keep_version")
def keep_version(request: HttpRequest, pk: int, payload: VersionIn) -> list[VersionOut]:
    """Keep a formula as it is now as a version, under a name if it has one."""
    kept = formulas.find_formula(pk)
    formulas.keep_version(kept, payload.name)
    return formulas.versions_out(kept)


@router.post("/{pk}/versions/{number}/back", response=FormulaOut, operation_id="back_to_version")
def back_to_version(request: HttpRequest, pk: int, number: int, payload: BackIn) -> FormulaOut:
    """Make a version the formula again; what stood there is kept as a version."""
    return formulas.back_to(pk, number, payload.version)


@router.get("/{pk}/file/{kind}", operation_id="formula_file", openapi_extra=gives("*/*"))
def formula_file(
    request: HttpRequest, pk: int, kind: sharing.FileKind, head: int | None = None
) -> HttpResponse:
    """A formula as a recipe card (pdf), md, jsonld, csv of its lines, or its inci list.

    `head`: whose cautions go with it.
    """
    name, body = sharing.given_out(pk, kind, head)
    media, ending = sharing.KINDS[kind]
    file = f"{slugify(name) or 'formula'}.{ending}"
    shown = f"inline; filename=\"{file}\"; filename*=UTF-8''{quote(name)}.{ending}"
    headers = {"Content-Disposition": shown}
    return HttpResponse(body, content_type=media, headers=headers)
