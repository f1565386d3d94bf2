"""Whether a platform's ramp holds and can be walked: a bridge with a moving end, over the year's water."""

import math

from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import Bends, ContinuousMember, Loaded, check_run
from steady.structures.decking import PERSON_N
from steady.structures.floating_platform.checks.wood import gapped, live_load
from steady.structures.floating_platform.layout import FloatLayout, Sloped, ramp_at
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.structure_type import DesignInput
from steady.units.units import GRAVITY

SLOPE_RATIO = 1 / 4
"""Steeper than this a wet ramp throws people [our own]."""


def seasonal_slopes(spec: FloatSpec, deck_m: float) -> list[Sloped]:
    """The ramp at today's, the lowest and the highest water."""
    return [ramp_at(spec, deck_m, water) for water in (0.0, -spec.low_m, spec.high_m)]


def check_ramp(collector: CheckCollector, case: DesignInput, layout: FloatLayout, *, ramps: tuple[Sloped, ...]) -> None:
    """The ramp as a bridge with a moving end: its stringers under people, and its slope over the year's water."""
    spec: FloatSpec = case.spec
    about, stick = f"{spec.id}/ramp", layout.timber.stringer
    assert stick is not None
    steep = max(ramps, key=lambda one: abs(one.slope_rad))
    slope = CalculationStep(
        symbol="i",
        value=abs(math.tan(steep.slope_rad)),
        unit="",
        formula="h / sqrt(L ** 2 - h ** 2)",
        inputs=(("h", abs(steep.over_m), "m"), ("L", spec.ramp.length_m, "m")),
        source="geometry",
        says="rise over run at the worst water",
    )
    water = "lowest" if steep.water_m < 0 else "highest" if steep.water_m > 0 else "today's"
    limit = given_step(
        "i_max", SLOPE_RATIO, "", source="practice: our own; a wet ramp steeper than 1 in 4 throws people"
    )
    if slope.value > 0:
        collector.at_most(
            "gangway.slope",
            about,
            slope,
            limit=limit,
            working=(),
            case=f"at the {water} water",
            asks=CheckOrigin.SAFETY,
        )
    try:
        live_pa = si(live_load(case))
    except OutOfScopeError as refused:
        collector.gap("stringer.bending", about, refused)
        return
    each = spec.ramp.width_m / (spec.ramp.count - 1)
    board = layout.timber.board
    own = (board.density_kg_per_m3 * board.thickness_m * each) + (
        stick.density_kg_per_m3 * stick.thickness_m * stick.width_m
    )
    run = ContinuousMember(length_m=spec.ramp.length_m, supports_m=(0.0, spec.ramp.length_m))
    wood = gapped(stick)
    loads = [
        Loaded(says="uniform live load", action=run.even(live_pa * each), lasts="floor"),
        Loaded(
            says="a person at the middle", action=run.point(PERSON_N, run.middles_m()[0]), lasts="floor", sags=False
        ),
    ]
    dead = run.even(own * GRAVITY * spec.soaked_ratio)
    check_run(collector, Bends("stringer", about, wood, run), dead, loads=loads, sags=collector.book.deck_sags(wood, 1))
