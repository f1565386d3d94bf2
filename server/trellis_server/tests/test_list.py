"""Materials over the API, as files read back by other libraries, and in the browser."""

import copy
import csv
import io
from typing import Any

from django.test import TestCase
from openpyxl import load_workbook
from playwright.sync_api import expect

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


def two_fences() -> dict[str, Any]:
    """A job of two fences that are alike."""
    document = copy.deepcopy(small_job())
    other = copy.deepcopy(document["structures"][0])
    other["name"] = "=The other one"
    other["spec"]["id"] = "other"
    document["structures"].append(other)
    return document


class ListTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.document = two_fences()

    def ask(self, code: int = 200, **more: object) -> dict[str, Any]:
        answer = self.caller.send("POST", "/api/designs/job-takeoff", {"document": self.document, **more})
        self.assertEqual(answer.status_code, code, answer.content[:400])
        return dict(answer.json())

    def test_they_are_bought_together(self) -> None:
        ids = [item["spec"]["id"] for item in self.document["structures"]]
        both, apart = self.ask(), [self.ask(structures=[name]) for name in ids]

        def pieces(found: dict[str, Any]) -> int:
            return sum(row["count"] for row in found["pieces"])

        self.assertEqual(pieces(both), sum(pieces(one) for one in apart))
        total = sum(one["bill"]["total"] for one in apart)
        self.assertLess(both["bill"]["total"], total)
        self.assertAlmostEqual(both["saved"], total - both["bill"]["total"], places=6)
        self.assertEqual(both["differences"], [])

    def test_bad_input_is_said_at_its_field(self) -> None:
        self.assertIn("no structure nowhere", str(self.ask(422, structures=["nowhere"])))
        self.ask(422, stages=["roof"])
        self.document["structures"] = []
        self.assertIn("Nothing here can be bought", str(self.ask(422)))

    def test_files_are_read_back_by_other_libraries(self) -> None:
        job = self.caller.new_job(self.document)
        listed = self.ask()
        answer = self.caller.send("GET", f"/api/jobs/{job}/documents/list.csv")
        rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
        lines = listed["bill"]["lines"]
        # A look that nobody approved as it is holds the list, and the file says so below it.
        held = [row["what"] for row in rows if row["what"].startswith("HELD: ")]
        self.assertEqual(len(held), sum(len(share["held"]) for share in listed["shares"]))
        rows = rows[: len(lines)]
        self.assertEqual([row["what"] for row in rows], [line["says"] for line in lines])
        self.assertAlmostEqual(sum(float(row["in_all"]) for row in rows), listed["bill"]["total"], places=1)
        answer = self.caller.send("GET", f"/api/jobs/{job}/documents/list.xlsx")
        book = load_workbook(io.BytesIO(answer.content))
        self.assertEqual(book.sheetnames, ["list", "deliveries", "structures", "pieces"])
        cells = list(book["list"].iter_rows(min_row=2, values_only=True))
        cells = [*cells[: len(lines)], cells[-1]]  # between them stands what holds the list
        self.assertEqual([row[2] for row in cells[:-1]], [line["count"] for line in lines])
        # Lengths are said as the crew reads its tape, and the last row adds up.
        self.assertEqual(cells[-1][1], "Total")
        self.assertAlmostEqual(cells[-1][5], sum(row[5] for row in cells[:-1]), places=1)
        head = [cell.value for cell in next(book["list"].iter_rows(max_row=1))]
        self.assertIn("′", next(row[head.index("length")] for row in cells if row[head.index("length_m")]))
        # A name that a spreadsheet would take for a formula is text.
        names = [row[1] for row in book["structures"].iter_rows(min_row=2, values_only=True)]
        self.assertIn("'=The other one", names)
        self.assertTrue(all(cell.data_type != "f" for sheet in book for row in sheet for cell in row))

    def test_an_order_is_a_file_without_prices_and_a_held_one_says_why(self) -> None:
        job = self.caller.new_job(self.document)
        held = self.caller.send("GET", f"/api/jobs/{job}/documents/order.csv")
        self.assertEqual(held.status_code, 422)
        self.assertIn("look", held.json()["problems"][0]["message"])
        document = documents.dump(larkspur_rise())
        document["structures"] = [item for item in document["structures"] if item["spec"]["kind"] == "deck"]
        job = self.caller.new_job(document)
        listed = self.caller.send("POST", "/api/designs/job-takeoff", {"document": document}).json()
        [order] = listed["orders"]
        answer = self.caller.send("GET", f"/api/jobs/{job}/documents/order.csv?supplier={order['supplier']}")
        rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
        self.assertEqual([row["what"] for row in rows], [line["says"] for line in order["lines"]])
        self.assertFalse([column for column in rows[0] if "price" in column or "all" in column])
        book = load_workbook(io.BytesIO(self.caller.send("GET", f"/api/jobs/{job}/documents/order.xlsx").content))
        self.assertEqual(book["order"].max_row, len(rows) + 1)
        self.assertEqual(
            self.caller.send("GET", f"/api/jobs/{job}/documents/order.csv?supplier=nobody").status_code, 422
        )

    def test_nobody_else_gets_it(self) -> None:
        job = self.caller.new_job(self.document)
        for caller in (Caller(person("birch", "B")), Caller()):
            for file in ("list.csv", "list.xlsx"):
                self.assertIn(caller.send("GET", f"/api/jobs/{job}/documents/{file}").status_code, (401, 404))
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{job}/documents/list.exe").status_code, 422)


class ListInTheBrowserTest(SignedIn):
    def test_the_whole_job_is_bought_together(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/materials")
        expect(page.get_by_role("heading", name="Materials")).to_be_visible()
        table = page.get_by_role("table", name="What to buy for the whole job")
        expect(table.locator("tbody tr").first).to_be_visible()
        expect(page.get_by_text("Cross-checked")).to_contain_text("agree")
        before = table.locator("tfoot .strong").text_content() or ""
        self.assertEqual(self.axe(), [])
        page.get_by_label("into the ground").uncheck()
        expect(table.locator("tfoot .strong")).not_to_have_text(before)
        page.get_by_label("into the ground").check()
        expect(table.locator("tfoot .strong")).to_have_text(before)
        # A price that is none is refused at its field and stays in it; one that is changes the sum.
        field = table.locator("tbody input").first
        field.fill("-3")
        field.press("Enter")
        expect(table.get_by_role("alert")).to_contain_text("Write a price above 0")
        expect(field).to_have_value("-3")
        field.fill("$31,50")
        field.press("Enter")
        expect(table.get_by_role("alert")).to_have_count(0)
        expect(field).to_have_value("31.50")
        expect(table.locator("tfoot .strong")).not_to_have_text(before)
        expect(table.locator("tbody tr").first).to_contain_text("your price")
        self.saved()
        with page.expect_download() as got:
            page.get_by_role("link", name="XLSX").click()
        self.assertEqual(got.value.path().read_bytes()[:2], b"PK")


class ArrivalsInTheBrowserTest(SignedIn):
    def test_a_short_delivery_leaves_the_rest_to_buy(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/materials")
        box = page.get_by_role("region", name="Deliveries received")
        box.get_by_role("button", name="Receive delivery").click()
        bags = box.get_by_label("good of Concrete 80 lb bag")
        asked = int(bags.input_value())
        bags.fill("some")
        box.get_by_role("button", name="Record delivery").click()
        expect(box.get_by_role("alert")).to_contain_text("as a whole number")
        bags.fill(str(asked - 4))
        box.get_by_label("What was wrong").fill("four bags set hard")
        box.get_by_role("button", name="Record delivery").click()
        expect(box).to_contain_text("4 short or damaged")
        self.saved()
        lines = page.get_by_role("region", name="What to buy")
        expect(lines).to_contain_text("in hand: not bought")
        expect(lines.locator("tr", has_text="Concrete 80 lb bag")).to_contain_text(f"{asked - 4} of {asked} here")
        self.assertEqual(self.axe(), [])
        box.locator("summary").first.click()
        page.get_by_role("button", name="take back what came").first.click()
        expect(box).to_contain_text("Nothing yet")
        self.saved()
