"""What keeps posts upright: knee braces, posts fixed at their feet, or nothing; one row for each way that a spec may name."""

from typing import Literal

from steady.value_objects import value_object

Upright = Literal["knee braces", "fixed posts", "none"]


@value_object
class LateralSystem:
    """One way to keep a frame from racking.

    Args:
        braced: Braces share the push with posts that turn at their feet.
        fixed: Posts are held by the ground or a frame at their feet and bend.
    """

    braced: bool
    fixed: bool

    @property
    def none(self) -> bool:
        """Nothing holds them: a frame that cannot be built so, unless a house holds it."""
        return not (self.braced or self.fixed)


LATERAL_SYSTEMS: dict[Upright, LateralSystem] = {
    "knee braces": LateralSystem(braced=True, fixed=False),
    "fixed posts": LateralSystem(braced=False, fixed=True),
    "none": LateralSystem(braced=False, fixed=False),
}
