"""What dresses a fence: caps, trim, stiffeners of thin boards, and base boards along the ground."""

import math
from collections import defaultdict
from collections.abc import Iterator

from steady.catalog.items import SectionItem
from steady.plan.model import Cut, Part, PartPlacement
from steady.structures.fence.checks.clearances import base_boards
from steady.structures.fence.infills.option import SLIM_M
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.line import SAME_LENGTH_M, UP, BoardStretch, Faces, beside, side
from steady.structures.fence.layout.stations import bay_id
from steady.structures.fence.parts.pieces import grouped, hardware, level_place
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec


def trims(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """Cap boards over the posts, battens over the boards' ends, stiffeners behind slats, rows' cleats."""
    spec, timber = case.spec, case.timber
    board, made = timber.board, []
    face_m = timber.post.thickness_m / 2 + (timber.rail.thickness_m if rows(spec, timber.rail).on_face else 0.0)
    over_m = face_m + board.thickness_m * spec.infill.traits.over_face + board.thickness_m / 2

    def lie(z_m: float, offset_m: float, half_m: float, *, name: str) -> Iterator[tuple[float, PartPlacement]]:
        middle_m = abs(offset_m)
        for run in runs:
            first_m, last_m = run.ends_m(Faces(middle_m - half_m, middle_m + half_m))
            for bay in run.bays:
                from_m = first_m if bay is run.bays[0] else bay.start.station_m
                to_m = last_m if bay is run.bays[-1] else bay.end.station_m
                foot_m = bay.foot_m(spec.gap_m, from_m)
                yield (
                    (to_m - from_m) * math.hypot(1.0, bay.grade),
                    level_place((spec, run, bay), (from_m, offset_m, foot_m + z_m), name, grade=bay.grade),
                )

    if spec.infill.cap:
        z_m = spec.height_m + board.thickness_m / 2
        made += grouped(
            f"{spec.id}/cap",
            "cap",
            board,
            section_m=(board.width_m, board.thickness_m),
            lie=lie(z_m, 0.0, board.width_m / 2, name="cap"),
        )
    if spec.infill.trim and spec.infill.traits.boarded:
        for name, z_m in (("trim-top", spec.height_m - board.width_m / 2), ("trim-foot", board.width_m / 2)):
            level = lie(z_m, side(spec) * over_m, board.thickness_m / 2, name=name)
            made += grouped(f"{spec.id}/{name}", "trim", board, section_m=(board.thickness_m, board.width_m), lie=level)
    made += _stiffeners(case, runs)
    if rows(spec, case.timber.rail).tilt_rad is not None:
        bays = [(run, bay) for run in runs for bay in run.bays]
        places = tuple(
            level_place((spec, run, bay), (bay.start.station_m, 0.0, bay.start.ground_m), "cleats") for run, bay in bays
        )
        made.append(hardware(spec, "louvre cleat", places, each=2))
    if spec.infill.traits.made:
        places = tuple(
            level_place((spec, run, bay), (bay.start.station_m, 0.0, bay.start.ground_m), "clips")
            for run in runs
            for bay in run.bays
        )
        made.append(hardware(spec, "panel clip", places, each=6))
    return made


def _stiffeners(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """Plumb sticks behind the slats, evenly between the posts."""
    # Slats between the posts lie where their stiffeners would: these stand behind them.
    spec, timber = case.spec, case.timber
    behind_m = side(spec) * (timber.post.thickness_m - timber.rail.thickness_m) / 2
    behind_m -= 0.0 if infill_of(spec).layout(spec)[0] else side(spec) * timber.rail.thickness_m

    def lie() -> Iterator[tuple[float, PartPlacement]]:
        for run in runs:
            for bay in run.bays:
                count = infill_of(spec).stiffeners(spec, timber.rail, bay.width_m)
                for k in range(1, count + 1):
                    at_m = bay.start.station_m + bay.width_m * k / (count + 1)
                    x_m, y_m = beside(run.leg, at_m, behind_m)
                    heading = (math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad), 0.0)
                    yield (
                        spec.height_m,
                        PartPlacement(
                            id=f"{spec.id}/stiffener/{bay.id}/{k}",
                            at=(x_m, y_m, bay.foot_m(spec.gap_m, at_m)),
                            along=UP,
                            up=heading,
                            about=bay_id(spec, bay),
                        ),
                    )

    section = (timber.rail.thickness_m, timber.rail.width_m)
    return grouped(f"{spec.id}/stiffeners", "stiffener", timber.rail, section_m=section, lie=lie())


def base(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """What closes the gap at the ground: base boards between the posts, or stakes along wire."""
    spec = case.spec
    if spec.infill.base == "staked wire":
        places = tuple(
            level_place((spec, run, bay), (bay.start.station_m, 0.0, bay.start.ground_m), "stakes")
            for run in runs
            for bay in run.bays
        )
        each = max((math.ceil(bay.width_m / STAKES_EVERY_M) for run in runs for bay in run.bays), default=0)
        return [hardware(spec, "ground stake", places, each=each)] if each else []
    if spec.infill.base != "base boards":
        return []
    board = case.timber.board
    whole: list[tuple[float, PartPlacement]] = []
    tapered: dict[tuple[int, int, int], list[PartPlacement]] = defaultdict(list)
    for run in runs:
        for bay in run.bays:
            for k in range(base_boards(case, bay, board.width_m)):
                from_m, to_m = bay.start.station_m + bay.start.half_m, bay.end.station_m - bay.end.half_m
                over = [bay.foot_m(spec.gap_m, s) - k * board.width_m - case.ground.height_m(s) for s in (from_m, to_m)]
                if max(over) <= SLIM_M:
                    continue  # all of it would lie in the soil
                # Where even its upper edge goes under, it ends there.
                runs_out_m = (to_m - from_m) * abs(min(0.0, *over)) / (abs(over[1] - over[0]) or 1.0)
                from_m, to_m = (from_m + runs_out_m, to_m) if over[0] < over[1] else (from_m, to_m - runs_out_m)
                z_m = bay.foot_m(spec.gap_m, from_m) - (k + 0.5) * board.width_m
                place = level_place((spec, run, bay), (from_m, 0.0, z_m), f"base/{k}", grade=bay.grade)
                long_m = (to_m - from_m) * math.hypot(1.0, bay.grade)
                start, end = (min(board.width_m, max(0.0, high_m)) for high_m in over)
                if min(start, end) > board.width_m - SOIL_M:
                    whole.append((long_m, place))
                else:
                    tapered[(_units(long_m), _units(start), _units(end))].append(place)
    return [
        *grouped(f"{spec.id}/base", "board", board, section_m=(board.thickness_m, board.width_m), lie=iter(whole)),
        *_tapers(spec, board, tapered),
    ]


STAKES_EVERY_M = 0.6
"""Wire is staked to the ground so often where something pushes at its base [common practice]."""
SOIL_M = 0.005
"""Less than this in the soil is left to the shovel [our own]."""


def _units(length_m: float) -> int:
    return round(length_m / SAME_LENGTH_M)


def _tapers(
    spec: FenceSpec, board: SectionItem, tapered: dict[tuple[int, int, int], list[PartPlacement]]
) -> list[Part]:
    """Base boards ripped to the ground from end to end; each is bought whole."""
    made = []
    for (long, start, end), places in sorted(tapered.items()):
        long_m, ends_m = long * SAME_LENGTH_M, (start * SAME_LENGTH_M, end * SAME_LENGTH_M)
        bevel = math.atan2(ends_m[1] - ends_m[0], long_m)
        rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=bevel, size_m=ends_m)
        made.append(
            Part(
                id=f"{spec.id}/base/cut/{long}/{start}/{end}",
                role="board",
                item=board.key,
                length_m=long_m,
                section_m=(board.thickness_m, board.width_m),
                places=tuple(places),
                cuts=(rip,),
                stick_m=long_m,
                mass_kg=board.density_kg_per_m3 * board.thickness_m * sum(ends_m) / 2 * long_m,
            )
        )
    return made
