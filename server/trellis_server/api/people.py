"""The people of a crew and their invitations; a person's own password and sign-ins; joining by a link."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError

from trellis_server.api.app import fast, same_site
from trellis_server.api.permissions import may
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.people import (
    InvitationBody,
    InvitationMade,
    InvitedAnswer,
    JoinBody,
    PartBody,
    PasswordBody,
    PeopleAnswer,
    SignInsAnswer,
)
from trellis_server.models import Role
from trellis_server.services import people, throttle
from trellis_server.services.jobs import crew_of

router = Router(tags=["people"])
own_router = Router(tags=["people"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


def _answer(request: HttpRequest) -> HttpResponse:
    crew = crew_of(request.user)
    owns = "people" in may(request.user)[1]
    rows = [
        {
            "name": person.get_username(),
            "role": seat.role,
            "sees_prices": seat.sees_prices,
            "me": person.pk == request.user.pk,
        }
        for person, seat in people.people_of(crew)
    ]
    waiting = people.invitations_of(crew) if owns else []
    roles = [{"key": role.value, "says": role.label, "does": people.PARTS[role].does} for role in Role]
    return fast({"people": rows, "invitations": [_row(one) for one in waiting], "roles": roles})


def _row(one: Any) -> dict[str, Any]:
    name = one.person.get_username() if one.person else ""
    return {"number": one.pk, "says": one.says, "role": one.role, "made_at": one.made_at, "for_person": name}


@router.get("/people", response={200: PeopleAnswer, **REFUSALS})
def listed(request: HttpRequest) -> HttpResponse:
    """Everybody in the crew and their part; for owners the open invitations, too."""
    return _answer(request)


@router.put("/people/{str:name}", response={200: PeopleAnswer, **REFUSALS})
def give_part(request: HttpRequest, name: str, body: PartBody) -> HttpResponse:
    """Another part for a person."""
    people.give_part(crew_of(request.user), name, body.role, sees_prices=body.sees_prices)
    return _answer(request)


@router.delete("/people/{str:name}", response={200: PeopleAnswer, **REFUSALS})
def remove(request: HttpRequest, name: str) -> HttpResponse:
    """A person out of the crew; what they have open is ended."""
    people.remove(crew_of(request.user), name)
    return _answer(request)


@router.post("/people/{str:name}/password", response={200: InvitationMade, **REFUSALS})
def reset(request: HttpRequest, name: str) -> HttpResponse:
    """A link by which a person takes a new password; told this once."""
    return fast(
        {
            "secret": people.invite(
                crew_of(request.user), request.user, {"says": f"new password, {name}"[:80]}, name=name
            )
        }
    )


@router.post("/invitations", response={200: InvitationMade, **REFUSALS})
def invite(request: HttpRequest, body: InvitationBody) -> HttpResponse:
    """A link by which somebody joins; told this once."""
    return fast({"secret": people.invite(crew_of(request.user), request.user, body.model_dump())})


@router.delete("/invitations/{int:number}", response={200: PeopleAnswer, **REFUSALS})
def take_back(request: HttpRequest, number: int) -> HttpResponse:
    """An invitation taken back."""
    people.take_back(crew_of(request.user), number)
    return _answer(request)


@own_router.get("/invited/{str:secret}", response={200: InvitedAnswer, **REFUSALS}, auth=same_site)
def invited(request: HttpRequest, secret: str) -> HttpResponse:
    """What an invitation is for."""
    found = people.invited(secret[:100])
    name = found.person.get_username() if found.person else ""
    does = people.PARTS[found.role].does
    return fast({"crew": found.crew.name, "role": Role(found.role).label, "does": does, "name": name})


@own_router.post("/invited/{str:secret}", response={204: None, 429: Problems, **REFUSALS}, auth=same_site)
def join(request: HttpRequest, secret: str, body: JoinBody) -> HttpResponse:
    """Join, or take a new password; whoever does is signed in."""
    key = f"join {throttle.address(request)}"
    if throttle.too_many(key):
        raise HttpError(429, "Too many tries: wait a few minutes")
    throttle.trip(key)
    people.join(request, secret[:100], body.name, password=body.password)
    throttle.clear(key)
    return HttpResponse(status=204)


@own_router.put("/password", response={204: None, 429: Problems, **REFUSALS})
def change_password(request: HttpRequest, body: PasswordBody) -> HttpResponse:
    """One's own password; what is open elsewhere is ended."""
    key = f"password {request.user.pk}"
    if throttle.too_many(key):
        raise HttpError(429, "Too many tries: wait a few minutes")
    throttle.trip(key)
    people.change_password(request, body.old, body.new)
    throttle.clear(key)
    return HttpResponse(status=204)


@own_router.get("/devices", response={200: SignInsAnswer, **REFUSALS})
def places(request: HttpRequest) -> HttpResponse:
    """Where one is signed in, and was lately."""
    here = people.digest(request.session.session_key or "")
    rows = [
        {"number": one.pk, "agent": one.agent, "at": one.at, "ended_at": one.ended_at, "here": one.digest == here}
        for one in people.places(request.user)
    ]
    return fast({"places": rows})


@own_router.delete("/devices/{int:number}", response={204: None, **REFUSALS})
def end(request: HttpRequest, number: int) -> HttpResponse:
    """End one of one's own sign-ins."""
    people.end(request.user, number)
    return HttpResponse(status=204)
