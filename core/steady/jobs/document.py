"""The job document: place, client, units, school, site, yard and all structures. The unit of revision and undo."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import TYPE_CHECKING, Annotated, Any, Literal

from annotated_types import Ge, Le, MaxLen, MinLen

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import School, rulebook
from steady.errors import InvalidInputError
from steady.ground.clock import zone_of
from steady.ground.placement import SitePlacement
from steady.ground.site import Site
from steady.jobs.decisions import Decision
from steady.jobs.dimension_conflicts import KeyDimension
from steady.jobs.estimate import EstimateRates
from steady.jobs.placed_orders import PlacedOrder
from steady.jobs.quote_terms import QuoteTerms
from steady.jobs.received_deliveries import ReceivedItem
from steady.jobs.support_links import check_rests, loaded
from steady.plan.model import Plan
from steady.schedule.settings import CalendarTerms
from steady.schedule.weather_limits import Day
from steady.structures.registry import any_spec, kind_of, plan
from steady.structures.structure_type import DesignInput, StructureType
from steady.units.show import Tape
from steady.value_objects import value_object

FORMAT = 10
if TYPE_CHECKING:
    AnySpec = Any
else:
    AnySpec = any_spec()
"""Any structure's spec: at run time the union of all kinds', as the registry stands when this is first imported."""


@value_object
class UnitSettings:
    """How the crew reads its tape: units, and the finest mark it works to (m)."""

    system: Literal["imperial", "metric"] = "imperial"
    mark_m: Annotated[float, Ge(0.0003), Le(0.02)] = 0.0015875

    @property
    def metric(self) -> bool:
        """Millimetres and metres."""
        return self.tape().metric

    def tape(self) -> Tape:
        """The tape in these units."""
        return Tape(self.system, self.mark_m)


@value_object
class Structure:
    """One structure of the job; the spec's own id names it everywhere. `stands`: where on the site; None: nobody has said."""

    name: Annotated[str, MinLen(1), MaxLen(120)]
    spec: AnySpec
    stands: SitePlacement | None = None


@value_object
class Filled:
    """One input of a kept sum, as it was typed."""

    name: Annotated[str, MinLen(1), MaxLen(60)]
    value: Annotated[str, MaxLen(2000)]


@value_object
class SavedCalculation:
    """A single sum kept with the job: its name and inputs as written; it is calculated again whenever it is shown."""

    id: Annotated[str, MinLen(1), MaxLen(60)]
    sum: Annotated[str, MinLen(1), MaxLen(60)]
    inputs: Annotated[tuple[Filled, ...], MaxLen(60)] = ()
    note: Annotated[str, MaxLen(400)] = ""


@value_object
class BagsUsed:
    """Bags of concrete that a structure's holes really took."""

    structure: Annotated[str, MinLen(1), MaxLen(60)]
    count: Annotated[int, Ge(1), Le(5000)]


@value_object
class Agreed:
    """What the client said yes to: the number of the quote, its option, by whom and on which day.

    `left_out`: structures that stood in the quote and are not in that option: they are not bought, scheduled or built.
    """

    quote: Annotated[int, Ge(1), Le(10000)]
    option: Annotated[str, MaxLen(120)] = ""
    by: Annotated[str, MaxLen(120)] = ""
    on: Annotated[str, MaxLen(10)] = ""
    left_out: Annotated[tuple[Annotated[str, MinLen(1), MaxLen(60)], ...], MaxLen(50)] = ()


@value_object
class JobDocument:
    """A whole job, as it is saved, exported and imported."""

    format: Literal[10] = 10
    name: Annotated[str, MinLen(1), MaxLen(120)]
    place: Annotated[str, MaxLen(200)] = ""
    client: Annotated[str, MaxLen(120)] = ""
    wanted: Annotated[str, MaxLen(2000)] = ""
    school: School = "us"
    reading: UnitSettings = UnitSettings()
    site: Site = Site()
    yard: PurchasingSettings = PurchasingSettings()
    structures: Annotated[tuple[Structure, ...], MaxLen(50)] = ()
    sums: Annotated[tuple[SavedCalculation, ...], MaxLen(200)] = ()
    dimensions: Annotated[tuple[KeyDimension, ...], MaxLen(100)] = ()
    days: Annotated[tuple[Day, ...], MaxLen(100)] = ()
    quote: EstimateRates = EstimateRates()
    calendar: CalendarTerms = CalendarTerms()
    offer: QuoteTerms = QuoteTerms()
    bags_used: Annotated[tuple[BagsUsed, ...], MaxLen(50)] = ()
    came: Annotated[tuple[ReceivedItem, ...], MaxLen(400)] = ()
    placed: Annotated[tuple[PlacedOrder, ...], MaxLen(100)] = ()
    decisions: Annotated[tuple[Decision, ...], MaxLen(100)] = ()
    agreed: Agreed | None = None

    @property
    def built(self) -> tuple[Structure, ...]:
        """The structures that are built: all but those that the accepted option leaves out."""
        left_out = self.agreed.left_out if self.agreed is not None else ()
        return tuple(item for item in self.structures if item.spec.id not in left_out)


def check_job(job: JobDocument) -> None:
    """Refuse what no job may be saved with: duplicate ids, ids that would be another place in a path, an unknown time zone.

    Raises:
        InvalidInputError: At the id, or at the zone.
    """
    zone_of(job.site.time_zone)
    seen = set()
    for index, item in enumerate(job.structures):
        name = item.spec.id
        if "/" in name or "\\" in name or ".." in name or not name.isprintable():
            raise InvalidInputError(
                f"structures/{index}/spec/id", "An id can't contain a slash, two dots or a control character"
            )
        if name in seen:
            raise InvalidInputError(
                f"structures/{index}/spec/id", f'Two structures are called "{name[:40]}": each id must be unique'
            )
        seen.add(name)


def find(job: JobDocument, structure_id: str) -> tuple[int, Structure]:
    """A structure of the job and its place in the list.

    Raises:
        InvalidInputError: There is none of that id, or the id stands twice.
    """
    found = [(index, item) for index, item in enumerate(job.structures) if item.spec.id == structure_id]
    if not found:
        raise InvalidInputError("structures", f'This job has no structure "{structure_id[:40]}"')
    if len(found) > 1:
        raise InvalidInputError(f"structures/{found[1][0]}/spec/id", f'Two structures are called "{structure_id[:40]}"')
    return found[0]


def case_of(job: JobDocument, structure_id: str) -> DesignInput:
    """What one structure of a job is planned from.

    Raises:
        InvalidInputError: There is none of that id, or the id stands twice.
    """
    spec = find(job, structure_id)[1].spec
    case = DesignInput(spec=spec, site=job.site, book=rulebook(job.school), yard=job.yard, tape=job.reading.tape())
    return loaded(case, job.structures)


def kind_in(job: JobDocument, structure_id: str) -> StructureType:
    """The kind of one structure of a job.

    Raises:
        InvalidInputError: There is none of that id, or the id stands twice.
    """
    return kind_of(find(job, structure_id)[1].spec)


@contextmanager
def at_its_field(job: JobDocument, structure_id: str) -> Iterator[None]:
    """Turns a refusal's path inside a spec into its path inside the document."""
    index, _ = find(job, structure_id)
    try:
        yield
    except InvalidInputError as error:
        if error.field == "ground":
            raise InvalidInputError("site/grounds", error.message) from None
        raise InvalidInputError(f"structures/{index}/spec/{error.field}", error.message) from None


def plan_structure(job: JobDocument, structure_id: str) -> Plan:
    """Plan one structure of a job.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the document.
    """
    with at_its_field(job, structure_id):
        check_rests(find(job, structure_id)[1], job.structures)
        return plan(case_of(job, structure_id))
