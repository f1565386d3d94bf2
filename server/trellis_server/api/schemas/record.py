"""Bodies and answers of photos and inspections."""

import uuid
from datetime import date, datetime
from typing import Annotated

from annotated_types import MaxLen, MinLen
from ninja import Schema

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
