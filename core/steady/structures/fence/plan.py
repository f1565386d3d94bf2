"""A fence's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

import itertools
import math
from collections.abc import Iterator
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.ground.zoning_notes import too_high
from steady.memo import cached
from steady.plan.model import Basis, Bay, Check, DragHandle, Mark, MeasurementTarget, Plan, UncheckedItem
from steady.structures.fence.checks import arches, digging, foundations, gates, purposes
from steady.structures.fence.checks import clearances as through
from steady.structures.fence.checks.calculate import run_checks
from steady.structures.fence.checks.findings import FenceCheckCollector, FixedFindings, KeptAlike, LineWind
from steady.structures.fence.checks.rails import bears_bay
from steady.structures.fence.checks.stability import own_weight
from steady.structures.fence.checks.wind import wind_on
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout import infill
from steady.structures.fence.layout.boards import boards
from steady.structures.fence.layout.corners import cornered, turned_notes
from steady.structures.fence.layout.corners import notes as corner_notes
from steady.structures.fence.layout.line import BoardStretch, stretches
from steady.structures.fence.layout.post_layout import set_out
from steady.structures.fence.layout.stations import SetOut, bay_id
from steady.structures.fence.layout.tops import tops as stepped_tops
from steady.structures.fence.parts import aprons, build, fixings, materials, panels, post_hardware, trims
from steady.structures.fence.parts import floor as floors
from steady.structures.fence.parts import gates as hung
from steady.structures.fence.parts.arches import parts as arch_parts
from steady.structures.fence.parts.chain_link import fittings
from steady.structures.fence.parts.removable_panels import lift_outs
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.text import advice, steps
from steady.structures.fence.text.appearance import look_detail
from steady.structures.measurement_targets import (
    LATCH_M,
    MENDS,
    PLACE_M,
    gap_target,
    moisture_target,
    post_targets,
)
from steady.structures.place import unsaid
from steady.structures.structure_type import DesignInput
from steady.structures.task_tables import temporary_from
from steady.structures.views import ALONG_A_LINE
from steady.units.show import Tape
from steady.units.units import FT
from steady.value_objects import value_object

PLAN_FORMAT = 1
TURN_RAD = math.radians(1)
"""A bend of less is strung as straight [our own]."""


@value_object
class _Line:
    """A fence set out and calculated, before its pieces are counted."""

    case: FenceCase
    loads: LineWind
    out: SetOut
    hangings: list[gates.Hanging]
    overhead: list[arches.PlacedArch]
    found: FenceCheckCollector


def first_checks(asked: DesignInput) -> list[Check]:
    """What is known of a fence before its pieces are counted: where one of these fails, so does the whole.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    return cached(_calculated, asked).found.checks


@value_object
class FirstLook:
    """What is known of a fence before its pieces are counted: its checks, its questions, and what cannot be set out."""

    checks: tuple[Check, ...]
    not_covered: tuple[UncheckedItem, ...]
    conflicts: tuple[str, ...]


def first_look(asked: DesignInput) -> FirstLook:
    """A fence calculated but not yet cut: enough for a search to know that a member fails.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    line = cached(_calculated, asked)
    return FirstLook(
        checks=tuple(line.found.checks), not_covered=tuple(line.found.not_covered), conflicts=tuple(line.out.conflicts)
    )


def _still(asked: DesignInput) -> FixedFindings:
    """Of a line whose posts may be held anywhere: while one is pulled, the others are what they were."""
    return FixedFindings(wind_on(FenceCase.of_case(asked)), KeptAlike())


def _calculated(asked: DesignInput) -> _Line:
    _refuse(asked.spec)
    case = FenceCase.of_case(asked)
    spec, timber = case.spec, case.timber
    infill.refuse(case)
    floors.refuse(spec)
    foundations.refuse(spec, [timber.post, *([timber.gate_post] if spec.openings else [])])
    still = cached(_still, asked.of(replace(spec, locks=())))
    loads = still.loads
    bears = bears_bay(case, loads) if spec.bay_by_strength else None
    out = set_out(case, bears)
    hangings = gates.hang(case, out, loads)
    overhead = arches.stand(case, out)
    found = run_checks(case, out, hangings, arches=overhead, still=still)
    return _Line(case=case, loads=loads, out=out, hangings=hangings, overhead=overhead, found=found)


def plan_fence(asked: DesignInput) -> Plan:
    """Plan a fence.

    Args:
        asked: What is wanted, where, by which school, of what can be bought, and how the crew reads its tape (in sentences only).

    Returns:
        Parts, footings, marks, checks and all else. What was asked for but cannot be stands in `conflicts`.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    line = cached(_calculated, asked)
    case, loads, out, hangings, overhead = line.case, line.loads, line.out, line.hangings, line.overhead
    spec, site, book, found = case.spec, case.site, case.book, line.found.copy()
    tops = {**stepped_tops(spec, out), **arches.tops(overhead)}
    posts, footings = build.posts_and_footings(case, out, found, tops=tops)
    digging.check_reach(case, footings, found)
    runs = cornered(case, out, stretches(out))
    purposes.check_purposes(case, out, runs, hangings=hangings, found=found)
    parts = [*posts, *build.rails(case, runs, case.yard.trim_m), *boards(case, runs)]
    parts += panels.infill_parts(case, runs)
    parts += [*aprons.aprons(case, runs), *aprons.strainers(spec, runs, parts)]
    parts += [*trims.trims(case, runs), *trims.base(case, runs)]
    parts += post_hardware.feet(case, out, footings)
    parts += fittings(case, out, runs)
    crossings = fixings.joints(case, out, parts)
    parts += [*fixings.fixings(case, crossings, parts), *hung.parts(case, hangings)]
    parts += arch_parts(case, overhead)
    parts += lift_outs(spec, out)
    parts += floors.floor(case, out)
    if site.use != "public":
        own_weight(case, out, (parts, len(footings)), loads=loads, collector=found)
    marks, handles = build.marks(case, out, tops), _handles(spec, out)
    accepted = ""
    if spec.built_on is Basis.PRACTICE and spec.practice is not None:
        accepted = f"{spec.practice.accepted_by} {spec.practice.accepted_on}".strip()
    tasks = (*steps.tasks(spec, out, footings, parts=parts), *hung.tasks(spec, hangings))
    return Plan(
        format=PLAN_FORMAT,
        id=spec.id,
        school=book.key,
        built_on=spec.built_on,
        accepted=accepted,
        parts=tuple(parts),
        footings=tuple(footings),
        curves=tuple(build.curves(case, out)),
        marks=tuple(marks),
        checks=tuple(check for check in found.checks if check.demanded),
        not_covered=(
            *found.not_covered,
            *unsaid(asked, footings),
            *purposes.purpose_gaps(spec, book.key),
            *through.boards_below_rails(case, out),
        ),
        practice=tuple(found.practice),
        handles=tuple(handles),
        tasks=tasks,
        temporary=temporary_from("fence", tasks, steps.temporary_counts(spec, footings, parts, leaves=len(hangings))),
        cautions=(*advice.cautions(case, out), *hung.cautions(spec, hangings), *purposes.purpose_cautions(spec)),
        details=(*hung.details(spec, hangings), *look_detail(case, runs)),
        conflicts=(
            *out.conflicts,
            *through.gaps_below(case, out),
            *through.gaps_under_leaves(case, [hanging.found.leaf for hanging in hangings]),
            *through.gaps_between(case, runs),
            *purposes.purpose_conflicts(case, runs),
            *advice.rails_in_soil(case, out),
            *advice.too_long(parts, case.yard, case.tape),
            *advice.feet_in_the_way(case),
            *too_high(site.notes, spec.id, _above_ground(spec, out, tops), tape=case.tape),
        ),
        notes=(
            *out.notes,
            *corner_notes(runs),
            *turned_notes(case, out),
            *infill.notes(case, runs),
            *through.drying_notes(case, runs),
            *through.base_notes(case, runs),
            *materials.where_notes(case, footings, parts),
            *post_hardware.gate_pieces(case),
            *steps.foot_notes(case, out, footings),
            *digging.digging_notes(case, footings, found),
            *fixings.notes(case, out, crossings),
            *floors.notes(case, parts),
        ),
        views=ALONG_A_LINE,
        called="fence",
        reads=f"Posts on the {spec.string_side} face of the string.",
        exact_holes=spec.posts_cut == "exact",
        bays=tuple(_bays(spec, out, marks)),
        targets=(
            *post_targets(marks, footings, (handle.id for handle in handles if handle.holds)),
            *(_latch(hanging, case.tape) for hanging in hangings),
            *_corners(case, out),
            *_wood(case, runs),
        ),
    )


def _bays(spec: FenceSpec, out: SetOut, marks: list[Mark]) -> list[Bay]:
    """Every stretch between two marks, with the gate or way through that it is."""
    found = []
    for bay, (before, after) in zip(out.bays, itertools.pairwise(marks), strict=True):
        opening = bay_id(spec, bay) if bay.opening is not None else ""
        found.append(Bay(id=bay_id(spec, bay), start=before.id, end=after.id, opening=opening))
    return found


def _wood(case: FenceCase, runs: list[BoardStretch]) -> Iterator[MeasurementTarget]:
    """What is measured of the boards: how wet they were laid, the gap between them, how dry they are before a coat."""
    spec = case.spec
    if spec.infill.traits.boarded and runs:
        yield moisture_target(spec.boards_id, spec.boards_moisture, replans="hold")
    if spec.infill.traits.evened and runs:
        yield gap_target(spec.boards_id, infill_of(spec).gap(case, runs)[0])


def _latch(hanging: gates.Hanging, tape: Tape) -> MeasurementTarget:
    """How far a leaf's latch edge has come down from the mark made when it was hung, and how much its latch forgives."""
    leaf, opening = hanging.found.leaf, hanging.bay.opening
    where = f"{opening.what} at {tape.distance(hanging.bay.start.station_m)}" if opening is not None else "gate"
    return MeasurementTarget(
        about=leaf.id,
        what="latch edge",
        of=f"{where}, leaf {leaf.index + 1}",
        planned=hanging.found.sag_later.total_m * hanging.found.sag_ratio,
        within=LATCH_M,
        sense="at most",
        mend=MENDS["latch edge"],
    )


def _corners(case: FenceCase, out: SetOut) -> Iterator[MeasurementTarget]:
    """The long side of a triangle across each corner, as far out on both straights as they allow, to turn the string by."""
    legs, spec = out.path.legs, case.spec
    wish_m = 2.0 if case.tape.metric else 6 * FT
    pairs = [*itertools.pairwise(legs), *([(legs[-1], legs[0])] if spec.closed and len(legs) > 2 else [])]
    for before, after in pairs:
        turn = math.remainder(after.heading_rad - before.heading_rad, 2 * math.pi)
        side_m = min(wish_m, before.to_m - before.from_m, after.to_m - after.from_m)
        if abs(turn) < TURN_RAD:
            continue
        yield MeasurementTarget(
            about=f"{spec.id}/corner/{after.id}",
            what="across the corner",
            of=f"corner at {case.tape.distance(before.to_m)}, {case.tape.length(side_m)} out on both strings",
            planned=2 * side_m * math.cos(turn / 2),
            within=PLACE_M,
            mend=MENDS["square"],
        )


def _refuse(spec: FenceSpec) -> None:
    if spec.infill.traits.boarded and 2 * spec.rail_inset_m >= spec.height_m:
        raise InvalidInputError("rail_inset_m", "The rails would meet: set them nearer to the boards' ends")
    if spec.built_on is Basis.PRACTICE and spec.practice is None:
        raise InvalidInputError("practice", "Building on practice needs the detail and the name of whoever accepts it")
    if spec.built_on is Basis.TABLE:
        raise InvalidInputError(
            "built_on", "There is no table for fences: build on the calculation or on a practice detail"
        )
    for name in ("straights", "openings", "zones", "locks", "lift_outs"):
        seen: set[str] = set()
        for index, item in enumerate(getattr(spec, name)):
            if item.id in seen:
                raise InvalidInputError(
                    f"{name}/{index}/id", f'"{item.id}" is used twice: every one needs its own name'
                )
            seen.add(item.id)


def _above_ground(spec: FenceSpec, out: SetOut, tops: dict[str, float]) -> list[tuple[float, float]]:
    """How high the fence stands above its own ground at every post."""
    return [(post.station_m, tops.get(post.id, spec.gap_m + spec.height_m)) for post in out.posts]


def _handles(spec: FenceSpec, out: SetOut) -> list[DragHandle]:
    """Posts, gates, zones and the far end, each with the field it moves."""
    line = f"{spec.id}/string"
    blocked = tuple((low, high) for low, high, *_ in out.blocked)
    locks = {lock.id: index for index, lock in enumerate(spec.locks)}
    openings = {f"{opening.id}/a": index for index, opening in enumerate(spec.openings)}
    found = []
    for post in out.posts:
        if post.kind == "line":
            field = "locks/+"
        elif post.id in locks:
            field = f"locks/{locks[post.id]}/at_m"
        elif post.opening in openings and post.kind == "gate":
            field = f"openings/{openings[post.opening]}/at_m"
        elif post.kind in ("lift-out", "loose", "wall") or post.id == "start" or spec.closed:
            continue
        elif post.id == "end":
            field = f"straights/{len(spec.straights) - 1}/length_m"
        elif post.kind in ("corner", "bend"):
            index = next(i for i, straight in enumerate(spec.straights) if straight.id == post.id)
            field = f"straights/{index - 1}/length_m"
        else:
            continue
        found.append(
            DragHandle(
                id=f"{spec.id}/post/{post.id}",
                field=field,
                line=line,
                station_m=post.station_m,
                locked=post.kind == "locked",
                blocked_m=blocked,
                holds=post.kind in ("line", "locked"),
            )
        )
    for index, opening in enumerate(spec.openings):
        found.append(
            DragHandle(
                id=f"{spec.id}/gate/{opening.id}",
                field=f"openings/{index}/at_m",
                line=line,
                station_m=opening.at_m,
                locked=False,
                blocked_m=blocked,
            )
        )
    for index, zone in enumerate(spec.zones):
        found.append(
            DragHandle(
                id=f"{spec.id}/zone/{zone.id}",
                field=f"zones/{index}/at_m",
                line=line,
                station_m=zone.at_m,
                locked=False,
            )
        )
    return found
