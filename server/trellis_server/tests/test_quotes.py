"""Quotes kept as sent, accepted once, compared; the crew's page and price book; all of it another crew's secret."""

import base64
import copy
import io
import uuid
from datetime import timedelta
from typing import Any

from django.test import TestCase, tag
from django.utils import timezone
from openpyxl.reader.excel import load_workbook
from playwright.sync_api import expect

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import Crew, Job, SentQuote
from trellis_server.services import documents, job_archive
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


class QuoteTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def keep(self) -> dict[str, Any]:
        answer = self.caller.send("POST", f"/api/quotes/{self.job}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return dict(answer.json())

    def save(self, change: Any) -> None:
        state = self.caller.send("GET", f"/api/jobs/{self.job}").json()
        change(state["document"])
        body = {"document": state["document"], "base": state["revision"], "says": "changed"}
        self.assertEqual(self.caller.send("PUT", f"/api/jobs/{self.job}", body).status_code, 200)

    @tag("slow")
    def test_a_sent_quote_stays_as_it_was_and_says_what_changed(self) -> None:
        first = self.keep()
        self.save(lambda document: document["structures"].pop())
        second = self.keep()
        self.assertEqual((first["number"], second["number"]), (1, 2))
        self.assertLess(second["total"], first["total"])
        kept = {row["number"]: row for row in self.caller.send("GET", f"/api/quotes/{self.job}").json()["quotes"]}
        self.assertEqual(kept[1]["total"], first["total"])
        order = self.caller.send("GET", f"/api/quotes/{self.job}/1/changes").json()
        self.assertIn("Kitchen deck is not built", order["words"])
        self.assertAlmostEqual(order["price_was"], first["total"])
        self.assertAlmostEqual(order["price_now"], second["total"])
        for paper in ("letter", "a4"):
            for name in ("quote", "changes"):
                answer = self.caller.send("GET", f"/api/quotes/{self.job}/1/{name}.pdf?paper={paper}")
                self.assertTrue(answer.content.startswith(b"%PDF"), name)
        self.assertEqual(Job.objects.get(pk=self.job).status, "quoted")

    def test_an_offer_goes_out_with_its_link_and_its_price(self) -> None:
        total = self.keep()["total"]
        address = f"/api/quotes/{self.job}/1/message"
        found = self.caller.send("POST", address, {"to": ""}).json()
        self.assertEqual(found["answered"], "")
        [link] = [line for line in found["body"].splitlines() if "/shared/" in line]
        shown = self.caller.send("GET", f"/api/shared/{link.rsplit('/', 1)[-1]}")
        self.assertEqual(shown.status_code, 200)
        told = [line for line in found["body"].splitlines() if line.startswith(("Price:", "- "))]
        amount = float(
            told[0].rsplit(": ", 1)[1].split(",  ")[0].replace("tax included", "").strip(" ,.$").replace(",", "")
        )
        self.assertAlmostEqual(amount, total, 2)
        sent = self.caller.send("POST", address, {"to": "client@example.org"})
        self.assertEqual((sent.status_code, bool(sent.json()["answered"])), (200, True))
        self.assertEqual(len(self.caller.send("GET", f"/api/jobs/{self.job}/links").json()["links"]), 2)
        self.caller.send("PUT", f"/api/quotes/{self.job}/1/withdrawn")
        self.assertEqual(self.caller.send("POST", address, {"to": ""}).status_code, 422)
        self.assertEqual(self.caller.send("POST", f"/api/quotes/{self.job}/9/message", {"to": ""}).status_code, 404)

    def test_it_is_accepted_once_by_a_name_on_a_day(self) -> None:
        self.keep()
        self.keep()
        address = f"/api/quotes/{self.job}/1/accepted"
        for body, field in (
            ({"by": " ", "on": "2026-11-20"}, "by"),
            ({"by": "R. Hale", "on": "soon"}, "on"),
            ({"by": "R. Hale", "on": "2999-01-01"}, "on"),
            ({"by": "R. Hale", "on": "2026-11-20", "option": 3}, "option"),
        ):
            answer = self.caller.send("PUT", address, body)
            self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, field))
        self.assertEqual(self.caller.send("PUT", address, {"by": "R. Hale", "on": "2026-11-20"}).status_code, 200)
        again = self.caller.send("PUT", f"/api/quotes/{self.job}/2/accepted", {"by": "R. Hale", "on": "2026-11-20"})
        self.assertEqual(again.status_code, 422)
        self.assertIn("accepted already", again.content.decode())
        self.assertEqual(Job.objects.get(pk=self.job).status, "agreed")

    def test_another_crew_sees_and_does_nothing(self) -> None:
        self.keep()
        calls = [
            ("GET", f"/api/quotes/{self.job}", None),
            ("POST", f"/api/quotes/{self.job}", None),
            ("PUT", f"/api/quotes/{self.job}/1/accepted", {"by": "x", "on": "2026-11-20"}),
            ("GET", f"/api/quotes/{self.job}/1/changes", None),
            ("GET", f"/api/quotes/{self.job}/1/quote.pdf", None),
            ("GET", f"/api/quotes/{self.job}/1/changes.pdf", None),
        ]
        other = person("wren")
        for method, path, body in calls:
            self.assertEqual(Caller(other).send(method, path, body).status_code, 404, path)
            self.assertEqual(Caller().send(method, path, body).status_code, 401, path)
        self.assertEqual(SentQuote.objects.get().accepted_by, "")
        self.assertEqual(self.caller.send("GET", f"/api/quotes/{self.job}/9/changes").status_code, 404)

    def test_what_cannot_be_priced_is_said_where_it_is(self) -> None:
        document = copy.deepcopy(small_job())
        document["offer"]["options"] = [{"name": "x", "structures": ["nowhere"]}]
        answer = self.caller.send("POST", "/api/quotes/offer", {"document": document})
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(answer.json()["problems"][0]["field"], "offer/options/0/structures")

    def test_a_job_with_a_quote_can_be_thrown_away_for_good(self) -> None:
        self.keep()
        Job.objects.filter(pk=self.job).update(thrown_away_at=timezone.now() - timedelta(days=31))
        self.assertEqual(job_archive.purge_expired(), 1)
        self.assertEqual(SentQuote.objects.count(), 0)

    def test_names_with_marks_print_as_they_are(self) -> None:
        def odd(document: dict[str, Any]) -> None:
            document["client"] = "<script>&\"'"
            document["structures"][0]["name"] = "<b>=1+1</b>"

        self.save(odd)
        self.keep()
        answer = self.caller.send("GET", f"/api/quotes/{self.job}/1/quote.pdf")
        self.assertTrue(answer.content.startswith(b"%PDF"))


class CrewTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))

    def crew(self) -> dict[str, Any]:
        return dict(self.caller.send("GET", "/api/crew").json())

    def test_the_letterhead_is_kept(self) -> None:
        head = {"name": "Ash & Daughters", "address": "Mill Lane", "reach": "ask", "small_print": "None."}
        answer = self.caller.send("PUT", "/api/crew", {"name": "Ash", "letterhead": head})
        self.assertEqual(answer.json()["letterhead"], head)
        self.assertEqual(self.caller.send("PUT", "/api/crew", {"name": " ", "letterhead": head}).status_code, 422)
        self.assertEqual(self.crew()["name"], "Ash")

    def test_prices_come_in_as_csv_and_xlsx_and_go_out_again(self) -> None:
        text = "item;length;price;supplier;on\nconcrete 80 lb;;6,40;Mill;2026-11-20\nmoon dust;;1;;\n"
        found = self.caller.send("POST", "/api/crew/prices/import", {"text": text, "brought_as": "csv"}).json()
        self.assertEqual((found["taken"], [problem["row"] for problem in found["problems"]]), (1, [3]))
        sample = self.caller.send("GET", "/api/crew/prices/prices.xlsx?sample=true").content
        found = self.caller.send(
            "POST", "/api/crew/prices/import", {"text": base64.b64encode(sample).decode(), "brought_as": "xlsx"}
        ).json()
        self.assertEqual(found["problems"], [])
        self.assertEqual(len(self.crew()["prices"]), found["taken"] + 1)
        book = load_workbook(io.BytesIO(self.caller.send("GET", "/api/crew/prices/prices.xlsx").content))
        self.assertEqual(book.worksheets[0].max_row, found["taken"] + 2)
        for text, kind in (("nonsense", "xlsx"), ("UEsDBA==", "xlsx")):
            answer = self.caller.send("POST", "/api/crew/prices/import", {"text": text, "brought_as": kind})
            self.assertEqual(answer.status_code, 422, kind)

    def test_letters_that_no_workbook_holds_do_not_stop_the_price_file(self) -> None:
        """Found by feeding the API from its own schema: the file did not come at all."""
        rows = [{"item": "concrete 80 lb", "price": 6.4, "supplier": "Mi\x01ll\x1f"}]
        self.assertEqual(self.caller.send("PUT", "/api/crew/prices", {"prices": rows}).status_code, 422)
        Crew.objects.update(prices=rows)  # as it was kept before such letters were refused
        answer = self.caller.send("GET", "/api/crew/prices/prices.xlsx")
        self.assertEqual(answer.status_code, 200)
        cells = [
            str(cell.value) for row in load_workbook(io.BytesIO(answer.content)).worksheets[0].rows for cell in row
        ]
        self.assertIn("Mill", cells)

    def test_a_new_job_begins_at_the_crew_s_own_prices(self) -> None:
        row = {"item": "concrete 80 lb", "price": 99.0, "supplier": "", "on": "2026-11-02", "length_m": None}
        self.assertEqual(self.caller.send("PUT", "/api/crew/prices", {"prices": [row]}).status_code, 200)
        made = self.caller.send("POST", "/api/jobs/quick-start", {"name": "New"}).json()["document"]
        self.assertEqual([(own["item"], own["price"]) for own in made["yard"]["prices"]], [("concrete 80 lb", 99.0)])
        self.assertTrue(made["yard"]["priced_on"])

    def test_a_job_is_priced_from_the_book_and_keeps_it(self) -> None:
        body = {"document": small_job()}
        self.assertEqual(self.caller.send("POST", "/api/crew/reprice", body).status_code, 422)
        row = {"item": "concrete 80 lb", "price": 99.0, "supplier": "", "on": "2026-11-02", "length_m": None}
        self.assertEqual(self.caller.send("PUT", "/api/crew/prices", {"prices": [row]}).status_code, 200)
        document = self.caller.send("POST", "/api/crew/reprice", body).json()["document"]
        self.assertEqual(document["yard"]["priced_on"], "2026-11-02")
        job = self.caller.new_job(document)
        self.caller.send("PUT", "/api/crew/prices", {"prices": [{**row, "price": 1.0}]})
        lines = self.caller.send("POST", "/api/designs/job-takeoff", {"document": document}).json()["bill"]["lines"]
        bags = next(line for line in lines if line["unit"] == "bags")
        self.assertAlmostEqual(bags["total"], bags["count"] * 99.0)
        kept = self.caller.send("GET", f"/api/jobs/{job}").json()["document"]["yard"]
        self.assertEqual(kept["prices"], document["yard"]["prices"])

    def test_what_was_ticked_and_used_is_learned_and_is_ours_alone(self) -> None:
        document = small_job()
        document["bags_used"] = [{"structure": "windbreak", "count": 60}, {"structure": "kitchen-deck", "count": 9}]
        first = self.caller.new_job(document)
        self.assertEqual(self.caller.send("POST", "/api/crew/rates", {"document": document}).json()["learned"], [])
        self.caller.new_job(document)
        readings = [
            {
                "id": str(uuid.uuid4()),
                "about": f"windbreak/post/p{k}",
                "what": "set",
                "done": True,
                "device": "p",
                "measured_at": f"2026-06-01T08:{k * 13:02d}:00Z",
            }
            for k in range(4)
        ]
        self.assertEqual(
            self.caller.send("POST", f"/api/jobs/{first}/readings", {"readings": readings}).status_code, 200
        )
        found = self.caller.send("POST", "/api/crew/rates", {"document": document}).json()["learned"]
        by = {row["key"]: row for row in found}
        self.assertEqual((by["post_min"]["middle"], by["post_min"]["cases_count"]), (26.0, 3))  # a crew of two
        self.assertEqual(by["overdig_ratio"]["cases_count"], 4)
        self.assertAlmostEqual(by["overdig_ratio"]["shipped"], 1.1)
        other = Caller(person("wren"))
        self.assertEqual(other.send("POST", "/api/crew/rates", {"document": document}).json()["learned"], [])

    def test_bays_ticked_on_the_phone_and_a_gate_s_log_are_learned(self) -> None:
        document = documents.dump(larkspur_rise())
        job = self.caller.new_job(document)
        body = {"document": document, "structure": "windbreak", "selected": ""}
        sheet = self.caller.send("POST", "/api/designs/plan", body).json()
        rails = next(group for group in sheet["ticks"] if group["role"] == "rail")["ticks"]
        latch = next(target for target in sheet["targets"] if target["what"] == "latch edge")

        def reading(about: str, what: str, at: str, **more: object) -> dict[str, object]:
            return {"id": str(uuid.uuid4()), "about": about, "what": what, "device": "p", "measured_at": at, **more}

        readings = [
            reading(tick["about"], tick["what"], f"2026-06-01T08:{k * 12:02d}:00Z", done=True)
            for k, tick in enumerate(rails[:5])
        ]
        readings.append(reading(rails[4]["about"], rails[4]["what"], "2026-06-01T09:30:00Z", done=False))
        for at, share in (("2025-01-01T08:00:00Z", 0.1), ("2026-01-10T08:00:00Z", 1.5)):
            readings.append(reading(latch["about"], "latch edge", at, value_m=latch["planned"] * share))
        self.assertEqual(self.caller.send("POST", f"/api/jobs/{job}/readings", {"readings": readings}).status_code, 200)
        found = self.caller.send("POST", "/api/crew/rates", {"document": document}).json()["learned"]
        by = {row["key"]: row for row in found}
        # 12 min a bay, times the people; the fifth was taken back.
        each = sorted(12 * document["quote"]["crew_count"] / tick["work"] for tick in rails[1:4])
        self.assertAlmostEqual(by["rail_min"]["middle"], each[1])
        self.assertEqual(by["rail_min"]["cases_count"], 3)
        self.assertNotIn("sag_ratio", by)  # one gate is not yet a record
        document["yard"]["sag_ratio"] = 1.5
        worse = self.caller.send("POST", "/api/designs/plan", {**body, "document": document}).json()
        after = next(target for target in worse["targets"] if target["what"] == "latch edge")
        self.assertAlmostEqual(after["planned"], 1.5 * latch["planned"])

    def test_formulas_leave_as_text(self) -> None:
        row = {"item": "concrete 80 lb", "price": 5.0, "supplier": "=HYPERLINK(1)", "on": "", "length_m": None}
        self.caller.send("PUT", "/api/crew/prices", {"prices": [row]})
        self.assertIn("'=HYPERLINK", self.caller.send("GET", "/api/crew/prices/prices.csv").content.decode())


class QuotePageTest(SignedIn):
    def test_terms_are_typed_it_is_kept_and_accepted(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/estimate")
        sheet = page.get_by_role("article", name="Quote preview")
        expect(sheet).to_contain_text("Windbreak")
        tax = page.get_by_label("Tax", exact=True)
        tax.fill("8.75")
        tax.press("Enter")
        name = page.get_by_label("Tax name")
        name.fill("Sales tax")
        name.press("Enter")
        expect(sheet).to_contain_text("Sales tax 8.75%")
        self.eventually(lambda: self.document()["offer"]["tax_name"] == "Sales tax")
        self.assertEqual(self.axe(), [])
        page.get_by_role("tab", name="Contract").click()
        page.get_by_role("button", name="Save as sent").click()
        expect(page.get_by_text("Quote 1")).to_be_visible()
        page.get_by_role("button", name="View changes").click()
        expect(page.get_by_role("region", name="Changes", exact=True)).to_contain_text("No change to the work")
        page.get_by_role("button", name="Record acceptance…").click()
        page.get_by_label("By").fill("The house")
        page.get_by_role("button", name="Save acceptance").click()
        expect(page.get_by_text("Accepted by The house")).to_be_visible()
        expect(page.get_by_role("region", name="Change orders")).to_contain_text("The plan is as it was agreed")

    def test_the_crews_page_takes_prices_and_is_accessible(self) -> None:
        page = self.page
        self.open("/price-book")
        expect(page.get_by_role("heading", name="Price book")).to_be_visible()
        page.set_input_files(
            "input[type=file]",
            {"name": "p.csv", "mimeType": "text/csv", "buffer": b"concrete 80 lb,,6.40\nmoon dust,,1\n"},
        )
        expect(page.get_by_text("1 price taken")).to_be_visible()
        expect(page.get_by_text("Row 2:")).to_be_visible()
        price = page.get_by_label("Price of Concrete 80 lb bag by the pack")
        price.fill("$7,10")
        price.press("Enter")
        expect(page.get_by_text("Saved.")).to_be_visible()
        expect(price).to_have_value("7.10")
        self.assertEqual(self.axe(), [])

    def test_terms_typed_wrong_are_refused_at_their_field_and_kept_in_it(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/materials/windbreak")
        page.get_by_text("Your terms: minutes").click()
        minutes = page.get_by_label("Minutes a post with a usual hole, one person")
        minutes.fill("abc")
        minutes.press("Enter")
        expect(page.get_by_text("Write a number, like 41.50")).to_be_visible()
        expect(minutes).to_have_value("abc")
        wage, burden = page.get_by_label("Wage, an hour"), page.get_by_label("Employer's costs on the wage, %")
        burden.fill("140")
        burden.press("Enter")
        expect(page.get_by_text("Write 100 % at most").first).to_be_visible()
        expect(burden).to_have_value("140")
        self.assertEqual(self.axe(), [])
        burden.fill("30")
        burden.press("Enter")
        wage.fill("$40,5")
        wage.press("Enter")
        self.eventually(
            lambda: (self.document()["quote"]["wage"], self.document()["quote"]["burden_ratio"]) == (40.5, 0.3)
        )
        expect(page.get_by_text("Write 100 % at most")).to_have_count(0)
