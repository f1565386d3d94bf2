"""Contracts and costs: what was accepted is kept to the cent whatever is edited, delivered, priced or spent after it."""

import io
import random
from dataclasses import replace
from decimal import Decimal
from typing import Any

from django.test import TestCase, tag
from openpyxl.reader.excel import load_workbook
from playwright.sync_api import expect
from steady.structures.fence.spec.fence import FenceSpec

from trellis_server.models import Role, SentQuote, SignOff
from trellis_server.services.jobs import Saving, save, state
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn
from trellis_server.tests.test_people import seat
from trellis_server.tests.test_record import jpeg

DAY = "2026-11-20"


class ContractTestCase(TestCase):
    def setUp(self) -> None:
        self.who = person("ash")
        self.caller = Caller(self.who)
        self.job = self.caller.new_job(self.document())

    def document(self) -> dict[str, Any]:
        found = small_job()
        found["structures"] = [item for item in found["structures"] if item["spec"]["id"] == "windbreak"]
        found["offer"] |= {"tax_ratio": 0.0825, "payments": [{"when": "on order", "share_ratio": 0.4}]}
        return found

    @property
    def at(self) -> str:
        return f"/api/quotes/{self.job}"

    def sent(self, method: str, path: str, body: Any = None) -> dict[str, Any]:
        answer = self.caller.send(method, path, body)
        self.assertIn(answer.status_code, (200, 204), answer.content[:400])
        return dict(answer.json()) if answer.content else {}

    def refused(self, method: str, path: str, body: Any = None) -> dict[str, Any]:
        answer = self.caller.send(method, path, body)
        self.assertEqual(answer.status_code, 422, answer.content[:300])
        return dict(answer.json()["problems"][0])

    def ledger(self) -> dict[str, Any]:
        return self.sent("GET", f"{self.at}/ledger")

    def edit(self, change: Any) -> None:
        state = self.sent("GET", f"/api/jobs/{self.job}")
        change(state["document"])
        self.sent(
            "PUT",
            f"/api/jobs/{self.job}",
            {"document": state["document"], "base": state["revision"], "says": "changed"},
        )

    def agree(self) -> float:
        self.caller.signed(self.job)
        quote = self.sent("POST", self.at)
        self.sent("PUT", f"{self.at}/{quote['number']}/accepted", {"by": "R. Hale", "on": DAY})
        return float(quote["total"])

    def longer(self, by_m: float) -> None:
        def change(document: dict[str, Any]) -> None:
            document["structures"][0]["spec"]["straights"][0]["length_m"] += by_m

        self.edit(change)
        self.caller.signed(self.job)


class StopTest(ContractTestCase):
    def break_it(self) -> None:
        def change(document: dict[str, Any]) -> None:
            document["site"] |= {"wind_speed_m_per_s": 75.0, "exposure": "D"}

        self.edit(change)

    def test_what_does_not_pass_is_not_offered_ordered_or_begun(self) -> None:
        self.break_it()
        stops = self.ledger()["stops"]
        self.assertEqual([stop["id"] for stop in stops], ["windbreak"])
        for method, path, body in (
            ("POST", self.at, None),
            ("PUT", f"/api/jobs/{self.job}/status", {"status": "building"}),
            ("POST", "/api/integrations/message", {"to": "the yard", "text": "12 posts", "job": self.job}),
            ("POST", f"/api/jobs/{self.job}/booking", {"on": "2030-03-04"}),
        ):
            said = self.refused(method, path, body)
            self.assertEqual(said["field"], "structures")
            self.assertIn(stops[0]["says"], said["message"])
            self.assertIn("sign", said["message"])

    def test_a_signature_lets_it_pass_while_it_says_the_same(self) -> None:
        self.break_it()
        says = self.ledger()["stops"][0]["says"]
        for body, field in (
            ({"structure": "windbreak", "by": " ", "reason": "seen"}, "by"),
            ({"structure": "windbreak", "by": "A. Ash", "reason": ""}, "reason"),
            ({"structure": "none", "by": "A. Ash", "reason": "seen"}, "structure"),
        ):
            self.assertEqual(self.refused("POST", f"{self.at}/sign-offs", body)["field"], field)
        self.caller.signed(self.job)
        self.assertEqual(self.ledger()["stops"], [])
        quote = self.sent("POST", self.at)
        self.assertEqual(quote["number"], 1)
        paper = self.caller.send("GET", f"{self.at}/1/quote.pdf")
        self.assertTrue(paper.content.startswith(b"%PDF"))
        # Worse than what was signed for: it stops again.
        self.edit(lambda document: document["site"].update(wind_speed_m_per_s=85.0))
        again = self.ledger()["stops"]
        self.assertNotEqual(again[0]["says"], says)
        self.assertEqual(self.refused("POST", self.at)["field"], "structures")

    def test_its_work_is_held_on_the_schedule_until_somebody_signs(self) -> None:
        self.break_it()

        def held() -> set[bool]:
            document = self.caller.send("GET", f"/api/jobs/{self.job}").json()["document"]
            said = self.ledger()["stops"][0]["says"] if self.ledger()["stops"] else signed
            answer = self.sent("POST", "/api/schedule", {"document": document, "job": self.job})
            tasks = [task for task in answer["calendar"]["tasks"] if task["structure"] == "windbreak"]
            return {any(said in why for why in task["stops"]) for task in tasks}

        signed = self.ledger()["stops"][0]["says"]
        self.assertEqual(held(), {True})
        self.caller.signed(self.job)
        self.assertEqual(held(), {False})
        self.assertEqual(
            self.caller.send("POST", f"/api/jobs/{self.job}/booking", {"on": "2030-03-04"}).status_code, 200
        )

    def test_what_cannot_be_built_cannot_be_signed_for(self) -> None:
        self.edit(lambda document: document["structures"][0]["spec"].update(post="post 6x6 pine", rail="none such"))
        stop = self.ledger()["stops"][0]
        self.assertEqual((stop["state"], stop["can_sign"]), ("conflict", False))
        body = {"structure": "windbreak", "by": "A. Ash", "reason": "seen"}
        self.assertIn("can't be", self.refused("POST", f"{self.at}/sign-offs", body)["message"])

    def test_only_an_owner_signs(self) -> None:
        self.break_it()
        other = person("birch", "crew of ash")
        seat(other, Role.PLANNER, sees=True)
        body = {"structure": "windbreak", "by": "B. Birch", "reason": "seen"}
        self.assertEqual(Caller(other).send("POST", f"{self.at}/sign-offs", body).status_code, 403)
        self.assertEqual(SignOff.objects.count(), 0)


class ChangeOrderTest(ContractTestCase):
    def test_numbered_kept_answered_once_and_added_up(self) -> None:
        accepted = self.agree()
        self.assertEqual(self.refused("POST", f"{self.at}/changes", {"reason": "client"})["field"], "changes")
        self.longer(1.2)
        first = self.sent("POST", f"{self.at}/changes", {"reason": "client"})
        self.assertEqual((first["number"], first["state"]), (1, "sent"))
        self.assertGreater(first["total"], 0)
        self.assertTrue(any("long" in word or "Length" in word for word in first["words"]), first["words"])
        self.assertEqual(self.ledger()["contract"]["total"], accepted)  # nothing is agreed yet
        self.assertIn("waits", self.refused("POST", f"{self.at}/changes", {"reason": "client"})["message"])
        body = {"state": "accepted", "by": "R. Hale", "on": DAY}
        self.sent("PUT", f"{self.at}/changes/1", body)
        self.assertIn("already", self.refused("PUT", f"{self.at}/changes/1", body)["message"])
        sums = self.ledger()["contract"]
        self.assertEqual(Decimal(str(sums["total"])), Decimal(str(accepted)) + Decimal(str(first["total"])))
        # The next one is from what was agreed last, not from the offer.
        self.longer(-1.2)
        second = self.sent("POST", f"{self.at}/changes", {"reason": "client"})
        self.assertAlmostEqual(second["total"], -first["total"], places=2)
        paper = self.caller.send("GET", f"{self.at}/changes/2/change.pdf?paper=a4")
        self.assertTrue(paper.content.startswith(b"%PDF"))
        self.sent("PUT", f"{self.at}/changes/2", {"state": "declined", "by": "R. Hale", "on": DAY})
        self.assertEqual(self.ledger()["contract"]["total"], sums["total"])

    def test_the_crews_own_error_costs_the_client_nothing(self) -> None:
        accepted = self.agree()
        self.longer(0.6)
        made = self.sent("POST", f"{self.at}/changes", {"reason": "crew"})
        self.assertEqual((made["state"], made["total"]), ("recorded", 0))
        self.assertGreater(made["cost"], 0)
        self.assertEqual(self.ledger()["contract"]["total"], accepted)

    def test_it_is_priced_at_the_contracts_terms(self) -> None:
        self.agree()
        self.longer(1.2)
        plain = self.sent("GET", f"{self.at}/changes/next")
        self.edit(lambda document: document["offer"].update(margin_ratio=0.6, tax_ratio=0.0))
        dearer = self.sent("GET", f"{self.at}/changes/next")
        self.assertEqual(dearer["price_now"], plain["price_now"])

    @tag("slow")
    def test_whatever_is_edited_delivered_priced_and_spent_the_contract_is_what_was_agreed(self) -> None:
        rng = random.Random(36)
        agreed = Decimal(str(self.agree()))
        for turn in range(24):
            act = rng.choice(("longer", "margin", "book", "cost", "change", "came", "hours"))
            if act == "longer":
                self.longer(rng.choice((-0.3, 0.3, 0.6)))
            elif act == "margin":
                self.edit(lambda document: document["offer"].update(margin_ratio=rng.uniform(0, 0.4)))
            elif act == "book":
                price = {"item": "post 6x6 pine", "length_m": 2.4384, "price": rng.uniform(5, 90)}
                self.edit(lambda document, price=price: document["yard"].update(prices=[price]))
            elif act == "came":
                came = {"id": "one", "item": "post 6x6 pine", "length_m": 2.4384, "asked": 5, "good": rng.randint(1, 5)}
                self.edit(lambda document, came=came: document.update(came=[came]))
            elif act == "cost":
                amount = round(rng.uniform(1, 900), 2)
                self.sent("POST", f"{self.at}/costs", {"kind": "material", "on": DAY, "amount": amount})
            elif act == "hours":
                self.sent("POST", f"{self.at}/costs", {"kind": "labour", "on": DAY, "hours": 7.5, "wage": 31.0})
            else:
                answer = self.caller.send(
                    "POST", f"{self.at}/changes", {"reason": rng.choice(("client", "site", "crew"))}
                )
                if answer.status_code == 200 and answer.json()["state"] == "sent":
                    said = rng.choice(("accepted", "declined", "withdrawn"))
                    number = answer.json()["number"]
                    self.sent("PUT", f"{self.at}/changes/{number}", {"state": said, "by": "R. Hale", "on": DAY})
                    if said == "accepted":
                        agreed += Decimal(str(answer.json()["total"]))
            self.assertEqual(Decimal(str(self.ledger()["contract"]["total"])), agreed, (turn, act))


class InvoiceTest(ContractTestCase):
    def test_payments_and_changes_come_to_the_contract(self) -> None:
        accepted = self.agree()
        payments = self.ledger()["contract"]["payments"]
        self.assertAlmostEqual(sum(amount for _, amount in payments), accepted, places=2)
        first = self.sent("POST", f"{self.at}/invoices", {"step": 1, "on": DAY})
        self.assertEqual(first["amount"], payments[0][1])
        self.assertEqual(self.refused("POST", f"{self.at}/invoices", {"step": 1, "on": DAY})["field"], "step")
        self.sent("PUT", f"{self.at}/invoices/1/paid", {"on": DAY})
        self.longer(1.2)
        change = self.sent("POST", f"{self.at}/changes", {"reason": "client"})
        self.sent("PUT", f"{self.at}/changes/1", {"state": "accepted", "by": "R. Hale", "on": DAY})
        last = self.sent("POST", f"{self.at}/invoices", {"step": len(payments), "on": DAY})
        self.assertAlmostEqual(last["amount"], accepted + change["total"] - first["amount"], places=2)
        sums = self.ledger()["contract"]
        self.assertEqual((sums["to_invoice"], sums["paid"]), (0, first["amount"]))
        self.assertAlmostEqual(sums["unpaid"], last["amount"], places=2)
        for number in (1, 2):
            paper = self.caller.send("GET", f"{self.at}/invoices/{number}/invoice.pdf")
            self.assertTrue(paper.content.startswith(b"%PDF"))

    def test_no_contract_no_invoice(self) -> None:
        self.assertEqual(self.refused("POST", f"{self.at}/invoices", {"step": 1, "on": DAY})["field"], "quote")


class CostTest(ContractTestCase):
    def test_each_structure_s_margin_so_far_is_what_it_was_sold_for_less_its_cost(self) -> None:
        self.caller.signed(self.job)
        self.sent("POST", self.at)
        self.sent("PUT", f"{self.at}/1/accepted", {"by": "R. Hale", "on": DAY, "option": 0})
        body = {"kind": "material", "on": DAY, "structure": "windbreak", "amount": 412.34}
        self.sent("POST", f"{self.at}/costs", body)
        found = self.ledger()
        (row,) = found["by_structure"]
        kept = SentQuote.objects.get().body["options"][0]["lines"]
        sold = next(line["price"] for line in kept if line["structure"] == "windbreak")
        self.assertEqual((row["sold"], row["total"]), (sold, 412.34))
        self.assertAlmostEqual(row["margin"], sold - 412.34, 2)

    def test_costs_add_up_and_never_move_the_contract(self) -> None:
        accepted = self.agree()
        net = self.ledger()["contract"]["net"]
        self.assertAlmostEqual(net * 1.0825, accepted, delta=0.01)
        self.sent(
            "POST",
            f"{self.at}/costs",
            {"kind": "material", "on": DAY, "amount": 412.335, "who": "the yard", "structure": "windbreak"},
        )
        self.sent(
            "POST", f"{self.at}/costs", {"kind": "labour", "on": DAY, "hours": 7.5, "wage": 31.25, "who": "Rowan"}
        )
        back = self.sent("POST", f"{self.at}/costs", {"kind": "material", "on": DAY, "amount": -12.0})
        found = self.ledger()
        # 412.335 is 412.34, half a cent up; 7.5 h at 31.25 are 234.375, so 234.38.
        self.assertEqual(
            found["cost"],
            {"material": 400.34, "labour": 234.38, "other": 0, "total": 634.72, "hours": 7.5, "unpriced_hours": 0},
        )
        self.assertEqual([row["total"] for row in found["by_structure"] if row["total"]], [412.34])
        self.assertAlmostEqual(found["margin"]["amount"], net - 634.72, places=2)
        # Materials at the estimate, for more than was spent; all hours at 31.25.
        planned = found["estimate"]
        self.assertAlmostEqual(planned["margin"], 0.18 * planned["net"], places=6)  # the usual terms' margin
        cost = planned["materials"] + 31.25 * planned["hours"]
        self.assertAlmostEqual(found["margin"]["expected"], net - cost, delta=0.05)
        self.assertEqual(found["contract"]["total"], accepted)
        self.sent("DELETE", f"{self.at}/costs/{back['id']}")
        self.assertEqual(self.ledger()["cost"]["material"], 412.34)

    def test_hours_from_the_site_wait_for_their_wage(self) -> None:
        """A helper enters hours and sees no money; the office enters what they cost, and the rest is expected by it."""
        self.agree()
        hand = person("rowan", "crew of ash")
        seat(hand, Role.SITE, sees=False)
        site = Caller(hand)
        body = {"on": DAY, "hours": 6.5, "structure": "windbreak", "note": "posts"}
        told = site.send("POST", f"/api/jobs/{self.job}/hours", body).json()
        self.assertEqual((told["total"], told["rows"][0]["note"]), (6.5, "posts"))
        self.assertNotIn("amount", str(told))
        self.assertEqual(site.send("GET", f"{self.at}/ledger").status_code, 403)
        found = self.ledger()
        self.assertEqual(
            (found["cost"]["hours"], found["cost"]["unpriced_hours"], found["cost"]["labour"]), (6.5, 6.5, 0)
        )
        self.assertIsNone(found["margin"]["expected"])
        self.assertEqual(self.refused("PUT", f"{self.at}/costs/wage", {"wage": 0})["field"], "wage")
        found = self.sent("PUT", f"{self.at}/costs/wage", {"wage": 30.0})
        self.assertEqual((found["cost"]["labour"], found["cost"]["unpriced_hours"]), (195.0, 0))
        self.assertEqual([row["who"] for row in found["entries"]], ["rowan"])
        self.assertIsNotNone(found["margin"]["expected"])
        self.assertEqual(site.send("POST", f"/api/jobs/{self.job}/hours", {**body, "hours": 0}).status_code, 422)

    def test_bad_entries_say_which_field(self) -> None:
        for body, field in (
            ({"kind": "gold", "on": DAY, "amount": 3}, "kind"),
            ({"kind": "material", "on": DAY}, "amount"),
            ({"kind": "labour", "on": DAY, "wage": 30}, "hours"),
            ({"kind": "material", "on": "2999-01-01", "amount": 3}, "on"),
            ({"kind": "material", "on": DAY, "amount": 1e9}, "amount"),
        ):
            self.assertEqual(self.refused("POST", f"{self.at}/costs", body)["field"], field)

    def test_all_rows_for_an_accountant(self) -> None:
        accepted = self.agree()
        self.sent("POST", f"{self.at}/costs", {"kind": "other", "on": DAY, "amount": 55.0, "who": "=cmd"})
        self.sent("POST", f"{self.at}/invoices", {"step": 1, "on": DAY})
        text = self.caller.send("GET", f"{self.at}/money.csv").content.decode("utf-8-sig")
        self.assertEqual(len(text.strip().splitlines()), 4)
        self.assertIn("'=cmd", text)
        book = load_workbook(io.BytesIO(self.caller.send("GET", f"{self.at}/money.xlsx").content))
        rows = list(book["money"].values)
        self.assertEqual(rows[1][7], accepted)
        self.assertEqual(self.refused("GET", f"{self.at}/money.doc")["field"], "kind")

    def test_another_crew_sees_nothing(self) -> None:
        stranger = Caller(person("elm"))
        for method, path in (("GET", "ledger"), ("POST", "costs"), ("POST", "invoices"), ("GET", "money.csv")):
            body = {"kind": "other", "on": DAY, "amount": 3} if path == "costs" else {"step": 1, "on": DAY}
            answer = stranger.send(method, f"{self.at}/{path}", body if method == "POST" else None)
            self.assertEqual(answer.status_code, 404, path)


class ClientLinkTest(ContractTestCase):
    """What a client does by the link alone, signed in nowhere."""

    def link(self, **says: Any) -> str:
        return str(self.sent("POST", f"/api/jobs/{self.job}/links", {"shows_quote": True, **says})["secret"])

    def setUp(self) -> None:
        super().setUp()
        self.client_ = Caller()
        self.caller.signed(self.job)

    def accept(self, secret: str, **body: Any) -> Any:
        said = {"number": 1, "by": "R. Hale", "signature": [[[0.1, 0.5], [0.4, 0.2], [0.9, 0.6]]], **body}
        return self.client_.send("POST", f"/api/shared/{secret}/accept", said)

    def test_an_offer_is_accepted_with_a_name_and_a_signature(self) -> None:
        quote, secret = self.sent("POST", self.at), self.link()
        seen = self.client_.send("GET", f"/api/shared/{secret}").json()
        self.assertEqual((seen["quote_row"]["number"], seen["expired"]), (1, False))
        self.assertNotIn("psi", str(seen["quote"]))
        self.assertEqual(self.accept(secret, by=" ").status_code, 422)
        self.assertEqual(self.accept(secret).status_code, 204)
        sums = self.ledger()["contract"]
        self.assertEqual((sums["by"], sums["accepted"]), ("R. Hale", quote["total"]))
        row = self.sent("GET", self.at)["quotes"][0]
        self.assertTrue(row["signed"])
        self.assertEqual(row["fingerprint"], seen["quote_row"]["fingerprint"])
        again = self.accept(secret)
        self.assertIn("accepted already", again.content.decode())
        self.assertTrue(self.caller.send("GET", f"{self.at}/1/quote.pdf").content.startswith(b"%PDF"))

    def test_whoever_made_the_link_may_have_left_the_crew(self) -> None:
        self.sent("POST", self.at)
        secret = self.link()
        crew = self.who.crews.get()
        crew.members.add(person("birch"))
        crew.members.remove(self.who)
        self.assertEqual(self.accept(secret).status_code, 204)
        crew.members.clear()
        self.assertEqual(self.accept(secret).status_code, 404)

    def test_only_the_newest_offer_while_it_holds(self) -> None:
        self.sent("POST", self.at)
        secret = self.link()
        self.sent("POST", self.at)
        self.assertIn("newer offer", self.accept(secret).content.decode())
        self.sent("PUT", f"{self.at}/2/withdrawn")
        self.assertEqual(self.client_.send("GET", f"/api/shared/{secret}").json()["quote_row"]["number"], 1)
        quote = SentQuote.objects.get(number=1)
        quote.body["valid_until"] = "2026-01-01"
        quote.save()
        self.assertTrue(self.client_.send("GET", f"/api/shared/{secret}").json()["expired"])
        self.assertIn("valid until", self.accept(secret).content.decode())
        self.assertIsNone(self.ledger()["contract"])

    def test_a_link_without_prices_agrees_to_nothing(self) -> None:
        self.sent("POST", self.at)
        secret = self.link(shows_quote=False)
        self.assertEqual(self.accept(secret).status_code, 404)
        self.assertEqual(self.accept("x" * 43).status_code, 404)

    def test_a_change_order_is_answered_by_the_link(self) -> None:
        accepted, secret = self.agree(), self.link()
        self.longer(1.2)
        change = self.sent("POST", f"{self.at}/changes", {"reason": "client"})
        seen = self.client_.send("GET", f"/api/shared/{secret}").json()["change"]
        self.assertEqual((seen["number"], seen["contract_before"]), (1, accepted))
        self.assertAlmostEqual(seen["contract_after"], accepted + change["total"], places=2)
        address = f"/api/shared/{secret}/change"
        bad = self.client_.send("POST", address, {"number": 1, "state": "withdrawn", "by": "R. Hale"})
        self.assertEqual(bad.status_code, 422)
        good = self.client_.send("POST", address, {"number": 1, "state": "accepted", "by": "R. Hale"})
        self.assertEqual(good.status_code, 204)
        self.assertAlmostEqual(self.ledger()["contract"]["total"], accepted + change["total"], places=2)
        self.assertIsNone(self.client_.send("GET", f"/api/shared/{secret}").json()["change"])

    def test_a_signature_is_bounded(self) -> None:
        self.sent("POST", self.at)
        secret = self.link()
        for drawn in ([[[2.0, 0.5]]], [[[0.1, 0.1]] * 500], [[[0.1, 0.1]]] * 100, [[["a", 0.1]]]):
            self.assertEqual(self.accept(secret, signature=drawn).status_code, 422)


@tag("slow")
class PlayedInTheBrowserTest(SignedIn):
    """An offer is sent, accepted on a phone, changed, invoiced and paid; a receipt and hours are entered."""

    def sums(self) -> Any:
        return self.page.get_by_label("Money of the job")

    def test_from_the_offer_to_the_margin(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/quote?part=contract")
        page.get_by_role("button", name="Save as sent").click()
        expect(page.get_by_text("Quote 1")).to_be_visible()
        page.get_by_role("button", name="Make a link").click()
        secret = page.locator("input.secret").input_value().rsplit("/", 1)[-1]
        self.accept_on_a_phone(secret)
        page.reload()
        expect(page.get_by_text("Accepted by R. Hale")).to_be_visible()
        total = self.sums().locator(".value").nth(1).inner_text()
        self.shorten()
        page.reload()
        changes = page.get_by_role("region", name="Change orders")
        expect(changes).to_contain_text("25 ft long instead of 26 ft")
        changes.get_by_role("button", name="Send change order").click()
        expect(changes).to_contain_text("waits for an answer")
        self.assertEqual(self.sums().locator(".value").nth(1).inner_text(), total)
        changes.get_by_role("button", name="Record answer…").click()
        changes.get_by_label("By").fill("R. Hale")
        self.assertEqual(self.axe(), [])
        changes.get_by_role("button", name="Accepted").click()
        expect(changes).to_contain_text("accepted by R. Hale")
        invoices = page.get_by_role("region", name="Invoices")
        invoices.get_by_role("button", name="Create invoice").click()
        invoices.get_by_role("button", name="invoice 1").click()
        expect(self.sums()).to_contain_text("paid, $0 open")
        page.get_by_role("tab", name="Cost").click()
        page.get_by_label("Supplier").fill("Ferry Lane Lumber")
        page.get_by_label("Amount").fill("1,240.50")
        page.get_by_role("button", name="Add cost").click()
        expect(self.sums()).to_contain_text("$1,240.50")
        picture = {"name": "receipt.jpg", "mimeType": "image/jpeg", "buffer": jpeg()}
        page.locator("input[type=file]").set_input_files(picture)  # type: ignore[arg-type]
        expect(page.get_by_role("img", name="Receipt of")).to_be_visible()
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="delete the cost of").click()
        expect(self.sums()).not_to_contain_text("$1,240.50")

    def accept_on_a_phone(self, secret: str) -> None:
        client = self.context.browser.new_context(viewport={"width": 390, "height": 844})  # type: ignore[union-attr]
        phone = client.new_page()
        phone.goto(f"{self.live_server_url}/shared/{secret}")
        phone.get_by_label("Your name").fill("R. Hale")
        pad = phone.get_by_role("img", name="Signature")
        pad.scroll_into_view_if_needed()
        box = pad.bounding_box()
        assert box is not None
        phone.mouse.move(box["x"] + 30, box["y"] + 80)
        phone.mouse.down()
        for step in range(12):
            phone.mouse.move(box["x"] + 30 + 15 * step, box["y"] + 80 - 10 * (step % 4))
        phone.mouse.up()
        phone.get_by_role("button", name="Accept offer").click()
        expect(phone.get_by_text("Accepted by R. Hale")).to_be_visible()
        client.close()

    def shorten(self) -> None:
        """The lower path's first straight a foot shorter."""
        self.job.refresh_from_db()
        now = state(self.job)
        items = [
            replace(
                item,
                spec=replace(
                    item.spec,
                    straights=(
                        replace(item.spec.straights[0], length_m=item.spec.straights[0].length_m - 0.3048),
                        *item.spec.straights[1:],
                    ),
                ),
            )
            if item.spec.id == "lower-path" and isinstance(item.spec, FenceSpec)
            else item
            for item in now.document.structures
        ]
        document = replace(now.document, structures=tuple(items))
        save(self.who, self.job.pk, Saving(base=now.revision.number, document=document, says="shorter"))
