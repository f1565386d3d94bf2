"""What a printed page says and where, read back from the PDF: its words in boxes, in points from the page's lower left."""

import io
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from pypdf import PdfReader
from reportlab.pdfbase import pdfmetrics

from trellis_server.documents.pdf import BOLD, REGULAR


@lru_cache(maxsize=16)
def text_of(content: bytes) -> str:
    """All that a PDF says, page after page."""
    return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(content)).pages)


@dataclass(frozen=True, slots=True)
class Word:
    """A piece of text as it was set. Left, low, right, high in points."""

    says: str
    box: tuple[float, float, float, float]


def words_of(content: bytes) -> list[tuple[list[Word], tuple[float, float]]]:
    """The level words of every page, with its width and height."""
    pages = []
    for page in PdfReader(io.BytesIO(content)).pages:
        found: list[Word] = []
        went = {"from": (0.0, 0.0), "on": 0.0}
        """Pieces of one line in several types begin at one place: each goes on where the one before ends."""

        def take(
            text: str, cm: Any, tm: Any, font: Any, size: float, found: list[Word] = found, went: Any = went
        ) -> None:
            says = text.strip()
            if not text.strip("\n") or font is None:
                return
            name = BOLD if "SemiBold" in str(font.get("/BaseFont")) else REGULAR
            scale = tm[0] * cm[0]
            if abs(tm[1] * cm[0]) > 1e-6 or scale <= 0:
                return  # turned text lies along a line of its own
            x, y = tm[4] * cm[0] + cm[4], tm[5] * cm[3] + cm[5]
            high = size * scale
            if found and found[-1].says == says and went["from"] == (x, y):
                return  # words on drawings are set twice, their white edge first
            on = went["on"] if went["from"] == (x, y) else 0.0
            went["from"], went["on"] = (x, y), on + pdfmetrics.stringWidth(text.strip("\n"), name, high)
            if not says:
                return
            x += on + pdfmetrics.stringWidth(text[: len(text) - len(text.lstrip())].strip("\n"), name, high)
            wide = pdfmetrics.stringWidth(says, name, high)
            found.append(Word(says=says, box=(x, y - 0.2 * high, x + wide, y + 0.7 * high)))

        page.extract_text(visitor_text=take)
        pages.append((found, (float(page.mediabox.width), float(page.mediabox.height))))
    return pages


def clashes(words: list[Word]) -> list[str]:
    """Words that lie over each other by more than a hair each way."""
    found = []
    for index, one in enumerate(words):
        for other in words[index + 1 :]:
            across = min(one.box[2], other.box[2]) - max(one.box[0], other.box[0])
            down = min(one.box[3], other.box[3]) - max(one.box[1], other.box[1])
            if across > 1 and down > 1.2:
                found.append(f"{one.says} | {other.says}")
    return found


def cut_off(words: list[Word], size: tuple[float, float], margin: float = 8.0) -> list[str]:
    """Words that run into a page's edge, where no printer prints."""
    return [
        word.says
        for word in words
        if word.box[0] < margin
        or word.box[2] > size[0] - margin
        or word.box[1] < margin
        or word.box[3] > size[1] - margin
    ]
