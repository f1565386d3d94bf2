"""What a fence is planned from, with what follows from its spec alone: its timbers, its ground, its holes."""

import math

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError
from steady.footings.depth import hole_width_m as auger_m
from steady.ground.profile import Profile
from steady.plan.model import Basis
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.timber import FenceTimbers, timbers
from steady.structures.structure_type import DesignInput
from steady.value_objects import value_object


@value_object
class FenceCase(DesignInput):
    """A fence's case: `timber` its sticks, `ground` under its line."""

    spec: FenceSpec
    timber: FenceTimbers
    ground: Profile

    @classmethod
    def of_case(cls, case: DesignInput) -> "FenceCase":
        """A kind's case with what follows from it.

        Raises:
            InvalidInputError: A stick that the yard has not, or a post wider than its hole.
        """
        spec: FenceSpec = case.spec
        timber = timbers(spec)
        _refuse_narrow_hole(spec, timber)
        return cls(
            spec=spec,
            site=case.site,
            book=case.book,
            yard=case.yard,
            tape=case.tape,
            timber=timber,
            ground=case.site.profile(spec.id),
        )

    def hole_width_m(self, post: SectionItem) -> float:
        """How wide the hole of a post is dug (m): each size of post has its own auger.

        A typed width holds for every post that fits into it; as usually built, a larger post than the line's has its own auger.
        """
        spec, own_m = self.spec, auger_m(_across_m(post))
        if spec.built_on is Basis.PRACTICE and spec.practice is not None:
            line = post == self.timber.post
            return spec.practice.hole_width_m if line else max(spec.practice.hole_width_m, own_m)
        if spec.hole_width_m is None:
            return own_m
        return spec.hole_width_m if _diagonal_m(post) <= spec.hole_width_m + 1e-9 else max(spec.hole_width_m, own_m)

    @property
    def widest_line_hole_m(self) -> float:
        """The widest hole of a post that stands in the line: of its line posts, or of larger posts near its free ends."""
        own = [self.timber.post] if self.timber.end_post is None else [self.timber.post, self.timber.end_post]
        return max(self.hole_width_m(post) for post in own)


def _diagonal_m(post: SectionItem) -> float:
    return math.hypot(post.width_m, post.thickness_m)


def _across_m(post: SectionItem) -> float:
    """The side of the square post that fills as much of a hole."""
    return _diagonal_m(post) / 2**0.5


def _refuse_narrow_hole(spec: FenceSpec, timber: FenceTimbers) -> None:
    """A line post must fit into the hole that is typed for it; other posts get an auger of their own."""
    practice = spec.practice if spec.built_on is Basis.PRACTICE else None
    width_m = practice.hole_width_m if practice is not None else spec.hole_width_m
    if width_m is not None and _diagonal_m(timber.post) > width_m + 1e-9:
        field = "hole_width_m" if practice is None else "practice/hole_width_m"
        raise InvalidInputError(field, "The post's diagonal does not fit into this hole: use a wider auger")
