"""Climbers on a fence: what they weigh, and how their weight at one face turns the posts together with what pushes on them."""

from dataclasses import replace

from steady.design_codes.base import Rulebook
from steady.plan.model import CalculationStep
from steady.structures.fence.checks.stability import LateralPush
from steady.structures.fence.spec.case import FenceCase
from steady.units.units import GRAVITY

GROWS_KG_PER_M2 = {"nothing": 0.0, "light climbers": 5.0, "heavy climbers": 20.0}
"""Wet climbers on a square metre of fence [our own, on common practice]."""
DEEP_M = {"nothing": 0.0, "light climbers": 0.15, "heavy climbers": 0.3}
"""How far climbers stand off the face they grow on [our own, on common practice]."""


def plants_at_post(case: FenceCase, carries_m: float) -> tuple[CalculationStep, ...]:
    """Weight of the climbers on a post's share of the line, and the moment it turns the post by; none where nothing grows.

    They hang on one face: half as deep as they grow, in front of what closes the bay. Source: statics.

    Args:
        carries_m: How much of the line the post carries (m).
    """
    spec, timber, book, u = case.spec, case.timber, case.book, case.book.units
    kg = GROWS_KG_PER_M2[spec.infill.grows]
    if not kg or carries_m <= 0:
        return ()
    out_m = timber.post.thickness_m / 2 + _face_m(case) + DEEP_M[spec.infill.grows] / 2
    hung, high, wide = kg * GRAVITY / u.pressure_pa, spec.height_m / u.span_m, carries_m / u.span_m
    weight = CalculationStep(
        symbol="W_g",
        value=hung * high * wide,
        unit=u.force,
        formula="g_g * s * w",
        inputs=(("g_g", hung, u.pressure), ("s", high, u.span), ("w", wide, u.span)),
        source="practice: wet climbers on a square metre, our own",
        says="climbers on this post's share of the line",
    )
    weight = book.factored(weight, "W_gd")
    moment = CalculationStep(
        symbol="M_g",
        value=weight.value * out_m / u.span_m,
        unit=u.moment,
        formula=f"{weight.symbol} * e_g",
        inputs=((weight.symbol, weight.value, weight.unit), ("e_g", out_m / u.span_m, u.span)),
        source="statics: they hang on one face, half as deep as they grow in front of it; the depth is our own",
        says="turns the post toward that face",
    )
    return (weight, moment)


def _face_m(case: FenceCase) -> float:
    """How far the face stands in front of the posts': wire hangs on them, boards on rails, rails on edge in front of the posts."""
    spec, timber, traits = case.spec, case.timber, case.spec.infill.traits
    if traits.wired:
        return 0.0
    rail_m = timber.rail.thickness_m if spec.rail_laid == "on edge" or traits.level else 0.0
    return rail_m + timber.board.thickness_m * traits.over_face * (not traits.level)


def turned_with(push: LateralPush, plants: tuple[CalculationStep, ...], book: Rulebook) -> LateralPush:
    """A push together with a moment: the same force at a greater height. Source: statics."""
    if not plants or push.force_n <= 0:
        return push
    u, moment = book.units, plants[-1]
    arm = push.arm or CalculationStep(
        symbol="h_a", value=push.arm_m / u.span_m, unit=u.span, formula="", inputs=(), source="geometry"
    )
    raised = CalculationStep(
        symbol="h_g",
        value=arm.value + moment.value / push.force.value,
        unit=u.span,
        formula=f"{arm.symbol} + {moment.symbol} / {push.force.symbol}",
        inputs=(
            (arm.symbol, arm.value, u.span),
            (moment.symbol, moment.value, moment.unit),
            (push.force.symbol, push.force.value, push.force.unit),
        ),
        source="statics: a force at a height and a moment are the force at a greater height",
        says="height of the push with what grows on the fence",
    )
    arm_m = raised.value * u.span_m
    return replace(push, arm_m=arm_m, arm=raised, steps=(*push.steps, *plants, raised))
