"""Labels, sheets of them, a card, and a strip that makes a bottle a measuring jug: as PDF.

A label says what, when, until when, for whom and how thinned, what to beware of, that it is no food, and a
short code. Whatever does not fit is made smaller, never left out.
"""

import io
from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.graphics import renderPDF
from reportlab.graphics.barcode.qr import QrCodeWidget
from reportlab.graphics.shapes import Drawing
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, KeepInFrame

from eyebright.core.make import FillLine, fill_lines, poured
from eyebright.core.words import brief, capital, ends
from eyebright.formulas.services.card import card
from eyebright.formulas.services.print import INK, LINE, MADDER, QUIET, VEIN, fonts, plain, style, text
from eyebright.formulas.services.workbench import entered_of, thinned_of
from eyebright.heads.services import find_head
from eyebright.kept.problems import Problem
from eyebright.shelf.models import Vessel

from ..models import Batch, Container
from ..snapshots import PlannedPour
from .batches import find_batch
from .containers import find_container, place_of
from .evaluation import evaluate

EDGE = 2.5 * mm
NOT_FOOD = "NOT FOOD. Keep out of reach of children and pets."
THIN = "Thin it when you use it: 1 part with {parts} parts of water."
FOR_HOME = "For home use."
SPOILS = "Smells, clouds, moulds or fizzes? Throw it away."
EYES = "Keep out of eyes."
HANDLING = ("shake", "sets", "scent-no-preservative")  # rules that say how it is used
STRIP_WIDTH, TALLEST = 24 * mm, 270.0  # mm of a strip on A4


@dataclass(frozen=True)
class Sheet:
    """A sheet of labels on A4: how many across and down, mm of each, of the margins and of the gaps."""

    key: str
    name: str
    across: int
    down: int
    width: float
    height: float
    left: float
    top: float
    gap: float = 0.0


SHEETS: dict[str, Sheet] = {
    each.key: each
    for each in (
        Sheet("alone", "One alone, 90 × 55 mm", 1, 1, 90.0, 55.0, 0.0, 0.0),
        Sheet("8", "8 on A4, 105 × 74 mm", 2, 4, 105.0, 74.0, 0.0, 0.5),
        Sheet("14", "14 on A4, 99 × 38 mm", 2, 7, 99.1, 38.1, 4.7, 15.1, 2.5),
        Sheet("21", "21 on A4, 64 × 38 mm", 3, 7, 63.5, 38.1, 7.2, 15.1, 2.5),
        Sheet("24", "24 on A4, 70 × 37 mm", 3, 8, 70.0, 37.0, 0.0, 0.5),
    )
}


def sheet_choices() -> list[tuple[str, str]]:
    """Every size there is, by key and name."""
    return [(sheet.key, sheet.name) for sheet in SHEETS.values()]


def container_labels(pks: Sequence[int], size: str, skip: int = 0) -> bytes:
    """Labels of these containers, a piece each for cubes in one tray.

    `skip` places of the first sheet are used.
    """
    rows = [find_container(pk) for pk in pks]
    return _sheets([_story(row) for row in rows], rows, _sheet(size), skip)


def batch_labels(pk: int, size: str, skip: int = 0) -> tuple[str, bytes]:
    """A label for everything that a batch was filled into."""
    batch = find_batch(pk)
    pks = list(batch.containers.values_list("pk", flat=True))
    if not pks:
        raise Problem(
            422, "There is nothing to label yet.", "Fill it into something first.", {"size": "Fill it first."}
        )
    return batch.name, container_labels(pks, size, skip)


def _sheet(size: str) -> Sheet:
    if size not in SHEETS:
        raise Problem.field("size", "Choose one of the sizes.")
    return SHEETS[size]


def _story(row: Container) -> list[Flowable]:
    """What stands on a label, the most needful first."""
    batch = row.batch
    small, body, strong = (
        style(6.4, colour=QUIET, after=0.6),
        style(7.0, after=0.8),
        style(7.2, bold=True, after=0.8),
    )
    how = "left in" if batch.use == "left_in" else f"{brief(float(batch.minutes))} min, rinsed out"
    where = {"shelf": "on the shelf", "fridge": "in the fridge", "freezer": "in the freezer"}[place_of(row)]
    out = [
        text(batch.name, style(10.5, bold=True, colour=VEIN, after=0.6)),
        text(f"Made {row.filled_on:%-d %b %Y} · {brief(float(row.filled))} {row.unit}, {row.name}", small),
        text(f"Use by {row.use_by:%-d %B %Y}, {where}", strong),
        text(NOT_FOOD, style(7.0, bold=True, colour=MADDER, after=0.8)),
    ]
    whom = for_whom(batch)
    if whom:
        out.append(text("; ".join(whom), body))
    out.append(text(f"How: {how}. {EYES} {SPOILS}", small))
    out += [text(each, small) for each in [*handling(batch), *beware(batch)]]
    out.append(text(f"{_ph(batch)}Made of: {made_of(batch)}. Why by then: {row.reason}", small))
    out.append(text(f"{FOR_HOME} Code {row.code}", small))
    return out


def for_whom(batch: Batch) -> list[str]:
    """For whom and how thinned: 'Wren neat; Ottoline 1 + 2 tap, pH 4.6'."""
    out = []
    for each in batch.for_whom.select_related("head"):
        ph = f", pH {each.ph[0]:.1f}" if len(each.ph) == 3 else ""
        said_of = each.says or f"{each.head.name}: not worked out"
        out.append(f"{capital(said_of)}{ph if each.parts is not None else ''}")
    return out


def handling(batch: Batch) -> list[str]:
    """What it asks for before it is used: thinned, shaken, warmed."""
    parts = thinned_of(batch.body)
    thin = [THIN.format(parts=parts)] if parts else []
    return thin + [each.what for each in batch.cautions if each.id in HANDLING]


def made_of(batch: Batch) -> str:
    """What it was made of, each once."""
    return ", ".join(dict.fromkeys(plan.name for plan in batch.pours))


def _ph(batch: Batch) -> str:
    ph = batch.ph
    return f"pH {ends(ph.low, ph.high)}. " if ph else ""


def beware(batch: Batch) -> list[str]:
    """Its warnings and stops, each once, those that are said to the heads it is for among them."""
    every = [*batch.cautions]
    for each in batch.for_whom.all():
        every += each.cautions
    grave = {caution.id: caution.what for caution in every if caution.level != "note"}
    return list(grave.values())[:6]


def _sheets(stories: Sequence[list[Flowable]], rows: Sequence[Container], sheet: Sheet, skip: int) -> bytes:
    out = io.BytesIO()
    alone = sheet.across * sheet.down == 1
    size = (sheet.width * mm, sheet.height * mm) if alone else A4
    page = Canvas(out, pagesize=size, invariant=1)
    page.setTitle(rows[0].batch.name)
    places = sheet.across * sheet.down
    at = 0 if alone else max(skip, 0) % places
    for story, row in zip(stories, rows, strict=True):
        if at == places:
            page.showPage()
            at = 0
        down, across = divmod(at, sheet.across)
        x = (sheet.left + across * (sheet.width + sheet.gap)) * mm
        y = size[1] - (sheet.top + (down + 1) * sheet.height) * mm
        _label(page, story, row.code, (x, y, sheet.width * mm, sheet.height * mm))
        at += 1
    page.showPage()
    page.save()
    return out.getvalue()


def _label(page: Canvas, story: list[Flowable], code: str, box: tuple[float, float, float, float]) -> None:
    """One label in its box: words, shrunk until all of them fit, and the code as a square."""
    x, y, width, height = box
    side = min(14 * mm, height / 2.6)
    inner = KeepInFrame(width - 2 * EDGE - side - 1 * mm, height - 2 * EDGE, story, "shrink")
    _, used = inner.wrapOn(page, width - 2 * EDGE - side - 1 * mm, height - 2 * EDGE)
    inner.drawOn(page, x + EDGE, y + height - EDGE - used)
    square = QrCodeWidget(f"EYEBRIGHT {code}", barBorder=0)
    left, low, right, high = square.getBounds()
    drawn = Drawing(side, side, transform=[side / (right - left), 0, 0, side / (high - low), 0, 0])
    drawn.add(square)
    renderPDF.draw(drawn, page, x + width - EDGE - side, y + height - EDGE - side)
    page.setFillColor(INK)
    page.setFont(fonts()[1], 7.5)
    page.drawCentredString(x + width - EDGE - side / 2, y + height - EDGE - side - 8, code)


# ---- a bottle as a measuring jug ----


def strip(pk: int, vessel: int) -> tuple[str, bytes]:
    """A strip to be put on a bottle: a line per ingredient of a batch, in the order they go in."""
    batch = find_batch(pk)
    found = Vessel.objects.filter(pk=vessel).first()
    if found is None:
        raise Problem.field("vessel", "That vessel is no longer on the shelf: choose another.")
    marks = [(float(mark["volume"]), float(mark["height"])) for mark in found.marks if mark.get("height")]
    if not marks:
        raise Problem.field(
            "vessel",
            f"Nobody has measured the {found.name} yet: fill it with weighed water, 1 g is 1 mL, and note on "
            "the shelf the height in mm.",
        )
    plans = [plan for plan in batch.pours if plan.grams is not None]
    if not poured(batch.facts):
        raise Problem.field("vessel", "A dry blend settles: no line on a bottle measures it. Take spoons.")
    try:
        lines = fill_lines([(plan.name, _room(plan), plan.unit == "mL") for plan in plans], marks)
    except ValueError as raised:
        raise Problem.field("vessel", str(raised)) from None
    if lines and lines[-1].height > TALLEST:
        raise Problem.field("vessel", "That bottle is taller than a sheet of paper: mark it by hand.")
    aside = [
        f"{plan.name}: {plan.spoons or plan.says}"
        for plan, line in zip(plans, lines, strict=True)
        if not line.plain
    ]
    return batch.name, _strip_page(batch.name, found.name, [line for line in lines if line.plain], aside)


def _room(plan: PlannedPour) -> float:
    """mL that a line fills in a bottle: what pours its own, a powder about six tenths of its weight."""
    return plan.amount * (1.0 if plan.unit == "mL" else 0.6)


def _strip_page(name: str, bottle: str, lines: Sequence[FillLine], aside: Sequence[str]) -> bytes:
    out = io.BytesIO()
    page = Canvas(out, pagesize=A4, invariant=1)
    page.setTitle(f"{name} in the {bottle}")
    left, foot = 20 * mm, 15 * mm
    top = foot + (lines[-1].height if lines else 10.0) * mm + 12 * mm
    page.setStrokeColor(LINE)
    page.rect(left, foot, STRIP_WIDTH, top - foot)
    plain_face, strong = fonts()
    page.setFillColor(VEIN)
    page.setFont(strong, 7)
    page.drawString(left + 1.5 * mm, top - 4 * mm, plain(name, strong)[:26])
    page.setFillColor(QUIET)
    page.setFont(plain_face, 6)
    page.drawString(left + 1.5 * mm, top - 7 * mm, plain(bottle, plain_face)[:30])
    for line in lines:
        y = foot + line.height * mm
        page.setStrokeColor(INK)
        page.line(left, y, left + STRIP_WIDTH, y)
        page.setFillColor(INK)
        page.setFont(strong, 6.5)
        page.drawString(left + 1 * mm, y + 0.8 * mm, plain(line.name, strong)[:20])
        page.setFont(plain_face, 6)
        page.drawRightString(left + STRIP_WIDTH - 1 * mm, y + 0.8 * mm, f"{brief(round(line.upto))} mL")
    page.setFillColor(QUIET)
    page.setFont(plain_face, 8)
    for row, words in enumerate(
        (
            "Print at 100 %, cut it out, and stick it on with its foot at the inside bottom of the bottle.",
            "Fill to the lowest line first, then to the next: what stands on a line reaches up to it.",
            NOT_FOOD,
            *(["Too little for a line of its own, by the spoon:"] if aside else []),
            *(plain(each, plain_face) for each in aside),
        )
    ):
        page.drawString(left + STRIP_WIDTH + 8 * mm, top - (4 + 5 * row) * mm, words)
    page.showPage()
    page.save()
    return out.getvalue()


def batch_card(pk: int, head: int | None = None) -> tuple[str, bytes]:
    """What was made as a card to pin up: the formula as it was really made."""
    batch = find_batch(pk)
    now = evaluate(batch, head)
    if now.done is None or now.found is None:
        raise Problem(422, "That cannot be printed yet.", now.trouble, {"formula": now.trouble})
    whose = find_head(head).name if head is not None else ""
    return batch.name, card(now.done, now.found, entered_of(batch.body).about, whose)
