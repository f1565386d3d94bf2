"""The lift plan: what comes overhead, how heavy it is wet, how many it takes, what it rests on, and what to mind."""

from xml.sax.saxutils import escape

from reportlab.platypus import Paragraph
from reportlab.platypus.flowables import Spacer
from steady.catalog.items import sticks
from steady.data.roles import role
from steady.jobs.document import JobDocument
from steady.plan.model import Plan
from steady.structures.lifting import lift_plan, mass_says, to_mind

from trellis_server.documents.pdf import fonts
from trellis_server.documents.quote_pdf import HEAD, PLAIN, UNDER, build_pages, told_states
from trellis_server.documents.report_tables import ruled_table

NAMES = ("what", "how many", "long", "each, wet", "people", "up to", "how")
WIDE = (None, 48, 62, 56, 42, 60, 120)


def lift_pages(job: JobDocument, name: str, plan: Plan, *, paper: str, said: tuple[str, ...] = ()) -> bytes:
    """One structure's lift plan."""
    fonts()
    tape = job.reading.tape()
    rows = []
    for lift in lift_plan(plan):
        item = sticks().get(lift.item)
        rows.append(
            (
                f"{role(lift.role).one}, {item.says if item is not None else lift.item}",
                str(lift.count),
                tape.length(lift.length_m),
                mass_says(lift.mass_kg, tape),
                str(lift.hands),
                tape.length(lift.high_m),
                lift.how,
            )
        )
    title = f"{job.name}: {name}, the lift plan"
    story = [
        Paragraph(escape(title), HEAD),
        *told_states(said),
        Spacer(1, 8),
        ruled_table(NAMES, rows, WIDE),
        Spacer(1, 12),
    ]
    story += [Paragraph("Precautions", UNDER), *(Paragraph(f"• {escape(line)}", PLAIN) for line in to_mind(tape))]
    return build_pages(story, title, paper)
