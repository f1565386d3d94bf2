"""What a fence is planned from, with what follows from its spec alone: its timbers, its ground, its holes."""

import math

from steady.errors import InputError
from steady.footings.depth import hole_width_m as auger_m
from steady.ground.profile import Profile
from steady.plan.model import Basis
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.timber import Timber, timbers
from steady.structures.kind import Case
from steady.values import value


@value
class FenceCase(Case):
    """A fence's case: `timber` its sticks, `ground` under its line, `hole_width_m` what one auger digs for all its posts."""

    spec: FenceSpec
    timber: Timber
    ground: Profile
    hole_width_m: float

    @classmethod
    def of_case(cls, case: Case) -> "FenceCase":
        """A kind's case with what follows from it.

        Raises:
            InputError: A stick that the yard has not, or a post wider than its hole.
        """
        spec: FenceSpec = case.spec
        timber = timbers(spec)
        return cls(
            spec=spec,
            site=case.site,
            book=case.book,
            yard=case.yard,
            tape=case.tape,
            timber=timber,
            ground=case.site.profile(spec.id),
            hole_width_m=_hole_width(spec, timber),
        )


def _hole_width(spec: FenceSpec, timber: Timber) -> float:
    # One auger digs the whole fence: it is as wide as the widest post wants.
    across_m = math.hypot(timber.post.width_m, timber.post.thickness_m)
    ends_m = timber.end_post.width_m if timber.end_post is not None else 0.0
    widest_m = max(across_m / 2**0.5, ends_m, timber.gate_post.width_m if spec.openings else 0.0)
    width_m = spec.hole_width_m or auger_m(widest_m)
    if spec.built_on is Basis.PRACTICE and spec.practice is not None:
        width_m = spec.practice.hole_width_m
    field = "practice/hole_width_m" if spec.built_on is Basis.PRACTICE else "hole_width_m"
    if widest_m * 2**0.5 > width_m + 1e-9:
        raise InputError(field, "The post's diagonal does not fit into this hole: use a wider auger")
    return width_m
