"""Whether a platform floats and keeps its balance: freeboard, how far its barrels are sunk, heel, one barrel lost."""

import math
from collections.abc import Callable

from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.check_collector import CheckCollector
from steady.structures.floating_platform.buoyancy import (
    FREEBOARD_M,
    HEEL_RAD,
    SUNK_SHARE,
    WATER_KG_M3,
    Afloat,
    people_says,
)

UNDER = (
    "practice: our own limit for a small private platform; the values of marinas are not known well enough to be given"
)
HYDRO = "hydrostatics"


def check_stability(collector: CheckCollector, wet: Afloat) -> None:
    """Everything about how it floats, its wood soaked.

    Raises:
        OutOfScopeError: It sinks under its own weight.
    """
    wet.draft()
    _floats(collector, wet)
    _lost(collector, wet)


def _degrees(symbol: str, value_rad: float, says: str, *, source: str = HYDRO) -> CalculationStep:
    return given_step(symbol, math.degrees(value_rad), "deg", source=source, says=says)


def _floats(collector: CheckCollector, wet: Afloat) -> None:
    """Freeboard and draft with everybody spread, half of them at an edge, all of them at one."""
    about, n = f"{wet.spec.id}/afloat", wet.count
    # Where nobody said how many, the number is ours: made to fit every limit.
    own = wet.spec.people is None
    limit = collector.length_step("F_min", FREEBOARD_M, "everybody spread over it", source=UNDER)
    try:
        has = max(wet.freeboard(n), 1e-6)
    except OutOfScopeError:
        has = 1e-6  # it sinks under them: nothing of it stands over the water
    collector.at_least(
        "float.freeboard_full_load",
        about,
        collector.length_step("F", has, f"deck over the water with {people_says(n)}", source=HYDRO),
        needs=limit,
        working=_weights(wet),
        case=f"{people_says(n)}, wood soaked",
        asks=CheckOrigin.SAFETY,
        fitted=own,
    )
    sunk = given_step("f", wet.sunk(n), "", source=HYDRO, says="all that floats over what the barrels displace")
    most = given_step("f_max", SUNK_SHARE, "", source=UNDER)
    case = f"{people_says(n)} spread"
    collector.at_most(
        "barrels.submergence",
        about,
        sunk,
        limit=most,
        working=_weights(wet),
        case=case,
        asks=CheckOrigin.SAFETY,
        fitted=own,
    )
    half = -(-n // 2)
    for way, lean in (("one side", wet.at_side), ("one end", wet.at_end)):
        heel = _lean(lambda lean=lean: lean(half))  # type: ignore[misc]
        collector.at_most(
            "float.heel_half_load_at_edge",
            about,
            _degrees("theta", heel, f"exact: each barrel's lift at its own centre, {people_says(half)} at {way}"),
            limit=_degrees("theta_max", HEEL_RAD, "", source=UNDER),
            working=(),
            case=f"{half} at {way}",
            asks=CheckOrigin.SAFETY,
            fitted=own,
        )
    collector.at_least(
        "float.stability_full_load_at_edge",
        about,
        given_step(
            "N_b", float(wet.no_balance_at), "people", source=HYDRO, says="at one edge or end no balance is found"
        ),
        needs=given_step("N", float(n + 1), "people", source=UNDER, says="one more than it must carry"),
        working=(),
        case=people_says(n),
        asks=CheckOrigin.SAFETY,
        fitted=own,
    )


def _lean(lean: Callable[[], float | None]) -> float:
    """A lean; a right angle where there is no balance or it sinks."""
    try:
        found = lean()
    except OutOfScopeError:
        return math.pi / 2
    return max(found, 1e-6) if found is not None else math.pi / 2


def _weights(wet: Afloat) -> tuple[CalculationStep, ...]:
    """What floats, in working."""
    spec, barrel = wet.spec, wet.spec.barrel
    total = wet.dead_kg + wet.count * spec.person_kg
    holds = len(wet.roll.at_m) * barrel.volume_m3 * WATER_KG_M3[spec.water]
    return (
        CalculationStep(
            symbol="m",
            value=total,
            unit="kg",
            formula="m_0 + N * m_p",
            inputs=(("m_0", wet.dead_kg, "kg"), ("N", float(wet.count), ""), ("m_p", spec.person_kg, "kg")),
            source=HYDRO,
            says="platform soaked, half of its ramp, and people",
        ),
        CalculationStep(
            symbol="m_b",
            value=holds,
            unit="kg",
            formula="n * V * rho",
            inputs=(
                ("n", float(len(wet.roll.at_m)), ""),
                ("V", barrel.volume_m3, "m3"),
                ("rho", WATER_KG_M3[spec.water], "kg/m3"),
            ),
            source=HYDRO,
            says="what the barrels displace",
        ),
    )


def _lost(collector: CheckCollector, wet: Afloat) -> None:
    """A corner barrel full of water: everybody in the middle, the edge still over the water."""
    spec, people = wet.spec, wet.count
    worst, limit = wet.lost(people)
    collector.at_most(
        "float.one_barrel_flooded",
        f"{spec.id}/afloat",
        _degrees("theta_1", worst, "a corner barrel full of water, everybody in the middle"),
        limit=_degrees("theta_e", limit, "by geometry: an edge goes under", source="geometry"),
        working=(),
        case=f"{people_says(people)} in the middle",
        asks=CheckOrigin.SAFETY,
        fitted=spec.people is None,
    )
