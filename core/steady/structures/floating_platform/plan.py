"""A platform's spec, on its site, under a school of rules, becomes a Plan: z from the still water, nobody on it, wood soaked."""

import math
from typing import Literal

from steady.plan.model import Basis, DragHandle, MeasurementTarget, Part, Plan, SquareDiagonal, ViewSpec
from steady.structures.floating_platform import text
from steady.structures.floating_platform.checks.run_checks import Built, FloatResult, check_float, out_of_scope
from steady.structures.floating_platform.layout import Sloped, clashes, lay_out
from steady.structures.floating_platform.parts import add_ramp, build, raised
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.measurement_targets import MENDS, diagonal_targets
from steady.structures.place import unsaid
from steady.structures.structure_type import DesignInput
from steady.structures.task_tables import cautions_from, tasks_from, temporary_from
from steady.units.units import IN

PLAN_FORMAT = 1
FREEBOARD_WITHIN_M = IN
VIEWS = (
    ViewSpec(name="plan", title="From above", how="above"),
    ViewSpec(name="elevation", title="Along it, with the ramp", how="along y", datum="water, 0"),
    ViewSpec(name="section", title="Across it", how="along x", datum="water, 0"),
)


def calculated(case: DesignInput) -> tuple[FloatResult, tuple[Part, ...]]:
    """What is calculated of a platform, and its ramp's pieces as it lies today.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: FloatSpec = case.spec
    layout = lay_out(spec)
    own, clash = build(spec, layout, case.yard)
    # The ramp's weight is wanted before it is known how it lies: its pieces are the same at any slope.
    flat = add_ramp(spec, layout, Sloped(water_m=0.0, over_m=0.0, slope_rad=0.0, level_m=spec.ramp.length_m))
    found = check_float(case, Built(layout=layout, own=own, ramp=flat, clashes=tuple(clash)))
    return found, add_ramp(spec, layout, found.ramps[0]) if found.ramps else ()


def plan_float(case: DesignInput) -> Plan:
    """Plan a platform.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: FloatSpec = case.spec
    found, ramp = calculated(case)
    out_of_scope(found.findings, case)
    parts = raised((*found.own, *ramp), -found.draft_m)
    squares = _diagonals(spec)
    detail = text.ramp_detail(case, found)
    here = {"always", spec.water, f"ice {spec.ice}"}
    counts = _counts(spec, found, parts)
    tasks = tuple(tasks_from("float_tasks", spec.id, counts))
    return Plan(
        format=PLAN_FORMAT,
        id=spec.id,
        school=case.book.key,
        built_on=Basis.CALCULATED,
        accepted="",
        parts=parts,
        footings=(),
        curves=(*text.curves(case, found), *squares),
        marks=(),
        checks=tuple(check for check in found.findings.checks if check.demanded),
        not_covered=(*found.findings.not_covered, *unsaid(case, snow="floor")),
        practice=(),
        handles=tuple(_handles(spec)),
        tasks=tasks,
        temporary=temporary_from("float", tasks, counts),
        cautions=tuple(cautions_from("float_cautions", spec.id, here)),
        details=(text.water_detail(case, found), *((detail,) if detail else ())),
        members=tuple(text.members(case, found)),
        conflicts=(*found.clashes, *clashes(spec, found.layout)),
        notes=tuple(text.notes(case, found)),
        views=VIEWS,
        targets=tuple(_targets(spec, found, squares)),
        reads="From one corner of the frame: along it, and across. Barrels by their middles.",
        called="float",
        floats=True,
    )


def _diagonals(spec: FloatSpec) -> list[SquareDiagonal]:
    """Corner to corner of the frame."""
    long_m, wide_m = spec.long_m, spec.wide_m
    ways = (((0.0, 0.0, 0.0), (long_m, wide_m, 0.0)), ((long_m, 0.0, 0.0), (0.0, wide_m, 0.0)))
    return [
        SquareDiagonal(
            id=f"{spec.id}/diagonal/{number}", what="diagonal", points=points, length_m=math.hypot(long_m, wide_m)
        )
        for number, points in enumerate(ways, start=1)
    ]


def _counts(spec: FloatSpec, found: FloatResult, parts: tuple[Part, ...]) -> dict[str, float]:
    by_role: dict[str, float] = {}
    for part in parts:
        by_role[part.role] = by_role.get(part.role, 0.0) + part.count
    return {
        "looks": 1.0,
        "joists": by_role.get("joist", 0.0) + by_role.get("rim", 0.0),
        "cradles": by_role.get("cradle", 0.0),
        "barrels": by_role.get("barrel", 0.0),
        "straps": by_role.get("strap", 0.0),
        "boards": by_role.get("decking", 0.0),
        "cleats": float(spec.cleats),
        "ramps": 1.0 if found.ramps else 0.0,
    }


def _handles(spec: FloatSpec) -> list[DragHandle]:
    """The people across it and along it, and the far end of the platform."""
    ways: tuple[tuple[str, str, Literal["x", "y"], float], ...] = (
        ("people", "crowd_y_m", "y", spec.wide_m / 2 + spec.crowd_y_m),
        ("people/along", "crowd_x_m", "x", spec.long_m / 2 + spec.crowd_x_m),
        ("edge/right", "long_m", "x", spec.long_m),
    )
    return [
        DragHandle(
            id=f"{spec.id}/{name}",
            field=field,
            line=f"{spec.id}/{axis}",
            station_m=station_m,
            locked=False,
            axis=axis,
        )
        for name, field, axis, station_m in ways
    ]


def _targets(spec: FloatSpec, found: FloatResult, squares: list[SquareDiagonal]) -> list[MeasurementTarget]:
    """Diagonals of the frame; after the launch the freeboard at each corner, nobody on it."""
    rows = diagonal_targets(squares)
    deck = found.layout.heights.deck_m
    planned = deck - found.dry.draft() if not found.clashes else deck
    for corner in ("near left", "near right", "far right", "far left"):
        rows.append(
            MeasurementTarget(
                about=f"{spec.id}/afloat",
                what=f"freeboard, {corner} corner",
                planned=planned,
                within=FREEBOARD_WITHIN_M,
                mend=MENDS["freeboard"],
            )
        )
    return rows
