"""Forces in joints: guard posts on two fixings, butted braces, fixings along a ledger (SI)."""

import math
from collections.abc import Callable

from steady.errors import InvalidInputError
from steady.value_objects import value_object


@value_object
class GuardPostForces:
    """Forces of a pushed guard post's upper and lower fixing (N), and its moment at the upper one (N m)."""

    upper_n: float
    lower_n: float
    moment_n_m: float


def guard_post(push_n: float, above_m: float, lever_m: float) -> GuardPostForces:
    """A post pushed a distance above its upper fixing, the lower one a lever below.

    Raises:
        InvalidInputError: A value is not above 0.
    """
    for name, amount in (("push", push_n), ("rail_above_upper", above_m), ("lever", lever_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    return GuardPostForces(
        upper_n=push_n * (above_m + lever_m) / lever_m,
        lower_n=push_n * above_m / lever_m,
        moment_n_m=push_n * above_m,
    )


@value_object
class ButtedBrace:
    """What the fasteners of a butted brace hold of a force along it (N): pulled off its foot or head, and pushed, sliding."""

    foot_pull_n: float
    head_pull_n: float
    push_slides_n: float

    @property
    def least_n(self) -> float:
        """The least of the three."""
        return min(self.foot_pull_n, self.head_pull_n, self.push_slides_n)


def butted_brace(
    angle_rad: float,
    count: int,
    lateral_n: float,
    *,
    withdrawal_n: float,
    combined: Callable[[float, float, float], float],
) -> ButtedBrace:
    """A brace cut plumb at its foot and level at its head, with so many fasteners an end.

    Pulled, its fasteners are loaded across and along their axes at once. Pushed, contact carries what is square to each face,
    and the fasteners what slides along it.

    Args:
        angle_rad: Of the brace from level.
        lateral_n, withdrawal_n: Of one fastener, at the code's design level.
        combined: (lateral, withdrawal, angle from the surface) to what one holds.

    Raises:
        InvalidInputError: A value that cannot be.
    """
    if not 0 < angle_rad < math.pi / 2:
        raise InvalidInputError("angle", "must be above 0 and under 90 degrees")
    if count < 1:
        raise InvalidInputError("count", "must be 1 or more")
    for name, amount in (("lateral", lateral_n), ("withdrawal", withdrawal_n)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    return ButtedBrace(
        foot_pull_n=count * combined(lateral_n, withdrawal_n, math.pi / 2 - angle_rad),
        head_pull_n=count * combined(lateral_n, withdrawal_n, angle_rad),
        push_slides_n=count * lateral_n / max(math.sin(angle_rad), math.cos(angle_rad)),
    )


def ledger_spacing_m(
    down_n_per_m: float, lateral_n: float, pull_n_per_m: float = 0.0, *, withdrawal_n: float = math.inf
) -> float:
    """Spacing of fixings that carry a ledger's load and pull at once: shares of both add up (m).

    Raises:
        InvalidInputError: Nothing to hold, or nothing that holds it.
    """
    if not lateral_n > 0:
        raise InvalidInputError("lateral", "must be above 0")
    if not withdrawal_n > 0:
        raise InvalidInputError("withdrawal", "must be above 0")
    if down_n_per_m < 0 or pull_n_per_m < 0:
        raise InvalidInputError("down_line", "must be 0 or more")
    share = down_n_per_m / lateral_n + pull_n_per_m / withdrawal_n
    if not share > 0:
        raise InvalidInputError("down_line", "must be above 0")
    return 1 / share
