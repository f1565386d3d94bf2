"""What a plan takes: pieces, sticks with their cut plans, bags, fixings, and the price in all and per length of line."""

import math
from dataclasses import dataclass

from steady.footings.hole import bags, volumes
from steady.measure.units import FT
from steady.plan.model import Part, Plan
from steady.takeoff.cutting import METRIC_UNIT_M, UNIT_M, CutPlan, Stock, cut_plan
from steady.yard.choices import YardChoices
from steady.yard.stock import bag_yield_m3, goods, sticks


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceRow:
    """Identical pieces: what they are, how long (finished and out of the stick), how many, where."""

    id: str
    role: str
    item: str
    says: str
    length_m: float
    stick_m: float
    width_m: float
    bevel_rad: float
    count: int
    mass_kg: float
    places: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemCuts:
    """One timber's cut plan, or why it has none."""

    item: str
    says: str
    plan: CutPlan | None
    problem: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """One line to buy."""

    item: str
    says: str
    count: int
    unit: str
    price: float
    total: float
    note: str = ""
    length_m: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Bill:
    """Everything to buy. `complete` is false where something on the list has no price or cannot be cut."""

    lines: tuple[Line, ...]
    total: float
    per_ft: float
    per_m: float
    concrete_m3: float
    gravel_m3: float
    bags_each_hole: int
    complete: bool
    sample_prices: bool


def pieces(plan: Plan) -> list[PieceRow]:
    """Every kind of timber piece, in the order of the plan."""
    rows = []
    for part in plan.parts:
        if part.length_m <= 0:
            continue
        rip = next((cut for cut in part.cuts if cut.kind == "rip"), None)
        bevel = next((cut.bevel_rad for cut in part.cuts if cut.kind == "saw"), 0.0)
        rows.append(
            PieceRow(
                id=part.id,
                role=part.role,
                item=part.item,
                says=sticks()[part.item].says if part.item in sticks() else part.item,
                length_m=part.length_m,
                stick_m=part.stick_m or part.length_m,
                width_m=rip.size_m[0] if rip else 0.0,
                bevel_rad=bevel,
                count=part.count,
                mass_kg=part.mass_kg,
                places=tuple(place.id for place in part.places),
            )
        )
    return rows


def cuts(plan: Plan, yard: YardChoices, metric: bool = False, better: bool = True) -> list[ItemCuts]:
    """A cut plan for each timber of the plan."""
    by_item: dict[str, list[Part]] = {}
    for part in plan.parts:
        if part.length_m > 0:
            by_item.setdefault(part.item, []).append(part)
    found = []
    for item, parts in by_item.items():
        says = sticks()[item].says if item in sticks() else item
        on_sale = [Stock(length_m=stock.length_m, price=stock.price) for stock in yard.lengths(item)]
        wanted = [(part.stick_m or part.length_m, part.count) for part in parts]
        longest_m = max((stock.length_m for stock in on_sale), default=0.0)
        if any(length_m > longest_m + 1e-6 for length_m, _ in wanted):
            problem = (
                "A piece is longer than every length on sale" if on_sale else "No length of this is on the price list"
            )
            found.append(ItemCuts(item=item, says=says, plan=None, problem=problem))
            continue
        # Posts and boards are bought to length and used from end to end; rails count their trim in each piece.
        unit_m = METRIC_UNIT_M if metric else UNIT_M
        found.append(
            ItemCuts(
                item=item,
                says=says,
                plan=cut_plan(wanted, on_sale, kerf_m=yard.kerf_m, unit_m=unit_m, better=better),
            )
        )
    return found


def bill(plan: Plan, yard: YardChoices, item_cuts: list[ItemCuts]) -> Bill:
    """What to buy and what it costs: sticks, bags, gravel, fixings by the pack. Labour and delivery are not in it."""
    lines: list[Line] = []
    complete = True
    for cut in item_cuts:
        if cut.plan is None:
            complete = False
            continue
        by_length: dict[tuple[float, float], int] = {}
        for pattern in cut.plan.patterns:
            key = (pattern.stock_m, pattern.price)
            by_length[key] = by_length.get(key, 0) + pattern.count
        for (length_m, price), count in sorted(by_length.items()):
            says = f"{cut.says} × {_length(cut.item, length_m)}"
            total = count * price
            lines.append(
                Line(item=cut.item, says=says, count=count, unit="sticks", price=price, total=total, length_m=length_m)
            )
    takes = [volumes(footing) for footing in plan.footings]
    needed = bags([take.concrete_m3 for take in takes], bag_yield_m3(yard.bag), yard.concrete_allowance_ratio)
    gravel_m3 = math.fsum(take.gravel_m3 for take in takes)
    sand_m3 = math.fsum(take.sand_m3 for take in takes)
    lines += _bags(yard, needed.in_all, ((yard.gravel, gravel_m3), (yard.sand, sand_m3)))
    lines += _fixings(plan, yard)
    total = math.fsum(line.total for line in lines)
    length_m = line_length_m(plan)
    return Bill(
        lines=tuple(lines),
        total=total,
        per_ft=total / (length_m / FT) if length_m else 0.0,
        per_m=total / length_m if length_m else 0.0,
        concrete_m3=math.fsum(take.concrete_m3 for take in takes),
        gravel_m3=gravel_m3,
        bags_each_hole=needed.each_hole,
        complete=complete,
        sample_prices=yard.sample_prices,
    )


def _length(item: str, length_m: float) -> str:
    """A stick's length as its merchant says it."""
    metric = item in sticks() and sticks()[item].metric
    return f"{length_m:.2f} m" if metric else f"{length_m / FT:g} ft"


def _bags(yard: YardChoices, count: int, loose: tuple[tuple[str, float], ...]) -> list[Line]:
    lines = []
    if count:
        price = yard.unit_price(yard.bag)
        note = f"with {yard.concrete_allowance_ratio:.0%} for spill and overdig, rounded once for the job"
        lines.append(
            Line(item=yard.bag, says=goods()[yard.bag].says, count=count, unit="bags", price=price,
                 total=count * price, note=note)
        )  # fmt: skip
    for item, volume_m3 in loose:
        if volume_m3 > 0:
            packs = math.ceil(volume_m3 / bag_yield_m3(item) - 1e-9)
            price = yard.unit_price(item)
            lines.append(
                Line(item=item, says=goods()[item].says, count=packs, unit="bags", price=price, total=packs * price)
            )
    return lines


def _fixings(plan: Plan, yard: YardChoices) -> list[Line]:
    """Hardware and screws: all uses of one item together, so that its packs are rounded once."""
    needed: dict[str, int] = {}
    for part in plan.parts:
        if part.length_m == 0 and part.item in goods():
            needed[part.item] = needed.get(part.item, 0) + part.count
    lines = []
    for item, count in needed.items():
        good, price = goods()[item], yard.unit_price(item)
        packs = math.ceil(count / good.pack_count)
        note = f"{count} needed, {good.pack_count} to a pack"
        lines.append(
            Line(item=item, says=good.says, count=packs, unit="packs", price=price, total=packs * price, note=note)
        )  # fmt: skip
    return lines


def line_length_m(plan: Plan) -> float:
    """Level length of the plan's strings."""
    return math.fsum(
        math.dist(a[:2], b[:2])
        for curve in plan.curves
        if curve.what == "string"
        for a, b in zip(curve.points, curve.points[1:], strict=False)
    )


def quick_price(plan: Plan, yard: YardChoices) -> float:
    """The bill's total on first cut plans: for comparing options."""
    return bill(plan, yard, cuts(plan, yard, better=False)).total
