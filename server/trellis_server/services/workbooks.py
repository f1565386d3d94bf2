"""The rows of a workbook that somebody sent, as text."""

import io
import zipfile

from defusedxml import DefusedXmlException
from openpyxl.reader.excel import load_workbook
from openpyxl.xml import DEFUSEDXML
from steady.errors import InvalidInputError

MOST_ROWS, MOST_COLUMNS = 2001, 6
MOST_UNPACKED = 20_000_000
"""Bytes of a workbook as unpacked [our own]: two thousand prices take under one million."""
NONE = "This is no workbook that can be read: save it again as XLSX or CSV"


def rows(body: bytes) -> list[list[str]]:
    """The first sheet's rows.

    Raises:
        InvalidInputError: It is no workbook, a larger one than a price book is, or one that names entities of its own.
    """
    if not DEFUSEDXML:  # the library falls back to a reader that expands entities, and says nothing
        raise RuntimeError("defusedxml is missing")
    try:
        with zipfile.ZipFile(io.BytesIO(body)) as packed:
            if sum(part.file_size for part in packed.infolist()) > MOST_UNPACKED:
                raise InvalidInputError(
                    "text", "This workbook is too large: keep the prices' sheet alone, or save it as CSV"
                )
        book = load_workbook(io.BytesIO(body), read_only=True, data_only=True)  # type: ignore[no-untyped-call]
        sheet = book.worksheets[0]
        found = sheet.iter_rows(max_row=MOST_ROWS, max_col=MOST_COLUMNS, values_only=True)
        return [["" if cell is None else str(cell) for cell in row] for row in found]
    except InvalidInputError:
        raise
    except (
        DefusedXmlException,
        zipfile.BadZipFile,
        SyntaxError,
        KeyError,
        ValueError,
        OSError,
        LookupError,
        TypeError,
    ):
        raise InvalidInputError("text", NONE) from None
    except (AttributeError, NotImplementedError, RuntimeError, EOFError, OverflowError):
        raise InvalidInputError("text", NONE) from None
