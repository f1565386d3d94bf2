"""Seats cut into rafters, jacks and hips: their size, how much they may cut away, and what runs past them."""

import math

from steady.design_codes.requests import Wood
from steady.design_codes.results import Action, given_step
from steady.plan.model import CheckOrigin
from steady.structures.canopy.load_path_checks import lying
from steady.structures.canopy.loads import CanopyLoads
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import TIP_LEAST_M, Bends, ContinuousMember, Loaded, check_run
from steady.value_objects import value_object

CUT_MOST = 1 / 3
"""Of a stick's depth that a seat cuts away [common practice]."""
ONE_HALF = 1.5
"""Snow on one half of a free-standing roof, over even snow; nothing on the other [our own, beside the code's even case]."""


@value_object
class SeatCut:
    """A seat cut (m): its level length, and square to the stick how deep it is cut, and what it leaves of the whole depth."""

    level_m: float
    cut_m: float
    left_m: float

    @property
    def share(self) -> float:
        """Of the depth that is cut away."""
        return self.cut_m / (self.cut_m + self.left_m)


def seat(depth_m: float, pitch_rad: float, above_m: float) -> SeatCut:
    """The seat of a stick that stands so high over the plate, plumb; none where it is no deeper than that.

    Source: geometry, the same for commons, jacks and hips.
    """
    cut_m = max(0.0, depth_m - above_m * math.cos(pitch_rad))
    return SeatCut(level_m=cut_m / math.sin(pitch_rad), cut_m=cut_m, left_m=depth_m - cut_m)


def check_tail(
    collector: CheckCollector, stick: tuple[str, str, Wood], loads: CanopyLoads, *, reaches: tuple[float, float]
) -> None:
    """What runs past a seat bends on what the seat leaves: a person at its tip, and each load of its own.

    Args:
        stick: What it is called, what its checks are about, and its wood above the seat.
        reaches: How far past, level (m), and what of the roof lies on that (m2).

    Source: statics, a cantilever from the beam's outer face, its load spread evenly along it.
    """
    (what, about, wood), (past_m, area_m2) = stick, reaches
    if past_m <= TIP_LEAST_M:
        return

    def spread_pa(pressure_pa: float) -> Action:
        return Action(moment_n_m=pressure_pa * area_m2 * past_m / 2, shear_n=pressure_pa * area_m2, sag_n_m3=0.0)

    person = Action(moment_n_m=loads.person_n * past_m, shear_n=loads.person_n, sag_n_m3=0.0)
    loaded = [
        *lying(collector.book, loads, spread_pa, area_m2=area_m2, snow=""),
        Loaded(says="unbalanced snow", action=spread_pa(ONE_HALF * (loads.snow_pa or 0.0)), lasts="snow"),
        Loaded(says="point load at cantilever tip", action=person, lasts="roof"),
    ]
    run = ContinuousMember(length_m=past_m, supports_m=(0.0, past_m))
    check_run(collector, Bends(what, about, wood, run), spread_pa(loads.dead_pa), loads=loaded, sags=())


def check_seat(collector: CheckCollector, name: str, about: str, *, share: float) -> None:
    """A seat that cuts away more than a third splits: a shorter seat leaves more, and stands the whole roof higher."""
    has = given_step(
        "r_cut", share, "", source="geometry", says="of the depth, square to the stick, that the seat cuts away"
    )
    most = given_step("r_most", CUT_MOST, "", source="practice: a third of the depth at a seat")
    collector.at_most(name, about, has, limit=most, working=(), asks=CheckOrigin.SAFETY, fitted=True)
