"""What all that is printed shares: the two faces, the colours, and words in them."""

from functools import cache
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.platypus import Paragraph

INK, VEIN, QUIET, MADDER = HexColor("#241C33"), HexColor("#5C3D8F"), HexColor("#6C6478"), HexColor("#AE3A2E")
LINE = HexColor("#D9D3E2")


@cache
def fonts() -> tuple[str, str]:
    """The two faces of what is printed; they go into the file, so that it prints alike everywhere."""
    pdfmetrics.registerFont(TTFont("Card", "Vera.ttf"))
    pdfmetrics.registerFont(TTFont("CardBold", "VeraBd.ttf"))
    return "Card", "CardBold"


def style(size: float, bold: bool = False, colour: HexColor = INK, after: float = 2.0) -> ParagraphStyle:
    """A style of paragraph: its size in points, and points after it."""
    plain, strong = fonts()
    return ParagraphStyle(
        f"{size}{bold}{colour.hexval()}",
        fontName=strong if bold else plain,
        fontSize=size,
        leading=size * 1.28,
        textColor=colour,
        spaceAfter=after,
    )


SPOKEN = {"⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8", "⅓": "1/3", "⅔": "2/3", "→": "->", "₃": "3"}


def plain(words: str, face: str) -> str:
    """Words with every sign that a face does not have written another way."""
    known = pdfmetrics.getFont(face).face.charToGlyph
    return "".join(sign if ord(sign) in known else SPOKEN.get(sign, "?") for sign in words)


def text(words: str, look: ParagraphStyle) -> Paragraph:
    """A paragraph of words."""
    return Paragraph(escape(plain(words, look.fontName)), look)
