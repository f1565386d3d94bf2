"""Bodies and answers of the API. The core's dataclasses are used as they are; pydantic checks them at this edge alone."""

import dataclasses
import uuid
from datetime import date, datetime
from typing import Annotated, Any, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen
from ninja import Schema
from pydantic import ConfigDict, RootModel
from steady.drawing.marks import MarkRow
from steady.drawing.scene import Scene
from steady.drawing.shapes import View
from steady.errors import RowProblem
from steady.ground.readings import Readings
from steady.ground.site import Locate
from steady.ground.survey import SiteThing, ThingRow
from steady.jobs.buying import Counted, Share
from steady.jobs.calendar import Calendar, MoveAnswer
from steady.jobs.change_order import ChangeOrder
from steady.jobs.choices import PricedChoice
from steady.jobs.dimensions import Disagreement
from steady.jobs.document import Job
from steady.jobs.offer import Offer
from steady.jobs.quote import Quoted
from steady.jobs.sheet import Sheet
from steady.jobs.siting import SitePlan
from steady.jobs.slack import Slack
from steady.jobs.starts import Start
from steady.jobs.steps_up import StepUp
from steady.jobs.sun import SunAnswer, SunAsk
from steady.plan.model import Handle, Option
from steady.record.learned import Learned
from steady.rulebooks.answers import ClimatePlace
from steady.schedule.days import Day, DayAnswer
from steady.structures.form import AskedGroup
from steady.structures.kind import LineForm, Table
from steady.takeoff.bill import Bill, ItemCuts, PieceRow
from steady.takeoff.together import Delivery
from steady.yard.price_book import BookPrice


def close_edges(kind: Any, seen: set[Any] | None = None) -> None:
    """Make a core dataclass and all below it refuse unknown fields, NaN and infinity at this edge."""
    seen = set() if seen is None else seen
    for part in getattr(kind, "__args__", ()):
        close_edges(part, seen)
    if not (isinstance(kind, type) and dataclasses.is_dataclass(kind)) or kind in seen:
        return
    seen.add(kind)
    kind.__pydantic_config__ = ConfigDict(extra="forbid", allow_inf_nan=False)  # type: ignore[attr-defined]
    import typing

    for hint in typing.get_type_hints(kind, include_extras=False).values():
        close_edges(hint, seen)


close_edges(Job)
close_edges(Handle)
close_edges(SunAsk)
close_edges(BookPrice)


class Closed(Schema):
    """A body that refuses what it does not know."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(Schema):
    """One refusal: the path of its field (slashes) and a sentence in the user's own units."""

    field: str
    message: str


class Problems(Schema):
    """A problem document."""

    type: str = "about:blank"
    title: str
    status: int
    problems: list[Problem] = []


class SignIn(Closed):
    name: Annotated[str, MaxLen(150)]
    password: Annotated[str, MaxLen(200)]


class Session(Schema):
    signed_in: bool
    name: str = ""
    crew: str = ""
    demo: bool = False


StatusWord = Literal["planning", "quoted", "agreed", "building", "done", "archived"]


class JobCard(Schema):
    """A job in the list, with what its small drawing needs."""

    id: uuid.UUID
    name: str
    place: str
    client: str = ""
    status: StatusWord
    created_at: datetime
    changed_at: datetime
    structures: list[dict[str, Any]]


class ThrownAway(Schema):
    """A job that can still be brought back, and until when."""

    id: uuid.UUID
    name: str
    until: datetime


class StatusBody(Closed):
    status: StatusWord


class JobState(Schema):
    """A job's current document and where it stands in its history."""

    id: uuid.UUID
    revision: int
    document: Job
    can_undo: bool
    can_redo: bool
    says: str
    saved_at: datetime
    sent: int | None = None
    """Where a save was joined with another's: the base for what is typed on top of what was sent."""


class SaveBody(Closed):
    base: int
    document: Job
    says: Annotated[str, MaxLen(200)] = ""


class NewJob(Closed):
    document: Job


class Clash(Schema):
    """One part that two people changed: its path and the three values."""

    path: str
    base: Any = None
    mine: Any = None
    theirs: Any = None


class Conflict(Schema):
    """Both versions of a job. `merged` holds every change of either side that does not clash, and theirs where it does."""

    title: str = "Someone else saved this job meanwhile"
    status: int = 409
    revision: int
    author: str
    theirs: Job
    merged: Job
    clashes: list[Clash]


class ImportBody(RootModel[dict[str, Any]]):
    """An exported job of any format; the migrations read it."""


class StepBody(Closed):
    base: int


class PlacesAnswer(Schema):
    places: list[ClimatePlace]


class StartBody(Closed):
    document: Job
    structure: Annotated[str, MaxLen(60)]
    which: Annotated[str, MaxLen(40)]
    name: Annotated[str, MaxLen(80)] = ""


class StartAnswer(Schema):
    start: Start


class HabitAnswer(Schema):
    """How the crew usually builds a kind of structure; nothing where it kept none."""

    habit: dict[str, Any] | None


class StepsUpAnswer(Schema):
    steps: tuple[StepUp, ...]


class Moving(Closed):
    """What is being pulled on a drawing, and where it is now."""

    handle: Handle
    to_m: Annotated[float, Ge(-5000), Le(5000)]


class PlanBody(Closed):
    """`moving`: the plan is asked for as if this were let go here."""

    document: Job
    structure: Annotated[str, MaxLen(60)]
    selected: Annotated[str, MaxLen(200)] = ""
    moving: Moving | None = None


class MarksBody(Closed):
    document: Job
    structure: Annotated[str, MaxLen(60)]
    from_end: bool = False
    to: Literal["centre", "near face", "far face"] = "centre"
    mirrored: bool = False


class NewBody(Closed):
    """A structure typed on one line."""

    kind: Annotated[str, MaxLen(40)]
    text: Annotated[str, MinLen(1), MaxLen(2000)]
    id: Annotated[str, MinLen(1), MaxLen(40)]
    bare: Literal["ft", "in", "m", "mm"] = "ft"
    school: Annotated[str, MaxLen(10)] = "us"
    preset: Annotated[str, MaxLen(40)] = ""


class MoveBody(Closed):
    """A handle of a structure's sheet, as it was given, and where it is moved to along its axis."""

    document: Job
    structure: Annotated[str, MaxLen(60)]
    handle: Handle
    to_m: Annotated[float, Ge(-5000), Le(5000)]


class HoldBody(Closed):
    """A thing to hold at a place, or to let go."""

    document: Job
    structure: Annotated[str, MaxLen(60)]
    thing: Annotated[str, MaxLen(200)]
    at_m: Annotated[float, Ge(-5000), Le(5000)] | None = None


class ActBody(Closed):
    """One of a kind's own changes, with its value."""

    document: Job
    structure: Annotated[str, MaxLen(60)]
    act: Annotated[str, MaxLen(40)]
    value: Annotated[str, MaxLen(200)] = ""


class GroundBody(Closed):
    text: Annotated[str, MaxLen(200_000)]
    kind: Literal["height", "rod"] = "height"
    instrument_m: float = 0.0
    bare: Literal["ft", "in", "m", "mm"] = "ft"


class TakeoffAnswer(Schema):
    pieces: list[PieceRow]
    cuts: list[ItemCuts]
    bill: Bill
    quote: Quoted
    look: str = ""
    stands: str = ""
    near: list[str] = []
    held: list[str] = []
    message: str = ""


class JobListBody(Closed):
    """`structures` and `stages`: what is bought; none named: all of it."""

    document: Job
    structures: Annotated[list[Annotated[str, MaxLen(60)]], MaxLen(60)] = []
    stages: Annotated[list[Literal["dig", "posts", "frame", "close"]], MaxLen(4)] = []


class JobListAnswer(Schema):
    """The whole job's list, and what its structures ask apart."""

    bill: Bill
    cuts: list[ItemCuts]
    pieces: list[PieceRow]
    shares: list[Share]
    saved: float
    deliveries: list[Delivery]
    counted: int
    differences: list[Counted]
    ready_mix_m3: float
    mass_kg: float
    message: str


class DaysBody(Closed):
    document: Job


class DaysAnswer(Schema):
    """What each typed day is good for."""

    days: list[DayAnswer]


class FoundBody(Closed):
    """A hole met something: which post's, what it is, and half of what must stay free of holes."""

    structure: Annotated[str, MaxLen(60)]
    post: Annotated[str, MaxLen(200)]
    what: Annotated[str, MinLen(1), MaxLen(60)]
    half_width_m: Annotated[float, Gt(0), Le(3)] = 0.15


class OptionsAnswer(Schema):
    options: list[Option]


class ChoicesAnswer(Schema):
    choices: list[PricedChoice]


class MarksAnswer(Schema):
    marks: list[MarkRow]


class DigAnswer(Schema):
    """What still holds back the first hole, today."""

    on: str
    ready: bool
    open_points: list[str]
    days_left: int | None
    disagreements: list[Disagreement] = []
    held_tasks: list[str] = []


class ReadingBody(Closed):
    """A value measured or ticked on site. Its id is made on the phone."""

    id: uuid.UUID
    about: Annotated[str, MinLen(1), MaxLen(200)]
    what: Annotated[str, MinLen(1), MaxLen(40)]
    value_m: float | None = None
    done: bool = False
    note: Annotated[str, MaxLen(400)] = ""
    device: Annotated[str, MinLen(1), MaxLen(60)]
    measured_at: datetime


class ReadingsBody(Closed):
    readings: Annotated[list[ReadingBody], MaxLen(500)]


class ReadingRow(Schema):
    """A kept reading, beside its plan where it has one."""

    id: uuid.UUID
    about: str
    what: str
    value_m: float | None
    done: bool
    note: str
    device: str
    measured_at: datetime
    author: str
    structure: str = ""
    planned_m: float | None = None
    verdict: str = ""
    replans: str = ""


class ReadingsAnswer(Schema):
    readings: list[ReadingRow]


class YardItem(Schema):
    key: str
    role: str
    says: str


class SoilRow(Schema):
    name: str
    says: str
    source: str


class Choice(Schema):
    value: str
    says: str


class Way(Choice):
    """A way to start; `signed`: someone puts a name to it first."""

    signed: bool = False


class KindRow(Schema):
    """A kind of structure: its words, what its panel asks and which tables it has."""

    key: str
    many: str
    line: LineForm
    presets: list[Choice]
    tables: tuple[Table, ...]
    form: tuple[AskedGroup, ...]
    acts: list[str]
    starts: list[Way]
    crew: str


class KindsAnswer(Schema):
    kinds: list[KindRow]


class DocumentRow(Schema):
    """A document of a structure: its file's name, and what it is called."""

    file: str
    says: str


class DocumentsAnswer(Schema):
    documents: list[DocumentRow]


class UsualSite(Schema):
    """What a new job under the school starts from."""

    bag: str
    soil: str
    exposure: str
    wind_speed_m_per_s: float


class SourceRow(Schema):
    key: str
    title: str
    edition: str
    publisher: str
    confidence: str
    checked: str


class ReferenceAnswer(Schema):
    """What the forms offer: the yard's items, the school's soils and words for wind, and every source."""

    items: list[YardItem]
    bags: list[YardItem]
    soils: list[SoilRow]
    exposures: list[Choice]
    editions: list[str]
    wind_says: str
    wind_pressure_pa: float
    usual: UsualSite
    sources: list[SourceRow]


class SunBody(Closed):
    document: Job
    structure: Annotated[str, MaxLen(60)]
    ask: SunAsk


SheetAnswer = Sheet
SceneAnswer = Scene
SitePlanAnswer = SitePlan
CalendarAnswer = Calendar
CalendarMoved = MoveAnswer


OfferAnswer = Offer
ChangeOrderAnswer = ChangeOrder


class DocumentBody(Closed):
    document: Job


class AcceptBody(Closed):
    """Who said yes, on which day, to which option."""

    by: Annotated[str, MaxLen(120)]
    on: Annotated[str, MaxLen(10)]
    option: Annotated[int, Ge(0), Le(3)] = 0


class Letterhead(Closed):
    name: Annotated[str, MaxLen(120)] = ""
    address: Annotated[str, MaxLen(1000)] = ""
    reach: Annotated[str, MaxLen(1000)] = ""
    small_print: Annotated[str, MaxLen(1000)] = ""


class CrewBody(Closed):
    name: Annotated[str, MinLen(1), MaxLen(120)]
    letterhead: Letterhead


class CrewAnswer(Schema):
    name: str
    people: list[str]
    letterhead: Letterhead
    prices: list[BookPrice]


class PricesBody(Closed):
    prices: Annotated[list[BookPrice], MaxLen(2000)]


class BringPrices(Closed):
    """A file's text, or a workbook's bytes in base 64; `bare`: the unit of lengths without one."""

    text: Annotated[str, MaxLen(1_500_000)]
    brought_as: Literal["csv", "xlsx"] = "csv"
    bare: Literal["ft", "in", "m", "mm"] = "ft"


class PricesRead(Schema):
    taken: int
    problems: list[RowProblem]


class JobAnswer(Schema):
    document: Job


class PhotoRow(Schema):
    id: uuid.UUID
    about: str
    says: str
    wide: int
    high: int
    by: str
    taken_at: datetime


class PhotosAnswer(Schema):
    photos: list[PhotoRow]


class InspectionBody(Closed):
    """Who looked at which task, on which day, and what they said."""

    task: Annotated[str, MinLen(1), MaxLen(120)]
    by: Annotated[str, MaxLen(120)]
    on: Annotated[str, MaxLen(10)]
    passed: bool
    note: Annotated[str, MaxLen(400)] = ""
    photo: uuid.UUID | None = None


class InspectionRow(Schema):
    id: int
    task: str
    by: str
    on: date
    passed: bool
    note: str
    photo: uuid.UUID | None


class HeldTask(Schema):
    task: str
    why: str


class InspectionsAnswer(Schema):
    inspections: list[InspectionRow]
    held: list[HeldTask]


class LinkBody(Closed):
    says: Annotated[str, MaxLen(80)] = ""
    shows_quote: bool = True
    shows_photos: bool = False


class LinkRow(Schema):
    id: int
    says: str
    shows_quote: bool
    shows_photos: bool
    made_at: datetime


class LinkMade(LinkRow):
    secret: str


class LinksAnswer(Schema):
    links: list[LinkRow]


class ServiceAnswer(Schema):
    key: str
    says: str
    text: str
    faults: list[str]
    fault: str


class OutsideAnswer(Schema):
    services: list[ServiceAnswer]


class FaultBody(Closed):
    service: Annotated[str, MaxLen(40)]
    fault: Annotated[str, MaxLen(60)]


class DaysAsked(Schema):
    days: list[Day]


class MerchantBody(Closed):
    metric: bool = False
    keep: bool = False


class OfferedRow(Schema):
    price: BookPrice
    stock_count: int
    lead_days: int
    instead: str


class MerchantAsked(Schema):
    offers: list[OfferedRow]


class OwnerSaid(Schema):
    owner: str
    said: str


class LocateAsked(Schema):
    locate: Locate
    owners: list[OwnerSaid]


class HeightRead(Schema):
    thing: str
    height_m: float


class LevelledAnswer(Schema):
    """A round of levels; `amiss`: why it is not to be taken."""

    heights: list[HeightRead]
    closes_m: float
    amiss: str


class MessageBody(Closed):
    to: Annotated[str, MaxLen(120)]
    text: Annotated[str, MaxLen(20_000)]


class MessageSent(Schema):
    says: str


class LearnedAnswer(Schema):
    learned: list[Learned]


class SentQuoteRow(Schema):
    number: int
    revision: int
    made_at: datetime
    made_by: str
    total: float
    currency: str
    valid_until: str
    options: list[str]
    accepted_by: str
    accepted_on: date | None
    accepted_option: int


class SharedAnswer(Schema):
    """What a client's link shows."""

    name: str
    crew: str
    reach: str
    client: str
    wanted: str
    structures: list[str]
    site: View
    quote: Offer | None
    quote_row: SentQuoteRow | None
    photos: list[PhotoRow]


class QuotesAnswer(Schema):
    quotes: list[SentQuoteRow]


class CalendarBody(Closed):
    """`job`: whose inspections hold tasks back; None: a document alone."""

    document: Job
    job: uuid.UUID | None = None


class CalendarMoveBody(Closed):
    """A task pulled to a day; an empty day lets it go where it may."""

    document: Job
    task: Annotated[str, MaxLen(120)]
    on: Annotated[str, MaxLen(10)]


class ThingRows(Schema):
    things: list[ThingRow]


class SurveyBody(Closed):
    """A survey as it was brought; `bare`: the unit of numbers without one."""

    document: Job
    text: Annotated[str, MaxLen(1_500_000)]
    brought_as: Literal["points", "geojson", "dxf"]
    bare: Literal["ft", "in", "m", "mm"] = "ft"


class SurveyAnswer(Schema):
    """Things in the site's axes. `latitude_rad`, `longitude_rad`: where the site's zero came to lie, if the file told it first."""

    things: list[SiteThing]
    problems: list[RowProblem]
    latitude_rad: float | None = None
    longitude_rad: float | None = None


SunShown = SunAnswer
SlackAnswer = Slack
ReadingsRead = Readings


class SlackBody(Closed):
    document: Job
    structure: Annotated[str, MaxLen(60)]
    post: Annotated[str, MaxLen(200)]
