"""What changed on a drawing from one moment of a pull to the next."""

from dataclasses import fields, replace
from typing import Any

from steady.drawing.shapes import View
from steady.jobs.design_sheet import DragView
from steady.value_objects import value_object


@value_object
class Changed:
    """What a list holds otherwise than before: rows by their place, in a list that is as long as it was."""

    rows: tuple[tuple[int, Any], ...]


def changes(before: DragView | None, now: DragView) -> dict[str, Any]:
    """Every field that is otherwise than before: whole, or the rows of it that changed.

    Of views, shapes that changed; where a view has more or fewer shapes, or other views are shown, they come whole.
    """
    if before is None:
        return {field.name: getattr(now, field.name) for field in fields(DragView)}
    found: dict[str, Any] = {}
    for field in fields(DragView):
        old, new = getattr(before, field.name), getattr(now, field.name)
        if field.name == "views":
            if told := _views(old, new):
                found["views"] = told
        elif old != new:
            found[field.name] = _rows(old, new)
    return found


def _rows(old: Any, new: Any) -> Any:
    if not isinstance(new, tuple) or len(old) != len(new):
        return new
    return Changed(rows=tuple((at, row) for at, (was, row) in enumerate(zip(old, new, strict=True)) if was != row))


def _views(old: tuple[View, ...], new: tuple[View, ...]) -> Any:
    if [(view.name, len(view.shapes)) for view in old] != [(view.name, len(view.shapes)) for view in new]:
        return new
    told = []
    for at, (was, view) in enumerate(zip(old, new, strict=True)):
        shapes = _rows(was.shapes, view.shapes)
        if shapes.rows or replace(was, shapes=()) != replace(view, shapes=()):
            told.append((at, replace(view, shapes=shapes)))
    return Changed(rows=tuple(told)) if told else None
