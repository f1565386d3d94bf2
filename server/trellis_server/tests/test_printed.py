"""Printed pages read back: no word lies over another, and none runs off its page."""

import io
from dataclasses import replace
from typing import Any

from django.test import SimpleTestCase, TestCase, tag
from reportlab.pdfgen.canvas import Canvas
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import PSF

from trellis_server.demo.jobs import all_jobs, larkspur_rise
from trellis_server.documents.pdf import REGULAR, fonts
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person
from trellis_server.tests.printed import clashes, cut_off, words_of


def unusual_roofs() -> JobDocument:
    """One job with a roof of every rarer make."""

    def read(key: str, text: str, name: str, **changes: Any) -> Structure:
        spec = kind_called(key).read(NewStructureRequest(text=text, id=name, bare="ft", school="us"))
        return Structure(name=name.capitalize(), spec=replace(spec, **changes))

    line = "16x16 over9in pitch25 ring3 rafters24in sheets2x12 beam8"
    return JobDocument(
        name="Rarer roofs",
        site=Site(soil="sand", exposure="B", wind_speed_m_per_s=45.0, frost_m=0.4, ground_snow_pa=900.0),
        structures=(
            read("pavilion", f"{line} raise8in mid1", "raised"),
            read("pavilion", line, "boxed", web="web plywood 14 in", beam="rail 2x4 pine"),
            read("pergola", "14x10", "plied", core="rail 2x4 pine", seat="in a pocket", plies=1),
            read("pergola", "24x14 high8 posts4 bays5x2 turn attached", "hung"),
            read("deck", "16x12 up3", "deck"),
            read("pergola", "10x9 high8 feet=ground on=deck@3+1.5", "pocketed"),
        ),
    )


class ReadingBackTest(SimpleTestCase):
    """What the others rest on: words that lie over each other, or run off the page, are found."""

    def test_what_lies_over_or_runs_off_is_found(self) -> None:
        fonts()
        stream = io.BytesIO()
        canvas = Canvas(stream, pagesize=(300, 200))
        canvas.setFont(REGULAR, 12)
        canvas.drawString(40, 100, "one word")
        canvas.drawString(60, 103, "another")
        canvas.drawString(280, 150, "off the page")
        canvas.drawString(40, 60, "alone")
        canvas.save()
        ((words, size),) = words_of(stream.getvalue())
        self.assertEqual(clashes(words), ["one word | another"])
        self.assertEqual(cut_off(words, size), ["off the page"])


@tag("slow")
class PrintedTest(TestCase):
    def test_calculations_and_the_papers_of_a_whole_job(self) -> None:
        caller = Caller(person("ash"))
        for document in all_jobs():
            job = caller.new_job(documents.dump(document))
            papers = [f"files/{item.spec.id}/working.pdf" for item in document.structures]
            for paper in (*papers, "documents/site.pdf", "documents/handover.pdf", "documents/day.pdf"):
                with self.subTest(job=document.name, paper=paper):
                    answer = caller.send("GET", f"/api/jobs/{job}/{paper}")
                    self.assertEqual(answer.status_code, 200)
                    for number, (words, size) in enumerate(words_of(bytes(answer.content)), 1):
                        self.assertEqual((number, clashes(words), cut_off(words, size)), (number, [], []))

    def test_a_roofs_calculation_begins_with_what_it_is_loaded_with(self) -> None:
        caller = Caller(person("ash"))
        snowy = larkspur_rise()
        job = caller.new_job(documents.dump(replace(snowy, site=replace(snowy.site, ground_snow_pa=40 * PSF))))
        answer = caller.send("GET", f"/api/jobs/{job}/files/path-pergola/working.pdf")
        text = " ".join(word.says for words, _ in words_of(bytes(answer.content)) for word in words)
        # By hand: 0.7 x 1.0 x 1.2 x 40 psf.
        for told in ("Loads on the roof", "33.6 psf", "The way of the loads down", "asce-7-16: 7.3"):
            self.assertIn(told, text)
        self.assertLess(text.index("Loads on the roof"), text.rindex("Rafter: bending"))

    def test_sheets_of_every_structure_on_both_papers(self) -> None:
        caller = Caller(person("ash"))
        for document in all_jobs():
            job = caller.new_job(documents.dump(document))
            for structure in document.structures:
                for paper in ("letter", "a4"):
                    with self.subTest(job=document.name, structure=structure.name, paper=paper):
                        address = f"/api/jobs/{job}/files/{structure.spec.id}/sheets.pdf?paper={paper}"
                        content = bytes(caller.send("GET", address).content)
                        for number, (words, size) in enumerate(words_of(content), 1):
                            self.assertTrue(words, number)
                            self.assertEqual((number, clashes(words)), (number, []))
                            self.assertEqual((number, cut_off(words, size)), (number, []))

    def test_roofs_as_no_demo_job_has_them(self) -> None:
        """A raised centre, posts between the corners, box beams; built-up posts; bays on a hung one; posts in a deck's pockets."""
        caller = Caller(person("ash"))
        job = caller.new_job(documents.dump(unusual_roofs()))
        for structure in unusual_roofs().structures:
            for paper in ("sheets.pdf", "working.pdf"):
                with self.subTest(structure=structure.name, paper=paper):
                    answer = caller.send("GET", f"/api/jobs/{job}/files/{structure.spec.id}/{paper}")
                    self.assertEqual(answer.status_code, 200, answer.content[:300])
                    for number, (words, size) in enumerate(words_of(bytes(answer.content)), 1):
                        self.assertEqual((number, clashes(words), cut_off(words, size)), (number, [], []))
        for paper in ("documents/site.pdf", "documents/handover.pdf", "documents/list.xlsx"):
            self.assertEqual(caller.send("GET", f"/api/jobs/{job}/{paper}").status_code, 200, paper)
