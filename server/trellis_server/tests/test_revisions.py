"""A job's versions beside today's: words, pieces and drawings; whose they are, and money kept from those who see none."""

from typing import Any

from django.test import TestCase

from trellis_server.models import Seat
from trellis_server.tests.make import Caller, person, small_job


class RevisionsTest(TestCase):
    def setUp(self) -> None:
        self.who = person("ash")
        self.caller = Caller(self.who)
        self.job = self.caller.new_job(small_job())
        self.first = self.state()["revision"]

    def state(self) -> dict[str, Any]:
        found: dict[str, Any] = self.caller.send("GET", f"/api/jobs/{self.job}").json()
        return found

    def save(self, change: Any, says: str) -> None:
        now = self.state()
        change(now["document"])
        body = {"base": now["revision"], "document": now["document"], "says": says}
        answer = self.caller.send("PUT", f"/api/jobs/{self.job}", body)
        self.assertEqual(answer.status_code, 200, answer.content)

    def since(self, number: int) -> dict[str, Any]:
        answer = self.caller.send("GET", f"/api/jobs/{self.job}/revisions/{number}")
        self.assertEqual(answer.status_code, 200, answer.content)
        found: dict[str, Any] = answer.json()
        return found

    def test_what_changed_since_is_told_and_drawn(self) -> None:
        def lower(job: dict[str, Any]) -> None:
            job["structures"][0]["spec"]["height_m"] = 1.524

        self.save(lower, "a lower fence")
        listed = self.caller.send("GET", f"/api/jobs/{self.job}/revisions").json()["revisions"]
        self.assertEqual([row["current"] for row in listed], [True, False])
        self.assertEqual(listed[0]["says"], "a lower fence")
        found = self.since(self.first)
        self.assertIn("5 ft", " ".join(found["changes"]["words"]))
        [fence] = found["changes"]["structures"]
        self.assertEqual(fence["id"], "windbreak")
        self.assertNotEqual(fence["was"]["drawn"], fence["now"]["drawn"])
        # Today's version beside itself differs in nothing.
        same = self.since(listed[0]["number"])["changes"]
        self.assertEqual((same["words"], same["pieces"], same["structures"]), ([], [], []))

    def test_a_structure_taken_out_is_drawn_once(self) -> None:
        self.save(lambda job: job["structures"].pop(), "without the deck")
        [deck] = self.since(self.first)["changes"]["structures"]
        self.assertIsNone(deck["now"])
        self.assertTrue(deck["was"]["drawn"])

    def test_it_is_the_crew_s_own_and_an_unknown_version_is_none(self) -> None:
        other = Caller(person("wren"))
        for path in ("revisions", f"revisions/{self.first}"):
            self.assertEqual(other.send("GET", f"/api/jobs/{self.job}/{path}").status_code, 404)
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}/revisions/9999").status_code, 404)

    def test_money_is_kept_from_those_who_see_none(self) -> None:
        self.save(lambda job: job["yard"]["prices"].append({"item": "post 6x6 pine", "price": 77.77}), "a price")
        Seat.objects.update_or_create(
            crew=self.who.crews.get(), person=self.who, defaults={"role": "hand", "sees_prices": False}
        )
        answer = self.caller.send("GET", f"/api/jobs/{self.job}/revisions/{self.first + 1}")
        self.assertNotIn("77.77", answer.content.decode())
