"""What a plan takes: pieces, sticks with their cut plans, bags, fixings, and the price in all and per length of line."""

import math
from dataclasses import replace
from functools import lru_cache

from steady.catalog.items import bag_yield_m3, goods, item_name, listed, sold_unit, sticks
from steady.catalog.purchasing import PurchasingSettings
from steady.data.roles import role
from steady.footings.hole import bags, volumes
from steady.layout.outline import Outline
from steady.plan.model import Part, Plan
from steady.takeoff.cutting import METRIC_UNIT_M, UNIT_M, CutPlan, Pattern, Saw, StockLength, cut_plan
from steady.takeoff.rips import RippedBoard, RippedStrip, boards_for, ripped_boards
from steady.units.show import Tape
from steady.units.units import FT
from steady.value_objects import value_object

FOAM = "post foam kit"
BED = "bed"
"""The role of what is spread under a floor: bought by the bag with what is loose in holes."""


@value_object
class PieceRow:
    """Identical pieces: what they are, how long (finished and out of the stick), how many, where.

    `crown`: which way its bow lies, to be marked on each; empty: it lies flat, stands, or it does not matter.
    `cut_to_m`: from the shortest to the longest as they end, of pieces that go up `length_m` long and are cut where they stand.
    """

    id: str
    role: str
    item: str
    says: str
    length_m: float
    stick_m: float
    width_m: float
    bevel_rad: float
    tapers_to_m: float | None
    count: int
    mass_kg: float
    places: tuple[str, ...]
    abouts: tuple[str, ...] = ()
    crown: str = ""
    cut_to_m: tuple[float, float] | None = None


@value_object
class ItemCuts:
    """One timber's cut plan, or why it has none. `unit`: what it is sold by: sticks, rolls, panels, sheets.

    `rips`: how its boards are ripped; `regrade`: pieces ripped of it that carry, in words: their grade is lost with the strip.
    """

    item: str
    says: str
    plan: CutPlan | None
    problem: str = ""
    rips: tuple[RippedBoard, ...] = ()
    regrade: tuple[str, ...] = ()
    unit: str = "sticks"


@value_object
class TakeoffLine:
    """One line to buy. `in_hand`: it lies on the rack, and is not bought."""

    item: str
    says: str
    count: int
    unit: str
    price: float
    total: float
    note: str = ""
    length_m: float | None = None
    in_hand: bool = False

    def take(self, count: int) -> "TakeoffLine":
        """The same line with so many, at its own price."""
        return replace(self, count=count, total=count * self.price)


@value_object
class Bill:
    """Everything to buy. `complete` is false where something on the list has no price or cannot be cut.

    `per_ft` and `per_m`: of a line; `per_ft2` and `per_m2`: of what an outline encloses; 0: there is none. `per_says`: in words.
    """

    lines: tuple[TakeoffLine, ...]
    total: float
    per_ft: float
    per_m: float
    per_ft2: float
    per_m2: float
    per_says: str
    concrete_m3: float
    gravel_m3: float
    bags_each_hole: int
    complete: bool
    sample_prices: bool


def pieces(plan: Plan) -> list[PieceRow]:
    """Every kind of timber piece, in the order of the plan; what is cut where it stands is one kind for each length it goes up."""
    rows, standing = list[PieceRow](), dict[tuple[object, ...], int]()
    for part in plan.parts:
        if part.length_m <= 0:
            continue
        alike = (part.role, part.item, part.section_m, round(part.stick_m, 5)) if part.in_place else None
        if alike is not None and alike in standing:
            rows[standing[alike]] = _with_more(rows[standing[alike]], part)
            continue
        if alike is not None:
            standing[alike] = len(rows)
        rip = next((cut for cut in part.cuts if cut.kind == "rip"), None)
        bevel = next((cut.bevel_rad for cut in part.cuts if cut.kind == "saw"), 0.0)
        rows.append(
            PieceRow(
                id=part.id,
                role=part.role,
                item=part.item,
                says=item_name(part.item),
                length_m=part.stick_m if part.in_place else part.length_m,
                stick_m=part.stick_m or part.length_m,
                width_m=rip.size_m[0] if rip else 0.0,
                tapers_to_m=rip.size_m[1] if rip and len(rip.size_m) > 1 else None,
                bevel_rad=bevel,
                count=part.count,
                mass_kg=part.mass_kg,
                places=tuple(place.id for place in part.places),
                abouts=tuple(dict.fromkeys(place.about or place.id for place in part.places)),
                crown=role(part.role).crown if _on_edge(part) else "",
                cut_to_m=(part.length_m, part.length_m) if part.in_place else None,
            )
        )
    return rows


def _with_more(row: PieceRow, part: Part) -> PieceRow:
    """A row with more of its pieces, which end at another length; what each weighs as their mean."""
    assert row.cut_to_m is not None
    count = row.count + part.count
    return replace(
        row,
        count=count,
        mass_kg=(row.mass_kg * row.count + part.mass_kg * part.count) / count,
        places=(*row.places, *(place.id for place in part.places)),
        abouts=tuple(dict.fromkeys((*row.abouts, *(place.about or place.id for place in part.places)))),
        cut_to_m=(min(row.cut_to_m[0], part.length_m), max(row.cut_to_m[1], part.length_m)),
    )


def cut_in_place(row: PieceRow, tape: Tape) -> str:
    """What is to be cut where it stands, in words; empty: it is cut before."""
    if row.cut_to_m is None:
        return ""
    low, high = (tape.length(length_m) for length_m in row.cut_to_m)
    return f"cut in place to {low}" if low == high else f"cut in place, {low} to {high}"


def cuts(plan: Plan, yard: PurchasingSettings, metric: bool = False, *, better: bool = True) -> list[ItemCuts]:
    """A cut plan for each timber of the plan."""
    by_item: dict[str, list[Part]] = {}
    for part in plan.parts:
        if part.length_m > 0 and part.item not in goods():
            by_item.setdefault(part.item, []).append(part)
    found = []
    for item, parts in by_item.items():
        says = item_name(item)
        on_sale = [StockLength(length_m=stock.length_m, price=stock.price) for stock in yard.lengths(item)]
        wanted = _wanted(item, parts, yard)
        if not on_sale:
            found.append(
                ItemCuts(
                    item=item,
                    says=says,
                    plan=None,
                    problem="No length of this is on the price list",
                    unit=sold_unit(item),
                )
            )
            continue
        longest = max(on_sale, key=lambda stock: stock.length_m)
        fits = [row for row in wanted if row[0] <= longest.length_m + 1e-6]
        # Pieces that no stick gives stay on the list, a whole stick of the nearest length each, and the list says so.
        over = [row for row in wanted if row[0] > longest.length_m + 1e-6]
        # A metric stick is counted in its own units whatever the job reads in: 1.83 m is no whole number of sixty-fourths.
        unit_m = METRIC_UNIT_M if metric or (item in sticks() and sticks()[item].metric) else UNIT_M
        plan_of_item = _planned(fits, on_sale, _hand(item, yard), saw=(yard.kerf_m, unit_m, better))
        problem = ""
        if over:
            plan_of_item = _with_over(plan_of_item, longest, over)
            many = sum(count for _, count in over)
            what, at = "piece" if many == 1 else "pieces", _length(item, longest.length_m)
            problem = f"{many} {what} longer than every length on sale: priced as the longest, {at}"
        strips = _strips(item, parts)
        found.append(
            ItemCuts(
                item=item,
                says=says,
                plan=plan_of_item,
                unit=sold_unit(item),
                problem=problem,
                rips=ripped_boards(
                    [(role(part.role).many, strip) for part, strip in strips], wide_of(item), yard.kerf_m
                ),
                regrade=tuple(
                    dict.fromkeys(role(part.role).many for part, _ in strips if role(part.role).stage in CARRIES)
                ),
            )
        )
    return found


Wanted = list[tuple[float, int]]
Sawn = tuple[float, float, bool]
"""Kerf and unit of the saw (m), and whether the best plan is sought."""


def _hand(item: str, yard: PurchasingSettings) -> list[float]:
    """Lengths of the sticks in hand, shortest first."""
    return sorted(
        stock.length_m for stock in yard.rack if listed(stock.item) == listed(item) for _ in range(stock.count)
    )


def _planned(wanted: Wanted, on_sale: list[StockLength], hand: list[float], *, saw: Sawn) -> CutPlan:
    """A cut plan from what is in hand and what is on sale: the cheaper of two ways to use what is in hand.

    Either the longest pieces go into the shortest sticks in hand that take them; or all is planned as if bought, and sticks in
    hand take the place of the same ones on that plan: what came as it was ordered is cut as it was ordered.
    """
    if not hand or not wanted:
        return _bought(wanted, on_sale, saw)
    racked, left = _from_rack(wanted, hand, saw)
    greedy = _joined(racked, _bought(left, on_sale, saw))
    whole = _bought(wanted, on_sale, saw)
    stays, unused, rest = _matched(whole, hand)
    racked, left = _from_rack(rest, unused, saw)
    matched = _joined((*stays, *racked), _bought(left, on_sale, saw))
    return min((matched, greedy), key=lambda plan: plan.cost)


def _bought(wanted: Wanted, on_sale: list[StockLength], saw: Sawn) -> CutPlan:
    return _sawn(tuple(wanted), tuple(on_sale), saw)


@lru_cache(maxsize=512)
def _sawn(wanted: tuple[tuple[float, int], ...], on_sale: tuple[StockLength, ...], saw: Sawn) -> CutPlan:
    """The same pieces always give the same plan: what did not change since it was last asked for is not planned again."""
    kerf_m, unit_m, better = saw
    return cut_plan(wanted, on_sale, Saw(kerf_m=kerf_m, unit_m=unit_m), better=better)


def _joined(racked: tuple[Pattern, ...], made: CutPlan) -> CutPlan:
    sticks = made.sticks + sum(pattern.count for pattern in racked)
    return replace(made, patterns=(*racked, *made.patterns), sticks=sticks) if racked else made


def _matched(whole: CutPlan, hand: list[float]) -> tuple[tuple[Pattern, ...], list[float], Wanted]:
    """Patterns whose sticks are in hand, the sticks that none of them takes, and the pieces of all other patterns."""
    left, stays, rest = list(hand), list[Pattern](), dict[float, int]()
    for pattern in whole.patterns:
        there = [length_m for length_m in left if abs(length_m - pattern.stock_m) < SAME_M][: pattern.count]
        for length_m in there:
            left.remove(length_m)
        if there:
            stays.append(replace(pattern, count=len(there), price=0.0))
        for piece_m in pattern.pieces_m:
            rest[piece_m] = rest.get(piece_m, 0) + pattern.count - len(there)
    return tuple(stays), left, [(length_m, count) for length_m, count in rest.items() if count]


SAME_M = 1e-4


def _from_rack(wanted: Wanted, hand: list[float], saw: Sawn) -> tuple[tuple[Pattern, ...], Wanted]:
    """What is cut from sticks in hand, longest pieces first into the shortest stick that takes them, and what is left to buy."""
    if not hand or not wanted:
        return (), wanted
    kerf_m, unit_m, _ = saw
    kerf = math.ceil(kerf_m / unit_m - 1e-6)
    room = [math.floor(length_m / unit_m + 1e-6) + kerf for length_m in hand]
    taken: list[list[float]] = [[] for _ in hand]
    left: Wanted = []
    for length_m, count in sorted(wanted, reverse=True):
        units, over = math.ceil(length_m / unit_m - 1e-6) + kerf, count
        while over:
            # The stick in which least is left over: off-cuts stay as long as they can be.
            fits = [k for k, free in enumerate(room) if free >= units]
            if not fits:
                break
            best = min(fits, key=lambda k: room[k])
            room[best] -= units
            taken[best].append(length_m)
            over -= 1
        if over:
            left.append((length_m, over))
    patterns = tuple(
        Pattern(stock_m=length_m, price=0.0, count=1, pieces_m=tuple(cut))
        for length_m, cut in zip(hand, taken, strict=True)
        if cut
    )
    return patterns, left


SPARED = ("board", "decking", "leaf board")
"""What splits: boards, of which some are bought over."""


def _on_edge(part: Part) -> bool:
    """Whether all of a part lie with their wider side upright."""
    level = all(abs(place.up[2]) > ON_EDGE and abs(place.along[2]) < ON_EDGE for place in part.places)
    return level and part.section_m[1] > part.section_m[0]


ON_EDGE = 0.7
"""Of the depth's direction: more of it upward than this, and it lies on its edge."""
CARRIES = frozenset({"frame", "posts"})
"""Stages whose pieces are calculated by their grade."""


def wide_of(item: str) -> float:
    """How wide a stick of an item is (m); 0: it is no stick of the yard."""
    return sticks()[item].width_m if item in sticks() else 0.0


def _strips(item: str, parts: list[Part]) -> list[tuple[Part, RippedStrip]]:
    """Pieces of one item that are ripped to one width from end to end."""
    found = []
    for part in parts:
        rip = next((cut for cut in part.cuts if cut.kind == "rip"), None)
        if rip is not None and len(rip.size_m) == 1 and 0 < rip.size_m[0] <= wide_of(item):
            length_m = part.stick_m or part.length_m
            found.append((part, RippedStrip(length_m=length_m, width_m=rip.size_m[0], count=part.count)))
    return found


def _wanted(item: str, parts: list[Part], yard: PurchasingSettings) -> list[tuple[float, int]]:
    """Lengths to be cut from sticks of one item: whole pieces, boards that several rips share, and spares."""
    ripped = _strips(item, parts)
    narrow = {id(part) for part, _ in ripped}
    whole = [(part.stick_m or part.length_m, part.count) for part in parts if id(part) not in narrow]
    strips, wide_m = [strip for _, strip in ripped], wide_of(item)
    whole += [(length_m, 1) for length_m, _ in boards_for(strips, wide_m, yard.kerf_m)]
    spared = [part for part in parts if part.role in SPARED]
    spares = math.ceil(sum(part.count for part in spared) * yard.spare_ratio - 1e-9) if yard.spare_ratio else 0
    if spares:
        whole.append((max(part.stick_m or part.length_m for part in spared), spares))
    return whole


def _with_over(made: CutPlan, longest: StockLength, over: list[tuple[float, int]]) -> CutPlan:
    """A cut plan and a stick of the longest length for each piece that no stick gives."""
    extra = tuple(
        Pattern(stock_m=longest.length_m, price=longest.price, count=count, pieces_m=(length_m,))
        for length_m, count in over
    )
    many = sum(count for _, count in over)
    return CutPlan(
        patterns=(*extra, *made.patterns),
        cost=made.cost + many * longest.price,
        bound=made.bound + many * longest.price,
        sticks=made.sticks + many,
    )


def bill(plan: Plan, yard: PurchasingSettings, item_cuts: list[ItemCuts]) -> Bill:
    """What to buy and what it costs: sticks, bags, gravel, fixings by the pack. Labour and delivery are not in it."""
    lines: list[TakeoffLine] = []
    complete = True
    for cut in item_cuts:
        if cut.plan is None:
            complete = False
            lines.append(_unpriced(plan, cut))
            continue
        complete = complete and not cut.problem
        by_length: dict[tuple[float, float], int] = {}
        for pattern in cut.plan.patterns:
            key = (pattern.stock_m, pattern.price)
            by_length[key] = by_length.get(key, 0) + pattern.count
        for (length_m, price), count in sorted(by_length.items()):
            says = f"{cut.says} × {_length(cut.item, length_m)}{', from the rack' if price == 0 else ''}"
            total = count * price
            lines.append(
                TakeoffLine(
                    item=cut.item,
                    says=says,
                    count=count,
                    unit=cut.unit,
                    price=price,
                    total=total,
                    length_m=length_m,
                    in_hand=price == 0,
                    note=cut.problem if length_m == max(by_length)[0] else "" if price else "in hand: not bought",
                )
            )
    takes = [volumes(footing) for footing in plan.footings]
    needed = bags([take.concrete_m3 for take in takes], bag_yield_m3(yard.bag), yard.concrete_allowance_ratio)
    gravel_m3 = math.fsum(take.gravel_m3 for take in takes)
    sand_m3 = math.fsum(take.sand_m3 for take in takes)
    foam_m3 = math.fsum(take.foam_m3 for take in takes)
    beds = {part.item: part.count for part in plan.parts if part.role == BED}
    lines += _bags(yard, needed.in_all, ((yard.gravel, gravel_m3), (yard.sand, sand_m3), (FOAM, foam_m3)), beds=beds)
    lines += _fixings(plan, yard)
    total = math.fsum(line.total for line in lines)
    length_m, area_m2 = line_length_m(plan), _area_m2(plan)
    return Bill(
        lines=tuple(lines),
        total=total,
        per_ft=total / (length_m / FT) if length_m else 0.0,
        per_m=total / length_m if length_m else 0.0,
        per_ft2=total / (area_m2 / FT**2) if area_m2 else 0.0,
        per_m2=total / area_m2 if area_m2 else 0.0,
        per_says=_per(total, length_m, area_m2),
        concrete_m3=math.fsum(take.concrete_m3 for take in takes),
        gravel_m3=gravel_m3,
        bags_each_hole=needed.each_hole,
        complete=complete,
        sample_prices=yard.sample_prices,
    )


def _area_m2(plan: Plan) -> float:
    """What the plan's closed outline encloses; 0: it has none."""
    ring = next((curve.points for curve in plan.curves if curve.what == "outline" and curve.closed), ())
    return abs(Outline(tuple((x, y) for x, y, _ in ring)).area_m2) if ring else 0.0


def _per(total: float, length_m: float, area_m2: float) -> str:
    if area_m2:
        return f"{total / (area_m2 / FT**2):,.2f} a square foot, {total / area_m2:,.2f} a square metre"
    if length_m:
        return f"{total / (length_m / FT):,.2f} a foot, {total / length_m:,.2f} a metre of line"
    return ""


def _unpriced(plan: Plan, cut: ItemCuts) -> TakeoffLine:
    """A timber without a price: its pieces stand on the list all the same."""
    count = sum(part.count for part in plan.parts if part.item == cut.item and part.length_m > 0)
    return TakeoffLine(item=cut.item, says=cut.says, count=count, unit="pieces", price=0.0, total=0.0, note=cut.problem)


def _length(item: str, length_m: float) -> str:
    """A stick's length as its merchant says it."""
    metric = item in sticks() and sticks()[item].metric
    return f"{length_m:.2f} m" if metric else f"{length_m / FT:g} ft"


def _bags(
    yard: PurchasingSettings, count: int, loose: tuple[tuple[str, float], ...], *, beds: dict[str, int]
) -> list[TakeoffLine]:
    """Concrete, and what is loose in holes (m³) and under a floor (bags): one line an item."""
    lines = []
    if count:
        price = yard.unit_price(yard.bag)
        note = f"with {yard.concrete_allowance_ratio:.0%} for spill and overdig, rounded once for the job"
        lines.append(
            TakeoffLine(
                item=yard.bag,
                says=goods()[yard.bag].says,
                count=count,
                unit="bags",
                price=price,
                total=count * price,
                note=note,
            )
        )
    for item, volume_m3 in loose:
        if volume_m3 > 0 or item in beds:
            packs = math.ceil(volume_m3 / bag_yield_m3(item) - 1e-9) + beds.get(item, 0)
            price = yard.unit_price(item)
            lines.append(
                TakeoffLine(
                    item=item,
                    says=goods()[item].says,
                    count=packs,
                    unit="kits" if item == FOAM else "bags",
                    price=price,
                    total=packs * price,
                )
            )
    return lines


def _fixings(plan: Plan, yard: PurchasingSettings) -> list[TakeoffLine]:
    """Hardware and screws: all uses of one item together, so that its packs are rounded once."""
    needed: dict[str, int] = {}
    for part in plan.parts:
        if part.item in goods() and part.role != BED:
            needed[part.item] = needed.get(part.item, 0) + part.count
    lines = []
    for item, count in needed.items():
        good, price = goods()[item], yard.unit_price(item)
        packs = math.ceil(count / good.pack_count)
        loose = good.pack_count == 1
        note = "" if loose else f"{count} needed, {good.pack_count} to a pack"
        lines.append(
            TakeoffLine(
                item=item,
                says=good.says,
                count=packs,
                unit="pieces" if loose else "packs",
                price=price,
                total=packs * price,
                note=note,
            )
        )
    return lines


def line_length_m(plan: Plan) -> float:
    """Level length of the plan's strings."""
    return math.fsum(
        math.dist(a[:2], b[:2])
        for curve in plan.curves
        if curve.what == "string"
        for a, b in zip(curve.points, curve.points[1:], strict=False)
    )


def quick_price(plan: Plan, yard: PurchasingSettings) -> float:
    """The bill's total on first cut plans: for comparing options."""
    return bill(plan, yard, cuts(plan, yard, better=False)).total
