"""Which day it is: where the page is looked at, not in Greenwich."""

import re
from collections.abc import Callable
from datetime import timedelta, timezone, tzinfo

from django.http import HttpRequest, HttpResponse
from django.utils.timezone import localtime, override

EAST = re.compile(r"-?\d{1,3}", re.ASCII)
FARTHEST_EAST = timedelta(hours=14)


def east_of(minutes: str) -> tzinfo | None:
    """The clock so many minutes east of Greenwich; none where nobody on earth has it."""
    if not EAST.fullmatch(minutes) or abs(east := timedelta(minutes=int(minutes))) > FARTHEST_EAST:
        return None
    return timezone(east)


def minutes_east() -> str:
    """How far east the clock in hand stands: for what is made of it later, elsewhere."""
    offset = localtime().utcoffset()
    assert offset is not None
    return str(round(offset.total_seconds() / 60))


class CrewsDay:
    """What is today is what it is where the page is looked at, as its cookie says; in Greenwich where it says nothing."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        here = east_of(request.COOKIES.get("trellis-east", ""))
        if here is None:
            return self.get_response(request)
        with override(here):
            return self.get_response(request)
