"""A formula as a recipe card: one A5 page, made to be pinned over the sink and read from a step away."""

import io

from reportlab.lib.pagesizes import A5
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Frame, KeepInFrame, Paragraph, Spacer, Table

from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.exchange import export
from eyebright.core.formulas.model import PHASES, Formula
from eyebright.core.words import between

from .print import LINE, MADDER, QUIET, VEIN, fonts, style, text

MARGIN = 11 * mm
FOOT = 9 * mm


def card(formula: Formula, assessment: Assessment, about: str = "", whose: str = "") -> bytes:
    """The card as a PDF of one A5 page: shrunk until all of it fits, nothing left out.

    `whose`: the head that its cautions are for.
    """
    sheet = io.BytesIO()
    page = Canvas(sheet, pagesize=A5, invariant=1)
    page.setTitle(formula.name)
    page.setSubject(export.FOR_HOME)
    width, height = A5
    frame = Frame(
        MARGIN, MARGIN + FOOT, width - 2 * MARGIN, height - 2 * MARGIN - FOOT, 0, 0, 0, 0, showBoundary=0
    )
    inner = KeepInFrame(
        width - 2 * MARGIN, height - 2 * MARGIN - FOOT, _story(formula, assessment, about, whose), "shrink"
    )
    frame.addFromList([inner], page)
    page.setStrokeColor(LINE)
    page.line(MARGIN, MARGIN + FOOT - 2, width - MARGIN, MARGIN + FOOT - 2)
    page.setFillColor(QUIET)
    page.setFont(fonts()[0], 5.6)
    page.drawString(MARGIN, MARGIN + 2, export.FOR_HOME)
    page.setFont(fonts()[1], 7)
    page.drawString(MARGIN, MARGIN + 11, "Made on: ______________   Goes out on: ______________")
    page.showPage()
    page.save()
    return sheet.getvalue()


def _story(formula: Formula, assessment: Assessment, about: str, whose: str) -> list[Flowable]:
    small, body, head = style(7.5, colour=QUIET), style(9), style(9.5, bold=True, colour=VEIN, after=1.5)
    use = "left in" if formula.use == "left_in" else f"{formula.minutes:g} min on the head, then rinsed out"
    out: list[Flowable] = [
        text(formula.name, style(18, bold=True, colour=VEIN, after=1)),
        text(f"{formula.family.name} · {use}", small),
    ]
    if about.strip():
        out.append(text(" ".join(about.split())[:240], small))
    out += [Spacer(1, 4), _lines(formula, assessment), Spacer(1, 5), text("How", head)]
    for place, each in enumerate(assessment.preparation.steps, start=1):
        until = f", {each.until}" if each.until else ""
        words = f"{place}. {each.says[:-1]} · {between(each.least, each.most)}{until}"
        out.append(text(words, body))
    out += [Spacer(1, 4), text("What comes of it", head)]
    out += [text(f"{what}: {words}", body) for what, words in export.figures_said(assessment)]
    grave = [caution for caution in assessment.cautions if caution.level != "note"]
    if grave:
        out += [
            Spacer(1, 4),
            text(
                f"Beware, for {whose}" if whose else "Beware",
                style(9.5, bold=True, colour=MADDER, after=1.5),
            ),
        ]
        out += [text(f"{caution.level.upper()}: {caution.what} {caution.instead}", body) for caution in grave]
    notes = [caution.what for caution in assessment.cautions if caution.level == "note"]
    if notes:
        out += [Spacer(1, 4), text(" ".join(notes), small)]
    return out


def _line(formula: Formula, place: int, strong: ParagraphStyle, plain: ParagraphStyle) -> list[Paragraph]:
    """One line: how much, and of what."""
    line = formula.every_line[place]
    said = export.line_text(formula, place)
    amount = said.removesuffix(said[said.index(line.supply.name) :]).strip()
    return [text(amount, strong), text(said[len(amount) :].strip(), plain)]


def _lines(formula: Formula, assessment: Assessment) -> Table:
    """The lines, phase by phase: so much, of what, and in g."""
    strong, plain, small = (
        style(10.5, bold=True, after=0),
        style(10.5, after=0),
        style(7.5, colour=QUIET, after=0),
    )
    rows = []
    for phase, name in PHASES.items():
        places = [place for place, line in enumerate(formula.ingredients) if line.phase == phase]
        if places:
            rows.append(["", text(name, small), ""])
        for place in places:
            grams = assessment.lines[place].grams.value
            weight = f"{grams:.2g} g" if grams < 10.0 else f"{grams:.0f} g"
            rows.append([*_line(formula, place, strong, plain), text(weight, small)])
    if formula.left_out:
        first = len(formula.ingredients)
        rows.append(["", text("left out this time", small), ""])
        rows += [[*_line(formula, first + at, strong, plain), ""] for at in range(len(formula.left_out))]
    width = A5[0] - 2 * MARGIN
    return Table(
        rows,
        colWidths=[0.24 * width, 0.6 * width, 0.16 * width],
        style=[
            ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
            ("LINEBELOW", (0, 0), (-1, -1), 0.4, LINE),
            ("LEFTPADDING", (0, 0), (-1, -1), 0),
            ("RIGHTPADDING", (0, 0), (-1, -1), 2),
            ("TOPPADDING", (0, 0), (-1, -1), 1.6),
            ("BOTTOMPADDING", (0, 0), (-1, -1), 1.6),
        ],
    )
