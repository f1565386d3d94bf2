"""Tables and pages that several papers are made of."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph, Table, TableStyle

from trellis_server.documents.pdf import REGULAR
from trellis_server.documents.quote_pdf import SMALL

PALE, RULE = "#eeeeee", "#4d5753"


def ruled_table(names: Sequence[str], rows: Sequence[Sequence[str]], wide: Sequence[int | None]) -> Table:
    """Rows of words under their names, a thin line under each; the names again on every page."""
    cells = [list(names), *([Paragraph(escape(cell), SMALL) for cell in row] for row in rows)]
    table = Table(cells, colWidths=list(wide), repeatRows=1)
    table.setStyle(
        TableStyle(
            [
                ("FONT", (0, 0), (-1, -1), REGULAR, 9),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -1), 0.3, "#9aa6a0"),
            ]
        )
    )
    return table


@dataclass(frozen=True, slots=True, kw_only=True)
class TableLook:
    """How a striped table is set: its names, its cells, columns that are set otherwise by their names.

    `pads`: left, right, above and below a cell (points).
    """

    head: ParagraphStyle
    cell: ParagraphStyle
    named: Mapping[str, ParagraphStyle]
    pads: tuple[float, float, float, float] = (2, 2, 1, 2)


def striped_table(
    columns: Sequence[tuple[str, float]], rows: Sequence[Sequence[str]], wide: float, *, look: TableLook
) -> Table:
    """Rows under their names, every second one pale, the names again on every page. Columns: names, and shares of `wide`."""
    whole = sum(share for _, share in columns)
    styles = [look.named.get(name, look.cell) for name, _ in columns]
    cells = [[Paragraph(escape(name), look.head) for name, _ in columns]]
    cells += [[Paragraph(escape(cell), style) for cell, style in zip(row, styles, strict=True)] for row in rows]
    table = Table(cells, colWidths=[share / whole * wide for _, share in columns], repeatRows=1)
    left, right, above, below = look.pads
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), left),
                ("RIGHTPADDING", (0, 0), (-1, -1), right),
                ("TOPPADDING", (0, 0), (-1, -1), above),
                ("BOTTOMPADDING", (0, 0), (-1, -1), below),
                ("LINEBELOW", (0, 0), (-1, 0), 0.9, RULE),
                ("ROWBACKGROUNDS", (0, 1), (-1, -1), ["#ffffff", PALE]),
            ]
        )
    )
    return table
