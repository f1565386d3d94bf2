"""The crew sheet: two pages for any structure, every mark and every length on it, the state first; the pack by its parts."""

import io

from django.test import SimpleTestCase
from pypdf import PdfReader
from steady.takeoff.bill import pieces

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.documents.context import OnPaper, Options, RevisionInput, Subject, Whole
from trellis_server.documents.pack_pdf import pack
from trellis_server.documents.structure_pdf import crew_sheet_of
from trellis_server.services.inspections import SiteHolds
from trellis_server.tests.printed import text_of


def state() -> OnPaper:
    """The demo job as it is printed."""
    from django.utils import timezone

    return OnPaper(document=larkspur_rise(), revision=RevisionInput(number=3, parent=None, made_at=timezone.now()))


class CrewSheetTest(SimpleTestCase):
    def test_every_structure_s_has_two_pages(self) -> None:
        for paper in ("letter", "a4"):
            for item in larkspur_rise().structures:
                about = Subject(state(), item.spec.id, Options(paper=paper))
                self.assertEqual(len(PdfReader(io.BytesIO(crew_sheet_of(about))).pages), 2, (item.name, paper))

    def test_marks_holes_and_lengths_are_all_on_it(self) -> None:
        about = Subject(state(), "windbreak", Options())
        said = text_of(crew_sheet_of(about))
        plain = str.maketrans({"\u00a0": " "})  # the reader of the PDF knows no other space
        tape = about.state.document.reading.tape()
        for post in about.sheet.posts:
            self.assertIn(post.hole.translate(plain), said)
            self.assertIn(post.post_length.translate(plain), said)
        for row in pieces(about.plan):
            self.assertIn(tape.length(row.length_m).translate(plain), said)
        self.assertIn(about.sheet.headline, " ".join(said.split()))

    def test_the_counts_of_its_cut_list_are_the_plan_s(self) -> None:
        about = Subject(state(), "windbreak", Options())
        rails = sum(row.count for row in pieces(about.plan) if row.role == "rail")
        lines = text_of(crew_sheet_of(about)).splitlines()
        found = [int(lines[k - 1]) for k, line in enumerate(lines) if line.strip() == "rail" and lines[k - 1].isdigit()]
        self.assertEqual(sum(found), rails)

    def test_a_pack_holds_what_was_chosen(self) -> None:
        holds = SiteHolds(tasks={}, signed=frozenset())

        def pages(*parts: str) -> int:
            options = Options(parts=parts)  # type: ignore[arg-type]
            about = Whole(state(), options, known_id="j", known_holds=holds)
            return len(PdfReader(io.BytesIO(pack(about))).pages)

        structures = len(larkspur_rise().structures)
        self.assertEqual(pages("crew"), 1 + 2 * structures)
        usual = pages("site", "list", "crew")
        self.assertLessEqual(usual, 2 * structures + 6)
        self.assertGreater(pages("crew", "calculation"), 1 + 3 * structures)
