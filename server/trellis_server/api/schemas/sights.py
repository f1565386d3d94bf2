"""Bodies and answers of what is seen: in space, in the sun, on the site, on days."""

import uuid
from typing import Annotated, Literal

from annotated_types import MaxLen
from ninja import Schema
from steady.drawing.scene import Scene
from steady.errors import RowProblem
from steady.ground.survey import SiteFeature, ThingRow
from steady.ground.survey_columns import MOST_COLUMNS, ColumnRole, SurveyColumns
from steady.ground.underlay import Underlay
from steady.jobs.bookings import BookedDay
from steady.jobs.document import JobDocument
from steady.jobs.job_schedule import Calendar, MoveAnswer
from steady.jobs.shade_map import ShadeMapRequest
from steady.jobs.site_layout import SitePlan
from steady.jobs.site_underlay import PictureRequest, ScaleRequest
from steady.jobs.sun_shade import SunAnswer, SunRequest
from steady.jobs.sun_year import SunYearRequest
from steady.value_objects import value_object

from trellis_server.api.schemas.edges import Closed


class SunBody(Closed):
    document: JobDocument
    structure: Annotated[str, MaxLen(60)]
    ask: SunRequest


class ShadyBody(Closed):
    document: JobDocument
    ask: ShadeMapRequest


class SunYearBody(Closed):
    document: JobDocument
    ask: SunYearRequest


SceneAnswer = Scene


SitePlanAnswer = SitePlan


@value_object
class CalendarAnswer:
    """The job on days, and the days on which the same crew is booked on another job."""

    calendar: Calendar
    double_booked: tuple[BookedDay, ...]


CalendarMoved = MoveAnswer


class CalendarBody(Closed):
    """`job`: whose inspections hold tasks back; None: a document alone."""

    document: JobDocument
    job: uuid.UUID | None = None


class CalendarMoveBody(Closed):
    """Move a task to a day; an empty day resets it to its earliest."""

    document: JobDocument
    task: Annotated[str, MaxLen(120)]
    on: Annotated[str, MaxLen(10)]


class ThingRows(Schema):
    things: list[ThingRow]


class SurveyBody(Closed):
    """A survey as it was brought; `bare`: the unit of numbers without one; `roles`: what each column holds, as chosen."""

    document: JobDocument
    text: Annotated[str, MaxLen(1_500_000)]
    brought_as: Literal["points", "geojson", "dxf"]
    bare: Literal["ft", "in", "m", "mm"] = "ft"
    roles: Annotated[list[ColumnRole], MaxLen(MOST_COLUMNS)] = []


class SurveyAnswer(Schema):
    """Things in the site's axes. `latitude_rad`, `longitude_rad`: where the site's zero came to lie, if the file told it first."""

    things: list[SiteFeature]
    problems: list[RowProblem]
    columns: SurveyColumns | None = None
    latitude_rad: float | None = None
    longitude_rad: float | None = None


class UnderBody(Closed):
    """A picture laid under the site for the first time, or two points by which the one that lies there is scaled."""

    document: JobDocument
    ask: PictureRequest | ScaleRequest


class UnderAnswer(Schema):
    under: Underlay


SunShown = SunAnswer
