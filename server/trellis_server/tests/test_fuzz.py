"""Every endpoint that takes a body is fed seeded near-valid ones, from the API's schema: no 500 ever.

Bodies made from the schema alone, some 9,000, are fed in `test_schema`.
"""

import copy
import json
import random
import tempfile
import uuid
from typing import Any, get_args, get_type_hints
from unittest import mock

from django.test import TestCase, override_settings, tag
from steady.structures.fence.spec.feet import FootKind
from steady.structures.fence.spec.fence import Infill
from tests.lane import dear

from trellis_server.models import Crew, Invitation
from trellis_server.services import background_jobs
from trellis_server.services.people import digest
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.published import schema

BODIES = dear(60)
MOST_BODIES = 60
HANDLE = {
    "id": "windbreak/post/start+1",
    "field": "locks/+",
    "line": "windbreak/string",
    "station_m": 2.4,
    "locked": False,
}
SPOT = {"id": "spot-1", "kind": "spot height", "points": [{"x_m": 2.0, "y_m": 1.0}], "height_m": None}
DEAR = {
    "/api/designs/starting-design",
    "/api/designs/wind-upgrades",
    "/api/designs/wind-by-part",
    "/api/designs/fixes",
    "/api/designs/movement-limits",
    "/api/designs/member-options",
    "/api/designs/job-takeoff",
    "/api/views/site-plan",
    "/api/views/structures",
    "/api/views/sun-shade",
    "/api/schedule",
    "/api/quotes/offer",
    "/api/crew/reprice",
    "/api/schedule/move",
}
"""Endpoints that plan many times: most of their bodies are broken on purpose, so that the run stays short."""
WORDS = [
    "",
    "x",
    "0",
    "-1",
    "1e400",
    "NaN",
    "🪵",
    "a" * 5000,
    "../../etc",
    "=1+1",
    "\x00",
    "c38 g4 60",
    "windbreak",
    "7' 6",
    "post 4x4 pine",
]
NUMBERS = [
    0,
    -0.0,
    1,
    -1,
    0.3,
    2.4,
    1e-12,
    1e9,
    1e300,
    -1e300,
    3.7,
    5000,
    2**63,
    float("nan"),
    float("inf"),
    -float("inf"),
]


CONTRACT: dict[str, Any] = {
    "/api/quotes/{job_id}/changes": {"reason": "client"},
    "/api/quotes/{job_id}/changes/{number}": {"state": "accepted", "by": "R. Hale", "on": "2026-11-20"},
    "/api/quotes/{job_id}/invoices": {"step": 1, "on": "2026-11-20"},
    "/api/quotes/{job_id}/invoices/{number}/paid": {"on": "2026-11-20"},
    "/api/quotes/{job_id}/costs": {
        "kind": "labour",
        "on": "2026-11-20",
        "structure": "windbreak",
        "who": "Rowan",
        "note": "",
        "hours": 7.5,
        "wage": 31.0,
        "amount": 0.0,
    },
    "/api/quotes/{job_id}/costs/wage": {"wage": 31.0},
    "/api/jobs/{job_id}/hours": {"on": "2026-11-20", "hours": 7.5, "structure": "windbreak", "note": "boards"},
    "/api/jobs/{job_id}/booking": {"task": "", "on": "2026-12-07", "lead": "Tam Roe"},
    "/api/quotes/{job_id}/sign-offs": {"structure": "windbreak", "by": "A. Ash", "reason": "engineer's letter"},
    "/api/shared/{secret}/accept": {"number": 1, "option": 0, "by": "R. Hale", "signature": [[[0.1, 0.5], [0.4, 0.2]]]},
    "/api/shared/{secret}/change": {"number": 1, "state": "accepted", "by": "R. Hale"},
}
"""Bodies of what needs an offer, a contract or a link of its own."""


def paths_of(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    found = [path]
    if isinstance(value, dict):
        for key in value:
            found += paths_of(value[key], (*path, key))
    elif isinstance(value, list):
        for index, item in enumerate(value):
            found += paths_of(item, (*path, index))
    return found


def broken(body: Any, rng: random.Random) -> Any:
    """The body with one to three things changed: values swapped, fields taken away, doubled or added."""
    made = copy.deepcopy(body)
    for _ in range(rng.randint(1, 3)):
        path = rng.choice(paths_of(made))
        if not path:
            continue
        parent = made
        for key in path[:-1]:
            parent = parent[key]
        kind = rng.random()
        value = parent[path[-1]]
        if kind < 0.12:
            del parent[path[-1]]
        elif kind < 0.2 and isinstance(parent, dict):
            parent[rng.choice(WORDS[1:]) or "y"] = value
        elif kind < 0.28 and isinstance(parent, list):
            parent.append(copy.deepcopy(value))
        elif isinstance(value, int | float) and not isinstance(value, bool) and kind < 0.75:
            parent[path[-1]] = rng.choice([*NUMBERS, value * rng.uniform(0.2, 3), -value, value + rng.uniform(-2, 2)])
        elif isinstance(value, str) and kind < 0.75:
            parent[path[-1]] = rng.choice(WORDS)
        else:
            parent[path[-1]] = rng.choice([None, True, [], {}, [[]], "x", 7, copy.deepcopy(value), [value]])
    return made


class Fed(TestCase):
    """Feeds an endpoint with bodies that were broken on purpose."""

    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def good(self, path: str) -> Any:
        """A body that the endpoint takes."""
        job = small_job()
        spec = job["structures"][0]["spec"]
        spec["openings"] = [
            {"id": "g", "what": "walk gate", "at_m": 2.0, "clear_m": 1.1, "leaves_m": [1.0], "swing": "in"}
        ]
        spec["zones"] = [{"id": "z", "what": "water", "letter": "W", "at_m": 5.0, "half_width_m": 0.3}]
        spec["locks"] = [{"id": "l", "at_m": 6.5, "why": ""}]
        reading = {
            "id": str(uuid.UUID(int=7)),
            "about": "windbreak/post/start",
            "what": "stands at",
            "value_m": 1.0,
            "done": False,
            "note": "",
            "device": "p",
            "measured_at": "2026-06-01T08:00:00Z",
        }
        plan = {"document": job, "structure": "windbreak", "selected": ""}
        return {
            "/api/session": {"name": "ash", "password": "x"},
            "/api/session/password": {"old": "correct horse staple", "new": "seven wet larch boards"},
            "/api/session/invited/{secret}": {"name": "hazel", "password": "seven wet larch boards"},
            "/api/crew/people/{name}": {"role": "owner", "sees_prices": True},
            "/api/crew/invitations": {"says": "Hazel", "role": "on site", "sees_prices": False},
            "/api/structure-types/decisions": {"document": job, "carry_out": ""},
            "/api/jobs": {"document": job},
            "/api/board/days-off": {"who": "Rowan", "first": "2026-12-07", "last": "2026-12-08", "note": "course"},
            "/api/jobs/import": job,
            "/api/jobs/{job_id}": {"base": 1, "document": job, "says": "x"},
            "/api/jobs/{job_id}/undo": {"base": 1},
            "/api/jobs/{job_id}/redo": {"base": 1},
            "/api/jobs/{job_id}/readings": {"readings": [reading]},
            "/api/code-comparison": {
                "span": "10 ft",
                "dead_line": "13 lb/ft",
                "live_line": "0.8 kN/m",
                "load": "floor",
                "restraint": "4 ft",
                "sticks": [
                    {"school": "us", "species": "Hem-Fir", "grade": "No.2", "size": "2x10"},
                    {"school": "uk", "grade": "C24", "size": "47x220 mm"},
                ],
            },
            "/api/calculators": {"name": "setout.bays", "inputs": {"run": "100 ft", "bay_max": "8 ft"}},
            "/api/designs/plan": plan,
            "/api/designs/states": {"document": job},
            "/api/designs/drag": {
                "key": str(uuid.UUID(int=9)),
                "structure": "windbreak",
                "document": job,
                "moving": {"handle": HANDLE, "to_m": 4.0},
                "after": 1,
            },
            "/api/crew/standard-builds": plan,
            "/api/crew/feeds": {"lead": "Maya Holt"},
            "/api/crew/towns": {"school": "us", "town": "Aurora, CO, US", "values": {"frost_m": 0.9}},
            "/api/designs/locate-status": plan,
            "/api/designs/takeoff": plan,
            "/api/designs/job-takeoff": {"document": job, "structures": ["windbreak"], "stages": ["posts", "frame"]},
            "/api/jobs/{job_id}/status": {"status": "building"},
            "/api/designs/fixes": plan,
            "/api/designs/wind-upgrades": {"document": job, "structure": "windbreak"},
            "/api/designs/wind-by-part": plan,
            "/api/designs/price": plan,
            "/api/designs/picture": plan,
            "/api/designs/starting-design": {
                "document": job,
                "structure": "windbreak",
                "which": "usual here",
                "name": "R. Hale",
            },
            "/api/designs/marks": {
                "document": job,
                "structure": "windbreak",
                "from_end": True,
                "to": "centre",
                "mirrored": False,
            },
            "/api/designs/movement-limits": {"document": job, "structure": "windbreak", "post": "windbreak/post/l"},
            "/api/structure-types/new": {"kind": "fence", "text": "0 c38 g4 c81 g11 118'6", "id": "f", "bare": "ft"},
            "/api/structure-types/preview": {"kind": "deck", "text": "18x11 up3", "id": "d", "document": job},
            "/api/structure-types/copy": {"document": job, "structure": "windbreak"},
            "/api/structure-types/move": {"document": job, "structure": "windbreak", "handle": HANDLE, "to_m": 3.0},
            "/api/structure-types/lock": {
                "document": job,
                "structure": "kitchen-deck",
                "thing": "kitchen-deck/post/beam-1-1",
                "at_m": 1.0,
            },
            "/api/designs/member-options": {"document": job, "structure": "kitchen-deck", "selected": ""},
            "/api/views/3d": plan,
            "/api/views/site-plan": plan,
            "/api/views/structures": plan,
            "/api/designs/joints": plan,
            "/api/views/survey": {
                "document": job,
                "text": "boundary, rear, 0, 0\nboundary, rear, 40, 0\n1, 2, 3 in",
                "brought_as": "points",
                "bare": "ft",
            },
            "/api/schedule": {"document": job},
            "/api/integrations/faults": {"service": "weather", "fault": "a change of forecast"},
            "/api/integrations/weather": {"document": job},
            "/api/integrations/supplier": {"metric": False, "keep": False},
            "/api/integrations/locate": {"document": job},
            "/api/integrations/level": {
                "document": {**job, "site": {**job["site"], "things": [SPOT]}},
            },
            "/api/integrations/message": {"to": "the yard", "text": "two posts"},
            "/api/quotes/offer": {"document": job},
            "/api/jobs/{job_id}/inspections": {
                "task": "windbreak/dig",
                "by": "the clerk",
                "on": "2026-11-20",
                "passed": False,
                "note": "too shallow",
                "photo": None,
            },
            "/api/jobs/{job_id}/upkeep": {
                "key": "fixings",
                "by": "the clerk",
                "on": "2026-11-20",
                "result": "watch",
                "note": "one loose screw",
                "photo": None,
            },
            "/api/jobs/{job_id}/links": {"says": "for the house", "shows_quote": True, "shows_photos": False},
            "/api/quotes/{job_id}/{number}/message": {"to": ""},
            "/api/quotes/{job_id}/{number}/accepted": {"by": "R. Hale", "on": "2026-11-20", "option": 0},
            "/api/crew": {"name": "Ash", "letterhead": {"name": "Ash", "address": "", "reach": "", "small_print": ""}},
            "/api/crew/prices": {"prices": [{"item": "concrete 80 lb", "price": 6.2, "supplier": "", "on": ""}]},
            "/api/crew/prices/import": {"text": "concrete 80 lb,,6.20", "brought_as": "csv", "bare": "ft"},
            "/api/crew/reprice": {"document": job},
            "/api/crew/defaults": {"usual": {"school": "uk", "marks": "1 mm", "quote": {"crew_count": 3}}},
            "/api/crew/defaults/{kind}": {"choices": {"height_m": 1.5, "post": "post 4x4 pine"}},
            "/api/jobs/quick-start": {"name": "Barn lane"},
            "/api/jobs/{job_id}/pack": {"paper": "letter", "parts": ["crew"]},
            "/api/designs/localize": {"document": job, "school": "ca"},
            "/api/views/underlay": {
                "document": job,
                "ask": {"picture": "a", "wide_px": 900, "high_px": 600},
            },
            "/api/views/sun-year": {
                "document": job,
                "ask": {"left_m": 1.0, "low_m": 1.0, "wide_m": 2.0, "deep_m": 1.0, "utc_h": None},
            },
            "/api/views/shade-map": {
                "document": job,
                "ask": {"on": "2026-07-21", "from_h": 14.0, "to_h": 17.0, "utc_h": -4.0, "wide_m": 1.5, "deep_m": 1.0},
            },
            "/api/structure-types/copy-from-job": {"document": job, "from_job": self.job, "structure": "windbreak"},
            "/api/structure-types/apply-measurement": {
                "document": job,
                "structure": "windbreak",
                "thing": "windbreak/post/start+1",
                "at_m": 2.0,
                "job": None,
            },
            "/api/crew/rates": {"document": job},
            "/api/schedule/move": {"document": job, "task": "windbreak/dig", "on": "2026-12-14"},
            "/api/views/sun-shade": {
                "document": job,
                "structure": "windbreak",
                "ask": {"on": "2026-06-21", "hour": 15.0, "utc_h": -4.0},
            },
            "/api/structure-types/action": {
                "document": job,
                "structure": "windbreak",
                "act": "close with",
                "value": "louvres",
            },
            "/api/designs/weather-limits": {
                "document": {**job, "days": [{"id": "p", "work": "pour", "temperature_c": 12.0}]}
            },
            "/api/jobs/{job_id}/obstructions": {
                "structure": "windbreak",
                "post": "windbreak/post/start+1",
                "what": "rock at 14 in",
                "half_width_m": 0.2,
            },
            "/api/designs/level-readings": {"text": "0,0\n12,1 in", "kind": "rod", "instrument_m": 1.5, "bare": "ft"},
            **CONTRACT,
        }[path]

    def contract_address(self, path: str) -> str:
        """The address in a job of its own that has what the call is about: an offer, its acceptance, a change order, an invoice."""
        document = small_job()
        if path.endswith("/sign-offs"):
            document["site"] |= {"wind_speed_m_per_s": 75.0, "exposure": "D"}
        job = self.caller.new_job(document)
        at, on = f"/api/quotes/{job}", "2026-11-20"
        secret = self.caller.send("POST", f"/api/jobs/{job}/links", {"shows_quote": True}).json()["secret"]
        if not path.endswith("/sign-offs"):
            self.caller.signed(job)
            self.caller.send("POST", at)
        if not path.endswith(("/sign-offs", "/accept")):
            self.caller.send("PUT", f"{at}/1/accepted", {"by": "R. Hale", "on": on})
        if "/change" in path:
            state = self.caller.send("GET", f"/api/jobs/{job}").json()
            state["document"]["structures"][0]["spec"]["straights"][0]["length_m"] += 0.6
            body = {"document": state["document"], "base": state["revision"], "says": "longer"}
            self.caller.send("PUT", f"/api/jobs/{job}", body)
            self.caller.signed(job)
        if "/change" in path and not path.endswith("/changes"):
            self.caller.send("POST", f"{at}/changes", {"reason": "client"})
        if path.endswith("/paid"):
            self.caller.send("POST", f"{at}/invoices", {"step": 1, "on": on})
        return path.replace("{job_id}", job).replace("{number}", "1").replace("{secret}", secret)

    def all_of(self, calls: list[tuple[str, str]]) -> None:
        for method, path in calls:
            with self.subTest(f"{method} {path}"):
                self.feed(method, path)

    def feed(self, method: str, path: str, good: Any = None) -> None:
        # Orders are taken, and no process is begun for each of hundreds.
        with (
            tempfile.TemporaryDirectory() as folder,
            override_settings(DATA=folder),
            mock.patch.object(background_jobs, "beside"),
        ):
            self.fed(method, path, good)

    def fed(self, method: str, path: str, good: Any) -> None:
        good = good or self.good(path)
        # A find is planned at once, and work begins on what passes: both start from a job that nothing has broken yet.
        address = path.replace(
            "{job_id}", self.caller.new_job() if path.endswith(("/obstructions", "/status")) else self.job
        )
        if path in CONTRACT:
            address = self.contract_address(path)
        elif "{number}" in address:
            job = self.caller.new_job()
            kept = self.caller.send("POST", f"/api/quotes/{job}").json()
            address = path.replace("{job_id}", job).replace("{number}", str(kept["number"]))
        address = address.replace("{name}", "ash").replace("{kind}", "fence")
        caller = self.caller
        if path.startswith("/api/shared/"):
            caller = Caller()
        if "{secret}" in address:
            # Kept directly: the calls before may have used up how many invitations a crew has open.
            Invitation.objects.create(crew=Crew.objects.get(members__username="ash"), digest=digest("s" * 43))
            address, caller = address.replace("{secret}", "s" * 43), Caller()
        if path == "/api/crew/reprice":  # there must be prices to price by
            caller.send("PUT", "/api/crew/prices", self.good("/api/crew/prices"))
        first = caller.send(method, address, good)
        self.assertIn(first.status_code, (200, 204, 401, 409), first.content[:300])
        codes: dict[int, int] = {}
        refused = 0
        for seed in range(MOST_BODIES):
            # A few bodies may all be good by chance: then more are sent, until a share of them is refused.
            if seed >= BODIES and refused > seed * 0.15:
                break
            rng = random.Random(f"{path} {seed}")
            body = broken(good, rng)
            if path in DEAR and seed % 10:
                body["structure"] = rng.choice([None, 3, "nowhere", []]) if isinstance(body, dict) else body
            sent = json.dumps(body).encode() if rng.random() > 0.02 else json.dumps(body).encode()[: rng.randint(0, 60)]
            answer = caller.send(method, address, sent)
            codes[answer.status_code] = codes.get(answer.status_code, 0) + 1
            refused += answer.status_code in (400, 404, 422, 429)
            self.assertLess(answer.status_code, 500, f"seed {seed}: {sent[:4000]!r}")
        self.assertGreater(refused, sum(codes.values()) * 0.15, codes)


def fed_ones() -> list[tuple[str, str]]:
    """Every call of the schema that takes a body."""
    return [
        (method.upper(), path)
        for path, methods in schema()["paths"].items()
        for method, call in methods.items()
        if "application/json" in call.get("requestBody", {}).get("content", {})
    ]


HANDLE = {
    "id": "windbreak/post/l",
    "field": "locks/0/at_m",
    "line": "windbreak/string",
    "station_m": 6.5,
    "locked": True,
}


@tag("slow")
class FuzzTest(Fed):
    def test_enough_bodies_in_all(self) -> None:
        self.assertGreaterEqual(len(fed_ones()) * BODIES, dear(3_500))

    def test_every_other_endpoint_from_the_first(self) -> None:
        self.all_of(fed_ones()[::2])

    def test_decks_are_fed_too(self) -> None:
        good = self.good("/api/designs/plan")
        good["structure"] = "kitchen-deck"
        deck = good["document"]["structures"][1]
        good["document"]["structures"] = [deck]
        deck["spec"]["spots"] = [{"id": "r", "what": "rock", "x_m": 2.0, "y_m": 3.0, "radius_m": 0.3}]
        deck["spec"]["pins"] = [{"id": "beam-1", "at_m": 2.8, "why": ""}]
        self.feed("POST", "/api/designs/plan", good)

    def test_fences_of_every_foot_and_infill_are_fed(self) -> None:
        """Rare fields, too: whatever is typed into them is answered or refused, never a crash."""
        rng = random.Random(77)
        styles, feet = get_args(get_type_hints(Infill)["style"]), get_args(FootKind)
        good = self.good("/api/designs/plan")
        good["document"]["structures"] = good["document"]["structures"][:1]
        spec = good["document"]["structures"][0]["spec"]
        spec.update(
            lift_outs=[{"id": "v", "at_m": 4.0, "clear_m": 2.0}],
            foot_detail={"upright": {"by": "brace"}, "steel": {}},
            start_at={"at": "wall", "packing_m": 0.01},
            end_at={"at": "standing post"},
            finish={"kind": "oil"},
            top_high_m=2.5,
            plies_count=0,
            closed=False,
            height_m=1.1,
        )
        answered = 0
        for _ in range(300):
            body = copy.deepcopy(good)
            at = body["document"]["structures"][0]["spec"]
            at["foot"], at["infill"] = rng.choice(feet), {"style": rng.choice(styles), "cap": True, "mesh_m": 0.1}
            at["foot_detail"]["upright"]["by"] = rng.choice(("nothing", "brace", "rated base", "own weight"))
            at["bays"] = rng.choice(("fewest posts", "panels"))
            answer = self.caller.send("POST", "/api/designs/plan", broken(body, rng) if rng.random() < 0.8 else body)
            self.assertLess(answer.status_code, 500, str(body)[:3000])
            answered += answer.status_code == 200
        self.assertGreater(answered, 60)


@tag("slow")
class MoreFuzzTest(Fed):
    """The other half in a class of its own: two workers share the run by classes."""

    def test_every_other_endpoint_from_the_first(self) -> None:
        self.all_of(fed_ones()[1::2])
