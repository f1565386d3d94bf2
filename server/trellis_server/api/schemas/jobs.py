"""Bodies and answers of sessions and jobs: opening, saving, joining, readings on site, documents."""

import uuid
from datetime import UTC, datetime
from typing import Annotated, Any, Literal

from annotated_types import Gt, Le, MaxLen, MinLen
from ninja import Schema
from pydantic import AfterValidator, AwareDatetime, RootModel
from steady.drawing.marks import Face
from steady.drawing.shapes import View
from steady.jobs.document import JobDocument
from steady.jobs.revision_compare import RevisionComparison

from trellis_server.api.schemas.edges import Closed
from trellis_server.api.schemas.people import RoleWord
from trellis_server.documents.context import USUAL_PARTS, PackPart, Paper


class SignInBody(Closed):
    name: Annotated[str, MaxLen(150)]
    password: Annotated[str, MaxLen(200)]


class Session(Schema):
    """Who is signed in. `demo`: the demo's crew is; `demo_here`: there is a demo to go into from here."""

    signed_in: bool
    id: int = 0
    name: str = ""
    crew: str = ""
    demo: bool = False
    demo_here: bool = False
    role: RoleWord = "owner"
    may: list[str] = []
    sees_prices: bool = True


StatusWord = Literal["planning", "quoted", "agreed", "building", "done", "archived"]


class Listed(Schema):
    """A structure in the list; without `verdict` and `problem` it was not calculated yet."""

    id: str
    name: str
    size: str
    verdict: str
    problem: str


class JobCard(Schema):
    """A job in the list."""

    id: uuid.UUID
    revision: int
    name: str
    place: str
    client: str = ""
    status: StatusWord
    created_at: datetime
    changed_at: datetime
    structures: list[Listed]


class CardDrawn(JobCard):
    """A job in the list with the drawing of its first structure that can be drawn."""

    view: View | None


class Pictured(Listed):
    """A structure of a job with a small drawing; none where it can't be planned."""

    view: View | None


class Pictures(Schema):
    structures: list[Pictured]


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
    document: JobDocument
    can_undo: bool
    can_redo: bool
    says: str
    saved_at: datetime
    sent: int | None = None
    """Where a save was joined with another's: the base for what is typed on top of what was sent."""


class SaveBody(Closed):
    """A change made from a revision. `key`: the page's own for this save, so that what is sent twice is kept once."""

    base: int
    document: JobDocument
    says: Annotated[str, MaxLen(200)] = ""
    key: uuid.UUID | None = None


class NewJob(Closed):
    document: JobDocument


class BeginBody(Closed):
    name: Annotated[str, MinLen(1), MaxLen(120)]


class ClashRow(Schema):
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
    theirs: JobDocument
    merged: JobDocument
    clashes: list[ClashRow]


class ImportBody(RootModel[dict[str, Any]]):
    """An exported job of any format; the migrations read it."""


class StepBody(Closed):
    base: int


class FoundBody(Closed):
    """A hole met something: which post's, what it is, and half of what must stay free of holes."""

    structure: Annotated[str, MaxLen(60)]
    post: Annotated[str, MaxLen(200)]
    what: Annotated[str, MinLen(1), MaxLen(60)]
    half_width_m: Annotated[float, Gt(0), Le(3)] = 0.15


def _in_a_calendar(when: datetime) -> datetime:
    try:
        return when.astimezone(UTC)
    except OverflowError:
        raise ValueError("This date is out of range") from None


Measured = Annotated[AwareDatetime, AfterValidator(_in_a_calendar)]
"""A time on a phone's clock, however wrongly it is set, with its UTC offset: without one the moment is not known."""


class ReadingBody(Closed):
    """A value measured or ticked on site. Its id is made on the phone."""

    id: uuid.UUID
    about: Annotated[str, MinLen(1), MaxLen(200)]
    what: Annotated[str, MinLen(1), MaxLen(40)]
    value_m: float | None = None
    done: bool = False
    note: Annotated[str, MaxLen(400)] = ""
    device: Annotated[str, MinLen(1), MaxLen(60)]
    measured_at: Measured


class ReadingsBody(Closed):
    """`sent_at`: what the phone's clock shows as it sends them; the server tells from it how long ago each was measured."""

    readings: Annotated[list[ReadingBody], MaxLen(500)]
    sent_at: Measured | None = None


class KeptReading(Schema):
    """A reading that is kept, and when it counts by the server's clock."""

    id: uuid.UUID
    counts_at: datetime


class ReadingsKept(Schema):
    kept: list[KeptReading]


class ReadingRow(Schema):
    """A kept reading, beside its plan where it has one. Both values stand in `unit`, for % as a share of one."""

    id: uuid.UUID
    about: str
    what: str
    value_m: float | None
    done: bool
    note: str
    device: str
    measured_at: datetime
    counts_at: datetime
    author: str
    structure: str = ""
    unit: Literal["m", "rad", "%"] = "m"
    planned_m: float | None = None
    verdict: str = ""
    replans: str = ""
    mend: str = ""


class ReadingsAnswer(Schema):
    readings: list[ReadingRow]


class DocumentRow(Schema):
    """A document of a structure: its file's name, and what it is called."""

    file: str
    says: str


class PackBody(Closed):
    paper: Literal["letter", "a4"] = "letter"
    parts: Annotated[tuple[PackPart, ...], MinLen(1), MaxLen(6)] = USUAL_PARTS


class PackOrdered(Schema):
    order: uuid.UUID


class PackTold(Schema):
    """How many parts are done, of how many, which is in hand; why it failed."""

    stage: Literal["waiting", "making", "made", "cancelled", "failed"]
    done: int
    of: int
    says: str


class WholeDocumentRequest(Schema):
    """How a document of the whole job is wanted; each reads what concerns it."""

    paper: Paper = "letter"
    at: str = ""
    supplier: str = ""


class DocumentRequest(Schema):
    """How a document is wanted; each reads what concerns it."""

    paper: Paper = "letter"
    from_end: bool = False
    to: Face = "centre"
    mirrored: bool = False
    offset: str = ""
    at: str = ""
    wide: str = ""


class DocumentsAnswer(Schema):
    documents: list[DocumentRow]


class JobAnswer(Schema):
    document: JobDocument


class RevisionRow(Schema):
    """One version of a job: its number, what was done, by whom and when; `current`: it is the job as it is."""

    number: int
    says: str
    by: str
    made_at: datetime
    current: bool


class RevisionsAnswer(Schema):
    revisions: list[RevisionRow]


class RevisionAnswer(Schema):
    """`document`: that version; `changes`: from it to the job as it is."""

    document: JobDocument
    changes: RevisionComparison
