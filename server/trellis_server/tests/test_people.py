"""Parts in a crew, invitations, passwords and sign-ins: who may do what, who is shown prices, and what ends what."""

import json
import re
import time
import uuid
from datetime import timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.sessions.models import Session
from django.test import TestCase, override_settings, tag
from django.utils import timezone
from playwright.sync_api import expect

from trellis_server.models import Crew, Invitation, Role, Seat, SignIn
from trellis_server.services.people import PARTS
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.printed import text_of
from trellis_server.tests.published import schema
from trellis_server.tests.signed_in import SignedIn

GOOD = "seven wet larch boards"


def seat(who: Any, role: str, sees: bool = True) -> None:
    crew = Crew.objects.get(members=who)
    Seat.objects.update_or_create(crew=crew, person=who, defaults={"role": role, "sees_prices": sees})


def reading() -> dict[str, Any]:
    return {
        "id": str(uuid.uuid4()),
        "about": "windbreak/post/start",
        "what": "set",
        "done": True,
        "device": "p",
        "measured_at": "2026-06-01T08:00:00Z",
    }


class PartsTest(TestCase):
    def setUp(self) -> None:
        self.owner = person("ash", "A")
        self.job = Caller(self.owner).new_job()

    def changes(self) -> dict[str, list[tuple[str, str, Any]]]:
        """By what each asks for: every sort of change that a crew can make."""
        job = self.job
        return {
            "plan": [
                ("PUT", f"/api/jobs/{job}", {"base": 1, "document": small_job("Changed"), "says": ""}),
                ("POST", f"/api/jobs/{job}/undo", {"base": 1}),
                ("POST", f"/api/jobs/{job}/redo", {"base": 1}),
                ("POST", f"/api/jobs/{job}/copy", None),
                ("POST", "/api/jobs", {"document": small_job("New")}),
                ("POST", "/api/jobs/import", {"document": small_job("New")}),
                ("POST", "/api/jobs/quick-start", {"name": "New"}),
                ("PUT", "/api/crew/defaults/fence", {"choices": None}),
                ("POST", "/api/crew/feeds", {}),
                ("DELETE", "/api/crew/feeds/1", None),
                ("DELETE", f"/api/jobs/{job}", None),
                ("POST", f"/api/jobs/{job}/restore", None),
            ],
            "quote": [
                ("POST", f"/api/quotes/{job}", {}),
                ("PUT", f"/api/quotes/{job}/1/accepted", {}),
                ("POST", f"/api/jobs/{job}/links", {}),
                ("DELETE", f"/api/jobs/{job}/links/1", None),
                ("PUT", f"/api/jobs/{job}/status", {"status": "building"}),
            ],
            "prices": [
                ("PUT", "/api/crew/prices", {"prices": []}),
                ("POST", "/api/crew/prices/import", {}),
                ("POST", "/api/integrations/supplier", {}),
            ],
            "record": [
                ("POST", f"/api/jobs/{job}/readings", {"readings": [reading()]}),
                ("POST", f"/api/jobs/{job}/inspections", {}),
                ("DELETE", f"/api/jobs/{job}/inspections/1", None),
                ("POST", f"/api/jobs/{job}/upkeep", {}),
                ("DELETE", f"/api/jobs/{job}/upkeep/1", None),
            ],
            "people": [
                ("PUT", "/api/crew", {}),
                ("POST", "/api/crew/invitations", {}),
                ("DELETE", "/api/crew/invitations/1", None),
                ("PUT", "/api/crew/people/ash", {"role": "owner", "sees_prices": True}),
                ("DELETE", "/api/crew/people/ash", None),
                ("POST", "/api/crew/people/ash/password", None),
            ],
        }

    @tag("slow")
    def test_matrix_of_every_role(self) -> None:
        for role in Role.values:
            who = person(f"one {role}", "A")
            seat(who, role)
            for act, calls in self.changes().items():
                for method, path, body in calls:
                    if act in PARTS[role].may and (method == "DELETE" or path.endswith(("/undo", "/redo", "/restore"))):
                        continue  # what it may take away is taken away in its own tests
                    with self.subTest(role=role, path=f"{method} {path}"):
                        code = Caller(who).send(method, path, body).status_code
                        if act in PARTS[role].may:
                            self.assertNotEqual(code, 403)
                        else:
                            self.assertEqual(code, 403)

    def test_every_change_in_the_schema_is_in_the_table_or_changes_nothing(self) -> None:
        """A new endpoint that changes something must be given a row: these are known to keep nothing, or to be one's own."""
        from trellis_server.api.permissions import CHANGES

        free = (
            "designs/",
            "structure-types/",
            "calculators",
            "code-comparison",
            "views/",
            "schedule",
            "session",
            "integrations/",
            "shared/",
        )
        for path, methods in schema()["paths"].items():
            for method in methods:
                if method == "get" or path.startswith(tuple(f"/api/{start}" for start in free)):
                    continue
                sample = re.sub(r"\{[^}]*\}", str(uuid.uuid4()), path)
                self.assertTrue(any(re.search(fits, sample) for fits, _ in CHANGES), path)

    def test_those_who_were_there_before_own_it(self) -> None:
        self.assertEqual(Caller(self.owner).send("GET", "/api/session").json()["role"], "owner")
        self.assertEqual(Seat.objects.count(), 0)

    def test_a_role_holds_in_the_jobs_own_crew(self) -> None:
        """An owner of one crew who is on site in another plans nothing there."""
        both = person("birch", "A")
        seat(both, Role.SITE, sees=False)
        other = Crew.objects.create(name="Z")
        other.members.add(both)
        Seat.objects.create(crew=other, person=both, role=Role.OWNER)
        body = {"base": 1, "document": small_job("Changed"), "says": ""}
        self.assertEqual(Caller(both).send("PUT", f"/api/jobs/{self.job}", body).status_code, 403)


def rich(markup: float) -> dict[str, Any]:
    """A job whose money is all its own; nothing else depends on `markup`."""
    document = small_job()
    document["yard"]["prices"] = [
        {"item": "post 6x6 pine", "length_m": 2.4384, "price": 4242.42 * (1 + markup), "supplier": ""}
    ]
    document["yard"]["priced_on"] = "2026-11-02"
    money = {"wage": 71.5, "stump_price": 31.0, "delivery_price": 88.0, "least_charge": 640.0}
    document["quote"] |= {name: value * (1 + markup) for name, value in money.items()}
    document["offer"] |= {"margin_ratio": markup / 2, "tax_ratio": markup / 10, "round_to": 5.0, "currency": "£"}
    return document


class PricesTest(TestCase):
    def setUp(self) -> None:
        self.owner, self.hand = person("ash", "A"), person("rowan", "A")
        seat(self.hand, Role.SITE, sees=False)
        self.jobs = [Caller(self.owner).new_job(rich(markup)) for markup in (0.1, 0.7)]
        self.job = self.jobs[0]

    @tag("slow")
    def test_two_jobs_that_differ_in_money_alone_look_alike(self) -> None:
        """Whatever is asked of them: who is shown no prices cannot tell one from the other; who is, can."""
        base = "/api/jobs/{job}"
        looks = [
            base,
            f"{base}/job.json",
            f"{base}/documents/site.svg",
            f"{base}/documents/day.pdf",
            f"{base}/documents/handover.pdf",
        ]
        for structure in ("windbreak", "kitchen-deck"):
            for row in Caller(self.owner).send("GET", f"/api/jobs/{self.job}/files/{structure}").json()["documents"]:
                if not row["file"].endswith(".dxf"):  # carries the moment it was made
                    looks.append(f"{base}/files/{structure}/{row['file']}")
        self.assertGreater(len(looks), 12)
        told = 0
        for look in looks:
            with self.subTest(look):
                seen = {
                    who: [_words(Caller(who).send("GET", look.format(job=job))) for job in self.jobs]
                    for who in self.both
                }
                self.assertEqual(seen[self.hand][0], seen[self.hand][1])
                told += seen[self.owner][0] != seen[self.owner][1]
        self.assertGreaterEqual(told, 2)  # the document, and the job as a file

    @property
    def both(self) -> tuple[Any, Any]:
        return self.owner, self.hand

    def test_the_price_book_is_not_told(self) -> None:
        book = {"prices": [{"item": "concrete 80 lb", "price": 4242.42, "supplier": "", "on": ""}]}
        Caller(self.owner).send("PUT", "/api/crew/prices", book)
        self.assertIn("4242.42", Caller(self.owner).send("GET", "/api/crew").content.decode())
        self.assertEqual(Caller(self.hand).send("GET", "/api/crew").json()["prices"], [])

    def test_what_meets_a_hole_on_site_keeps_the_crews_money(self) -> None:
        """Somebody who is shown no prices saves a plan by what they found: the job's own prices stay as they are."""
        find = {"structure": "windbreak", "post": "windbreak/post/start+1", "what": "rock", "half_width_m": 0.1}
        answer = Caller(self.hand).send("POST", f"/api/jobs/{self.job}/obstructions", find)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertEqual(answer.json()["document"]["yard"]["prices"], [])
        kept = Caller(self.owner).send("GET", f"/api/jobs/{self.job}").json()["document"]
        self.assertEqual(kept["yard"]["prices"], rich(0.1)["yard"]["prices"])
        self.assertEqual(kept["quote"]["wage"], rich(0.1)["quote"]["wage"])

    def test_calls_about_prices_say_so(self) -> None:
        for method, path in (
            ("GET", f"/api/quotes/{self.job}"),
            ("GET", f"/api/jobs/{self.job}/documents/list.csv"),
            ("GET", f"/api/jobs/{self.job}/documents/pack.pdf"),
            ("GET", "/api/crew/prices/prices.csv"),
            ("POST", "/api/designs/job-takeoff"),
        ):
            answer = Caller(self.hand).send(method, path, {} if method == "POST" else None)
            self.assertEqual(answer.status_code, 403, path)
            self.assertIn("Prices", answer.json()["title"])

    def test_whoever_plans_sees_prices(self) -> None:
        caller = Caller(self.owner)
        caller.send("PUT", "/api/crew/people/rowan", {"role": "planner", "sees_prices": False})
        self.assertTrue(Caller(self.hand).send("GET", "/api/session").json()["sees_prices"])


def _words(answer: Any) -> str:
    """An answer in words, without what is any job's own: its id and when it was saved."""
    if answer.headers.get("Content-Type", "").startswith("application/pdf"):
        body = b"".join(answer.streaming_content) if answer.streaming else answer.content
        return text_of(body)
    text: str = answer.content.decode()
    return re.sub(r'"(id|saved_at)": ?"[0-9TZ:.a-f+-]{20,40}"', "", text)


class InvitationTest(TestCase):
    def setUp(self) -> None:
        self.owner = person("ash", "A")
        body = {"says": "Hazel", "role": "on site", "sees_prices": False}
        self.secret = Caller(self.owner).send("POST", "/api/crew/invitations", body).json()["secret"]

    def test_joins_once_with_its_part(self) -> None:
        new = Caller()
        path = f"/api/session/invited/{self.secret}"
        self.assertEqual(
            new.send("GET", path).json(), {"crew": "A", "role": "On site", "does": PARTS[Role.SITE].does, "name": ""}
        )
        self.assertEqual(new.send("POST", path, {"name": "hazel", "password": GOOD}).status_code, 204)
        session = new.send("GET", "/api/session").json()
        self.assertEqual((session["name"], session["crew"], session["role"]), ("hazel", "A", "on site"))
        self.assertFalse(session["sees_prices"])
        again = Caller().send("POST", path, {"name": "other", "password": GOOD})
        self.assertEqual(again.status_code, 404)
        self.assertNotIn(self.secret, json.dumps(list(Invitation.objects.values("digest", "says"))))

    def test_bad_names_and_passwords_are_told_at_their_field_and_lose_nothing(self) -> None:
        path = f"/api/session/invited/{self.secret}"
        for body, field in (
            ({"name": "", "password": GOOD}, "name"),
            ({"name": "ASH", "password": GOOD}, "name"),
            ({"name": "hazel", "password": "12345"}, "password"),
        ):
            answer = Caller().send("POST", path, body)
            self.assertEqual(answer.status_code, 422)
            self.assertEqual(answer.json()["problems"][0]["field"], field)
        self.assertEqual(Caller().send("GET", path).status_code, 200)

    def test_taken_back_or_old_it_opens_nothing(self) -> None:
        path = f"/api/session/invited/{self.secret}"
        Invitation.objects.update(made_at=timezone.now() - timedelta(days=8))
        self.assertEqual(Caller().send("GET", path).status_code, 404)
        Invitation.objects.update(made_at=timezone.now())
        number = Caller(self.owner).send("GET", "/api/crew/people").json()["invitations"][0]["number"]
        self.assertEqual(Caller(self.owner).send("DELETE", f"/api/crew/invitations/{number}").status_code, 200)
        self.assertEqual(Caller().send("POST", path, {"name": "hazel", "password": GOOD}).status_code, 404)

    def test_guessing_is_slowed_down(self) -> None:
        codes = [
            Caller().send("POST", f"/api/session/invited/{uuid.uuid4()}", {"name": "x", "password": GOOD}).status_code
            for _ in range(12)
        ]
        self.assertEqual(codes[-1], 429)

    def test_another_crew_sees_and_takes_back_nothing(self) -> None:
        other = Caller(person("other", "B"))
        self.assertEqual(other.send("GET", "/api/crew/people").json()["invitations"], [])
        number = Invitation.objects.get().pk
        self.assertEqual(other.send("DELETE", f"/api/crew/invitations/{number}").status_code, 404)
        for method, path, body in (
            ("PUT", "/api/crew/people/ash", {"role": "on site", "sees_prices": False}),
            ("DELETE", "/api/crew/people/ash", None),
            ("POST", "/api/crew/people/ash/password", None),
        ):
            self.assertEqual(other.send(method, path, body).status_code, 404)


class PeopleTest(TestCase):
    def test_a_crew_keeps_an_owner(self) -> None:
        owner, mate = person("ash", "A"), person("elm", "A")
        seat(owner, Role.OWNER)
        seat(mate, Role.PLANNER)
        caller = Caller(owner)
        self.assertEqual(
            caller.send("PUT", "/api/crew/people/ash", {"role": "planner", "sees_prices": True}).status_code, 422
        )
        self.assertEqual(caller.send("DELETE", "/api/crew/people/ash").status_code, 422)
        caller.send("PUT", "/api/crew/people/elm", {"role": "owner", "sees_prices": True})
        self.assertEqual(
            caller.send("PUT", "/api/crew/people/ash", {"role": "planner", "sees_prices": True}).status_code, 200
        )

    def test_whoever_is_taken_out_reads_nothing_more(self) -> None:
        owner, mate = person("ash", "A"), person("elm", "A")
        job = Caller(owner).new_job()
        theirs = Caller()
        theirs.send("POST", "/api/session", {"name": "elm", "password": "correct horse staple"})
        self.assertEqual(theirs.send("GET", f"/api/jobs/{job}").status_code, 200)
        Caller(owner).send("DELETE", "/api/crew/people/elm")
        self.assertEqual(theirs.send("GET", f"/api/jobs/{job}").status_code, 401)
        self.assertEqual(Caller(mate).send("GET", f"/api/jobs/{job}").status_code, 404)

    def test_an_owners_link_gives_a_new_password(self) -> None:
        owner, mate = person("ash", "A"), person("elm", "A")
        secret = Caller(owner).send("POST", "/api/crew/people/elm/password").json()["secret"]
        path = f"/api/session/invited/{secret}"
        self.assertEqual(Caller().send("GET", path).json()["name"], "elm")
        self.assertEqual(Caller().send("POST", path, {"password": GOOD}).status_code, 204)
        self.assertTrue(get_user_model().objects.get(pk=mate.pk).check_password(GOOD))
        self.assertEqual(Crew.objects.get(name="A").members.count(), 2)


class OwnPasswordTest(TestCase):
    def setUp(self) -> None:
        self.who = person("ash")
        self.here, self.there = Caller(), Caller()
        for caller in (self.here, self.there):
            caller.send("POST", "/api/session", {"name": "ash", "password": "correct horse staple"})

    def test_change_ends_what_is_open_elsewhere(self) -> None:
        wrong = self.here.send("PUT", "/api/session/password", {"old": "no", "new": GOOD})
        self.assertEqual(wrong.json()["problems"][0]["field"], "old")
        easy = self.here.send("PUT", "/api/session/password", {"old": "correct horse staple", "new": "ash"})
        self.assertEqual(easy.json()["problems"][0]["field"], "password")
        done = self.here.send("PUT", "/api/session/password", {"old": "correct horse staple", "new": GOOD})
        self.assertEqual(done.status_code, 204)
        self.assertEqual(self.here.send("GET", "/api/jobs").status_code, 200)
        self.assertEqual(self.there.send("GET", "/api/jobs").status_code, 401)

    def test_sign_ins_are_listed_and_ended(self) -> None:
        rows = self.here.send("GET", "/api/session/devices").json()["places"]
        self.assertEqual([row["here"] for row in rows], [False, True])
        number = rows[0]["number"]
        self.assertEqual(self.here.send("DELETE", f"/api/session/devices/{number}").status_code, 204)
        self.assertEqual(self.there.send("GET", "/api/jobs").status_code, 401)
        self.assertEqual(self.here.send("GET", "/api/jobs").status_code, 200)
        self.assertEqual(self.here.send("DELETE", f"/api/session/devices/{number}").status_code, 404)
        other = Caller(person("elm"))
        mine = SignIn.objects.filter(person=self.who, ended_at=None).first()
        assert mine is not None
        self.assertEqual(other.send("DELETE", f"/api/session/devices/{mine.pk}").status_code, 404)

    def test_keys_are_not_kept(self) -> None:
        key = self.here.client.session.session_key
        self.assertNotIn(key, {one.digest for one in SignIn.objects.all()})

    def test_signing_out_ends_it(self) -> None:
        self.here.send("DELETE", "/api/session")
        self.assertEqual(SignIn.objects.filter(person=self.who, ended_at=None).count(), 1)


class GuessingTest(TestCase):
    def sign_in(self, name: str, password: str, place: str, **more: str) -> int:
        body = json.dumps({"name": name, "password": password})
        meta = {"REMOTE_ADDR": place, **more}
        answer = Caller().client.post("/api/session", body, content_type="application/json", **meta)  # type: ignore[arg-type]
        return int(answer.status_code)

    def test_who_guesses_elsewhere_locks_nobody_out(self) -> None:
        person("ash")
        codes = [self.sign_in("ash", "x", "203.0.113.9") for _ in range(9)]
        self.assertEqual(codes[-1], 429)
        self.assertEqual(self.sign_in("ash", "correct horse staple", "203.0.113.9"), 429)
        self.assertEqual(self.sign_in("ash", "correct horse staple", "198.51.100.4"), 200)

    def test_one_place_guesses_no_more_by_taking_other_names(self) -> None:
        with override_settings(PASSWORD_HASHERS=["django.contrib.auth.hashers.MD5PasswordHasher"]):
            codes = [self.sign_in(f"name {k}", "x", "203.0.113.9") for k in range(61)]
            self.assertEqual((codes[0], codes[-1]), (401, 429))
            self.assertEqual(self.sign_in("name 1", "x", "198.51.100.4"), 401)

    def test_behind_a_proxy_the_last_hop_counts_and_a_stranger_cannot_say_who_it_is(self) -> None:
        with override_settings(HOSTS=["trellis.example.org"]):
            for k in range(9):
                self.sign_in("ash", "x", "127.0.0.1", HTTP_X_FORWARDED_FOR=f"10.0.0.{k}, 203.0.113.9")
            spoofed = self.sign_in("ash", "x", "127.0.0.1", HTTP_X_FORWARDED_FOR="1.2.3.4, 203.0.113.9")
            self.assertEqual(spoofed, 429)
            self.assertEqual(self.sign_in("ash", "x", "127.0.0.1", HTTP_X_FORWARDED_FOR="198.51.100.4"), 401)

    def test_a_stranger_signing_out_leaves_no_row(self) -> None:
        for _ in range(3):
            Caller().send("DELETE", "/api/session")
        self.assertEqual(Session.objects.count(), 0)


class IdleTest(TestCase):
    def test_a_week_without_a_sign_of_life_ends_it(self) -> None:
        caller = Caller(person("ash"))
        self.assertEqual(caller.send("GET", "/api/jobs").status_code, 200)
        session = caller.client.session
        session["seen"] = time.time() - 6 * 86_400
        session.save()
        self.assertEqual(caller.send("GET", "/api/jobs").status_code, 200)
        session = caller.client.session
        self.assertGreater(session["seen"], time.time() - 60)
        session["seen"] = time.time() - 8 * 86_400
        session.save()
        self.assertEqual(caller.send("GET", "/api/jobs").status_code, 401)


class JoiningInTheBrowserTest(SignedIn):
    """An owner invites; somebody joins by the link, records on site, and is told what their part does not reach."""

    def test_from_the_invitation_to_the_site(self) -> None:
        page = self.page
        self.open("/crew")
        page.get_by_label("Recipient").fill("Hazel")
        page.get_by_role("button", name="Invite by link").click()
        link = page.locator("input.secret").input_value()
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="Revoke the invitation Hazel").click()
        expect(page.get_by_text("not used yet")).to_have_count(0)
        page.get_by_label("Recipient").fill("Hazel")
        page.get_by_role("button", name="Invite by link").click()
        expect(page.locator("input.secret")).not_to_have_value(link)
        good = page.locator("input.secret").input_value()

        page.context.clear_cookies()
        page.goto(link)
        expect(page.get_by_role("alert")).to_contain_text("has expired")
        page.goto(good)
        expect(page.get_by_text("on site: measures")).to_be_visible()
        self.assertEqual(self.axe(), [])
        page.get_by_label("The name that you sign in with").fill("hazel")
        page.get_by_label("Password (10").fill("short")
        page.get_by_role("button", name="Join").click()
        expect(page.get_by_role("alert")).to_contain_text("too short")
        expect(page.get_by_label("The name that you sign in with")).to_have_value("hazel")
        page.get_by_label("Password (10").fill(GOOD)
        page.get_by_role("button", name="Join").click()
        expect(page.get_by_role("heading", name="Jobs")).to_be_visible()
        expect(page.get_by_role("button", name="New job")).to_have_count(0)
        self.open(f"/jobs/{self.job.pk}/site")
        expect(page.get_by_role("link", name="Schedule")).to_be_visible()
        expect(page.get_by_role("link", name="Quote")).to_have_count(0)
        self.console = [text for text in self.console if "404" not in text and "422" not in text]
