"""People, jobs and calls that tests start from."""

import json
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import Crew
from trellis_server.services import documents


def person(name: str, crew: str = "") -> Any:
    """A person in a crew of their own, or of the given name."""
    made = get_user_model().objects.create_user(name, password="correct horse staple")
    team, _ = Crew.objects.get_or_create(name=crew or f"crew of {name}")
    team.members.add(made)
    return made


def small_job(name: str = "Small") -> dict[str, Any]:
    """A job with one 24-ft fence and a deck, as JSON."""
    job = documents.dump(larkspur_rise())
    job["name"] = name
    job["structures"] = [item for item in job["structures"] if item["spec"]["id"] in ("windbreak", "kitchen-deck")]
    spec = job["structures"][0]["spec"]
    spec |= {"straights": [{"id": "a", "length_m": 7.3, "turn_rad": 0.0}], "openings": [], "zones": [], "locks": []}
    return job


class Caller:
    """A signed-in client that speaks JSON."""

    def __init__(self, who: Any = None, strict: bool = False) -> None:
        self.client = Client(enforce_csrf_checks=strict, raise_request_exception=False)
        if who is not None:
            self.client.force_login(who)

    def send(self, method: str, path: str, body: Any = None) -> Any:
        """The response; its JSON stands in `.json()`."""
        data = None if body is None else (body if isinstance(body, bytes) else json.dumps(body))
        kind = "application/json"
        return self.client.generic(method, path, data if data is not None else "", content_type=kind)

    def signed(self, job: str) -> str:
        """The same job, every structure of it that does not pass signed for."""
        for stop in self.send("GET", f"/api/quotes/{job}/ledger").json()["stops"]:
            body = {"structure": stop["id"], "by": "A. Ash", "reason": "for this test"}
            answer = self.send("POST", f"/api/quotes/{job}/sign-offs", body)
            assert answer.status_code == 200, answer.content
        return job

    def new_job(self, document: dict[str, Any] | None = None) -> str:
        """The id of a new job."""
        answer = self.send("POST", "/api/jobs", {"document": document or small_job()})
        assert answer.status_code == 200, answer.content
        return str(answer.json()["id"])
