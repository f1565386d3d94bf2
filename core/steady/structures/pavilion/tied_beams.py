"""Beams of a pavilion as the ties of its hips: pulled along by the corner's thrust while they bend under the roof."""

from collections.abc import Sequence

from steady.design_codes.requests import LoadType
from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.statics.beam import SpreadLoad
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.frame import RoofFrame, line_weight
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import ContinuousMember
from steady.units.quantities import UNITS
from steady.value_objects import value_object

KEY = "beam.combined_tension_and_bending"


@value_object
class TiedBeam:
    """One beam: its line, how it runs over its posts, what the roof brings it (N/m) and the pull along it (N), at design level."""

    line: int
    run: ContinuousMember
    roof: Sequence[SpreadLoad]
    pull_n: float
    load: LoadType


def check_tied(collector: CheckCollector, frame: RoofFrame, beam: TiedBeam) -> None:
    """Check a beam in combined tension and bending; of a box beam the outer face of a flange.

    Source: statics, and each school's own rule for tension with bending (NDS 3.9.1, O86 6.5.12, EN 1995-1-1 6.2.3, NZS 3603
    3.5: shares added; from memory, high).
    """
    book, about = collector.book, f"{frame.me}/beam/{beam.line}"
    own = beam.run.all_along(factors_of(book).dead * line_weight(frame.beam, frame.plies))
    moment_n_m = beam.run.under([*beam.roof, own]).moment_n_m
    try:
        if frame.boxed is not None:
            _boxed(collector, frame, beam, moment_n_m=moment_n_m)
            return
        wood = frame.wood(frame.beam, frame.plies)
        pulled = book.strength("tension", wood, beam.load)
        bent = book.strength("bending", wood, beam.load)
    except OutOfScopeError as refused:
        collector.gap(KEY, about, refused)
        return
    u = book.units
    pull_max = pulled.allowed_pa * wood.area_m2
    moment_max = bent.allowed_pa * wood.modulus_m3
    demand = CalculationStep(
        symbol="u",
        value=beam.pull_n / pull_max + moment_n_m / moment_max,
        unit="",
        formula="T / T_r + M / M_r",
        inputs=(
            ("T", beam.pull_n / u.force_n, u.force),
            ("T_r", pull_max / u.force_n, u.force),
            ("M", moment_n_m / u.moment_n_m, u.moment),
            ("M_r", moment_max / u.moment_n_m, u.moment),
        ),
        source=pulled.step.source,
        says="T: thrust of the hips; M: the roof on the beam; shares added",
    )
    _take(collector, about, demand, working=(pulled.step, bent.step))


def _boxed(collector: CheckCollector, frame: RoofFrame, beam: TiedBeam, *, moment_n_m: float) -> None:
    """The lower flange's outer face: bent as the nailed box bends, and half of the pull on each flange."""
    book, box = collector.book, frame.boxed
    assert box is not None
    flange = frame.wood(box.flange)
    e_pa = si(book.stiffness(flange))
    pulled = book.strength("tension", flange, beam.load)
    whole = box.statics(e_pa, max(1, box.webs - 1))
    share = box.share(e_pa, beam.run.span_m)
    bent_pa = whole.flange_stress_pa(moment_n_m) / share
    drawn_pa = beam.pull_n / (2 * box.flange.thickness_m * box.flange.width_m)
    stress = "MPa" if book.metric else "psi"
    per = UNITS[stress][1]
    demand = CalculationStep(
        symbol="u",
        value=(bent_pa + drawn_pa) / pulled.allowed_pa,
        unit="",
        formula="(f_b + f_t) / F_t",
        inputs=(
            ("f_b", bent_pa / per, stress),
            ("f_t", drawn_pa / per, stress),
            ("F_t", pulled.allowed_pa / per, stress),
        ),
        source=pulled.step.source,
        says="f_b: bending at a flange's outer face; f_t: half of the hips' thrust on each flange",
    )
    _take(collector, f"{frame.me}/beam/{beam.line}", demand, working=(pulled.step,))


def _take(
    collector: CheckCollector, about: str, demand: CalculationStep, *, working: tuple[CalculationStep, ...]
) -> None:
    one = given_step("1", 1.0, "", source=demand.source)
    collector.at_most(KEY, about, demand, limit=one, working=working, case="all down", asks=CheckOrigin.SAFETY)
