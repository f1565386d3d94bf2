"""Signing in and out. The demo signs in by itself, on the loopback address only."""

import ipaddress

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError

from trellis_server.api.app import same_site
from trellis_server.api.permissions import may
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.jobs import Session, SignInBody
from trellis_server.demo.people import DEMO_NAME
from trellis_server.services.jobs import crew_of
from trellis_server.services.throttle import MOST_OF_A_PLACE, address, clear, too_many, trip

router = Router(tags=["session"])


def _session(request: HttpRequest) -> Session:
    if not request.user.is_authenticated:
        return Session(signed_in=False, demo_here=settings.DEMO and _loopback(request))
    demo = request.user.get_username() == DEMO_NAME
    role, acts, sees = may(request.user)
    return Session(
        signed_in=True,
        id=request.user.pk,
        name=request.user.get_username(),
        crew=crew_of(request.user).name,
        demo=demo,
        role=role,
        may=acts,
        sees_prices=sees,
    )


def _loopback(request: HttpRequest) -> bool:
    """Whether the request came from this machine itself, and not through a proxy that says otherwise."""
    if any(name in request.META for name in ("HTTP_X_FORWARDED_FOR", "HTTP_FORWARDED", "HTTP_X_REAL_IP")):
        return False
    try:
        return ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False


@router.get("", response=Session, auth=same_site)
def who(request: HttpRequest) -> Session:
    """Who is signed in; in the demo, on this machine, the demo crew is."""
    if settings.DEMO and not request.user.is_authenticated and _loopback(request):
        person = get_user_model().objects.filter(username=DEMO_NAME).first()
        if person is not None and not request.session.get("left_demo"):
            login(request, person, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request)


@router.post("", response={200: Session, 401: Problems, 403: Problems, 422: Problems, 429: Problems}, auth=same_site)
def sign_in(request: HttpRequest, body: SignInBody) -> Session:
    """Sign in."""
    here = address(request)
    name, place = f"{body.name.lower()} from {here}", f"place {here}"
    if too_many(name) or too_many(place, MOST_OF_A_PLACE):
        raise HttpError(429, "Too many tries: wait a few minutes")
    person = authenticate(request, username=body.name, password=body.password)
    if person is None:
        trip(name)
        trip(place)
        raise HttpError(401, "Name and password do not go together")
    clear(name)
    login(request, person)
    return _session(request)


@router.post("/demo", response={200: Session, 403: Problems}, auth=same_site)
def back_into_demo(request: HttpRequest) -> Session:
    """Return to demo that somebody signed out of; only where there is one, on this machine."""
    if not settings.DEMO or not _loopback(request):
        raise HttpError(403, "There is no demo here")
    request.session.pop("left_demo", None)
    return who(request)


@router.delete("", response=Session, auth=same_site)
def sign_out(request: HttpRequest) -> Session:
    """Sign out; the demo stays signed out until its next visit."""
    # Whoever was not signed in leaves nothing behind; the demo alone remembers that somebody left it.
    there = request.user.is_authenticated
    logout(request)
    if settings.DEMO and there:
        request.session["left_demo"] = True
    return _session(request)
