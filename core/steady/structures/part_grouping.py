"""Like pieces turned into one part: by role, stick, section, cuts and length to a tenth of a millimetre."""

import math
from collections import defaultdict
from collections.abc import Iterable
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.plan.model import Cut, Part, PartPlacement, Vec
from steady.value_objects import positional_value_object

SAME_M = 1e-4
UP: Vec = (0.0, 0.0, 1.0)
ALONG: Vec = (1.0, 0.0, 0.0)
ACROSS: Vec = (0.0, 1.0, 0.0)
Key = tuple[str, str, int, tuple[float, float], tuple[Cut, ...]]


@positional_value_object
class Sawn:
    """How a piece comes out of its stick: its cuts, and the length of stick that it takes (m; 0: its own length)."""

    cuts: tuple[Cut, ...] = ()
    stick_m: float = 0.0


AS_LONG_AS_IT_IS = Sawn()
SQUARE_RAD = 1e-6
"""An end turned by less is sawn square."""


def mitered(length_m: float, width_m: float, ends_rad: tuple[float, float]) -> Sawn:
    """A board that lies flat, its ends sawn so that its upper edge is the longer where an angle is above 0.

    Args:
        length_m: Along its middle; it comes out of its stick at its longer side.
    """
    first = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-ends_rad[0])
    last = Cut(end="end", kind="saw", at_m=length_m, mitre_rad=0.0, bevel_rad=ends_rad[1])
    return Sawn(
        tuple(cut for cut in (first, last) if abs(cut.bevel_rad) > SQUARE_RAD),
        length_m + sum(width_m / 2 * abs(math.tan(angle)) for angle in ends_rad),
    )


def pieces_of(parts: Iterable[Part], role: str) -> int:
    """How many pieces of a role there are."""
    return sum(part.count for part in parts if part.role == role)


class Grouper:
    """Gathers pieces and fixings of one structure."""

    def __init__(self, me: str) -> None:
        self.me = me
        self._rows: dict[Key, list[PartPlacement]] = defaultdict(list)
        self._sticks: dict[Key, tuple[SectionItem, float, float]] = {}
        self._fixings: dict[tuple[str, str], Part] = {}

    def add(
        self, role: str, stick: SectionItem, length_m: float, *, place: PartPlacement, sawn: Sawn = AS_LONG_AS_IT_IS
    ) -> None:
        """One piece (or a row of them) of a stick, on edge: its depth upright in its place's `up`; a rip says how much is left."""
        cuts = sawn.cuts
        left_m = next((cut.size_m[0] for cut in cuts if cut.kind == "rip"), stick.width_m)
        key = (role, stick.key, round(length_m / SAME_M), (stick.thickness_m, left_m), cuts)
        self._rows[key].append(place)
        # Alike to a tenth of a millimetre: as long as the longest, never rounded up over the stick that it fills.
        known = self._sticks.get(key, (stick, 0.0, 0.0))
        self._sticks[key] = stick, max(sawn.stick_m, length_m, known[1]), max(length_m, known[2])

    def fix(self, item: str, count: int, at: Vec, *, role: str) -> None:
        """So many fixings or connectors; all of one item are one line."""
        if count <= 0:
            return
        known = self._fixings.get((item, role))
        if known is not None:
            self._fixings[(item, role)] = replace(known, each=known.each + count)
            return
        name = f"{self.me}/{item.replace(' ', '-')}"
        place = PartPlacement(id=name, at=at, along=ALONG, up=UP)
        self._fixings[(item, role)] = Part(
            id=name, role=role, item=item, length_m=0.0, section_m=(0.0, 0.0), places=(place,), each=count
        )

    def parts(self) -> tuple[Part, ...]:
        """All of them, timbers first."""
        found = []
        for number, (key, places) in enumerate(self._rows.items(), start=1):
            role, item, _, section, cuts = key
            stick, stick_m, length_m = self._sticks[key]
            found.append(
                Part(
                    id=f"{self.me}/{role.replace(' ', '-')}/{number}",
                    role=role,
                    item=item,
                    length_m=length_m,
                    section_m=section,
                    places=tuple(places),
                    cuts=cuts,
                    stick_m=stick_m,
                    mass_kg=stick.density_kg_per_m3 * section[0] * section[1] * length_m,
                )
            )
        return (*found, *self._fixings.values())
