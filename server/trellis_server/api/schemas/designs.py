"""Bodies and answers of what is calculated of one structure or of a job's list, and of the kinds."""

import uuid
from typing import Annotated, Any, Literal

from annotated_types import Ge, Le, MaxLen, MinLen
from ninja import Schema
from steady.design_codes.registry import School
from steady.design_codes.results import ClimatePlace, NamedZone
from steady.drawing.marks import MarkRow
from steady.drawing.thumbnail import Tile
from steady.estimating.concrete import ConcreteBought
from steady.ground.readings import ParsedReadings
from steady.jobs.access import AccessNote
from steady.jobs.apply_decision import Used
from steady.jobs.design_sheet import Sheet
from steady.jobs.dimension_conflicts import Disagreement
from steady.jobs.document import JobDocument, Structure, UnitSettings
from steady.jobs.estimate import Estimate
from steady.jobs.job_takeoff import Counted, Share
from steady.jobs.joint_rows import JointRow
from steady.jobs.member_options import PricedChoice
from steady.jobs.movement_limits import MovementLimits
from steady.jobs.placed_orders import LineBalance
from steady.jobs.received_deliveries import Arrived
from steady.jobs.starting_designs import Start
from steady.jobs.supplier_orders import SupplierOrder
from steady.jobs.treatments import TreatmentRow
from steady.jobs.wind_upgrades import WindUpgrade
from steady.plan.model import DragHandle, Option
from steady.schedule.weather_limits import DayAnswer
from steady.structures.form_schema import AskedGroup
from steady.structures.structure_type import LineForm, Table, WindByPart
from steady.takeoff.bill import Bill, ItemCuts, PieceRow
from steady.takeoff.combined import Delivery

from trellis_server.api.schemas.edges import Closed


class PlacesAnswer(Schema):
    places: list[ClimatePlace]


class StartBody(Closed):
    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    which: Annotated[str, MaxLen(40)]
    name: Annotated[str, MaxLen(80)] = ""


class StartAnswer(Schema):
    start: Start


class WindByPartAnswer(Schema):
    """None where no wind is known that the structure stands up to."""

    wind: WindByPart | None


class HabitAnswer(Schema):
    """How the crew usually builds a kind of structure; nothing where it kept none."""

    habit: dict[str, Any] | None


class StepsUpAnswer(Schema):
    steps: tuple[WindUpgrade, ...]


class Moving(Closed):
    """What is being pulled on a drawing, and where it is now."""

    handle: DragHandle
    to_m: Annotated[float, Ge(-5000), Le(5000)]


class PlanBody(Closed):
    """`moving`: the plan is asked for as if this were let go here."""

    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    selected: Annotated[str, MaxLen(200)] = ""
    moving: Moving | None = None


class PullBody(Closed):
    """Something that is being pulled on a drawing.

    `key`: the page's own for the document as it is; `document`: sent with the first of them, and where it is not held any more.
    `after`: the number of the answer that the page shows.
    """

    key: uuid.UUID
    structure: Annotated[str, MaxLen(60)]
    moving: Moving
    document: JobDocument | None = None
    after: int = 0


class PullAnswer(Schema):
    """What changed since the answer before: fields whole, or as `{rows: [[place, row], …]}`.

    `held`: whether the document was known; where it was not, it is to be sent again.
    """

    held: bool
    number: int = 0
    changes: dict[str, Any] = {}


class MarksBody(Closed):
    document: JobDocument
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
    starts_as: Literal["usual", "last", "shipped"] = "usual"


class SketchBody(NewBody):
    """A line while it is typed, and the job that the structure will stand in."""

    document: JobDocument


class TilesAnswer(Closed):
    """The picture on each kind's tile, by its key."""

    tiles: dict[str, Tile]


class SchoolBody(Closed):
    document: JobDocument
    school: School


class MoveBody(Closed):
    """A handle of a structure's sheet, as it was given, and where it is moved to along its axis."""

    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    handle: DragHandle
    to_m: Annotated[float, Ge(-5000), Le(5000)]


class HoldBody(Closed):
    """A thing to hold at a place, or to let go."""

    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    thing: Annotated[str, MaxLen(200)]
    at_m: Annotated[float, Ge(-5000), Le(5000)] | None = None


class TakeInBody(Closed):
    """What was measured, and of what; `job`: whose ticks tell what is up already, None: a document alone."""

    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    thing: Annotated[str, MaxLen(200)]
    at_m: Annotated[float, Ge(-5000), Le(5000)]
    job: uuid.UUID | None = None


class BringBody(Closed):
    """A structure of another job, to be brought into this one."""

    document: JobDocument
    from_job: uuid.UUID
    structure: Annotated[str, MaxLen(60)]


class BroughtAnswer(Schema):
    structure: Structure


class CopyBody(Closed):
    """A structure of the job, to stand in it once more."""

    document: JobDocument
    structure: Annotated[str, MaxLen(60)]


class ActBody(Closed):
    """One of a kind's own changes, with its value."""

    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    act: Annotated[str, MaxLen(40)]
    value: Annotated[str, MaxLen(200)] = ""


class GroundBody(Closed):
    text: Annotated[str, MaxLen(200_000)]
    kind: Literal["height", "rod"] = "height"
    instrument_m: float = 0.0
    bare: Literal["ft", "in", "m", "mm"] = "ft"


class PictureAnswer(Schema):
    tile: Tile


class PriceAnswer(Schema):
    price: float


class TakeoffAnswer(Schema):
    pieces: list[PieceRow]
    cuts: list[ItemCuts]
    bill: Bill
    quote: Estimate
    look: str = ""
    look_items: list[tuple[str, str]] = []
    stands: str = ""
    near: list[str] = []
    held: list[str] = []
    message: str = ""


class DecisionsBody(Closed):
    """`carry_out`: a decision that takes one thing for another in every structure; empty: only asked what there is."""

    document: JobDocument
    carry_out: Annotated[str, MaxLen(60)] = ""


class DecisionsAnswer(Schema):
    """The document as decided, and the things of the yard that its structures are made of."""

    document: JobDocument
    used: list[Used]


class JobListBody(Closed):
    """`structures` and `stages`: what is bought; none named: all of it."""

    document: JobDocument
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
    treatments: list[TreatmentRow]
    access: list[AccessNote]
    concrete: ConcreteBought | None
    mass_kg: float
    orders: list[SupplierOrder]
    balances: list[LineBalance]
    arrived: list[Arrived]


class ZonesAnswer(Schema):
    """Time zones by name; `near`: those whose towns lie nearest to the place asked about."""

    zones: list[str]
    near: list[str]


class StateRow(Schema):
    """What is said of one structure: its state as a key, and in a sentence; whether it fails or can't be built."""

    id: str
    name: str
    key: str
    says: str
    left_out: bool
    wrong: bool


class StatesAnswer(Schema):
    states: list[StateRow]


class DaysBody(Closed):
    document: JobDocument


class DaysAnswer(Schema):
    """What each typed day is good for."""

    days: list[DayAnswer]


class OptionsAnswer(Schema):
    options: list[Option]


class ChoicesAnswer(Schema):
    choices: list[PricedChoice]


class JointsAnswer(Schema):
    joints: list[JointRow]


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


class YardItem(Schema):
    """`species`: what it is made of; empty: hardware and bags. `width_m`: of a stick; how high a panel or a roll of wire is."""

    key: str
    role: str
    says: str
    species: str = ""
    width_m: float = 0.0


class SoilRow(Schema):
    name: str
    says: str
    source: str


class OptionBody(Schema):
    value: str
    says: str


class MarkBody(Schema):
    """How finely a tape reads, as a job keeps it."""

    says: str
    reading: UnitSettings


class Way(OptionBody):
    """A way to start; `signed`: someone puts a name to it first."""

    signed: bool = False


class KindRow(Schema):
    """A kind of structure: its words, what its panel asks and which tables it has."""

    key: str
    many: str
    line: LineForm
    presets: list[OptionBody]
    tables: tuple[Table, ...]
    form: tuple[AskedGroup, ...]
    settings: tuple[AskedGroup, ...]
    acts: list[str]
    starts: list[Way]
    crew: str
    searched: list[str]
    rates_wind: bool
    usual: bool


class KindsAnswer(Schema):
    kinds: list[KindRow]
    job: tuple[AskedGroup, ...]


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
    exposures: list[OptionBody]
    editions: list[str]
    asks_rain_on_snow: bool
    roof_shelters: list[OptionBody]
    wind_says: str
    wind_zones: list[NamedZone]
    seismic_categories: list[OptionBody]
    wind_pressure_pa: float
    usual: UsualSite
    codes: list[OptionBody]
    marks: list[MarkBody]
    sources: list[SourceRow]


SheetAnswer = Sheet


SlackAnswer = MovementLimits


ReadingsRead = ParsedReadings


class SlackBody(Closed):
    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    post: Annotated[str, MaxLen(200)]
