"""The job pack: one PDF of the site, every structure's sheets, and their working behind them, with an index to thumb by."""

import io
from collections.abc import Iterator

from pypdf import PdfReader, PdfWriter
from steady.errors import InputError, OutsideScope

from trellis_server.documents.registry import Options, Subject, sheets_of, working_of
from trellis_server.documents.site_pdf import site_pages
from trellis_server.services.jobs import State


def pack(state: State, options: Options) -> bytes:
    """The whole job on paper. What can't be planned is left out, and its name says so in the index."""
    made = PdfWriter()
    for title, body in _parts(state, options):
        start = len(made.pages)
        if body is None:
            made.add_outline_item(title=f"{title}: can't be planned", page_number=max(0, start - 1))
            continue
        for page in PdfReader(io.BytesIO(body)).pages:
            made.add_page(page)
        made.add_outline_item(title=title, page_number=start)
    made.add_metadata({"/Title": f"{state.document.name}, job pack"})
    made.compress_identical_objects()
    stream = io.BytesIO()
    made.write(stream)
    return stream.getvalue()


def _parts(state: State, options: Options) -> Iterator[tuple[str, bytes | None]]:
    job = state.document
    yield "The site", site_pages(job, options.paper)
    for make, says in ((sheets_of, ""), (working_of, ", the working")):
        for item in job.structures:
            try:
                yield f"{item.name}{says}", make(Subject(state, item.spec.id, options))
            except (InputError, OutsideScope):
                yield f"{item.name}{says}", None
