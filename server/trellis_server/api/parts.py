"""Which calls ask for which part in a crew: one table of addresses, and what those who see no prices are answered with."""

import re
from typing import Any

from django.http import HttpRequest
from ninja.errors import HttpError

from trellis_server.services.people import MAY, part

LOOKS = ("GET", "HEAD", "OPTIONS")
CHANGES: tuple[tuple[str, str], ...] = (
    (r"^/api/crew/(people|invitations)", "people"),
    (r"^/api/crew/(learned|priced)", ""),
    (r"^/api/crew/prices", "prices"),
    (r"^/api/crew", "people"),
    (r"^/api/outside/(merchant|faults)", "prices"),
    (r"^/api/quotes/offer", ""),
    (r"^/api/quotes", "quote"),
    (r"^/api/jobs/[^/]+/(readings|photos|inspections|found)", "record"),
    (r"^/api/jobs/[^/]+/(links|status)", "quote"),
    (r"^/api/jobs", "plan"),
    (r"^/api/reckon/habit", "plan"),
)
"""What a call that is no mere look needs a part for; the first that fits counts, empty and all others change nothing kept."""
PRICED = re.compile(
    r"^/api/(quotes|crew/(prices|priced)|outside/merchant)|/(quote|prices|list|changes|pack)\.(pdf|csv|xlsx)$|^/api/reckon/list"
)
"""Calls that are about prices alone: whoever sees none is told so."""
SAYS = {
    "people": "Only an owner of the crew changes this",
    "prices": "Your part in the crew does not change prices: ask an owner",
    "quote": "Your part in the crew sends no quotes or links: ask an owner or planner",
    "plan": "Your part in the crew changes no plans: what you typed is still here, ask a planner to save it",
    "record": "Your part in the crew does not record on site",
}
HIDDEN = frozenset(
    {
        "price",
        "total",
        "price_change",
        "cost",
        "bound",
        "saved",
        "per_ft",
        "per_m",
        "per_ft2",
        "per_m2",
        "wage",
        "labour",
    }
)
"""Numbers that are prices wherever they stand in an answer."""
JOB = re.compile(r"^/api/(?:jobs|quotes)/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})")


def admit(request: HttpRequest, person: Any) -> None:
    """Lets a call through, or says why not.

    Raises:
        HttpError: 403: the person's part in the crew does not reach so far.
    """
    path = request.path
    asks = "" if request.method in LOOKS else next((act for fits, act in CHANGES if re.search(fits, path)), "")
    priced = bool(PRICED.search(path))
    if not asks and not priced:
        return
    job = JOB.match(path)
    role, sees = part(person, job[1] if job else "")
    if asks and asks not in MAY[role]:
        raise HttpError(403, SAYS[asks])
    if priced and not sees:
        raise HttpError(403, "Prices are not shown to you: ask an owner of the crew")


def hides_prices(person: Any) -> bool:
    """Whether answers to a person go out without prices."""
    return not part(person)[1]


def may(person: Any) -> tuple[Any, list[str], bool]:
    """A person's role, what they may change, and whether they see prices."""
    role, sees = part(person)
    return role, sorted(MAY[role]), sees


def without_prices(answer: Any) -> Any:
    """An answer with every price taken out, its shape kept."""
    if isinstance(answer, dict):
        return {
            key: _nothing(value) if key in HIDDEN else [] if key == "prices" else without_prices(value)
            for key, value in answer.items()
        }
    if isinstance(answer, list):
        return [without_prices(value) for value in answer]
    return answer


def _nothing(value: Any) -> Any:
    return 0.0 if isinstance(value, int | float) and not isinstance(value, bool) else without_prices(value)
