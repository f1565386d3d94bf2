"""Holding posts of a roof where they stand, and taking measured sizes of its frame in: the same acts for every kind of roof."""

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.plan.model import MeasurementTarget
from steady.structures.canopy.spec import BeamPostLock
from steady.structures.form_schema import limits_of
from steady.structures.measurement_targets import PLACE_M
from steady.units.units import IN
from steady.value_objects import value_object


@value_object
class Sized:
    """A size of the frame as it is measured on site, and the field of the spec that it is.

    Args:
        key: Its name in ids.
        what: What is measured, in words.
        field: The field; it is `more_m` longer than what is measured.
        fixed: Fields that are written down with it, so that they stay what they were.
        within_m: So far off it still counts as built.
    """

    key: str
    what: str
    field: str
    more_m: float = 0.0
    fixed: tuple[tuple[str, object], ...] = ()
    within_m: float = PLACE_M


HEIGHT_M = IN / 4
"""How far off a beam's height may be [common practice]."""
Sizes = Callable[[Any], Sequence[Sized]]


def lock_post(spec: Any, inner: str, at_m: float, *, why: str) -> Any:
    """The spec with a post held at a place along its beam."""
    kept = tuple(lock for lock in spec.locks if lock.id != inner)
    return replace(spec, locks=(*kept, BeamPostLock(id=inner, at_m=min(60.0, max(-60.0, at_m)), why=why)))


def size_targets(spec: Any, sizes: Sequence[Sized]) -> tuple[MeasurementTarget, ...]:
    """What is measured of the frame as a whole; each re-plans rafters, slats and sheets when it is taken in."""
    return tuple(
        MeasurementTarget(
            about=_about(spec, one),
            what=one.what,
            planned=getattr(spec, one.field) - one.more_m,
            within=one.within_m,
            replans="hold",
        )
        for one in sizes
    )


def hold_on(sizes: Sizes) -> Callable[[Any, str, float], Any]:
    """How a kind of roof takes in what was measured: a post along its beam, or one of its sizes."""

    def hold(spec: Any, thing: str, at_m: float) -> Any:
        """The spec with a post held where it stands along its beam, or with a size as it was built.

        Raises:
            InvalidInputError: Something else, or a size that cannot be.
        """
        sized = next((one for one in sizes(spec) if _about(spec, one) == thing), None)
        if sized is not None:
            least, most = limits_of(type(spec), sized.field)
            whole_m = at_m + sized.more_m
            if not least <= whole_m <= most:
                raise InvalidInputError(sized.field, f"{sized.what.capitalize()} cannot be that: measure again")
            return replace(spec, **{sized.field: whole_m, **dict(sized.fixed)})
        inner = thing.removeprefix(f"{spec.id}/post/")
        if inner == thing or not inner.startswith("beam-"):
            raise InvalidInputError("post", "Only posts and sizes of the frame are taken in")
        return lock_post(spec, inner, at_m, why="held here")

    return hold


def _about(spec: Any, one: Sized) -> str:
    return f"{spec.id}/size/{one.key}"


def unlock(spec: Any, thing: str) -> Any:
    """The spec without the hold on one post."""
    return replace(spec, locks=tuple(lock for lock in spec.locks if f"{spec.id}/post/{lock.id}" != thing))
