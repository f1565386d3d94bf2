"""Made panels: bays, movement with heat, slopes that they follow."""

import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object

MILLIONTH = 1e-6


def panel_bay_m(panel_m: float, insert_m: float, post_m: float) -> tuple[float, float]:
    """Clear width between posts, and post to post (m), of panels that stand so far in their posts. Source: geometry."""
    if not panel_m > 0:
        raise InvalidInputError("panel", "must be above 0")
    if insert_m < 0 or post_m < 0 or 2 * insert_m >= panel_m:
        raise InvalidInputError("insert", "must be 0 or more, and less than half of the panel")
    clear = panel_m - 2 * insert_m
    return clear, clear + post_m


@value_object
class Heat:
    """A piece's length (m), how it moves (millionths a K), the day's temperature and the coldest and hottest (K or °C).

    `held_end`: it is fixed at one end, else in its middle.
    """

    length_m: float
    coefficient: float
    now: float
    coldest: float
    hottest: float
    held_end: bool = False

    @property
    def grows_m(self) -> float:
        """From this day to the hottest."""
        return self.coefficient * MILLIONTH * self.length_m * (self.hottest - self.now)

    @property
    def shrinks_m(self) -> float:
        """From this day to the coldest."""
        return self.coefficient * MILLIONTH * self.length_m * (self.now - self.coldest)

    @property
    def share(self) -> float:
        """Of its movement at one end."""
        return 1.0 if self.held_end else 0.5


def checked_heat(heat: Heat) -> Heat:
    """The piece, or why it is none. Raises InvalidInputError."""
    if not heat.length_m > 0:
        raise InvalidInputError("length", "must be above 0")
    if not heat.coefficient > 0:
        raise InvalidInputError("coefficient", "must be above 0")
    if not heat.coldest <= heat.now <= heat.hottest:
        raise InvalidInputError("now", "must lie between the coldest and the hottest")
    return heat


@value_object
class PanelSlope:
    """How a panel follows the ground, the grade, and the longest bay that rakes (m)."""

    how: str
    grade: float
    bay_to_rake_m: float


def panel_slope(bay_m: float, rise_m: float, rake_most_m: float, *, step_most_m: float | None = None) -> PanelSlope:
    """Raked within its rack, else stepped, else shorter panels. Source: geometry."""
    for name, amount in (("bay", bay_m), ("rake_most", rake_most_m)):
        if not (amount > 0 if name == "bay" else amount >= 0):
            raise InvalidInputError(name, "must be above 0")
    if rise_m < 0:
        raise InvalidInputError("rise", "must be 0 or more")
    raked = rise_m <= rake_most_m + 1e-9
    stepped = step_most_m is None or rise_m <= step_most_m + 1e-9
    how = "raked" if raked else "stepped" if stepped else "shorter panels"
    return PanelSlope(how=how, grade=rise_m / bay_m, bay_to_rake_m=bay_m * rake_most_m / rise_m if rise_m else math.inf)


@value_object
class Stiffened:
    """Two rails that bend together: stiffness (N m²), sag (m), the inner one's share, and its stress (Pa)."""

    stiffness_n_m2: float
    sag_m: float
    inner_share: float
    inner_moment_n_m: float


def stiffened(outer_n_m2: float, inner_n_m2: float, span_m: float, *, line_n_per_m: float) -> Stiffened:
    """A hollow rail with an insert, simply held, evenly loaded: each takes its share of the moment. Source: statics."""
    for name, amount in (("outer_stiffness", outer_n_m2), ("inner_stiffness", inner_n_m2), ("span", span_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    if line_n_per_m < 0:
        raise InvalidInputError("line", "must be 0 or more")
    whole = outer_n_m2 + inner_n_m2
    share = inner_n_m2 / whole
    return Stiffened(
        stiffness_n_m2=whole,
        sag_m=5 * line_n_per_m * span_m**4 / (384 * whole),
        inner_share=share,
        inner_moment_n_m=share * line_n_per_m * span_m**2 / 8,
    )
