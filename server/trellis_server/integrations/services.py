"""The interfaces of what lies outside, and which makes answer them: a setting names one class a service."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any, Protocol

from django.conf import settings
from django.utils.module_loading import import_string
from steady.catalog.price_book import BookPrice
from steady.schedule.weather_limits import Day


class ServiceUnavailableError(Exception):
    """A service that does not answer; what was done without it stays."""


@dataclass(frozen=True)
class SurveySpot:
    """A point to be read, on the site's axes (m)."""

    thing: str
    x_m: float
    y_m: float


@dataclass(frozen=True)
class SpotReadings:
    """Rod readings of a round of spots (m), the benchmark first and again at the end."""

    benchmark_m: float
    rods_m: tuple[float, ...]
    benchmark_again_m: float


@dataclass(frozen=True)
class SupplierOffer:
    """A merchant's offer of one item: its price, how many are there, how long the rest takes, what would do instead."""

    price: BookPrice
    stock_count: int
    lead_days: int
    instead: str = ""


@dataclass(frozen=True)
class Ticket:
    """A locate ticket: its number, the first and last day of digging, and each owner's answer ("" while there is none)."""

    number: str
    dig_from: date
    expires: date
    owners: tuple[tuple[str, str], ...]


class Weather(Protocol):
    """A weather service."""

    def forecast(self, latitude_rad: float, first: date, count: int) -> list[Day]:
        """Days from `first` on. Raises Unreachable."""


class Merchant(Protocol):
    """A merchant."""

    def offers(self, prices: Sequence[BookPrice], on: date) -> list[SupplierOffer]:
        """What these items cost there on a day. Raises Unreachable."""


class LocateDesk(Protocol):
    """The desk that has buried services marked."""

    def ticket(self, place: str, asked_on: date, today: date) -> Ticket:
        """The ticket of a place asked for on a day, as it stands today. Raises Unreachable."""


class Level(Protocol):
    """A laser level and a rod."""

    def read(self, spots: Sequence[SurveySpot]) -> SpotReadings:
        """One round over the spots. Raises Unreachable."""


class Messages(Protocol):
    """A message gateway."""

    def send(self, to: str, text: str) -> str:
        """Send; a receipt. Raises Unreachable."""


@dataclass(frozen=True, kw_only=True)
class ServiceRow:
    """A service: its key in the setting, what a page calls it, what it is for, and the faults that its stand-in can be given."""

    key: str
    says: str
    text: str
    faults: tuple[str, ...]


SERVICES = (
    ServiceRow(
        key="weather",
        says="Weather service",
        text="Ten days for the job's place, into the calendar",
        faults=("a change of forecast", "no answer"),
    ),
    ServiceRow(
        key="merchant",
        says="Merchant",
        text="Prices, stock and lead times, into the price book",
        faults=("prices up", "a short delivery", "no answer"),
    ),
    ServiceRow(
        key="locate",
        says="Locate desk",
        text="A ticket and its owners' answers, into the dig hold",
        faults=("one owner late", "expired", "no answer"),
    ),
    ServiceRow(
        key="level",
        says="Laser level and rod",
        text="Readings of the site's spots, into the site",
        faults=("a knocked tripod", "a misread", "no answer"),
    ),
    ServiceRow(
        key="messages",
        says="Message gateway",
        text="The list to the merchant, a word to the client",
        faults=("no answer",),
    ),
)


def service(key: str, fault: str) -> Any:
    """The class that the setting names for a service, with a fault for a stand-in to show."""
    return import_string(settings.TRELLIS_OUTSIDE[key])(fault)
