"""Printed pages read back: no word lies over another, and none runs off its page."""

from django.test import TestCase, tag

from trellis_server.demo.jobs import all_jobs
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person
from trellis_server.tests.printed import clashes, cut_off, words_of


@tag("slow")
class PrintedTest(TestCase):
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
