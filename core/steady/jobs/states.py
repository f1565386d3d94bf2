"""The state of every structure of a job, in one place: whatever sells, orders, schedules, prints or builds one asks here."""

from collections.abc import Collection
from dataclasses import replace

from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.plan.model import Plan
from steady.plan.results import OPEN, WRONG, State, headline, state, state_label
from steady.value_objects import value_object


@value_object
class StructureState:
    """What is said of one structure: its state as a key, and in a sentence. `left_out`: it is not in the option accepted."""

    id: str
    name: str
    key: State
    says: str
    left_out: bool = False

    @property
    def label(self) -> str:
        """What its state is called."""
        return state_label(self.key)

    @property
    def wrong(self) -> bool:
        """Whether it fails, or can't be built as it is drawn."""
        return self.key in WRONG

    @property
    def warning(self) -> str:
        """The sentence with its name; empty where it passes."""
        return f"{self.name}: {self.says}" if self.key in OPEN else ""


def state_of(item: Structure, plan: Plan) -> StructureState:
    """The state of a structure that is planned already."""
    return StructureState(id=item.spec.id, name=item.name, key=state(plan), says=headline(plan))


def states(job: JobDocument, structures: Collection[str] = ()) -> tuple[StructureState, ...]:
    """The state of a job's structures, or of those named; what can't be planned can't be built."""
    left_out = {item.spec.id for item in job.structures} - {item.spec.id for item in job.built}
    found = []
    for item in job.structures:
        name = item.spec.id
        if structures and name not in structures:
            continue
        try:
            one = state_of(item, plan_structure(job, name))
        except (InvalidInputError, OutOfScopeError) as refused:
            why = refused.message if isinstance(refused, InvalidInputError) else refused.reason
            one = StructureState(id=name, name=item.name, key="conflict", says=f"Can't be planned: {why}")
        found.append(replace(one, left_out=name in left_out))
    return tuple(found)


def only_built(job: JobDocument) -> JobDocument:
    """The job without what its accepted option leaves out."""
    return replace(job, structures=job.built)


def warnings(job: JobDocument, structures: Collection[str] = ()) -> tuple[str, ...]:
    """A sentence for each structure that is built and does not pass as a whole."""
    named = structures or [item.spec.id for item in job.built]
    return tuple(one.warning for one in states(job, named) if one.warning)
