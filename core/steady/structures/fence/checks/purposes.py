"""What a fence is for, held against a table: a pool, animals, the view. Nothing here makes a pool's barrier pass."""

from collections.abc import Callable, Iterator, Sequence
from functools import partial
from typing import get_args

from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.layout.barriers import Barrier, animal_fence, pool_faults, pool_table
from steady.plan.model import Caution, CheckOrigin, UncheckedItem
from steady.structures.fence.checks.clearances import closed_below_m, opens_m
from steady.structures.fence.checks.findings import FenceCheckCollector, gap
from steady.structures.fence.checks.gates import Hanging
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.layout.stations import SetOut, bay_id
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import Animal, FenceSpec, GateOpening
from steady.units.units import FT, MM
from steady.value_objects import positional_value_object

OFFICE = "Checked against the table entered here; the local office decides"
POOL = frozenset({"pool"})
LESS_M = 0.5 * MM
"""A sphere is stopped by what is smaller than itself: by so much at least [our own, what a tape reads]."""
VIEW_M = {"imperial": 6 * FT, "metric": 1.8}
"""Over this height a standing person does not look [common practice]."""
VIEW_RAD = 1.0472
"""Seen from farther off square than this, a fence hides what is behind it [our own: 60 degrees]."""


@positional_value_object
class _Place:
    """One bay or leaf: how high it stands above its ground at its lowest, and its greatest gap below (m)."""

    about: str
    height_m: float
    under_m: float


@positional_value_object
class _Looked:
    """What a purpose looks at: the places of a fence, bays first, and its widest opening (m)."""

    case: FenceCase
    places: tuple[_Place, ...]
    opening_m: float
    found: FenceCheckCollector

    def tall(self, purpose: str, need_m: float, source: str) -> None:
        """Every place that is too low, else the lowest."""
        u = self.case.book.units
        for place in _worst(self.places, lambda one: need_m - one.height_m):
            self.found.at_least(
                "purpose.height",
                place.about,
                given_step(
                    "h", place.height_m / u.span_m, u.span, source="geometry", says="from the ground up, at its lowest"
                ),
                needs=given_step("h_need", need_m / u.span_m, u.span, source=source, says=f"for {_named(purpose)}"),
                case=purpose,
                asks=CheckOrigin.SAFETY,
            )

    def close_below(self, purpose: str, most_m: float, source: str) -> None:
        """Every place that stands too high above the ground, else the highest."""
        for place in _worst(self.places, lambda one: one.under_m - most_m):
            self._small(("purpose.gap_below", place.about, purpose), place.under_m, most_m, source=source)

    def close_between(self, purpose: str, most_m: float, source: str) -> None:
        """The widest opening."""
        self._small(("purpose.openings", self.case.spec.id, purpose), self.opening_m, most_m, source=source)

    def _small(self, named: tuple[str, str, str], has_m: float, most_m: float, *, source: str) -> None:
        key, about, purpose = named
        u = self.case.book.units
        self.found.at_most(
            key,
            about,
            given_step(
                "g", has_m / u.size_m, u.size, source="geometry", says="the greatest there is, when the wood has dried"
            ),
            limit=given_step("g_most", most_m / u.size_m, u.size, source=source, says=f"for {_named(purpose)}"),
            case=purpose,
            asks=CheckOrigin.SAFETY,
        )


def check_purposes(
    case: FenceCase, out: SetOut, runs: list[BoardStretch], *, hangings: list[Hanging], found: FenceCheckCollector
) -> None:
    """Height, gaps below and openings of every place, for everything that the fence is said to be for."""
    if not case.spec.purposes:
        return
    bays = tuple(_bays(case, out))
    looked = _Looked(case, (*bays, *_leaves(case, hangings)), _opening_m(case, runs), found)
    own = {"pool": _pool, "privacy": _privacy}
    for purpose in case.spec.purposes:
        own.get(purpose, partial(_animal, animal=purpose))(looked, hangings)


def purpose_conflicts(case: FenceCase, runs: list[BoardStretch]) -> list[str]:
    """What no measure mends: a gate that opens the wrong way, an infill that can be seen through."""
    told = {"pool": _gates_of_pool, "privacy": _seen_through}
    return [line for purpose in case.spec.purposes if purpose in told for line in told[purpose](case, runs)]


def _gates_of_pool(case: FenceCase, runs: list[BoardStretch]) -> list[str]:
    faults = [_of_gate(opening) for opening in case.spec.openings]
    return [f"Pool barrier: {fault}" for fault in faults if fault]


def _seen_through(case: FenceCase, runs: list[BoardStretch]) -> list[str]:
    sight = infill_of(case.spec).sight(case, runs)
    if case.spec.infill.traits.wired:
        return ["Privacy: wire can be seen through. Choose boards or slats"]
    if sight is not None and sight[0] < VIEW_RAD:
        return ["Privacy: one sees through between the pieces. Butt or lap them, or tilt louvers further"]
    return []


TOWARD_POOL = {"in": "opens toward the pool"}


def _of_gate(opening: GateOpening) -> str:
    if not opening.hung:
        return f"the {opening.what} is an open way through. Hang a gate in it"
    faults, mends = [], []
    if opening.swing in TOWARD_POOL:
        faults.append(TOWARD_POOL[opening.swing])
        mends.append("let it swing outward")
    if not opening.leaf.closer_n_m > 0:
        faults.append("does not close by itself")
        mends.append("give its hinges a closing spring")
    if not faults:
        return ""
    mend = " and ".join(mends)
    return f"the {opening.what} {' and '.join(faults)}: {mend}"


def purpose_gaps(spec: FenceSpec, school: str) -> list[UncheckedItem]:
    """What nobody has said, or no table holds."""
    if not POOL.intersection(spec.purposes):
        return []
    if pool_table(school) is None:
        why = OutOfScopeError(
            "no table for pool barriers is entered for this code", "compare with the municipality's by-law"
        )
        return [gap("purpose.pool_barrier", spec.id, why)]
    if spec.inside is None:
        why = OutOfScopeError("nobody has said on which side the pool lies", "choose the side, seen along the line")
        return [gap("purpose.pool_barrier", spec.id, why)]
    return []


def purpose_cautions(spec: FenceSpec) -> Iterator[Caution]:
    """What each purpose asks for besides its measures."""
    source = "common practice"
    for purpose in spec.purposes:
        if purpose in POOL:
            text = (
                f"Pool barrier: {OFFICE}. Keep the ground outside clear of anything to climb; doors of a house wall that "
                "closes the ring have rules of their own"
            )
            yield Caution(about=spec.id, kind="permit", text=text, source=source)
        elif purpose in get_args(Animal):
            asked = animal_fence(purpose, metric=True)
            if asked.ground:
                text = f"For a {purpose}: {asked.ground}"
                yield Caution(about=spec.id, kind="drawing", text=text, source=source)


def _privacy(looked: _Looked, hangings: list[Hanging]) -> None:
    looked.tall("privacy", VIEW_M[looked.case.tape.system], "practice: above a standing person's eyes")


def _animal(looked: _Looked, hangings: list[Hanging], animal: str) -> None:
    asked = animal_fence(animal, looked.case.tape.metric)
    looked.tall(animal, asked.height_m, asked.source)
    looked.close_below(animal, asked.under_m, asked.source)
    looked.close_between(animal, asked.gap_m, asked.source)


def _pool(looked: _Looked, hangings: list[Hanging]) -> None:
    case, found = looked.case, looked.found
    spec, u, table = case.spec, case.book.units, pool_table(case.book.key)
    if table is None or spec.inside is None:
        return
    looked.tall("pool", table.height_m, table.source)
    looked.close_below("pool", table.under_m, table.source)
    tops_m = _tops_m(case)
    ladder = tops_m is not None and tops_m < table.rail_tops_m
    if ladder and table.opening_close_m is not None:
        looked.close_between("pool", table.opening_close_m, table.source)
    else:
        looked.close_between("pool", table.opening_m - (LESS_M if table.sphere else 0.0), table.source)
    barrier = Barrier(
        height_m=min(place.height_m for place in looked.places),
        gap_under_m=max(place.under_m for place in looked.places),
        soft_ground=True,
        opening_m=looked.opening_m,
        rail_tops_m=tops_m,
        rails_inside=spec.boards_on != spec.inside,
    )
    if tops_m is not None and "climbing" in pool_faults(case.book.key, barrier):
        found.at_least(
            "purpose.climbing",
            spec.id,
            given_step(
                "s_rails",
                tops_m / u.span_m,
                u.span,
                source="geometry",
                says="between the tops of rails that can be climbed",
            ),
            needs=given_step(
                "s_need",
                table.rail_tops_m / u.span_m,
                u.span,
                source=table.source,
                says="farther apart they are no ladder",
            ),
            case="pool",
            asks=CheckOrigin.SAFETY,
        )
    for hanging in hangings:
        leaf = hanging.found.leaf
        found.at_least(
            "purpose.latch_height",
            leaf.id,
            given_step(
                "h_latch",
                leaf.design.latch_height_m / u.span_m,
                u.span,
                source="geometry",
                says="the latch above the ground",
            ),
            needs=given_step(
                "h_need", table.latch_m / u.span_m, u.span, source=table.source, says="out of a small child's reach"
            ),
            case="pool",
            asks=CheckOrigin.SAFETY,
        )


def _worst(places: Sequence[_Place], short: Callable[[_Place], float]) -> list[_Place]:
    """Every place that falls short of the table (m), else the one nearest to it."""
    bad = [one for one in places if short(one) > 1e-6]
    return bad or [max(places, key=short)]


def _named(purpose: str) -> str:
    return {"pool": "a barrier round a pool", "privacy": "privacy"}.get(purpose, f"a {purpose}")


def _bays(case: FenceCase, out: SetOut) -> Iterator[_Place]:
    spec, ground = case.spec, case.ground
    for bay in out.bays:
        if bay.opening is not None:
            continue
        at = (bay.start.station_m, *ground.breaks_m(bay.start.station_m, bay.end.station_m), bay.end.station_m)
        tops = [bay.foot_m(spec.gap_m, s) + spec.height_m - ground.height_m(s) for s in at]
        yield _Place(bay_id(spec, bay), min(tops), max(0.0, closed_below_m(case, bay)))


def _leaves(case: FenceCase, hangings: list[Hanging]) -> Iterator[_Place]:
    spec = case.spec
    for hanging in hangings:
        leaf = hanging.found.leaf
        fall = (leaf.rake - leaf.grade_along) * leaf.width_m
        gaps = (leaf.gap_m, leaf.gap_m + fall)
        top_m = spec.gap_m + spec.height_m
        yield _Place(leaf.id, min(top_m, top_m + fall), max(gaps))


def _opening_m(case: FenceCase, runs: list[BoardStretch]) -> float:
    """The widest gap between pieces when the wood has dried; a mesh's opening is its infill's word."""
    gap_m, _ = infill_of(case.spec).gap(case, runs)
    return gap_m + opens_m(case)


def _tops_m(case: FenceCase) -> float | None:
    """Between the tops of neighbouring rails or slats; None: there are none to climb."""
    lie = rows(case.spec, case.timber.rail)
    return lie.step_m if lie.count > 1 else None
