"""A plan as drawings: each view that it asks for, drawn by one projector. Which structure asked is never known here."""

from collections.abc import Callable

from steady.drawing.developed_views import shape_view, straight_above, straight_side, tape_view
from steady.drawing.orthographic_views import along_axis, from_above, outline_of
from steady.drawing.shapes import View
from steady.drawing.unroll import string_of
from steady.plan.model import Plan, ViewSpec
from steady.units.show import Tape

PROJECTORS: dict[str, Callable[[Plan, ViewSpec, Tape], View]] = {
    "above": from_above,
    "above straight": straight_above,
    "side straight": straight_side,
    "tape": tape_view,
    "shape": shape_view,
    "along x": along_axis,
    "along y": along_axis,
}
UNASKED = (
    ViewSpec(name="plan", title="From above", how="above"),
    ViewSpec(name="section", title="From the front", how="along y"),
    ViewSpec(name="elevation", title="From the left", how="along x"),
)
"""What is drawn of a plan that asks for no view."""


def views(plan: Plan, tape: Tape) -> tuple[View, ...]:
    """Every view of a plan, in the order in which it asks for them."""
    return tuple(PROJECTORS[ask.how](plan, ask, tape) for ask in plan.views or UNASKED)


__all__ = ["outline_of", "string_of", "views"]
