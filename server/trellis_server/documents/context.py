"""What documents are made of: one structure of a saved job, or the whole of it, with what they read of it calculated once."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property
from typing import Any, Literal, Protocol

from steady.drawing.marks import Face
from steady.jobs.design_sheet import Sheet, sheet
from steady.jobs.document import JobDocument, Structure, find, plan_structure
from steady.jobs.job_schedule import SiteHolds
from steady.jobs.job_takeoff import look_held
from steady.jobs.states import StructureState, only_built, state_of
from steady.plan.model import Plan
from steady.plan.results import state, state_label
from steady.units.lengths import parse_length

from trellis_server.models import Job as KeptJob
from trellis_server.services.documents import dump, load
from trellis_server.services.inspections import holds
from trellis_server.services.jobs import JobRevisionState

CSV, PDF, ICS = "text/csv; charset=utf-8", "application/pdf", "text/calendar; charset=utf-8"
Paper = Literal["letter", "a4"]


PackPart = Literal["site", "days", "list", "crew", "sheets", "calculation"]
PACK_PARTS: tuple[PackPart, ...] = ("site", "days", "list", "crew", "sheets", "calculation")
"""Parts of the job pack, in their order."""
USUAL_PARTS: tuple[PackPart, ...] = ("site", "list", "crew")
"""What a crew takes along; the rest is an annex that is chosen."""


@dataclass(frozen=True, kw_only=True)
class Options:
    """How a document is asked for; each reads what concerns it. `parts`: of the job pack."""

    paper: Paper = "letter"
    from_end: bool = False
    to: Face = "centre"
    mirrored: bool = False
    offset: str = ""
    at: str = ""
    wide: str = ""
    supplier: str = ""
    parts: tuple[PackPart, ...] = PACK_PARTS


class PrintedRevision(Protocol):
    """What paper says of a revision."""

    @property
    def number(self) -> int: ...
    @property
    def parent(self) -> "PrintedRevision | None": ...
    @property
    def made_at(self) -> datetime: ...


class PrintedState(Protocol):
    """What paper reads of a job's state."""

    @property
    def document(self) -> JobDocument: ...
    @property
    def revision(self) -> PrintedRevision: ...


@dataclass(frozen=True, kw_only=True)
class RevisionInput:
    """A revision as a process without a database knows it."""

    number: int
    parent: "RevisionInput | None" = None
    made_at: datetime = datetime.min


@dataclass(frozen=True, kw_only=True)
class OnPaper:
    """A state as a process without a database knows it."""

    document: JobDocument
    revision: RevisionInput


@dataclass(frozen=True)
class Subject:
    """One structure of a saved job, with what documents read of it, each calculated once."""

    state: PrintedState
    structure: str
    options: Options

    @cached_property
    def row(self) -> Structure:
        """The structure with its name."""
        return find(self.state.document, self.structure)[1]

    @cached_property
    def plan(self) -> Plan:
        """Its plan."""
        return plan_structure(self.state.document, self.structure)

    @cached_property
    def _said(self) -> StructureState:
        return state_of(self.row, self.plan)

    @property
    def key(self) -> str:
        """Its state, as a word for other programs."""
        return self._said.key

    @property
    def state_word(self) -> str:
        """Its state in a word or two."""
        return state_label(state(self.plan))

    @property
    def warnings(self) -> tuple[str, ...]:
        """That it does not pass as a whole, in a sentence; nothing where it does."""
        return (self._said.warning,) if self._said.warning else ()

    @property
    def held(self) -> list[str]:
        """Why nothing of it is bought or cut yet: a look that is not approved as it is."""
        return look_held(self.state.document, self.row)

    @cached_property
    def sheet(self) -> Sheet:
        """Its sheet, worded."""
        job = self.state.document
        return sheet(self.plan, job.reading.tape(), job.yard)

    def length_m(self, text: str, field: str) -> float:
        """A length typed by whoever asks, small units where bare."""
        return parse_length(text, "in" if not self.state.document.reading.metric else "mm", field)


@dataclass(frozen=True)
class Whole:
    """A whole saved job, with what its documents read of it."""

    state: PrintedState
    options: Options
    kept: KeptJob | None = None
    known_id: str = ""
    known_holds: SiteHolds | None = None

    @classmethod
    def saved(cls, state: JobRevisionState, options: Options) -> "Whole":
        """Of a job as it is kept."""
        return cls(state, options, kept=state.job)

    @property
    def job(self) -> JobDocument:
        """Its document, with the structures that are built: what the accepted option leaves out stands on no paper of the job."""
        return only_built(self.state.document)

    def ordered(self) -> dict[str, Any]:
        """What a process of its own needs to make a document: all of it as JSON, so that it asks no database."""
        revision = self.state.revision
        return {
            "document": dump(self.state.document),
            "job": self.job_id,
            "held": dict(self.holds.tasks),
            "signed": sorted(self.holds.signed),
            "paper": self.options.paper,
            "parts": list(self.options.parts),
            "number": revision.number,
            "replaces": revision.parent.number if revision.parent else None,
            "made_at": revision.made_at.isoformat(),
        }

    @classmethod
    def out_of(cls, ordered: Mapping[str, Any]) -> "Whole":
        """What was ordered, as documents read it."""
        before = ordered["replaces"]
        revision = RevisionInput(
            number=ordered["number"],
            parent=None if before is None else RevisionInput(number=before),
            made_at=datetime.fromisoformat(ordered["made_at"]),
        )
        state = OnPaper(document=load(ordered["document"]), revision=revision)
        holds = SiteHolds(tasks=ordered["held"], signed=frozenset(ordered["signed"]))
        return cls(
            state,
            Options(paper=ordered["paper"], parts=tuple(ordered["parts"])),
            known_id=ordered["job"],
            known_holds=holds,
        )

    @property
    def job_id(self) -> str:
        """Its id."""
        return self.known_id or str(self.saved_job.pk)

    @cached_property
    def holds(self) -> SiteHolds:
        """What is kept with it and holds its work."""
        return holds(self.saved_job, self.job) if self.known_holds is None else self.known_holds

    @property
    def saved_job(self) -> KeptJob:
        """The job as the database keeps it."""
        if self.kept is None:
            raise LookupError("this document asks the database for what is kept with the job")
        return self.kept
