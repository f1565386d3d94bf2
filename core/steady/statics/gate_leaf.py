"""A gate's leaf: the force in its brace, what its hinges pull, and what makes its latch edge sag. Closed forms (SI).

The leaf is a frame `width` by `height` between the centres of its corner joints, hung on its hinge stile. Pinned corners give the
brace its greatest force: a brace is sized for it however stiff the corners are.
"""

import math

from steady.errors import InvalidInputError, above_zero
from steady.value_objects import value_object


@value_object
class Brace:
    """A brace and what it brings to the frame."""

    latch_load_n: float
    force_n: float
    angle_rad: float
    length_m: float
    rail_force_n: float
    rail_bending_n_m: float
    drop_m: float | None = None


def latch_load_n(weight_n: float, weight_from_hinge_m: float, width_m: float, *, load_at_latch_n: float) -> float:
    """The weight's share at the latch stile, and any load on the latch edge in full."""
    return weight_n * weight_from_hinge_m / width_m + load_at_latch_n


@value_object
class BracedLeaf:
    """A leaf with a brace from a hinge corner to the opposite rail.

    `weight_from_hinge_m`: None: the middle. `reach_m`: where the brace meets the rail, from the hinge stile; None: the latch
    corner. `rake`: rise of the rails per length from hinge to latch, for a strut from the bottom corner; a cable from the
    top corner sees the same leaf upside down and takes the other sign. A strut in a leaf that rises to its latch is longer
    and is squeezed harder: F = V L / h with its true length L.
    """

    weight_n: float
    width_m: float
    height_m: float
    weight_from_hinge_m: float | None = None
    reach_m: float | None = None
    rake: float = 0.0


def brace_to_rail(leaf: BracedLeaf, *, load_at_latch_n: float = 0.0, stiffness_n: float | None = None) -> Brace:
    """A brace from a hinge corner to the opposite rail.

    Args:
        stiffness_n: E·A of the brace, for the drop from its strain.

    Raises:
        InvalidInputError: Measures that cannot be.

    Source: statics, pinned joints; tested against a general structural library.
    """
    above_zero(width=leaf.width_m, height=leaf.height_m)
    if not (leaf.weight_n >= 0 and load_at_latch_n >= 0 and leaf.weight_n + load_at_latch_n > 0):
        raise InvalidInputError("weight", "must be above 0, or a load at the latch")
    at_m = leaf.width_m / 2 if leaf.weight_from_hinge_m is None else leaf.weight_from_hinge_m
    if not 0 < at_m <= leaf.width_m:
        raise InvalidInputError("weight_from_hinge", "must be above 0 and within the leaf")
    reach = leaf.width_m if leaf.reach_m is None else leaf.reach_m
    if not 0 < reach <= leaf.width_m + 1e-12:
        raise InvalidInputError("brace_reach", "must be above 0 and at most the width")
    climb = leaf.height_m + leaf.rake * reach
    if not climb > 0:
        raise InvalidInputError("rake", "leaves the brace no rise: hang the leaf level or shorten the brace's reach")
    load = latch_load_n(leaf.weight_n, at_m, leaf.width_m, load_at_latch_n=load_at_latch_n)
    shear = load * leaf.width_m / reach
    length = math.hypot(reach, climb)
    force = shear * length / leaf.height_m
    drop = None
    if stiffness_n is not None:
        above_zero(brace_stiffness=stiffness_n)
        drop = force * length / stiffness_n * (length / leaf.height_m) * (leaf.width_m / reach)
    return Brace(
        latch_load_n=load,
        force_n=force,
        angle_rad=math.atan2(climb, reach),
        length_m=length,
        rail_force_n=shear * math.hypot(reach, leaf.rake * reach) / leaf.height_m,
        rail_bending_n_m=load * (leaf.width_m - reach),
        drop_m=drop,
    )


@value_object
class StileBrace:
    """A brace that stops part way up the latch stile."""

    force_n: float
    stile_bending_n_m: float
    top_rail_n: float
    bottom_rail_n: float
    angle_rad: float


def brace_to_stile(
    *, weight_n: float, width_m: float, height_m: float, brace_height_m: float, weight_from_hinge_m: float | None = None
) -> StileBrace:
    """A brace from the bottom hinge corner to a height on the latch stile: P √(B² + y²) / y, the stile bent by P B (h − y) / h.

    Moments about the brace's head: its level share P B / y is taken by the rails, P B / h at the top and the rest at the bottom.

    Raises:
        InvalidInputError: A height that is not within the leaf.

    Source: statics, pinned joints.
    """
    above_zero(weight=weight_n, width=width_m, height=height_m)
    if not 0 < brace_height_m <= height_m + 1e-12:
        raise InvalidInputError("brace_height", "must be above 0 and at most the height")
    at_m = width_m / 2 if weight_from_hinge_m is None else weight_from_hinge_m
    if not 0 < at_m <= width_m:
        raise InvalidInputError("weight_from_hinge", "must be above 0 and within the leaf")
    load = weight_n * at_m / width_m
    level = load * width_m / brace_height_m
    top = level * brace_height_m / height_m
    return StileBrace(
        force_n=load * math.hypot(width_m, brace_height_m) / brace_height_m,
        stile_bending_n_m=level * brace_height_m * (height_m - brace_height_m) / height_m,
        top_rail_n=top,
        bottom_rail_n=level - top,
        angle_rad=math.atan2(brace_height_m, width_m),
    )


def hinge_pull_n(
    *, weight_n: float, weight_from_hinge_m: float, spacing_m: float, width_m: float = 0.0, load_at_latch_n: float = 0.0
) -> float:
    """Level pull, out at the top and in at the bottom. Source: statics."""
    above_zero(hinge_spacing=spacing_m)
    if weight_n < 0 or weight_from_hinge_m < 0 or load_at_latch_n < 0:
        raise InvalidInputError("weight", "must be 0 or more")
    if load_at_latch_n > 0 and not width_m > 0:
        raise InvalidInputError("width", "is needed with a load at the latch")
    return (weight_n * weight_from_hinge_m + load_at_latch_n * width_m) / spacing_m


@value_object
class BareFrame:
    """A leaf without a brace: its size (m), the stiffness of rails and stiles (N m2), of a corner (N m/rad; None: stiff)."""

    width_m: float
    height_m: float
    rail_n_m2: float
    stile_n_m2: float
    corner_n_m_per_rad: float | None = None


def unbraced_drop_m(frame: BareFrame, *, latch_load: float) -> float:
    """Drop of a leaf with stiff (or springy) corners and no brace.

    Source: statics: P B² / 24 (B / EI_rail + h / EI_stile), and P B² / (4 k) for four springy corners.
    """
    above_zero(
        width=frame.width_m, height=frame.height_m, rail_stiffness=frame.rail_n_m2, stile_stiffness=frame.stile_n_m2
    )
    if latch_load < 0:
        raise InvalidInputError("latch_load", "must be 0 or more")
    stiff = latch_load * frame.width_m**2 / 24 * (frame.width_m / frame.rail_n_m2 + frame.height_m / frame.stile_n_m2)
    if frame.corner_n_m_per_rad is None:
        return stiff
    above_zero(corner_stiffness=frame.corner_n_m_per_rad)
    return stiff + latch_load * frame.width_m**2 / (4 * frame.corner_n_m_per_rad)


def boards_drop_m(*, latch_load: float, width_m: float, boards: int, slip_n_per_m: float, pitch_m: float) -> float:
    """Drop of a leaf held by its boards alone: P B² / (n k a²), two nails a apart at each crossing.

    Source: statics, derived; not checked against a frame library.
    """
    above_zero(width=width_m, boards=boards, nail_slip=slip_n_per_m, nail_pitch=pitch_m)
    return latch_load * width_m**2 / (boards * slip_n_per_m * pitch_m**2)


def side_by_side_m(drops_m: list[float]) -> float:
    """Drops of several things that hold a leaf up together: 1/d = Σ 1/d.

    Raises:
        InvalidInputError: None at all.
    """
    if not drops_m or not min(drops_m) > 0:
        raise InvalidInputError("drops", "need one above 0")
    return 1 / math.fsum(1 / drop for drop in drops_m)


@value_object
class LatchEdgeSag:
    """Drop of the latch edge, part by part (m)."""

    from_hinges_m: float
    from_brace_m: float
    from_joints_m: float
    from_post_m: float
    brace_m: float = 0.0
    """Length of the brace that these rest on."""

    @property
    def total_m(self) -> float:
        """All parts together."""
        return self.from_hinges_m + self.from_brace_m + self.from_joints_m + self.from_post_m


@value_object
class Gives:
    """What gives in a hung leaf: play and drop of its hinges, its brace, slip of its joints, its post; creep over the years."""

    hinge_spacing_m: float
    hinge_play_m: float = 0.0
    hinge_drop_m: float = 0.0
    brace_stiffness_n: float | None = None
    creep: float = 0.0
    joint_slip_m: float = 0.0
    post_turn_rad: float = 0.0


def latch_sag(leaf: BracedLeaf, gives: Gives) -> LatchEdgeSag:
    """Sag at the latch edge of a braced leaf under its own weight; None: braced corner to corner.

    Source: statics: hinge play B / h_h + hinge drop; brace strain (1 + creep); 2 slip (L_b / h)(B / x_b); post turn B.
    """
    above_zero(weight=leaf.weight_n, width=leaf.width_m, height=leaf.height_m, hinge_spacing=gives.hinge_spacing_m)
    for name, amount in (
        ("hinge_play", gives.hinge_play_m),
        ("hinge_drop", gives.hinge_drop_m),
        ("creep", gives.creep),
        ("joint_slip", gives.joint_slip_m),
    ):
        if amount < 0:
            raise InvalidInputError(name, "must be 0 or more")
    brace = brace_to_rail(leaf, stiffness_n=gives.brace_stiffness_n)
    lever = leaf.width_m / leaf.reach_m if leaf.reach_m else 1.0
    return LatchEdgeSag(
        from_hinges_m=gives.hinge_play_m * leaf.width_m / gives.hinge_spacing_m + gives.hinge_drop_m,
        from_brace_m=(brace.drop_m or 0.0) * (1 + gives.creep),
        from_joints_m=2 * gives.joint_slip_m * brace.length_m / leaf.height_m * lever,
        from_post_m=gives.post_turn_rad * leaf.width_m,
        brace_m=brace.length_m,
    )


def post_turn_rad(
    *,
    moment_n_m: float,
    lower_hinge_m: float,
    hinge_spacing_m: float,
    post_n_m2: float,
    soil_n_m_per_rad: float | None = None,
) -> float:
    """Turn of the hinge post between its hinges: (M / EI)(y_b + h_h / 3), and M / k of the soil. Source: statics."""
    above_zero(hinge_spacing=hinge_spacing_m, post_stiffness=post_n_m2)
    if moment_n_m < 0 or lower_hinge_m < 0:
        raise InvalidInputError("moment" if moment_n_m < 0 else "lower_hinge", "must be 0 or more")
    turn = moment_n_m / post_n_m2 * (lower_hinge_m + hinge_spacing_m / 3)
    if soil_n_m_per_rad is None:
        return turn
    above_zero(soil_stiffness=soil_n_m_per_rad)
    return turn + moment_n_m / soil_n_m_per_rad


@value_object
class Wheel:
    """A wheel under the leaf, and what it leaves to the hinges (N)."""

    wheel_n: float
    pull_n: float
    vertical_n: float


def wheel(
    *,
    weight_n: float,
    weight_from_hinge_m: float,
    wheel_from_hinge_m: float,
    hinge_spacing_m: float,
    wheel_n: float | None = None,
) -> Wheel:
    """Hinge pull (W x_g − V x_w) / h_h and hinge vertical W − V; without a spring's load V takes the whole pull.

    Raises:
        InvalidInputError: A wheel that would carry more than the leaf.

    Source: statics, level ground.
    """
    above_zero(
        weight=weight_n,
        weight_from_hinge=weight_from_hinge_m,
        wheel_from_hinge=wheel_from_hinge_m,
        hinge_spacing=hinge_spacing_m,
    )
    load = weight_n * weight_from_hinge_m / wheel_from_hinge_m if wheel_n is None else wheel_n
    if load < 0:
        raise InvalidInputError("wheel_load", "must be 0 or more")
    pull = (weight_n * weight_from_hinge_m - load * wheel_from_hinge_m) / hinge_spacing_m
    return Wheel(wheel_n=load, pull_n=pull, vertical_n=weight_n - load)
