"""What browser tests of roofs and floats share."""

from django.test import Client
from playwright.sync_api import expect
from steady.drawing.scene import scene
from steady.jobs.document import plan_structure
from steady.structures.registry import KINDS

from trellis_server.services.documents import load
from trellis_server.tests.signed_in import SignedIn

DRIVER = "GL Driver Message"
"""A note of the graphics driver about the speed of a test's own screenshot: no fault of the page."""


class RoofInTheBrowser(SignedIn):
    """A roof laid out from one line, its files and its phone pages: alike for every kind of roof."""

    def tearDown(self) -> None:
        self.console = [text for text in self.console if DRIVER not in text]
        super().tearDown()

    def put_up(self, form: str, label: str, line: str) -> str:
        self.open(f"/jobs/{self.job.pk}/overview")
        many = next(kind.many for kind in KINDS if kind.line.title == form)
        self.tile(many.capitalize())
        asked = self.page.get_by_role("form", name=form)
        asked.get_by_label(label).fill(line)
        asked.get_by_role("button", name="Create layout").click()
        expect(self.page.get_by_text("The whole ")).to_be_visible()
        return self.page.url.rsplit("/", 1)[1]

    def every_file(self, place: str) -> list[str]:
        """Every document of a structure answers."""
        client = Client()
        client.force_login(self.who)
        base = f"/api/jobs/{self.job.pk}/files/{place}"
        files = [row["file"] for row in client.get(base).json()["documents"]]
        for file in files:
            answer = client.get(f"{base}/{file}")
            self.assertEqual(answer.status_code, 200, file)
            self.assertGreater(len(answer.content), 60, file)
        return files

    def measured(self, place: str) -> None:
        """On the phone a diagonal is kept as planned, and stands in the record."""
        self.open(f"/field/{self.job.pk}/{place}")
        self.page.get_by_role("button", name="diagonal").first.click()
        self.page.get_by_role("button", name="Use planned value").first.click()
        self.open(f"/jobs/{self.job.pk}/record/{place}")
        expect(self.page.get_by_role("cell", name="diagonal").first).to_be_visible()

    def in_space(self, place: str) -> None:
        """Every piece of the plan stands in the picture."""
        self.page.get_by_role("button", name="3D view").click()
        made = scene(plan_structure(load(self.document()), place))
        canvas = self.page.locator("canvas[data-pieces]")
        expect(canvas).to_have_attribute("data-pieces", str(sum(solid.count for solid in made.solids)))
