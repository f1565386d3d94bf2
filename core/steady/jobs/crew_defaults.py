"""How a crew usually works: its rules, its tape, its hours and wages, how it offers and cuts. A new job starts so."""

from dataclasses import replace
from typing import Annotated, Literal

from annotated_types import Ge, Le

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import RULEBOOKS, School
from steady.jobs.document import JobDocument, UnitSettings
from steady.jobs.estimate import EstimateRates
from steady.jobs.localize import localize_job
from steady.jobs.quote_terms import QuoteTerms
from steady.schedule.settings import CalendarTerms
from steady.structures.form_schema import Field, Group
from steady.units.units import IN
from steady.value_objects import value_object

Marks = Literal["1/8 in", "1/16 in", "1/32 in", "1 mm"]
READS: dict[Marks, UnitSettings] = {
    "1/8 in": UnitSettings(mark_m=IN / 8),
    "1/16 in": UnitSettings(mark_m=IN / 16),
    "1/32 in": UnitSettings(mark_m=IN / 32),
    "1 mm": UnitSettings(system="metric", mark_m=0.001),
}
CODES = tuple((key, book.title) for key, book in RULEBOOKS.items())
MARKS: tuple[tuple[Marks, str], ...] = (
    ("1/8 in", "feet and inches, to ⅛"),
    ("1/16 in", "feet and inches, to ¹⁄₁₆"),
    ("1/32 in", "feet and inches, to ¹⁄₃₂"),
    ("1 mm", "millimetres"),
)
"""What a job is asked first: the code that decides, and how finely the crew's tape reads."""


@value_object
class CrewUsual:
    """What a crew keeps for every new job.

    Args:
        school: Rules it builds by.
        marks: The finest mark that it reads.
        start_h: When its day begins.
        saturdays: It works on Saturdays.
        quote, offer, yard: As a job has them, without what belongs to one job alone (an old fence, options, sticks in hand).
    """

    school: School = "us"
    marks: Marks = "1/16 in"
    start_h: Annotated[float, Ge(4), Le(12)] = 8.0
    saturdays: bool = False
    quote: EstimateRates = EstimateRates()
    offer: QuoteTerms = QuoteTerms()
    yard: PurchasingSettings = PurchasingSettings()


FORM = (
    Group(
        title="Rules and tape",
        fields=(
            Field(
                path="school",
                says="Rules of",
                sort="choice",
                names=CODES,
            ),
            Field(
                path="marks",
                says="The tape reads",
                sort="choice",
                names=MARKS,
            ),
        ),
    ),
    Group(
        title="The crew's day",
        fields=(
            Field(path="quote/crew_count", says="People on a job", sort="count"),
            Field(path="quote/day_h", says="Hours a day", sort="number"),
            Field(path="start_h", says="Begins at (hour)", sort="number"),
            Field(path="saturdays", says="Saturdays are worked", sort="tick"),
        ),
    ),
    Group(
        title="Minutes of one person",
        fields=(
            Field(path="quote/post_min", says="A post, its hole and concrete", sort="number"),
            Field(path="quote/dig_soil", says="Usual soil", sort="choice"),
            Field(path="quote/dig_tool", says="Holes are dug", sort="choice"),
            Field(path="quote/concrete", says="Concrete is mixed", sort="choice"),
            Field(path="quote/rail_min", says="A rail, or the like", sort="number"),
            Field(path="quote/board_min", says="A board, or the like", sort="number"),
            Field(path="quote/leaf_min", says="A gate leaf, made and hung", sort="number"),
            Field(path="quote/finish_min", says="A litre of finish", sort="number"),
            Field(path="quote/setup_min", says="Set-up and clean-up, a day", sort="number"),
            Field(path="quote/travel_min", says="Travel there and back, a day", sort="number"),
        ),
    ),
    Group(
        title="Money",
        fields=(
            Field(path="offer/currency", says="Currency", sort="words"),
            Field(path="quote/wage", says="Wage, an hour", sort="number"),
            Field(path="quote/burden_ratio", says="Employer's costs on the wage", sort="ratio"),
            Field(path="quote/contingency_ratio", says="Contingency", sort="ratio"),
            Field(path="quote/overhead_ratio", says="Overhead", sort="ratio"),
            Field(path="quote/least_charge", says="Minimum charge", sort="number"),
            Field(path="quote/delivery_price", says="A delivery", sort="number", empty="none"),
            Field(path="offer/margin_ratio", says="Margin, of the price", sort="ratio"),
            Field(path="offer/tax_name", says="Tax name", sort="words"),
            Field(path="offer/tax_ratio", says="Tax", sort="ratio"),
            Field(
                path="offer/tax_on",
                says="Taxed",
                sort="choice",
                names=(("all", "the whole price"), ("materials", "materials"), ("labour", "labour")),
            ),
            Field(path="offer/valid_days", says="A quote is valid for (days)", sort="count"),
        ),
    ),
    Group(
        title="Sawing and buying",
        fields=(
            Field(path="yard/kerf_m", says="The saw takes", sort="small length"),
            Field(path="yard/trim_m", says="Trimmed off each end", sort="small length"),
            Field(path="yard/spare_ratio", says="Boards over", sort="ratio"),
            Field(path="yard/concrete_allowance_ratio", says="Concrete over the holes", sort="ratio"),
        ),
    ),
)
WORKED_WEEKENDS = ((5, 6), (6,))
"""Weekdays off: without and with Saturdays worked; Monday is 0."""


def begin(usual: CrewUsual, name: str) -> JobDocument:
    """A job with nothing in it yet, as the crew usually works."""
    bare = localize_job(JobDocument(name=name, quote=usual.quote, offer=usual.offer, yard=usual.yard), usual.school)
    days = CalendarTerms(start_h=usual.start_h, weekdays_off=WORKED_WEEKENDS[usual.saturdays])
    # Wind and soil are where every new job starts: nothing passes by them before somebody says that they are this place's.
    site = replace(bare.site, assumed=("wind", "soil"))
    return replace(bare, reading=READS[usual.marks], calendar=days, site=site)


def usual_of(job: JobDocument) -> CrewUsual:
    """What of a job a crew may want for every job: all but what belongs to this one alone."""
    marks = next((marks for marks, reading in READS.items() if reading == job.reading), None)
    return CrewUsual(
        school=job.school,
        marks=marks or ("1 mm" if job.reading.metric else "1/16 in"),
        start_h=job.calendar.start_h,
        saturdays=5 not in job.calendar.weekdays_off,
        quote=replace(job.quote, old_fence_m=0.0, stumps_count=0),
        offer=replace(job.offer, options=(), included=(), excluded=()),
        yard=replace(job.yard, prices=(), priced_on="", only=(), rack=()),
    )
