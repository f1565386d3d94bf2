"""A full-size sample of a fence's face: the first pieces of a bay from the elevation, cut out for paper at 1:1."""

from dataclasses import replace

from steady.drawing.shapes import Shape, View
from steady.errors import InvalidInputError

ROLES = ("board", "rail", "post", "wire")
WIDE_LEAST_M, WIDE_MOST_M = 0.15, 1.5


def sample(view: View, *, at_m: float, wide_m: float) -> View:
    """The part of an elevation between two stations, from the lowest to the highest piece there, at true size.

    Args:
        view: The elevation.
        at_m: Station where the sample starts.
        wide_m: How much of the line it shows.

    Raises:
        InvalidInputError: Too narrow or wide for a sample, or nothing stands there.
    """
    if not WIDE_LEAST_M <= wide_m <= WIDE_MOST_M:
        raise InvalidInputError("wide", "A sample is 6 in to 5 ft (0.15 to 1.5 m) wide")
    shapes: list[Shape] = []
    for shape in view.shapes:
        if shape.layer not in ROLES or shape.kind != "polygon":
            continue
        for k in range(shape.count):
            points = tuple((x + k * shape.step[0], y + k * shape.step[1]) for x, y in shape.points)
            if max(x for x, _ in points) < at_m or min(x for x, _ in points) > at_m + wide_m:
                continue
            shapes.append(replace(shape, points=points, count=1, step=(0.0, 0.0)))
    faces = [shape for shape in shapes if shape.layer != "post"]
    if not faces:
        raise InvalidInputError("at", "Nothing of the fence's face stands there: start the sample inside a bay")
    low_m = min(y for shape in faces for _, y in shape.points)
    high_m = max(y for shape in faces for _, y in shape.points)
    return View(
        name="sample", title="Full-size sample", shapes=tuple(shapes), bounds=(at_m, low_m, at_m + wide_m, high_m)
    )
