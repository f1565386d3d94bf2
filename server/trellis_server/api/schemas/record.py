"""Bodies and answers of photos, inspections and upkeep."""

import uuid
from datetime import date, datetime
from typing import Annotated

from annotated_types import MaxLen, MinLen
from ninja import Schema
from steady.jobs.maintenance import Result, UpkeepState

from trellis_server.api.schemas.edges import Closed


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


class UpkeepBody(Closed):
    """What was found of one thing on a day."""

    key: Annotated[str, MinLen(1), MaxLen(40)]
    by: Annotated[str, MaxLen(120)]
    on: Annotated[str, MaxLen(10)]
    result: Result
    note: Annotated[str, MaxLen(400)] = ""
    photo: uuid.UUID | None = None


class UpkeepRow(Schema):
    id: int
    key: str
    by: str
    on: date
    result: Result
    note: str
    photo: uuid.UUID | None


class UpkeepAnswer(Schema):
    """`done_on`: the last day of work, which months are counted from."""

    done_on: date
    states: list[UpkeepState]
    rows: list[UpkeepRow]
