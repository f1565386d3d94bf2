"""The people of a crew: who may do what, invitations, new passwords, and where each is signed in."""

import hashlib
import secrets
import uuid
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.contrib.auth import get_user_model, login, update_session_auth_hash
from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.signals import user_logged_in, user_logged_out
from django.contrib.sessions.backends.db import SessionStore
from django.contrib.sessions.models import Session as StoredSession
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.dispatch import receiver
from django.http import HttpRequest
from django.utils import timezone
from steady.errors import InvalidInputError

from trellis_server.missing import NotFoundError
from trellis_server.models import Crew, Invitation, Role, Seat, SignIn
from trellis_server.services.jobs import Person


@dataclass(frozen=True, slots=True)
class RolePermission:
    """What a role may change, and that in a sentence."""

    may: frozenset[str]
    does: str


PARTS: Mapping[str, RolePermission] = {
    Role.OWNER: RolePermission(
        frozenset({"plan", "quote", "prices", "record", "people"}), "everything, and who is in the crew"
    ),
    Role.PLANNER: RolePermission(frozenset({"plan", "quote", "prices", "record"}), "plans, prices, quotes and records"),
    Role.OFFICE: RolePermission(
        frozenset({"quote", "prices", "record"}), "prices, quotes, links and records; looks at plans"
    ),
    Role.SITE: RolePermission(
        frozenset({"record"}), "measures, ticks, photos and inspections; looks at plans, with prices or without"
    ),
}
"""What each may change, one row a role; everybody may look."""
PLANS = (Role.OWNER, Role.PLANNER, Role.OFFICE)
"""Whoever plans or quotes works with the prices that stand in the plan: only those on site can be shown none."""
LASTS = timedelta(days=7)
"""An invitation opens for so long."""
MOST_PEOPLE, MOST_OPEN = 60, 30
BACKEND = "django.contrib.auth.backends.ModelBackend"


def digest(secret: str) -> str:
    """The sum under which a secret is kept: it is random and long, so that a slow sum would keep nothing from being guessed."""
    return hashlib.sha256(secret.encode()).hexdigest()


def seat_of(person: Person, crew: Crew) -> Seat:
    """A person's part in a crew: an owner's where none was ever given."""
    found = Seat.objects.filter(person=person.pk, crew=crew).first()
    return found or Seat(crew=crew, person_id=person.pk or 0, role=Role.OWNER, sees_prices=True)


def part(person: Person, job: str = "") -> tuple[str, bool]:
    """A person's role, and whether they see prices: in the crew of a job, or in their own. Whoever has no seat is an owner."""
    seats = Seat.objects.filter(person=person.pk)
    seats = seats.filter(crew__jobs__pk=uuid.UUID(job)) if job else seats.order_by("crew_id")
    return seats.values_list("role", "sees_prices").first() or (Role.OWNER, True)


def people_of(crew: Crew) -> list[tuple[Person, Seat]]:
    """Everybody in a crew, with their part."""
    return [(person, seat_of(person, crew)) for person in crew.members.order_by("pk")]


def _member(crew: Crew, name: str) -> Any:
    found = crew.members.filter(username=name).first()
    if found is None:
        raise NotFoundError
    return found


def _keep_an_owner(crew: Crew, leaving: Person) -> None:
    """Raises InvalidInputError: nobody else would own the crew."""
    others = (seat for person, seat in people_of(crew) if person.pk != leaving.pk)
    if not any(seat.role == Role.OWNER for seat in others):
        raise InvalidInputError("role", "Somebody has to own the crew: make another person owner first")


def give_part(crew: Crew, name: str, role: str, *, sees_prices: bool) -> None:
    """Give a person another part.

    Raises:
        Missing: Nobody of that name is in the crew.
        InvalidInputError: The crew would have no owner.
    """
    person = _member(crew, name)
    with transaction.atomic():
        if role != Role.OWNER:
            _keep_an_owner(crew, person)
        sees = sees_prices or role in PLANS
        Seat.objects.update_or_create(crew=crew, person=person, defaults={"role": role, "sees_prices": sees})


def remove(crew: Crew, name: str) -> None:
    """Take a person out of a crew, and end what they have open.

    Raises:
        Missing: Nobody of that name is in the crew.
        InvalidInputError: The crew would have no owner.
    """
    person = _member(crew, name)
    with transaction.atomic():
        _keep_an_owner(crew, person)
        crew.members.remove(person)
        Seat.objects.filter(crew=crew, person=person).delete()
        for sign_in in SignIn.objects.filter(person=person, ended_at=None):
            end(person, sign_in.pk)


def invite(crew: Crew, by: Person, said: Mapping[str, Any], *, name: str = "") -> str:
    """A new invitation's secret, told this once; with a name, one that gives that person a new password.

    Raises:
        Missing: Nobody of that name is in the crew.
        InvalidInputError: Too many people or open invitations.
    """
    person = _member(crew, name) if name else None
    if invitations_of(crew).count() >= MOST_OPEN or crew.members.count() >= MOST_PEOPLE:
        raise InvalidInputError("says", f"A crew holds at most {MOST_PEOPLE} people and {MOST_OPEN} open invitations")
    secret = secrets.token_urlsafe(32)
    Invitation.objects.create(crew=crew, digest=digest(secret), person=person, author_id=by.pk, **said)
    return secret


def invitations_of(crew: Crew) -> Any:
    """A crew's invitations that still open, the newest first."""
    since = timezone.now() - LASTS
    return Invitation.objects.filter(crew=crew, used_at=None, made_at__gte=since).order_by("-pk")


def take_back(crew: Crew, number: int) -> None:
    """An invitation that opens nothing any more. Raises Missing: there is none."""
    if not invitations_of(crew).filter(pk=number).update(used_at=timezone.now()):
        raise NotFoundError


def invited(secret: str) -> Invitation:
    """What an invitation opens. Raises Missing: nothing, or nothing any more."""
    since = timezone.now() - LASTS
    found = Invitation.objects.filter(digest=digest(secret), used_at=None, made_at__gte=since)
    invitation = found.select_related("crew", "person").first()
    if invitation is None:
        raise NotFoundError
    return invitation


def _good(password: str, person: Any) -> None:
    try:
        validate_password(password, person)
    except ValidationError as error:
        raise InvalidInputError("password", " ".join(error.messages)) from None


def join(request: HttpRequest, secret: str, name: str, *, password: str) -> None:
    """Join the crew that an invitation is for, or take a new password by it; whoever does is signed in.

    Raises:
        Missing: It opens nothing.
        InvalidInputError: A name that is taken, or a password that is too easy.
    """
    with transaction.atomic():
        invitation = invited(secret)
        # Two who open one invitation at once: one of them joins.
        if not Invitation.objects.filter(pk=invitation.pk, used_at=None).update(used_at=timezone.now()):
            raise NotFoundError
        person = invitation.person
        if person is None:
            person = _new(name, password)
            invitation.crew.members.add(person)
            Seat.objects.create(
                crew=invitation.crew,
                person=person,
                role=invitation.role,
                sees_prices=invitation.sees_prices or invitation.role in PLANS,
            )
        else:
            _good(password, person)
            person.set_password(password)
            person.save(update_fields=["password"])
            for sign_in in SignIn.objects.filter(person=person, ended_at=None):
                end(person, sign_in.pk)
    login(request, person, backend=BACKEND)


def _new(name: str, password: str) -> Any:
    users = get_user_model().objects
    if not name.strip():
        raise InvalidInputError("name", "Write the name that you sign in with")
    if users.filter(username__iexact=name.strip()).exists():
        raise InvalidInputError("name", "Somebody here has this name already: take another")
    _good(password, get_user_model()(username=name))
    try:
        return users.create_user(name.strip(), password=password)
    except IntegrityError:
        raise InvalidInputError("name", "Somebody here has this name already: take another") from None


def change_password(request: HttpRequest, old: str, new: str) -> None:
    """Give oneself another password; what is open elsewhere is ended, here it goes on.

    Raises:
        InvalidInputError: The old one is wrong, or the new one too easy.
    """
    person: Any = request.user
    if not person.check_password(old):
        raise InvalidInputError("old", "This is not your password")
    _good(new, person)
    person.set_password(new)
    person.save(update_fields=["password"])
    here = digest(request.session.session_key or "")
    for sign_in in SignIn.objects.filter(person=person, ended_at=None).exclude(digest=here):
        end(person, sign_in.pk)
    SignIn.objects.filter(person=person, digest=here).update(ended_at=timezone.now())
    update_session_auth_hash(request, person)
    note(request, person)


def note(request: HttpRequest, person: Any) -> None:
    """Write down that somebody signed in here."""
    if request.session.session_key is None:
        request.session.create()
    agent = request.META.get("HTTP_USER_AGENT", "")[:120]
    SignIn.objects.create(person=person, digest=digest(request.session.session_key or ""), agent=agent)


def places(person: Person) -> list[SignIn]:
    """Where a person is signed in and was lately, the newest first."""
    return list(SignIn.objects.filter(person=person.pk).order_by("-pk")[:30])


def end(person: Person, number: int) -> None:
    """End one of a person's sign-ins: its page asks to sign in again.

    Raises:
        Missing: There is none.
    """
    found = SignIn.objects.filter(person=person.pk, pk=number, ended_at=None).first()
    if found is None:
        raise NotFoundError
    # Only sums of keys are kept: the stored session whose key has this sum is the one.
    for key in StoredSession.objects.filter(expire_date__gte=timezone.now()).values_list("pk", flat=True):
        if digest(key) == found.digest:
            SessionStore(key).delete()
    SignIn.objects.filter(pk=found.pk).update(ended_at=timezone.now())


@receiver(user_logged_in)
def _signed_in(sender: Any, request: HttpRequest, user: Any, **kwargs: Any) -> None:
    if hasattr(request, "session") and hasattr(request, "META"):
        note(request, user)


@receiver(user_logged_out)
def _signed_out(sender: Any, request: HttpRequest, user: Any, **kwargs: Any) -> None:
    if user is not None and request.session.session_key:
        SignIn.objects.filter(digest=digest(request.session.session_key)).update(ended_at=timezone.now())
