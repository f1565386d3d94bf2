"""Calendar subscriptions of a crew: a secret address each, for all jobs or one lead's, taken back at any time."""

from django.db.models import F
from django.utils import timezone
from steady.errors import InvalidInputError

from trellis_server.missing import NotFoundError
from trellis_server.models import CalendarFeed, Crew
from trellis_server.services.jobs import Person
from trellis_server.services.sharing import digest_of, new_secret

MOST_FEEDS = 40


def of(crew: Crew) -> list[CalendarFeed]:
    """A crew's subscriptions that are not taken back, the newest first."""
    return list(crew.feeds.filter(taken_back_at=None).order_by("-pk"))


def make(crew: Crew, person: Person, lead: str) -> tuple[CalendarFeed, str]:
    """A new subscription and its secret, which is told this once.

    Raises:
        InvalidInputError: The crew has as many as it may have.
    """
    if len(of(crew)) >= MOST_FEEDS:
        raise InvalidInputError("lead", "This crew has as many subscriptions as it may have: take one back first")
    secret = new_secret()
    feed = CalendarFeed.objects.create(crew=crew, digest=digest_of(secret), lead=lead.strip(), author_id=person.pk)
    return feed, secret


def take_back(crew: Crew, number: int) -> None:
    """An address that gives nothing any more.

    Raises:
        NotFoundError: There is none.
    """
    if not crew.feeds.filter(pk=number, taken_back_at=None).update(taken_back_at=timezone.now()):
        raise NotFoundError


def opened(secret: str) -> CalendarFeed:
    """What a secret opens: while whoever made it is in the crew.

    Raises:
        NotFoundError: Nothing, or nothing any more.
    """
    found = CalendarFeed.objects.filter(digest=digest_of(secret), taken_back_at=None, crew__members=F("author"))
    feed = found.select_related("crew").first()
    if feed is None:
        raise NotFoundError
    return feed
