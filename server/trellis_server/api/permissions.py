"""Which calls ask for which part in a crew: one table of addresses, and those that are about prices alone."""

import re
from typing import Any

from django.http import HttpRequest
from ninja.errors import HttpError

from trellis_server.services.people import PARTS, part

LOOKS = ("GET", "HEAD", "OPTIONS")
CHANGES: tuple[tuple[str, str], ...] = (
    (r"^/api/crew/(people|invitations)", "people"),
    (r"^/api/crew/(rates|reprice)", ""),
    (r"^/api/crew/defaults", "plan"),
    (r"^/api/crew/prices", "prices"),
    (r"^/api/crew/standard-builds", "plan"),
    (r"^/api/crew/towns", "plan"),
    (r"^/api/crew/feeds", "plan"),
    (r"^/api/board", "plan"),
    (r"^/api/crew", "people"),
    (r"^/api/integrations/(supplier|faults)", "prices"),
    (r"^/api/quotes/offer", ""),
    (r"^/api/quotes/[^/]+/sign-offs", "people"),
    (r"^/api/quotes", "quote"),
    (r"^/api/jobs/[^/]+/(readings|photos|inspections|upkeep|obstructions|hours)", "record"),
    (r"^/api/jobs/[^/]+/(links|status)", "quote"),
    (r"^/api/jobs/[^/]+/pack", ""),
    (r"^/api/jobs", "plan"),
)
"""What a call that is no mere look needs a part for; the first that fits counts, empty and all others change nothing kept."""
PRICED = re.compile(
    r"^/api/(quotes|crew/(prices|reprice|defaults)|integrations/supplier)|/(quote|prices|list|changes|pack)\.(pdf|csv|xlsx)$|/pack(/|$)|^/api/designs/job-takeoff"
)
"""Calls that are about prices alone: whoever sees none is told so."""
SAYS = {
    "people": "Only an owner of the crew does this",
    "prices": "Your part in the crew does not change prices: ask an owner",
    "quote": "Your part in the crew sends no quotes or links: ask an owner or planner",
    "plan": "Your part in the crew changes no plans: what you typed is still here, ask a planner to save it",
    "record": "Your part in the crew does not record on site",
}
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
    if asks and asks not in PARTS[role].may:
        raise HttpError(403, SAYS[asks])
    if priced and not sees:
        raise HttpError(403, "Prices are not shown to you: ask an owner of the crew")


def may(person: Any) -> tuple[Any, list[str], bool]:
    """A person's role, what they may change, and whether they see prices."""
    role, sees = part(person)
    return role, sorted(PARTS[role].may), sees
