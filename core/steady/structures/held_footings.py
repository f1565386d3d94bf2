"""Footings held at what a harder site asks for, where a structure's own site would size them for less."""

from dataclasses import replace
from typing import Any

from steady.plan.model import Plan

LEAST_MORE_M = 0.02
"""Footings that are deeper or wider by less are alike [our own]."""


def held(spec: Any, harder: Plan, own: Plan, *, fields: tuple[str, str]) -> Any:
    """The spec with every footing as deep and as wide as the deepest and widest of both plans; as it is where both dig alike.

    Args:
        fields: Of the spec, the depth and the width of its footings.
    """
    depths, widths = (
        [
            (getattr(footing, name), getattr(other, name))
            for footing, other in zip(harder.footings, own.footings, strict=True)
        ]
        for name in ("embedment_m", "hole_width_m")
    )
    if all(abs(a - b) < LEAST_MORE_M for a, b in (*depths, *widths)):
        return spec
    most = (max(value for pair in pairs for value in pair) for pairs in (depths, widths))
    return replace(spec, **dict(zip(fields, most, strict=True)))
