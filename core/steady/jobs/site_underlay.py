"""A picture laid under a job's site: at first over what is drawn there, then by two of its points."""

from typing import Annotated

from annotated_types import Ge, Le, MaxLen, MinLen

from steady.errors import InvalidInputError
from steady.ground.underlay import Point, Underlay, by_length, by_places, first_laid
from steady.jobs.document import JobDocument
from steady.jobs.site_layout import site_plan
from steady.value_objects import value_object

Far = Annotated[float, Ge(-4000), Le(4000)]
Pair = Annotated[tuple[tuple[Far, Far], ...], MinLen(2), MaxLen(2)]


@value_object
class PictureRequest:
    """A photo of the job that is to be laid under, and its size (pixels)."""

    picture: Annotated[str, MinLen(1), MaxLen(60)]
    wide_px: Annotated[int, Ge(1), Le(20000)]
    high_px: Annotated[int, Ge(1), Le(20000)]


@value_object
class ScaleRequest:
    """Two points of the picture that lies there, as they lie now (m), and what is known of them.

    Args:
        places: Where both belong (m); None: only how far apart they are is known.
        length_m: How far apart they are (m); without meaning where their places are known.
    """

    points: Pair
    places: Pair | None = None
    length_m: Annotated[float, Ge(0), Le(1e6)] = 0.0


def lay_under(job: JobDocument, ask: PictureRequest) -> Underlay:
    """A picture laid under for the first time, over all that the site shows."""
    return first_laid(ask.picture, (ask.wide_px, ask.high_px), site_plan(job).bounds)


def scale_under(job: JobDocument, ask: ScaleRequest) -> Underlay:
    """The picture that lies there, scaled by two points.

    Raises:
        InvalidInputError: None lies there, or the points don't tell a scale.
    """
    under = job.site.under
    if under is None:
        raise InvalidInputError("site/under", "No picture lies under this site: bring one first")
    points = _two(ask.points)
    if ask.places is not None:
        return by_places(under, points, _two(ask.places))
    return by_length(under, points[0], points[1], length_m=ask.length_m)


def _two(pair: Pair) -> tuple[Point, Point]:
    return pair[0], pair[1]
