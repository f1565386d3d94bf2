"""What closes a fence's bays, whatever its infill: how much of the face is solid, what cannot be, what the crew is told."""

from collections.abc import Sequence

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError
from steady.structures.fence.infills.option import InfillRows
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

GROWN = {"nothing": 0.0, "light climbers": 0.5, "heavy climbers": 1.0}
"""Least share of the face that stands to the wind when climbers have grown [our own, on the safe side]."""


def rows(spec: FenceSpec, stick: SectionItem) -> InfillRows:
    """How rails are stacked, or slats where there are no boards."""
    return infill_of(spec).rows(spec, stick)


def strip_m(spec: FenceSpec, lie: InfillRows) -> float:
    """Height of the face that the hardest rail carries (m). Of mesh hung on a top rail the lower half hangs on its bottom wire."""
    if spec.infill.traits.fitted:
        return spec.height_m / 2
    return max(lie.first_m + lie.step_m / 2, lie.step_m) if lie.count > 2 else spec.height_m / max(1, lie.count)


def solidity(case: FenceCase) -> float:
    """Share of the face that stands to the wind, climbers counted; 1 where air goes round and not through."""
    spec, timber = case.spec, case.timber
    share = infill_of(spec).solid_ratio(case)
    open_share = (1 - share) * (1 - _rails_share(case)) * (1 - min(1.0, timber.post.width_m / _least_bay_m(spec)))
    return max(1 - open_share, GROWN[spec.infill.grows])


def _rails_share(case: FenceCase) -> float:
    """Share of the height that rails take behind the gaps; slats are the face itself."""
    spec, timber = case.spec, case.timber
    if spec.infill.traits.level:
        return 0.0
    lie = rows(spec, timber.rail)
    return min(1.0, lie.count * lie.deep_m(timber.rail) / spec.height_m)


def _least_bay_m(spec: FenceSpec) -> float:
    """The bay that posts are counted by: bays come out no wider than wished, so half of it is taken at most for a post's share."""
    return max(spec.bay_min_m, min(spec.bay_max_m, spec.panel_m if spec.bays == "panels" else spec.bay_max_m) * 0.75)


def refuse(case: FenceCase) -> None:
    """Infills that cannot be built of these sticks.

    Raises:
        InvalidInputError: The field, and what would do.
    """
    spec = case.spec
    infill_of(spec).refuse(case)
    if spec.infill.base == "scribed" and not spec.infill.traits.boarded:
        raise InvalidInputError("infill/base", "Only plumb boards are scribed to the ground: use base boards here")


def notes(case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
    """What the crew sets its blocks and gauges by, and what can be seen through the fence."""
    return infill_of(case.spec).notes(case, runs)
