"""What a permit office wants drawn of a structure beside its plan: it from every side, and its joints and feet enlarged."""

from dataclasses import replace

from steady.drawing.orthographic_views import along_axis
from steady.drawing.shapes import Shape, View
from steady.drawing.views import views
from steady.plan.model import Plan, ViewSpec
from steady.units.show import Tape
from steady.value_objects import value_object

SIDES = {"along x": ("side", "Elevation from the side"), "along y": ("front", "Elevation from the front")}
"""Every level direction of a structure on a grid, and what a view that it lacks is called."""
FLAT = ("above", "tape", "shape")
ROOM_M = 0.25
"""Round what is enlarged [our own]."""
MOST_M = 1.8
"""An enlargement shows no more than this, but a whole flight or leaf [our own]."""


@value_object
class Enlargement:
    """A part of a view that is drawn larger: left, low, right and top of its window (m); `role`: whose joints it shows."""

    title: str
    role: str
    view: View
    window: tuple[float, float, float, float]


DETAILS: tuple[tuple[str, str, str, bool], ...] = (
    ("ledger", "Ledger at the house", "ledger", False),
    ("beam", "Beam on its post", "beam - post", False),
    ("guard-post", "Guard post at the rim", "guard post", False),
    ("stringer", "Stair", "stringer", True),
    ("brace", "Knee brace", "brace", False),
    ("leaf", "Gate", "leaf", True),
    ("concrete", "Footing", "", True),
)
"""Layers that are enlarged where a view has them: what of, whose joints it shows, and whether all of the piece is shown.

Source: project convention.
"""


def sides(plan: Plan, tape: Tape) -> tuple[View, ...]:
    """The plan's own views from the side, and from the level directions of a grid that it has none of."""
    made = [view for view in views(plan, tape) if view.how not in FLAT]
    if any(view.layout == "grid" for view in made):
        there = {view.how for view in made}
        for how, (name, title) in SIDES.items():
            if how not in there:
                made.append(along_axis(plan, ViewSpec(name=name, title=title, how=how), tape))  # type: ignore[arg-type]
    return tuple(made)


def enlargements(shown: tuple[View, ...]) -> tuple[Enlargement, ...]:
    """One of each part that a view has, from the first view that has it."""
    found = []
    for layer, title, role, whole in DETAILS:
        for view in shown:
            pieces = [shape for shape in view.shapes if shape.layer == layer and shape.points]
            if pieces:
                # Of guard posts the one that stands highest: those of a flight stand on its stringers.
                piece = max(pieces, key=_foot) if layer == "guard-post" else pieces[0]
                found.append(Enlargement(title=title, role=role, view=view, window=_window(view, piece, whole)))
                break
    return tuple(found)


def _foot(shape: Shape) -> tuple[float, float]:
    """How high a piece begins, then how far to the right it stands."""
    return round(min(y for _, y in shape.points), 3), max(x for x, _ in shape.points)


def _window(view: View, piece: Shape, whole: bool) -> tuple[float, float, float, float]:
    """Round a piece; of a long one its left end, where it meets what carries it. Footings: up to over the ground."""
    xs, ys = [x for x, _ in piece.points], [y for _, y in piece.points]
    left, low, right, top = min(xs), min(ys), max(xs), max(ys)
    if not whole:
        right, low = min(right, left + MOST_M - 2 * ROOM_M), max(low, top - MOST_M + 2 * ROOM_M)
        if piece.layer == "guard-post":
            top = min(top, min(ys) + MOST_M / 2)
            low = min(ys)
    if piece.layer == "concrete":
        low, top = _with_gravel(view, piece, low), top + 2 * ROOM_M
    return left - ROOM_M, low - ROOM_M, right + ROOM_M, top + ROOM_M


def _with_gravel(view: View, piece: Shape, low: float) -> float:
    middle = sum(x for x, _ in piece.points) / len(piece.points)
    under = [
        min(y for _, y in shape.points)
        for shape in view.shapes
        if shape.layer == "gravel" and min(x for x, _ in shape.points) <= middle <= max(x for x, _ in shape.points)
    ]
    return min([low, *under])


def windowed(one: Enlargement) -> View:
    """The view with the enlargement's window for its bounds."""
    return replace(one.view, name="detail", title=one.title, bounds=one.window)
