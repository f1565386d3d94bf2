"""A roof on posts as a Plan: what every kind of one has alike, put together with what is its own."""

from collections.abc import Mapping, Set

from steady.ground.zoning_notes import too_high
from steady.plan.model import (
    Basis,
    Curve,
    Detail,
    DragHandle,
    MeasurementTarget,
    Member,
    Part,
    Plan,
    ViewSpec,
)
from steady.structures.canopy import pieces
from steady.structures.canopy.frame import RoofFrame
from steady.structures.canopy.load_path_checks import LateralSystemResult
from steady.structures.check_collector import CheckCollector
from steady.structures.measurement_targets import diagonal_targets, level_target, post_targets
from steady.structures.part_grouping import pieces_of
from steady.structures.place import unsaid
from steady.structures.structure_type import DesignInput
from steady.structures.task_tables import cautions_from, tasks_from, temporary_from
from steady.value_objects import value_object

PLAN_FORMAT = 1
VIEWS = (
    ViewSpec(name="plan", title="Framing plan, from above", how="above"),
    ViewSpec(name="elevation", title="From the front", how="along y", datum="floor, 0"),
    ViewSpec(name="section", title="From the side", how="along x", datum="floor, 0"),
)


@value_object
class Own:
    """What a kind of roof says of itself.

    Args:
        tables: Its tasks stand in the table of that name and `_tasks`, its cautions in `_cautions`.
        counts: How many there are of each thing that its tasks count, beside posts and braces.
        cases: Which cautions are here, beside those that always are.
        high_m: Its highest point over the floor.
    """

    called: str
    reads: str
    parts: tuple[Part, ...]
    tables: str
    counts: Mapping[str, float]
    cases: Set[str] = frozenset()
    curves: tuple[Curve, ...]
    handles: tuple[DragHandle, ...]
    details: tuple[Detail, ...] = ()
    members: tuple[Member, ...]
    conflicts: tuple[str, ...]
    notes: tuple[str, ...]
    high_m: float
    targets: tuple[MeasurementTarget, ...] = ()


def whole_plan(
    case: DesignInput, findings: CheckCollector, frame: RoofFrame, *, held: LateralSystemResult, own: Own
) -> Plan:
    """The plan of a roof on posts, built as calculated."""
    me, made = case.spec.id, own.parts
    marks, holes = pieces.marks(frame), pieces.footings(frame, held.feet)
    counts = {
        "posts": float(len(frame.posts)),
        "holes": float(sum(hole.hole_m > 0 for hole in holes)),
        "on_slab": float(len(frame.posts) if frame.slab is not None else 0),
        "pockets": float(frame.on_deck),
        "braces": pieces_of(made, "brace"),
        "looks": 1.0,
        **own.counts,
    }
    tasks = tuple(tasks_from(f"{own.tables}_tasks", me, counts))
    return Plan(
        format=PLAN_FORMAT,
        id=me,
        school=case.book.key,
        built_on=Basis.CALCULATED,
        accepted="",
        parts=made,
        footings=tuple(holes),
        curves=own.curves,
        marks=tuple(marks),
        checks=tuple(check for check in findings.checks if check.demanded),
        not_covered=(*findings.not_covered, *unsaid(case, holes, "roof")),
        practice=(),
        handles=own.handles,
        tasks=tasks,
        temporary=temporary_from(own.tables, tasks, counts),
        cautions=tuple(cautions_from(f"{own.tables}_cautions", me, _here(frame, own, counts["holes"]))),
        details=own.details,
        members=own.members,
        conflicts=(
            *own.conflicts,
            *_stands_on(frame),
            *too_high(case.site.notes, me, [(0.0, own.high_m)], tape=case.tape),
        ),
        notes=own.notes,
        views=VIEWS,
        targets=(
            *post_targets(marks, holes, (handle.id for handle in own.handles if handle.holds)),
            *diagonal_targets(own.curves),
            level_target(f"{me}/beams", "beams level, end to end"),
            *own.targets,
        ),
        called=own.called,
        reads=own.reads,
    )


def _here(frame: RoofFrame, own: Own, holes: float) -> set[str]:
    """Which cautions are here."""
    return {"always", *own.cases, *(("slab",) if frame.slab is not None else ()), *(("dug",) if holes else ())}


def _stands_on(frame: RoofFrame) -> list[str]:
    if frame.slab is not None and frame.fixed:
        return ["A slab holds no post upright: knee braces, or new footings"]
    return []


def post_handles(frame: RoofFrame, locked: Set[str]) -> list[DragHandle]:
    """Every post, along its beam."""
    return [
        DragHandle(
            id=f"{frame.me}/post/{post.id}",
            field=f"locks/{post.id}",
            line=f"{frame.me}/x",
            station_m=post.x_m,
            locked=post.id in locked,
            axis="x",
            holds=True,
        )
        for post in frame.posts
    ]


def edge_handle(me: str, what: str, field: str, *, axis: str, at_m: float) -> DragHandle:
    """A beam or an edge of the roof, pulled along one axis."""
    return DragHandle(
        id=f"{me}/{what}",
        field=field,
        line=f"{me}/{axis}",
        station_m=at_m,
        locked=False,
        axis=axis,  # type: ignore[arg-type]
    )
