"""What the program does with what lies outside: each answer lands where it is used, and a wrong one is noticed where it can be."""

from dataclasses import dataclass, replace
from datetime import date

from steady.catalog.price_book import BookPrice, every_item
from steady.errors import InvalidInputError
from steady.ground.site import Locate
from steady.jobs.document import JobDocument
from steady.layout.leveling import level_round
from steady.schedule.weather_limits import Day
from steady.units.dates import day_of

from trellis_server.integrations.services import (
    SERVICES,
    Level,
    LocateDesk,
    Merchant,
    Messages,
    SupplierOffer,
    SurveySpot,
    Ticket,
    Weather,
    service,
)
from trellis_server.models import Crew
from trellis_server.services.crew import keep_prices, prices_of

FORECAST_DAYS = 10


@dataclass(frozen=True)
class Levelled:
    """Heights over the site's zero, by thing; `closes_m`: how the benchmark differs at the end; `amiss`: not to be taken."""

    heights: tuple[tuple[str, float], ...]
    closes_m: float
    amiss: str = ""


def fault_of(crew: Crew, key: str) -> str:
    """The fault that a crew gave a stand-in to show."""
    return str(crew.stand_ins.get(key) or "")


def set_fault(crew: Crew, key: str, fault: str) -> None:
    """Give a stand-in a fault; "" heals it.

    Raises:
        InvalidInputError: There is no such service, or it has no such fault.
    """
    row = next((row for row in SERVICES if row.key == key), None)
    if row is None:
        raise InvalidInputError("service", f"There is no service {key[:40]}")
    if fault and fault not in row.faults:
        raise InvalidInputError("fault", f"The {row.says.lower()} has no such fault: {', '.join(row.faults)}")
    crew.stand_ins = {**crew.stand_ins, key: fault}
    crew.save(update_fields=["stand_ins"])


def forecast(crew: Crew, job: JobDocument, today: date) -> tuple[Day, ...]:
    """The job's days with the forecast's in place of earlier forecasts; what the crew typed stays.

    Raises:
        InvalidInputError: The place is not known.
        Unreachable: No answer.
    """
    if job.site.latitude_rad is None:
        raise InvalidInputError("site/latitude_rad", "Type the place's latitude under Ground first")
    starts = job.calendar.starts_on
    first = max(today, day_of(starts, "calendar/starts_on")) if starts else today
    weather: Weather = service("weather", fault_of(crew, "weather"))
    found = weather.forecast(job.site.latitude_rad, first, FORECAST_DAYS)
    typed = [day for day in job.days if not day.id.startswith("forecast-")]
    taken = {day.on for day in typed}
    return tuple(sorted((*typed, *(day for day in found if day.on not in taken)), key=lambda day: day.on))


def ask_merchant(crew: Crew, metric: bool, today: date, *, keep: bool) -> list[SupplierOffer]:
    """Offers on everything that the yard sells; `keep`: into the crew's price book, in place of the same yard's earlier ones.

    Raises:
        Unreachable: No answer; the book stays as it was.
    """
    merchant: Merchant = service("merchant", fault_of(crew, "merchant"))
    found = merchant.offers(every_item(metric), today)
    if keep:
        kept: dict[tuple[str, float | None, str], BookPrice] = {
            (row.item, row.length_m, row.supplier): row for row in prices_of(crew)
        }
        kept |= {(one.price.item, one.price.length_m, one.price.supplier): one.price for one in found}
        keep_prices(crew, tuple(kept.values()))
    return found


def ask_locate(crew: Crew, job: JobDocument, today: date) -> tuple[Locate, Ticket]:
    """The ticket of the job's place: asked for today, or looked at again.

    Raises:
        Unreachable: No answer.
    """
    desk: LocateDesk = service("locate", fault_of(crew, "locate"))
    asked_on = _asked_on(job.site.locate.ticket) or today
    ticket = desk.ticket(job.place or job.name, asked_on, today)
    answered = all(said for _, said in ticket.owners)
    locate = replace(
        job.site.locate,
        ticket=ticket.number,
        dig_from=ticket.dig_from.isoformat(),
        expires=ticket.expires.isoformat(),
        owners_answered=answered,
    )
    return locate, ticket


def _asked_on(ticket: str) -> date | None:
    """The day in the number of a ticket of the stand-in's own."""
    part = ticket.split("-")
    if len(part) != 3 or part[0] != "SIM" or len(part[1]) != 6 or not part[1].isdigit():
        return None
    try:
        return date(2000 + int(part[1][:2]), int(part[1][2:4]), int(part[1][4:]))
    except ValueError:
        return None


def level(crew: Crew, job: JobDocument) -> Levelled:
    """A round over the site's spot heights, from its zero and back to it.

    Raises:
        InvalidInputError: There is no spot to read.
        Unreachable: No answer.
    """
    spots = [
        SurveySpot(thing.id, thing.points[0].x_m, thing.points[0].y_m)
        for thing in job.site.things
        if thing.kind == "spot height"
    ]
    if not spots:
        raise InvalidInputError("site/things", "Draw the spots to read first: Spot height, under What lies here")
    instrument: Level = service("level", fault_of(crew, "level"))
    found = instrument.read(spots)
    told = level_round(found.benchmark_m, found.rods_m, found.benchmark_again_m, tape=job.reading.tape())
    heights = tuple((spot.thing, high_m) for spot, high_m in zip(spots, told.heights_m, strict=True))
    return Levelled(heights=heights, closes_m=told.closes_m, amiss=told.amiss)


def send(crew: Crew, to: str, text: str) -> str:
    """A message; its receipt.

    Raises:
        InvalidInputError: Nobody to send it to, or nothing to send.
        Unreachable: No answer.
    """
    if not to.strip():
        raise InvalidInputError("to", "Write whom it goes to")
    if not text.strip():
        raise InvalidInputError("text", "There is nothing to send")
    gateway: Messages = service("messages", fault_of(crew, "messages"))
    return gateway.send(to.strip(), text)
