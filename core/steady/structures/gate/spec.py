"""What the installer says about the leaves of a gate. Lengths in metres."""

import math
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from steady.value_objects import value_object

Words = Annotated[str, MaxLen(200)]
PERSON_N = 1334.4664845781
"""300 lb on the latch edge: common practice, no clause."""


@value_object
class InTheWay:
    """Something a leaf could swing into: a wall's corner, a parked vehicle, a tree; measured from the hinge."""

    id: Annotated[str, MaxLen(40)]
    what: Annotated[str, MaxLen(60)] = "obstacle"
    along_m: Annotated[float, Ge(-10), Le(10)]
    out_m: Annotated[float, Ge(-10), Le(10)]
    radius_m: Annotated[float, Ge(0), Le(5)] = 0.15


@value_object
class Arch:
    """Two headers over a gate, one on each face of its posts, with rungs across them for plants.

    Args:
        headroom_m: From the higher ground under it to the headers' lower edge.
        overhang_m: Headers past the posts' outer faces.
        rungs: Cross pieces on the headers, evenly spaced; 0 for none. `rung_m` is their length.
        plants_n_per_m: Wet weight of what will grow on it, per length of the arch; 0: none.
    """

    headroom_m: Annotated[float, Ge(1.8), Le(3.6)] = 2.1336
    header: Words = "rail 2x6 pine"
    overhang_m: Annotated[float, Ge(0), Le(0.6)] = 0.1524
    rungs: Annotated[int, Ge(0), Le(30)] = 6
    rung: Words = "rail 2x4 pine"
    rung_m: Annotated[float, Ge(0.15), Le(1.2)] = 0.6096
    plants_n_per_m: Annotated[float, Ge(0), Le(2000)] = 0.0


@value_object
class LeafDesign:
    """How the leaves of one opening are built and hung.

    Args:
        frame: The stick of stiles, rails and strut, its wide face in the plane of the leaf.
        brace: A strut runs from the bottom hinge corner up to the latch side, a cable from the top hinge corner down. The
            other way round a strut is pulled off its nails and a cable hangs slack: it cannot be chosen.
        way: Corner to corner, or near 45 degrees: as far along the rail as the leaf is high.
        reach_m: Where the brace meets the rail, level from the hinge stile, in place of `way`.
        hung: The post that carries a single leaf.
        gap_m: Under the hinge end, closed; None: the least that swings clear, or the fence's own gap where that is more.
        front_grade: Ground toward the inside, up positive, as a ratio; None: not read. Swung out, the leaf meets its other side.
        raked: The leaf follows the fence's grade; otherwise it hangs level.
        hinge, latch: Kinds from the yard; each asks for its own gap. hinge_gap_m, latch_gap_m: measured on what was bought, in
            place of the kind's; None: the kind's.
        slam_m_per_s: Speed of the latch edge when a single leaf is slammed, 0: not calculated; `slam_stop_m`: the way that latch,
            stop and post give [common practice].
        measured_m: The opening at top, middle and bottom, once it stands.
        post_lean_m: How far the hinge post leans out of plumb over the leaf's height, toward the opening positive.
        in_the_way: Measured from each leaf's own hinge; the same for both leaves of a pair unless they are far apart.
        wheel_load_n: What a wheel's spring carries, known; 0: an unknown spring, which counts as nothing. `wheel_from_hinge_m`
            0: at the latch stile.
        wheel_high_m: From the ground to where the wheel's bracket is screwed on: the latch stile is lengthened to reach it.
        corner_n_m_per_rad: Stiffness of one corner, measured; 0: not known. It counts where there is no brace.
        boards_hold: Boards count as a diaphragm (off unless asked): two nails `nail_pitch_m` apart at each crossing, each
            slipping by `nail_slip_n_per_m`.
        closer_n_m: Least moment of a self-closing spring; 0: none.
        latch_height_m: Above the ground.
        latches_count: Two stand a fifth of the latch stile from its ends, and share the wind.
        hinges_count: None: as many as the leaf's height needs.
        hinges_lap_boards: The hinges' straps lie on the boards: those boards are on before the hinges.
        cable_rating_n, hinge_rating_n: The maker's numbers with the crew's own safety factor in them; 0: not entered.
        latch_rating_n: The same for the latch, or a second leaf's rod, with its screws.
        hinge_screws: Lag screws of one hinge in its post; 0: not known. `hinge_screw_m` is their shank's diameter and
            `hinge_screw_in_post_m` how far the thread bites.
        soil_turn_n_m_per_rad: Stiffness of the hinge post's footing against turning; 0: not known.
    """

    frame: Words = "rail 2x4 pine"
    brace: Literal["strut", "cable", "both", "none"] = "strut"
    way: Literal["corner", "45 degrees"] = "corner"
    reach_m: Annotated[float, Gt(0), Le(6)] | None = None
    joint: Literal["half-lap", "butt with gusset", "pocket screw", "bolted"] = "half-lap"
    cross_rails: Annotated[int, Ge(0), Le(3)] = 1
    hung: Literal["start", "end"] = "start"
    hinges_count: Annotated[int, Ge(2), Le(4)] | None = None
    hinge_inset_m: Annotated[float, Ge(0.05), Le(0.6)] = 0.1524
    hinge: Words = "strap hinge"
    latch: Words = "gravity latch"
    hinge_gap_m: Annotated[float, Ge(0), Le(0.08)] | None = None
    latch_gap_m: Annotated[float, Ge(0), Le(0.08)] | None = None
    centre_gap_m: Annotated[float, Ge(0), Le(0.08)] = 0.0127
    gap_m: Annotated[float, Ge(0), Le(0.6)] | None = None
    clear_m: Annotated[float, Ge(0), Le(0.3)] = 0.0254
    front_grade: Annotated[float, Ge(-0.5), Le(0.5)] | None = None
    twist_per_m: Annotated[float, Ge(-0.2), Le(0.2)] = 0.0
    swing_rad: Annotated[float, Gt(0.5), Le(math.pi)] = math.pi / 2
    raked: bool = False
    person_n: Annotated[float, Ge(0), Le(5000)] = PERSON_N
    hardware_kg: Annotated[float, Ge(0), Le(200)] = 4.0
    wheel: bool = False
    wheel_high_m: Annotated[float, Ge(0.03), Le(0.5)] = 0.1016
    wheel_from_hinge_m: Annotated[float, Ge(0), Le(6)] = 0.0
    wheel_load_n: Annotated[float, Ge(0), Le(1e5)] = 0.0
    corner_n_m_per_rad: Annotated[float, Ge(0), Le(1e7)] = 0.0
    boards_hold: bool = False
    nail_slip_n_per_m: Annotated[float, Ge(0), Le(1e9)] = 0.0
    nail_pitch_m: Annotated[float, Ge(0.01), Le(0.3)] = 0.0508
    closer_n_m: Annotated[float, Ge(0), Le(1000)] = 0.0
    latch_height_m: Annotated[float, Ge(0), Le(3)] = 0.9144
    latches_count: Annotated[int, Ge(1), Le(2)] = 1
    slam_m_per_s: Annotated[float, Ge(0), Le(6)] = 1.5
    slam_stop_m: Annotated[float, Ge(0.002), Le(0.2)] = 0.02
    hinges_lap_boards: bool = True
    hinge_play_m: Annotated[float, Ge(0), Le(0.01)] = 0.00079375
    joint_slip_m: Annotated[float, Ge(0), Le(0.01)] = 0.00079375
    creep: Annotated[float, Ge(0), Le(3)] = 1.0
    measured_m: Annotated[tuple[Annotated[float, Gt(0.2), Le(12)], ...], MaxLen(3)] = ()
    post_lean_m: Annotated[float, Ge(-0.2), Le(0.2)] = 0.0
    in_the_way: Annotated[tuple[InTheWay, ...], MaxLen(10)] = ()
    cable_rating_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    hinge_rating_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    latch_rating_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    hinge_screws: Annotated[int, Ge(0), Le(20)] = 0
    hinge_screw_m: Annotated[float, Ge(0.002), Le(0.02)] = 0.00635
    hinge_screw_in_post_m: Annotated[float, Ge(0.01), Le(0.2)] = 0.0508
    soil_turn_n_m_per_rad: Annotated[float, Ge(0), Le(1e9)] = 0.0

    @property
    def has_strut(self) -> bool:
        """A strut pushes from the bottom hinge corner."""
        return self.brace in ("strut", "both")

    @property
    def has_cable(self) -> bool:
        """A cable pulls from the top hinge corner."""
        return self.brace in ("cable", "both")

    @property
    def cable_alone(self) -> bool:
        """A cable carries all of it."""
        return self.has_cable and not self.has_strut

    @property
    def braced(self) -> bool:
        """Something keeps its corners square besides their own stiffness."""
        return self.has_strut or self.has_cable
