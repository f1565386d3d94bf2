"""What a structure costs and sells for: materials, labour, what is charged beside them, contingency, overhead and margin."""

import math
from decimal import Decimal
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le

from steady.estimating.labour import LEVEL_FACTORS
from steady.estimating.money import decimal, from_float, rounded
from steady.estimating.prices import Costs, Earning, Terms, build
from steady.footings.hole import dug_m3
from steady.jobs.labour import paid_ratio, worked_h
from steady.jobs.quote_terms import QuoteTerms
from steady.plan.model import Plan
from steady.takeoff.bill import Bill
from steady.units.show import Tape
from steady.units.units import FT
from steady.value_objects import value_object

YD3 = 27 * FT**3
BULKS = 1.25
"""Soil out of a hole takes a quarter more room than in it [common practice]."""
GOOD_DAY, BAD_DAY = LEVEL_FACTORS["low"], LEVEL_FACTORS["high"]
"""What a good and a bad day make of the hours: the risk that the crew carries."""

Price = Annotated[float, Ge(0), Le(1e6)]
Minutes = Annotated[float, Ge(0), Le(2000)]


@value_object
class EstimateRates:
    """What a crew charges, and how long it takes. Minutes are one person's; a price of None is not in the quote.

    Minutes here are an estimate to start from, not data: every crew types its own. `finish_min`: a litre of finish brushed
    on; `setup_min`, `travel_min`: set-up with clean-up, and the way there and back, of each person and day, inside the day.
    `dig_soil`, `dig_tool`, `concrete`: what is dug, with what, and how concrete is mixed, or poured from a truck: a post's
    minutes hold a usual hole in loam by hand, and change with them.
    `wage`: an hour of one person; `burden_ratio`: what the employer pays on top of it; `contingency_ratio`: on direct cost;
    `overhead_ratio`: on direct cost and contingency.
    """

    crew_count: Annotated[int, Ge(1), Le(12)] = 2
    post_min: Minutes = 60.0
    rail_min: Minutes = 8.0
    board_min: Minutes = 3.0
    leaf_min: Minutes = 240.0
    dig_soil: Literal["sand", "loam", "clay", "stony", "hardpan"] = "loam"
    dig_tool: Literal["by hand", "one-man auger", "two-man auger", "skid auger"] = "by hand"
    concrete: Literal["by hand", "mixer", "dry", "from a truck"] = "by hand"
    finish_min: Minutes = 55.0
    setup_min: Minutes = 30.0
    travel_min: Minutes = 0.0
    wage: Price = 31.0
    burden_ratio: Annotated[float, Ge(0), Le(1)] = 0.28
    contingency_ratio: Annotated[float, Ge(0), Le(0.5)] = 0.03
    overhead_ratio: Annotated[float, Ge(0), Le(1)] = 0.14
    old_fence_m: Annotated[float, Ge(0), Le(5000)] = 0.0
    old_fence_price_per_m: Price | None = None
    stumps_count: Annotated[int, Ge(0), Le(500)] = 0
    stump_price: Price | None = None
    spoil_price_per_m3: Price | None = None
    delivery_price: Price | None = None
    least_charge: Price = 0.0
    day_h: Annotated[float, Gt(0), Le(14)] = 8.0


@value_object
class EstimateLine:
    """One line of a cost: what it is, its amount, and a few words."""

    says: str
    amount: float
    note: str = ""


@value_object
class Estimate:
    """The whole: what it costs line by line, what it sells for, what is out, person-hours and days of the crew.

    Args:
        cost_low, cost_high: The cost on good and on bad days.
        margin_ratio: Of the price as it is rounded; `markup_ratio`: the same as a share of the cost.
        per_says: The price for each foot or metre of line and each square one, in words; empty: it has neither.
    """

    lines: tuple[EstimateLine, ...]
    cost: float
    price: float
    margin_ratio: float
    markup_ratio: float
    cost_low: float
    cost_high: float
    per_says: str
    out: tuple[str, ...]
    hours: float
    days: float
    days_low: float
    days_high: float


def selling(terms: EstimateRates, margin_ratio: float) -> Terms:
    """A crew's terms as a price is built from them (exact decimals).

    Raises:
        InvalidInputError: A margin of all of the price.
    """
    return Terms(
        earning=Earning(margin=decimal(margin_ratio, "offer/margin_ratio")),
        wage=decimal(terms.wage, "quote/wage"),
        burden=decimal(terms.burden_ratio, "quote/burden_ratio"),
        contingency=decimal(terms.contingency_ratio, "quote/contingency_ratio"),
        overhead=decimal(terms.overhead_ratio, "quote/overhead_ratio"),
    )


def hours(plan: Plan, terms: EstimateRates) -> float:
    """Person-hours that are paid: the work, and each day's set-up, clean-up and travel."""
    return worked_h(plan, terms) * paid_ratio(terms)


def spoil_m3(plan: Plan) -> float:
    """Loose soil out of all holes. Source: geometry, and the usual bulking."""
    return BULKS * math.fsum(map(dug_m3, plan.footings))


def extras(plan: Plan, terms: EstimateRates, tape: Tape, *, old_fence: bool) -> tuple[list[EstimateLine], list[str]]:
    """What is charged beside materials and labour, and what is left out because nobody priced it.

    Args:
        old_fence: One may have stood here: a line is built. Under a deck or roof none is taken away.
    """
    lines: list[EstimateLine] = []
    out: list[str] = []
    feet = not tape.metric
    soil, loose = (spoil_m3(plan) / YD3, "yd³") if feet else (spoil_m3(plan), "m³")

    def extra(says: str, amount: float, unit: str, *, each: float | None, missing: str) -> None:
        if each is None:
            out.append(missing)
        elif amount > 0:
            note = f"{amount:.3g} {unit}" if unit else ""
            lines.append(EstimateLine(says=says, amount=money(amount * each), note=note))

    if old_fence:
        if terms.old_fence_m > 0:
            long, unit = (terms.old_fence_m / FT, "ft") if feet else (terms.old_fence_m, "m")
            each = terms.old_fence_price_per_m
            per = each * FT if feet and each is not None else each
            extra("Old fence away", long, unit, each=per, missing="taking the old fence away")
        else:
            out.append("taking an old fence away")
        if terms.stumps_count:
            extra(
                "Old stumps out",
                float(terms.stumps_count),
                "stumps",
                each=terms.stump_price,
                missing="digging old stumps out",
            )
        else:
            out.append("digging old stumps out")
    each = terms.spoil_price_per_m3
    per = each * YD3 if feet and each is not None else each
    extra("Spoil away", soil, f"{loose} loose", each=per, missing=f"taking {soil:.1f} {loose} of spoil away")
    extra("Delivery", 1.0, "", each=terms.delivery_price, missing="delivery")
    out += ["rock, water or a service found while digging", "permit fees"]
    return lines, out


def money(amount: float) -> float:
    """An amount to the cent, half a cent up, on decimals."""
    return float(rounded(from_float(amount)))


def quote(plan: Plan, bill: Bill, rates: EstimateRates, *, offer: QuoteTerms, tape: Tape) -> Estimate:
    """What a structure costs and sells for by itself; what has no price is named as left out.

    Args:
        offer: Its margin and its step. `tape`: how the crew reads what the notes count.

    Raises:
        InvalidInputError: There is nothing to price, or a margin of all of the price.
    """
    person_h = hours(plan, rates)
    more, out = extras(plan, rates, tape, old_fence=bool(plan.bays))
    terms, step = selling(rates, offer.margin_ratio), decimal(offer.round_to, "offer/round_to")
    costs = Costs(
        materials=rounded(from_float(bill.total)),
        disposal=sum((decimal(line.amount, "extras") for line in more), Decimal(0)),
    )
    least = decimal(rates.least_charge, "quote/least_charge")
    made, low, high = (
        build(costs, from_float(person_h * factor), terms, step=step, least_charge=least)
        for factor in (1.0, GOOD_DAY, BAD_DAY)
    )
    a_day = rates.crew_count * rates.day_h
    return Estimate(
        lines=(
            EstimateLine(says="Materials", amount=float(costs.materials), note="today's list, waste in it"),
            EstimateLine(says="Labour", amount=float(made.labour), note=_hours_note(person_h, rates)),
            *more,
            EstimateLine(
                says="Contingency",
                amount=float(made.contingency),
                note=f"{100 * rates.contingency_ratio:.3g} % of direct cost",
            ),
            EstimateLine(says="Overhead", amount=float(made.overhead), note=_share(rates.overhead_ratio)),
        ),
        cost=float(made.cost),
        price=float(made.price),
        margin_ratio=float(made.profit / made.price) if made.price else 0.0,
        markup_ratio=float(made.profit / made.cost) if made.cost else 0.0,
        cost_low=float(low.cost),
        cost_high=float(high.cost),
        per_says=_per(bill, float(made.price), tape),
        out=tuple(out),
        hours=person_h,
        days=person_h / a_day,
        days_low=person_h * GOOD_DAY / a_day,
        days_high=person_h * BAD_DAY / a_day,
    )


def _per(bill: Bill, price: float, tape: Tape) -> str:
    """The whole price for each unit of length or of area, as the crew reads: not of materials alone."""
    share = price / bill.total if bill.total > 0 else 0.0
    by = ((bill.per_m, "m"), (bill.per_m2, "m²")) if tape.metric else ((bill.per_ft, "ft"), (bill.per_ft2, "ft²"))
    return ", ".join(f"{share * each:,.2f} a {unit}" for each, unit in by if share * each > 0)


def _share(ratio: float) -> str:
    return f"{100 * ratio:.3g} % of direct cost and contingency"


def _hours_note(person_h: float, rates: EstimateRates) -> str:
    each = rates.wage * (1 + rates.burden_ratio)
    return f"{person_h:.1f} person-hours at {each:.2f}, set-up and travel of each day in them"
