"""What a crew usually does: kept with the crew, a new job starts so, and the page that says it."""

from typing import Any

from django.test import TestCase
from playwright.sync_api import expect

from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


class UsualTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))

    def usual(self) -> dict[str, Any]:
        return dict(self.caller.send("GET", "/api/crew/defaults").json())

    def begun(self) -> dict[str, Any]:
        return dict(self.caller.send("POST", "/api/jobs/quick-start", {"name": "Barn lane"}).json()["document"])

    def test_a_new_job_starts_as_the_crew_usually_works(self) -> None:
        self.assertEqual((self.begun()["school"], self.begun()["quote"]["crew_count"]), ("us", 2))
        usual = self.usual()["usual"]
        usual |= {"school": "uk", "marks": "1 mm", "saturdays": True}
        usual["quote"] |= {"crew_count": 4, "wage": 72.0}
        answer = self.caller.send("PUT", "/api/crew/defaults", {"usual": usual})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        job = self.begun()
        self.assertEqual(job["reading"], {"system": "metric", "mark_m": 0.001})
        self.assertEqual((job["quote"]["crew_count"], job["quote"]["wage"]), (4, 72.0))
        self.assertEqual(job["calendar"]["weekdays_off"], [6])
        other = Caller(person("wren"))
        self.assertEqual(other.send("POST", "/api/jobs/quick-start", {"name": "x"}).json()["document"]["school"], "us")

    def test_a_wrong_value_is_refused_at_its_field_and_nothing_is_kept(self) -> None:
        usual = self.usual()["usual"]
        usual["quote"]["crew_count"] = 400
        answer = self.caller.send("PUT", "/api/crew/defaults", {"usual": usual})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("crew_count", answer.json()["problems"][0]["field"])
        choices: dict[str, Any]
        for choices in ({"no such": 1}, {"locks": []}, {"height_m": "tall"}):
            answer = self.caller.send("PUT", "/api/crew/defaults/fence", {"choices": choices})
            self.assertEqual(answer.status_code, 422, choices)
        self.assertEqual(self.caller.send("PUT", "/api/crew/defaults/boat", {"choices": {}}).status_code, 422)
        self.assertIsNone(next(kind for kind in self.usual()["kinds"] if kind["key"] == "fence")["usual"])

    def test_a_structure_starts_as_usual_as_the_last_or_as_shipped(self) -> None:
        document = small_job()
        job = self.caller.new_job(document)
        document["structures"][0]["spec"]["height_m"] = 1.5
        self.caller.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": document, "says": "lower"})
        fence = next(kind for kind in self.usual()["kinds"] if kind["key"] == "fence")
        self.assertEqual((fence["last"]["height_m"], fence["usual"]), (1.5, None))
        self.caller.send("PUT", "/api/crew/defaults/fence", {"choices": {**fence["last"], "height_m": 1.2}})

        def height(**more: str) -> float:
            body = {"kind": "fence", "text": "0 40", "id": "f", "bare": "ft", "school": "us", **more}
            return float(self.caller.send("POST", "/api/structure-types/new", body).json()["height_m"])

        self.assertEqual((height(), height(starts_as="last"), height(starts_as="shipped")), (1.2, 1.5, 1.8288))
        kinds = self.caller.send("GET", "/api/structure-types").json()["kinds"]
        self.assertEqual([kind["key"] for kind in kinds if kind["usual"]], ["fence"])
        self.caller.send("PUT", "/api/crew/defaults/fence", {"choices": None})
        self.assertEqual(height(), 1.5)


class UsualPageTest(SignedIn):
    def test_typed_once_and_the_next_job_starts_so(self) -> None:
        page = self.page
        self.open("/crew")
        page.get_by_role("link", name="How every job starts").click()
        expect(page.get_by_role("heading", name="Crew defaults")).to_be_visible()
        field = page.get_by_label("People on a job")
        field.fill("3")
        field.press("Enter")
        expect(page.get_by_text("Kept.")).to_be_visible()
        self.assertEqual(self.axe(), [])
        field.fill("many")
        field.press("Enter")
        expect(page.get_by_text("Write a whole number")).to_be_visible()
        page.set_viewport_size({"width": 390, "height": 844})
        self.assertLessEqual(page.evaluate("document.scrollingElement.scrollWidth"), 390)
        page.set_viewport_size({"width": 1280, "height": 800})
        self.open("/")
        page.get_by_label("A new job").fill("Barn lane")
        page.get_by_role("button", name="New job").click()
        expect(page.get_by_role("heading", name="Barn lane")).to_be_visible()
        expect(page.get_by_label("Starts").first).to_be_visible()
        job = type(self.job).objects.get(name="Barn lane")
        assert job.current is not None
        self.assertEqual(job.current.document["quote"]["crew_count"], 3)

    def test_help_says_what_the_page_is_for_and_the_tour_goes_through_the_job(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/site")
        page.get_by_role("button", name="Help for this page, and keys").click()
        expect(page.get_by_role("dialog")).to_contain_text("The site from above")
        self.assertEqual(self.axe(), [])
        page.keyboard.press("Escape")
        page.evaluate("sessionStorage.setItem('trellis.tour', '1')")
        page.reload()
        tour = page.get_by_role("region", name="A short tour")
        expect(tour).to_contain_text("2 of 6")
        tour.get_by_role("button", name="Next").click()
        expect(tour).to_contain_text("A fence on its tape")
        page.wait_for_url("**/design/**")
        self.assertEqual(self.axe(), [])
        page.set_viewport_size({"width": 390, "height": 844})
        self.assertLessEqual(page.evaluate("document.scrollingElement.scrollWidth"), 390)
        tour.get_by_role("button", name="Leave the tour").click()
        expect(tour).to_have_count(0)
