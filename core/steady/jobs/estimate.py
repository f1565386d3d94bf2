"""A price with its range: what is in, what is out, and the hours it rests on."""

import math
from typing import Annotated

from annotated_types import Ge, Gt, Le

from steady.errors import InvalidInputError
from steady.footings.hole import dug_m3
from steady.jobs.labour import paid_ratio, worked_h
from steady.plan.model import Plan
from steady.takeoff.bill import Bill
from steady.units.show import Tape
from steady.units.units import FT
from steady.value_objects import value_object

YD3 = 27 * FT**3
BULKS = 1.25
"""Soil out of a hole takes a quarter more room than in it [common practice]."""
HOURS_BAND = 0.25
"""Hours are the crew's own estimate: a quarter either way [estimate, low]."""

Price = Annotated[float, Ge(0), Le(1e6)]
Minutes = Annotated[float, Ge(0), Le(2000)]


@value_object
class EstimateRates:
    """What a crew charges, and how long it takes. Minutes are one person's; a price of None is not in the quote.

    Minutes here are an estimate to start from, not data: every crew types its own. `finish_min`: a litre of finish brushed
    on; `setup_min`, `travel_min`: set-up with clean-up, and the way there and back, of each person and day, inside the day.
    """

    crew_count: Annotated[int, Ge(1), Le(12)] = 2
    post_min: Minutes = 60.0
    rail_min: Minutes = 8.0
    board_min: Minutes = 3.0
    leaf_min: Minutes = 240.0
    finish_min: Minutes = 55.0
    setup_min: Minutes = 30.0
    travel_min: Minutes = 0.0
    hour_low: Price = 40.0
    hour_high: Price = 60.0
    material_band_ratio: Annotated[float, Ge(0), Le(0.5)] = 0.05
    old_fence_m: Annotated[float, Ge(0), Le(5000)] = 0.0
    old_fence_price_per_m: Price | None = None
    stumps_count: Annotated[int, Ge(0), Le(500)] = 0
    stump_price: Price | None = None
    spoil_price_per_m3: Price | None = None
    delivery_price: Price | None = None
    least_charge: Price = 0.0
    day_h: Annotated[float, Gt(0), Le(14)] = 8.0


@value_object
class QuoteLine:
    """One line, from low to high."""

    says: str
    low: float
    high: float
    note: str = ""


@value_object
class Estimate:
    """The whole: lines, totals, what is out, person-hours and days of the crew."""

    lines: tuple[QuoteLine, ...]
    low: float
    high: float
    out: tuple[str, ...]
    hours: float
    days_low: float
    days_high: float


def check_terms(terms: EstimateRates) -> None:
    """What a crew charges has to make sense.

    Raises:
        InvalidInputError: An hour's least is more than its most.
    """
    if terms.hour_low > terms.hour_high:
        says = f"An hour costs at least {terms.hour_low:g} and at most {terms.hour_high:g}: the least is more than the most"
        raise InvalidInputError("quote/hour_high", says)


def hours(plan: Plan, terms: EstimateRates) -> float:
    """Person-hours that are paid: the work, and each day's set-up, clean-up and travel."""
    return worked_h(plan, terms) * paid_ratio(terms)


def spoil_m3(plan: Plan) -> float:
    """Loose soil out of all holes. Source: geometry, and the usual bulking."""
    return BULKS * math.fsum(map(dug_m3, plan.footings))


def extras(plan: Plan, terms: EstimateRates, tape: Tape, *, old_fence: bool) -> tuple[list[QuoteLine], list[str]]:
    """What is charged beside materials and labour, and what is left out because nobody priced it.

    Args:
        old_fence: One may have stood here: a line is built. Under a deck or roof none is taken away.
    """
    lines: list[QuoteLine] = []
    out: list[str] = []
    feet = not tape.metric
    soil, loose = (spoil_m3(plan) / YD3, "yd³") if feet else (spoil_m3(plan), "m³")

    def extra(says: str, amount: float, unit: str, each: float | None, missing: str) -> None:
        if each is None:
            out.append(missing)
        elif amount > 0:
            lines.append(
                QuoteLine(says=says, low=amount * each, high=amount * each, note=f"{amount:.3g} {unit}" if unit else "")
            )

    if old_fence:
        if terms.old_fence_m > 0:
            long, unit = (terms.old_fence_m / FT, "ft") if feet else (terms.old_fence_m, "m")
            each = terms.old_fence_price_per_m
            per = each * FT if feet and each is not None else each
            extra("Old fence away", long, unit, per, "taking the old fence away")
        else:
            out.append("taking an old fence away")
        if terms.stumps_count:
            extra("Old stumps out", float(terms.stumps_count), "stumps", terms.stump_price, "digging old stumps out")
        else:
            out.append("digging old stumps out")
    each = terms.spoil_price_per_m3
    per = each * YD3 if feet and each is not None else each
    extra("Spoil away", soil, f"{loose} loose", per, f"taking {soil:.1f} {loose} of spoil away")
    extra("Delivery", 1.0, "", terms.delivery_price, "delivery")
    out += ["rock, water or a service found while digging", "permit fees"]
    return lines, out


def material_and_labour(total: float, person_h: float, terms: EstimateRates) -> tuple[QuoteLine, QuoteLine]:
    """Both lines from low to high: the list with its band, the hours a quarter either way at the crew's rates.

    Raises:
        InvalidInputError: Terms that make no sense.
    """
    check_terms(terms)
    band = terms.material_band_ratio
    return (
        QuoteLine(
            says="Materials",
            low=total * (1 - band),
            high=total * (1 + band),
            note=f"± {band:.0%} on today's list",
        ),
        QuoteLine(
            says="Labour",
            low=person_h * (1 - HOURS_BAND) * terms.hour_low,
            high=person_h * (1 + HOURS_BAND) * terms.hour_high,
            note=f"{person_h:.0f} person-hours, set-up and travel of each day in them, a quarter either way",
        ),
    )


def quote(plan: Plan, bill: Bill, terms: EstimateRates, tape: Tape) -> Estimate:
    """A price from low to high; what has no price is named as left out. `tape`: how the crew reads what the notes count."""
    person_h = hours(plan, terms)
    more, out = extras(plan, terms, tape, old_fence=bool(plan.bays))
    lines = [*material_and_labour(bill.total, person_h, terms), *more]
    low, high = math.fsum(line.low for line in lines), math.fsum(line.high for line in lines)
    if high < terms.least_charge:
        lines.append(
            QuoteLine(says="Up to the least charge", low=terms.least_charge - low, high=terms.least_charge - high)
        )
        low = high = terms.least_charge
    elif low < terms.least_charge:
        low = terms.least_charge
    a_day = terms.crew_count * terms.day_h
    return Estimate(
        lines=tuple(lines),
        low=low,
        high=high,
        out=tuple(out),
        hours=person_h,
        days_low=person_h * (1 - HOURS_BAND) / a_day,
        days_high=person_h * (1 + HOURS_BAND) / a_day,
    )
