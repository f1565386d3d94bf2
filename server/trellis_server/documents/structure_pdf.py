"""One structure on paper: its site sheets, and its calculation step by step."""

from datetime import UTC, datetime

from steady.design_codes.registry import rulebook
from steady.drawing.marks import mark_rows
from steady.errors import InvalidInputError
from steady.jobs.starting_designs import stands_words
from steady.takeoff.bill import pieces

from trellis_server.documents.calculation_pdf import working_pages
from trellis_server.documents.context import Subject
from trellis_server.documents.crew_sheet_pdf import crew_sheet
from trellis_server.documents.pdf import SheetFacts
from trellis_server.documents.sheets_pdf import StructureSheets, site_sheets

FARTHEST_STAKE_M = 30.0


def sheets_of(about: Subject) -> bytes:
    """A structure's site sheets."""
    return site_sheets(_printed(about))


def crew_sheet_of(about: Subject) -> bytes:
    """A structure's crew sheet: two pages."""
    return crew_sheet(_printed(about))


def _printed(about: Subject) -> StructureSheets:
    """What a structure's sheets are made of."""
    state, options = about.state, about.options
    job, tape = state.document, state.document.reading.tape()
    offset_m = about.length_m(options.offset, "offset") if options.offset else 0.0
    if not 0 <= offset_m <= FARTHEST_STAKE_M:
        raise InvalidInputError("offset", "Stakes stand at most 30 m (98 ft) off the string")
    replaced = state.revision.parent
    facts = SheetFacts(
        job=job,
        name=about.row.name,
        revision=state.revision.number,
        replaces=f", replaces revision {replaced.number}" if replaced else ", the first",
        printed=f"saved {state.revision.made_at:%Y-%m-%d %H:%M} UTC, printed {datetime.now(UTC):%Y-%m-%d}",
        mark_to=options.to,
        from_end=options.from_end,
        mirrored=options.mirrored,
        offset=tape.length(offset_m) if offset_m else "",
        stands=stands_words(job, about.structure, about.plan),
        warnings=about.warnings,
    )
    asked, other = (
        mark_rows(about.plan, tape, from_end=end, to=options.to, mirrored=options.mirrored)
        for end in (options.from_end, not options.from_end)
    )
    stands = about.row.stands
    north = job.site.north_rad - (stands.turn_rad if stands else 0.0) if job.site.north_rad else None
    return StructureSheets(
        facts=facts,
        sheet=about.sheet,
        plan=about.plan,
        tape=tape,
        marks=asked,
        other=other,
        pieces=pieces(about.plan),
        paper=options.paper,
        north_rad=north,
        held=about.held,
    )


def working_of(about: Subject) -> bytes:
    """Every check of a structure, step by step."""
    job, revision = about.state.document, about.state.revision
    printed = (
        f"Revision {revision.number}, saved {revision.made_at:%Y-%m-%d %H:%M} UTC. {rulebook(job.school).edition}."
    )
    title = f"{job.name}: {about.row.name}, the calculation"
    return working_pages(title, printed, about.sheet, details=about.plan.details, paper=about.options.paper)
