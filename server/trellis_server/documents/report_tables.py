"""Tables and pages that several papers are made of."""

from collections.abc import Sequence
from xml.sax.saxutils import escape

from reportlab.platypus import Paragraph, Table, TableStyle

from trellis_server.documents.pdf import REGULAR
from trellis_server.documents.quote_pdf import SMALL


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
