"""The permit set: every sheet in its title block, drawings at a usual scale that a ruler finds again, and its DXF in true size."""

import io
import re
from dataclasses import replace

import ezdxf
from django.test import SimpleTestCase
from django.utils import timezone
from pypdf import PdfReader
from reportlab.pdfgen.canvas import Canvas
from steady.drawing.permit_views import enlargements, sides
from steady.drawing.shapes import Shape, View
from steady.jobs.document import JobDocument

from trellis_server.demo.jobs import all_jobs, larkspur_rise
from trellis_server.documents.context import OnPaper, Options, RevisionInput, Subject
from trellis_server.documents.permit_pdf import Scaled, permit_set
from trellis_server.documents.registry import document
from trellis_server.documents.scales import drawing_scale

NAMED = {'3"': 3, '1½"': 1.5, '1"': 1, '¾"': 0.75, '½"': 0.5, '⅜"': 0.375, '¼"': 0.25, '3/16"': 3 / 16, '⅛"': 0.125}
"""Inches a foot by their names, written out again."""


def subject(job: JobDocument, structure: str, paper: str = "letter") -> Subject:
    state = OnPaper(document=job, revision=RevisionInput(number=3, parent=None, made_at=timezone.now()))
    return Subject(state, structure, Options(paper=paper))  # type: ignore[arg-type]


def pages(content: bytes) -> list[str]:
    return [page.extract_text() for page in PdfReader(io.BytesIO(content)).pages]


class PermitSetTest(SimpleTestCase):
    def test_every_structure_of_the_demo_has_one_and_every_sheet_says_what_it_is(self) -> None:
        for job in all_jobs():
            for item in job.structures:
                about = subject(job, item.spec.id, "a4" if job.reading.metric else "letter")
                made = pages(permit_set(about))
                self.assertGreaterEqual(len(made), 4, item.name)
                for number, text in enumerate(made, start=1):
                    flat = " ".join(text.split())
                    self.assertIn(f"P-{number} of {len(made)}", flat, item.name)
                    self.assertIn("Not approved until stamped", flat)
                    # Its state stands on every sheet, whatever it is.
                    self.assertIn(" ".join(about.sheet.headline.split())[:25], flat, item.name)

    def test_the_deck_s_set_holds_what_an_office_asks_for(self) -> None:
        about = subject(larkspur_rise(), "kitchen-deck")
        said = " ".join(" ".join(pages(permit_set(about))).split())
        for words in (
            "Site plan",
            "Setback",
            "Frost depth",
            "none here, as entered",
            "40 psf",
            "Framing plan",
            "Section along joists",
            "Elevation from the front",
            "Ledger at the house",
            "Guard post at the rim",
            "Stair",
            "Footing",
            "Posts and footings",
            "Inspections and hold points",
            "= 1'-0\"",
        ):
            self.assertIn(words, said)
        for post in about.sheet.posts:
            self.assertIn(post.hole.replace("\u00a0", " "), said)

    def test_what_nobody_entered_says_so(self) -> None:
        job = larkspur_rise()
        bare = replace(job, site=replace(job.site, frost_m=0.0, none_here=(), assumed=("wind",), seismic=""))
        said = " ".join(" ".join(pages(permit_set(subject(bare, "windbreak")))).split())
        self.assertIn("NOT ENTERED", said)
        self.assertIn("ASSUMED", said)
        self.assertIn("no earthquake design is made", said)

    def test_a_long_fence_runs_on_to_more_sheets_and_loses_no_post(self) -> None:
        job = larkspur_rise()
        item = job.structures[0]
        first = item.spec.straights[0]
        long = replace(
            item, spec=replace(item.spec, straights=(replace(first, length_m=180.0),), openings=(), zones=(), locks=())
        )
        about = subject(replace(job, structures=(long,)), item.spec.id)
        made = " ".join(" ".join(pages(permit_set(about))).split())
        self.assertGreater(len(about.sheet.posts), 60)
        for post in about.sheet.posts[-3:]:
            self.assertIn(post.reading.replace("\u00a0", " "), made)

    def test_the_scale_fits_and_is_the_largest_of_the_usual(self) -> None:
        for fits in (0.3, 0.24, 0.13, 0.1, 0.07, 0.05, 0.04, 0.033, 0.022, 0.012, 0.009, 0.004, 0.0016):
            scale, says = drawing_scale(fits, metric=False)
            self.assertLessEqual(scale, fits + 1e-9)
            self.assertGreater(scale * 2.6, min(fits, 0.25), says)
            if (found := re.match(r"(.+) = 1'-0\"$", says)) and found[1] in NAMED:
                self.assertAlmostEqual(scale, NAMED[found[1]] / 12, places=9)
            scale, says = drawing_scale(fits, metric=True)
            self.assertLessEqual(scale, fits + 1e-9)
            self.assertAlmostEqual(scale, 1 / float(says.removeprefix("1 : ")), delta=scale * 0.01)

    def test_ten_feet_at_a_quarter_inch_measure_two_and_a_half_inches(self) -> None:
        square = ((0.0, 0.0), (3.048, 0.0), (3.048, 3.048), (0.0, 3.048))
        view = View(
            name="plan",
            how="above",
            title="A square",
            layout="grid",
            shapes=(Shape(id="s", kind="polygon", layer="outline", points=square),),
            bounds=(-1.0, -1.0, 4.048, 4.048),
        )
        stream = io.BytesIO()
        canvas = Canvas(stream, pageCompression=0)
        flow = Scaled(view, 5.048 / 0.3048 * 0.25 * 72 + 40, metric=False)
        flow.wrap(1000, 1000)
        flow.drawOn(canvas, 0, 0)
        canvas.save()
        text = stream.getvalue().decode("latin-1")
        xs = [float(x) for x in re.findall(r"([\d.]+) [\d.]+ (?:m|l)\b", text)]
        wide = {round(b - a, 2) for a in xs for b in xs}
        self.assertIn(2.5 * 72, wide)

    def test_the_dxf_has_every_view_in_true_size(self) -> None:
        about = subject(larkspur_rise(), "kitchen-deck")
        text = document(about, "permit.dxf").make(about)
        assert isinstance(text, str)
        drawing = ezdxf.read(io.StringIO(text))
        lines = drawing.modelspace().query("LWPOLYLINE")
        outline = [line for line in lines if line.dxf.layer == "outline"]
        xs = [x for line in outline for x, *_ in line.get_points()]  # type: ignore[attr-defined]
        self.assertAlmostEqual(max(xs) - min(xs), 18 * 304.8, delta=0.5)
        # The elevation from the front shows the whole beam, the section only its end.
        beams = [[x for x, *_ in line.get_points()] for line in lines if line.dxf.layer == "beam"]  # type: ignore[attr-defined]
        long = {round(max(xs) - min(xs)) for xs in beams}
        self.assertTrue(any(one > 5000 for one in long) and any(one < 60 for one in long), long)

    def test_enlargements_are_of_what_the_view_has(self) -> None:
        about = subject(larkspur_rise(), "kitchen-deck")
        shown = sides(about.plan, about.state.document.reading.tape())
        self.assertEqual({view.how for view in shown}, {"along x", "along y"})
        found = {one.title: one for one in enlargements(shown)}
        guard = found["Guard post at the rim"]
        left, low, right, top = guard.window
        # The deck's own floor is level 0: the post at its rim is held below it and rises over it.
        self.assertTrue(low < 0 < top, guard.window)
        self.assertLess(right - left, 2.0)
        self.assertNotIn("Knee brace", found)
