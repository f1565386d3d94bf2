"""Calculators of estimates: labour, prices, taxes, payments, changes, orders, forecasts, digging days, clashes."""

from collections.abc import Callable
from datetime import date, datetime, timedelta
from decimal import Decimal
from typing import Any

from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.estimating import labour, orders, prices, taxes
from steady.estimating.change_words import change_words
from steady.estimating.contracts import (
    Change,
    ChangeSide,
    ChangeTerms,
    PricedChange,
    contract_sum,
    invoice_due,
    priced_change,
)
from steady.estimating.forecast import CostRow, Forecast, forecast
from steady.estimating.money import CENT, allocate, decimal, rounded, rounded_up, written
from steady.estimating.payments import DepositLimit, PaymentStep, open_amount, retained, split
from steady.schedule.bookings import WEEKEND, Booking, DigDays, clashes, dig_days
from steady.units.dates import day_of
from steady.units.quantities import parse_quantity
from steady.units.units import GRAVITY

ZERO = Decimal(0)
H = 3600.0


def _money(given: Given, name: str, default: Decimal | None = None) -> Decimal:
    if not given.has(name):
        if default is None:
            raise InvalidInputError(name, "is needed")
        return default
    return decimal(given.raw[name], name)


def _maybe(given: Given, name: str) -> Decimal | None:
    return decimal(given.raw[name], name) if given.has(name) else None


def _list(given: Given, name: str, default: list[Any] | None = None) -> list[Any]:
    found = given.raw.get(name)
    if found is None and default is not None:
        return default
    if not isinstance(found, list) or len(found) > 500:
        raise InvalidInputError(name, "must be a list")
    return found


def _amounts(given: Given, name: str, default: list[Any] | None = None) -> list[Decimal]:
    return [decimal(item, name) for item in _list(given, name, default)]


def _rows(given: Given, name: str, width: int, default: list[Any] | None = None) -> list[list[Any]]:
    rows = _list(given, name, default)
    if not all(isinstance(row, list) and len(row) == width for row in rows):
        raise InvalidInputError(name, f"must be a list of lists of {width}")
    return rows


def _joined(amounts: list[Decimal]) -> str:
    return "; ".join(written(amount) for amount in amounts)


def _level(given: Given) -> labour.Level:
    return given.choice("level", labour.LEVELS, "typical")  # type: ignore[return-value]


def _count(given: Given, name: str, default: int | None = None) -> int:
    count = given.count(name, default)
    if count < 1:
        raise InvalidInputError(name, "must be 1 or more")
    return count


def _round(given: Given) -> str:
    step = _money(given, "step", CENT)
    up = given.choice("way", ("half up", "up"), "half up") == "up"
    return written((rounded_up if up else rounded)(_money(given, "amount"), step))


def _allocate(given: Given) -> str:
    return _joined(allocate(_money(given, "total"), _amounts(given, "weights"), _money(given, "step", CENT)))


def _hole(given: Given) -> labour.HoleSize:
    square = given.choice("shape", ("round", "square"), "round") == "square"
    return labour.HoleSize(width_m=given.length("hole_width"), depth_m=given.length("hole_depth"), square=square)


def _dig_h(given: Given) -> float:
    return labour.dig_hole_h(_hole(given), given.text("soil"), given.text("tool"), _level(given))


def _volume(given: Given) -> float:
    _dig_h(given)
    return _hole(given).volume_m3


def _haul(given: Given) -> labour.Trips:
    return labour.haul_spoil(
        given.quantity("volume", "volume"),
        given.text("soil"),
        given.length("distance"),
        given.text("way", "barrow"),
        _level(given),
    )


def _concrete(given: Given) -> labour.Trips:
    way, distance, level = given.text("way"), given.length("distance", 0.0), _level(given)
    if way in ("truck chute", "truck barrow"):
        crew = _count(given, "crew", 3)
        return labour.concrete_by_truck(
            given.quantity("volume", "volume"), crew, way == "truck barrow", distance, level
        )
    return labour.concrete_by_bag(given.count("bags"), given.quantity("bag_mass", "mass"), way, distance, level)


def _set_post(given: Given) -> labour.ByHand:
    mass, height = given.quantity("post_mass", "mass"), given.length("height")
    return labour.set_post(mass, height, _count(given, "posts", 1), _level(given))


def _lift(given: Given) -> labour.ByHand:
    mass, height = given.quantity("mass", "mass"), given.length("height")
    return labour.lift(mass, height, _count(given, "pieces", 1), _level(given))


def _rate(given: Given) -> float:
    return labour.piece_rate_h(given.text("task"), _level(given))


def _pieces(given: Given) -> float:
    count, factor = given.number("count"), given.number("factor", 1.0)
    for name, amount in (("count", count), ("factor", factor)):
        if not amount >= 0:
            raise InvalidInputError(name, "must be 0 or more")
    return count * _rate(given) * factor


def _finish(given: Given) -> labour.Finished:
    coating = labour.Coating(
        area_m2=given.quantity("area", "area"),
        coats_count=given.count("coats", 2),
        way=given.text("way", "brush"),
        surface=given.text("surface", "rough"),
        coverage_m2_per_l=given.number("coverage") if given.has("coverage") else None,
        tin_l=given.number("tin", 5.0),
    )
    return labour.finish(coating, _level(given))


def _days(given: Given) -> labour.PaidDays:
    working = labour.Working(
        crew_count=given.count("crew"),
        day_h=given.number("day", 8.0),
        setup_h=given.number("setup", 0.5),
        travel_h=given.number("travel", 0.0),
        travel_in_day=given.flag("travel_in_day", True),
    )
    return labour.days(given.number("hours"), working, given.number("contingency", 0.0))


def _learned(given: Given) -> labour.LearnedRate:
    rows = _rows(given, "records", 3, [])
    records = [tuple(float(decimal(cell, "records")) for cell in row) for row in rows]
    none = given.text("half_life", "") == "none"
    half_life = None if none else given.number("half_life", labour.HALF_LIFE_DAYS)
    return labour.learned_rate(given.number("rate"), given.number("weight"), records, half_life)  # type: ignore[arg-type]


def _packs(given: Given) -> prices.Packs:
    pack, waste = _money(given, "pack", Decimal(1)), _money(given, "waste", ZERO)
    return prices.packs(_money(given, "quantity"), _money(given, "price"), pack, waste)


def _line(given: Given) -> str:
    quantity, price = _money(given, "quantity"), _money(given, "unit_price")
    if quantity < 0:
        raise InvalidInputError("quantity", "must be 0 or more")
    return written(quantity * price)


def _earning(given: Given) -> prices.Earning:
    return prices.Earning(margin=_maybe(given, "margin"), markup=_maybe(given, "markup"))


def _priced(given: Given) -> prices.PriceResult:
    return prices.priced(_money(given, "cost"), _earning(given))


def _terms(given: Given) -> prices.Terms:
    return prices.Terms(
        earning=_earning(given),
        wage=_money(given, "wage", ZERO),
        burden=_money(given, "burden", ZERO),
        contingency=_money(given, "contingency", ZERO),
        overhead=_maybe(given, "overhead"),
        overhead_per_hour=_maybe(given, "overhead_per_hour"),
    )


COSTS = ("materials", "equipment", "subcontract", "allowance", "delivery", "disposal")


def _build(given: Given) -> prices.Build:
    costs = prices.Costs(**{name: _money(given, name, ZERO) for name in COSTS})
    return prices.build(
        costs,
        _money(given, "hours", ZERO),
        _terms(given),
        step=_money(given, "step", CENT),
        least_charge=_money(given, "least_charge", ZERO),
    )


def _client_lines(given: Given) -> list[Decimal]:
    step = _money(given, "step", Decimal(1))
    return prices.client_lines(_amounts(given, "direct"), _money(given, "hidden", ZERO), _earning(given), step)


def _per(number: int, kind: str) -> Callable[[Given], str]:
    def calculate(given: Given) -> str:
        price = _money(given, "price")
        if kind == "length":
            return written(prices.per_unit(price, given.length("length"))[number])
        return written(prices.per_area(price, given.quantity("area", "area"))[number])

    return calculate


def _bases(given: Given) -> taxes.Bases:
    return taxes.Bases(
        material=_money(given, "material", ZERO),
        labour=_money(given, "labour", ZERO),
        other=_money(given, "other", ZERO),
        other_taxed=given.flag("other_taxed"),
    )


def _taxes(given: Given) -> list[taxes.Tax]:
    place, bases = given.text("place"), _bases(given)
    if place == "us":
        return taxes.us_taxes(bases, _maybe(given, "rate"), given.text("on", ""))
    if place == "ca":
        return taxes.ca_taxes(bases, given.text("region"), given.text("provincial_on", ""))
    if place == "nz":
        return taxes.nz_taxes(bases)
    if place == "uk":
        return taxes.uk_taxes(bases, given.text("vat", "standard"))
    raise InvalidInputError("place", "must be one of: us, ca, nz, uk")


def _tax(given: Given) -> Decimal:
    return sum((tax.amount for tax in _taxes(given)), ZERO)


def _steps(given: Given) -> list[PaymentStep]:
    found = []
    for when, what in _rows(given, "steps", 2):
        text = str(what).strip()
        if text == "rest":
            found.append(PaymentStep(when=str(when)))
        elif text.endswith("%"):
            found.append(PaymentStep(when=str(when), percent=decimal(text[:-1], "steps")))
        else:
            found.append(PaymentStep(when=str(when), amount=decimal(text, "steps")))
    return found


def _split(given: Given) -> list[Decimal]:
    limit = DepositLimit(ratio=_maybe(given, "deposit_most_ratio"), amount=_maybe(given, "deposit_most"))
    return split(_money(given, "total"), _steps(given), _money(given, "round_to", Decimal(1)), limit)


def _retained(given: Given) -> tuple[list[Decimal], list[Decimal]]:
    amounts = _amounts(given, "amounts")
    kept = retained(amounts, _money(given, "ratio"))
    return [amount - one for amount, one in zip(amounts, kept, strict=True)], kept


def _open(given: Given) -> tuple[Decimal, Decimal]:
    return open_amount(_amounts(given, "invoices"), _amounts(given, "credits", []), _amounts(given, "payments", []))


def _changes(given: Given) -> list[Change]:
    rows = _rows(given, "changes", 2, [])
    return [Change(total=decimal(total, "changes"), state=str(state)) for total, state in rows]


def _side(given: Given, name: str) -> ChangeSide:
    raw = given.raw.get(name, {})
    if not isinstance(raw, dict):
        raise InvalidInputError(name, "must be materials, hours and other")
    inner = Given(raw)
    return ChangeSide(**{part: _money(inner, part, ZERO) for part in ("materials", "hours", "other")})


def _change(given: Given) -> PricedChange:
    rates = _rows(given, "unit_rates", 2, [])
    terms = ChangeTerms(
        terms=_terms(given),
        unit_rates=tuple((decimal(n, "unit_rates"), decimal(rate, "unit_rates")) for n, rate in rates),
        credit_ratio=_money(given, "credit_ratio", Decimal(1)),
        fee=_money(given, "fee", ZERO),
    )
    return priced_change(given.text("reason"), _side(given, "added"), _side(given, "removed"), terms)


def _words(given: Given) -> str:
    def read(name: str) -> object:
        found = given.raw.get(name)
        if isinstance(found, str) and given.text("path").endswith("_m"):
            return parse_quantity(found, "length", name)
        return found

    return change_words(
        given.text("kind"), given.text("path"), (read("was"), read("now")), given.text("system"), given.text("name", "")
    )


def _invoice(given: Given) -> Decimal:
    return invoice_due(
        _amounts(given, "steps"),
        given.count("reached"),
        _changes(given),
        changes_at_end=given.choice("changes_when", ("next", "end"), "next") == "end",
        invoiced_before=_money(given, "invoiced_before", ZERO),
    )


STOCK = ("rack", "ordered", "good", "cancelled", "broken", "returned")


def _still(given: Given) -> orders.OrderBalance:
    return orders.still(
        orders.ItemCounts(needed=given.count("needed"), **{name: given.count(name, 0) for name in STOCK})
    )


def _truck(given: Given) -> orders.Load:
    lines = [
        orders.TruckLine(
            count=int(decimal(count, "lines")),
            mass_kg=parse_quantity(mass, "mass", "lines"),
            length_m=parse_quantity(length, "length", "lines"),
        )
        for count, mass, length in _rows(given, "lines", 3)
    ]
    if sum(max(0, line.count) for line in lines) > 20_000:
        raise InvalidInputError("lines", "are too many pieces")
    return orders.truck(lines, given.quantity("payload", "mass"), given.maybe("bed", "length"))


def _truck_mass(given: Given) -> float:
    """In newtons where pounds are shown, in kilograms otherwise: a pound of mass weighs a pound."""
    mass = _truck(given).mass_kg
    return mass if str(given.raw.get("payload", "")).strip().endswith("kg") else mass * GRAVITY


def _match(given: Given) -> orders.Matched:
    return orders.match(*(_money(given, name) for name in ("price", "good", "billed", "billed_price")))


def _forecast(given: Given) -> Forecast:
    rows = [
        CostRow(
            name=str(name),
            **{
                field: decimal(cell, "rows")
                for field, cell in zip(("estimate", "actual", "open", "to_do"), cells, strict=True)
            },
        )
        for name, *cells in _rows(given, "rows", 5)
    ]
    return forecast(_money(given, "contract_net"), rows)


def _day(value: object, name: str) -> date:
    return day_of(str(value), name)


def _dig(given: Given) -> DigDays:
    weekdays = _list(given, "weekdays_off", list(WEEKEND))
    return dig_days(
        _day(given.text("called"), "called"),
        given.count("lead_days", 2),
        weekdays_off=tuple(int(decimal(item, "weekdays_off")) for item in weekdays),
        holidays=tuple(_day(item, "holidays") for item in _list(given, "holidays", [])),
        life_days=given.count("life_days") if given.has("life_days") else None,
    )


def _last_dig(given: Given) -> str:
    last = _dig(given).last
    if last is None:
        raise InvalidInputError("life_days", "is needed")
    return last.isoformat()


def _moment(value: object) -> datetime:
    try:
        return datetime.fromisoformat(str(value))
    except ValueError:
        raise InvalidInputError(
            "bookings", f'"{str(value)[:40]}" is not a moment: write it like 2026-05-28T08:00'
        ) from None


def _clashes(given: Given) -> float:
    bookings = [
        Booking(who=str(who), start=_moment(start), end=_moment(end), job=str(job))
        for who, start, end, job in _rows(given, "bookings", 4)
    ]
    if len({booking.start.tzinfo is None for booking in bookings}) > 1:
        raise InvalidInputError("bookings", "must all name their zone, or none")
    travel = {
        frozenset((str(a), str(b))): timedelta(minutes=float(decimal(minutes, "travel")))
        for a, b, minutes in _rows(given, "travel", 3, [])
    }
    return len(clashes(bookings, travel))


LEVEL = Input(name="level", kind="low|typical|high", default="typical")
EARNS = takes("number", margin="or a markup", markup="or a margin")
WAGES = (
    *takes("price", wage="0"),
    *takes("number", burden="0"),
    *takes("number", overhead="0, or by the hour"),
    *takes("price", overhead_per_hour="none"),
)
PRACTICE = "practice: one estimator's rates and ways, from memory, low"
EXACT = "practice: arithmetic on exact decimals"


def _time(name: str, calculate: Callable[[Given], float]) -> Output:
    return Output(name=name, unit="h", calculate=lambda given: calculate(given) * H)


SUMS = (
    Calculator(
        name="money.round",
        asks="What is an amount, rounded?",
        inputs=(*needs("amount", kind="price"), *takes("price", step="0.01"), *takes("half up|up", way="half up")),
        outputs=(text("rounded", _round),),
        source=EXACT,
    ),
    Calculator(
        name="money.allocate",
        asks="How is a total divided by weights?",
        inputs=(*needs("total", kind="price"), *needs("weights", kind="list"), *takes("price", step="0.01")),
        outputs=(text("parts", _allocate),),
        source=EXACT,
    ),
    Calculator(
        name="labour.dig_hole",
        asks="How long does it take to dig holes?",
        inputs=(
            *needs("hole_width", "hole_depth", kind="length"),
            *needs("soil", kind="|".join(labour.SOILS)),
            *needs("tool", kind="text"),
            *takes("round|square", shape="round"),
            *takes("count", holes="1"),
            LEVEL,
        ),
        outputs=(
            Output(name="volume", unit="ft3|m3", calculate=_volume),
            _time("hours_each", _dig_h),
            _time("hours", lambda g: _dig_h(g) * _count(g, "holes", 1)),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.haul_spoil",
        asks="How long does it take to haul spoil?",
        inputs=(
            *needs("volume", kind="volume"),
            *needs("soil", kind="text"),
            *needs("distance", kind="length"),
            *takes("barrow|loader", way="barrow"),
            LEVEL,
        ),
        outputs=(
            Output(name="loose", unit="ft3|m3", calculate=lambda g: _haul(g).loose_m3),
            number("loads", lambda g: _haul(g).count),
            _time("hours", lambda g: _haul(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.concrete",
        asks="How long does it take to place concrete?",
        inputs=(
            *needs("way", kind="by hand|mixer|dry|truck chute|truck barrow"),
            *takes("count", bags="by truck none"),
            *takes("mass", bag_mass="by truck none"),
            *takes("volume", volume="by bag none"),
            *takes("count", crew="3"),
            *takes("length", distance="0"),
            LEVEL,
        ),
        outputs=(
            number("trips", lambda g: _concrete(g).count),
            _time("hours", lambda g: _concrete(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.set_post",
        asks="How many people set a post, and how long?",
        inputs=(
            *needs("post_mass", kind="mass"),
            *needs("height", kind="length"),
            *takes("count", posts="1"),
            LEVEL,
        ),
        outputs=(
            number("people", lambda g: _set_post(g).people_count),
            _time("hours", lambda g: _set_post(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.lift",
        asks="How many people lift a piece, and how long?",
        inputs=(*needs("mass", kind="mass"), *needs("height", kind="length"), *takes("count", pieces="1"), LEVEL),
        outputs=(
            number("people", lambda g: _lift(g).people_count),
            _time("hours", lambda g: _lift(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.pieces",
        asks="How long does so much of a task take?",
        inputs=(*needs("task", kind="text"), *needs("count", kind="number"), *takes("number", factor="1"), LEVEL),
        outputs=(_time("rate", _rate), _time("hours", _pieces)),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.finish",
        asks="How long does a finish take, and how much of it?",
        inputs=(
            *needs("area", kind="area"),
            *takes("count", coats="2"),
            *takes("brush|roller|spray", way="brush"),
            *takes("rough|planed", surface="rough"),
            *takes("number", coverage="by the surface, m2 a litre", tin="5 litres"),
            LEVEL,
        ),
        outputs=(
            _time("hours", lambda g: _finish(g).hours),
            Output(name="litres", unit="L", calculate=lambda g: _finish(g).litres / 1000),
            number("tins", lambda g: _finish(g).tins_count),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.days",
        asks="How many days does a crew take?",
        inputs=(
            *needs("hours", kind="number"),
            *needs("crew", kind="count"),
            *takes("number", day="8", setup="0.5", travel="0"),
            *takes("flag", travel_in_day="yes"),
            *takes("number", contingency="0"),
        ),
        outputs=(
            number("days", lambda g: _days(g).days_count),
            _time("work_hours", lambda g: _days(g).work_h),
            _time("setup_hours", lambda g: _days(g).setup_h),
            _time("travel_hours", lambda g: _days(g).travel_h),
            _time("paid_hours", lambda g: _days(g).paid_h),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.rate_update",
        asks="What is a crew's own rate, from its records?",
        inputs=(
            *needs("rate", "weight", kind="number"),
            *needs("records", kind="list"),
            *takes("number", half_life="730 days"),
        ),
        outputs=(
            _time("rate", lambda g: _learned(g).rate_h),
            Output(name="share", unit="-", calculate=lambda g: _learned(g).share),
            number("used", lambda g: _learned(g).used_count),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="price.packs",
        asks="How many packs, and what do they cost?",
        inputs=(*needs("quantity", "price", kind="price"), *takes("number", waste="0", pack="1")),
        outputs=(
            number("packs", lambda g: _packs(g).count),
            text("cost", lambda g: written(_packs(g).cost)),
            Output(name="left", unit="-", calculate=lambda g: float(_packs(g).left)),
        ),
        source=EXACT,
    ),
    Calculator(
        name="price.line",
        asks="What does a line cost?",
        inputs=needs("quantity", "unit_price", kind="price"),
        outputs=(text("cost", _line),),
        source=EXACT,
    ),
    Calculator(
        name="price.margin",
        asks="What is the price of a cost, and what does it earn?",
        inputs=(*needs("cost", kind="price"), *EARNS),
        outputs=(
            text("price", lambda g: written(_priced(g).price)),
            text("profit", lambda g: written(_priced(g).profit)),
            Output(name="margin", unit="-", calculate=lambda g: float(_priced(g).margin)),
            Output(name="markup", unit="-", calculate=lambda g: float(_priced(g).markup)),
        ),
        source=EXACT,
    ),
    Calculator(
        name="price.build",
        asks="What is the price of a job from its costs?",
        inputs=(
            *takes("price", materials="0", hours="0"),
            *WAGES,
            *takes("price", equipment="0", subcontract="0", allowance="0", delivery="0", disposal="0"),
            *takes("number", contingency="0"),
            *EARNS,
            *takes("price", step="0.01", least_charge="0"),
        ),
        outputs=(
            text("labour", lambda g: written(_build(g).labour)),
            text("direct", lambda g: written(_build(g).direct)),
            text("contingency", lambda g: written(_build(g).contingency)),
            text("overhead", lambda g: written(_build(g).overhead)),
            text("cost", lambda g: written(_build(g).cost)),
            text("price", lambda g: written(_build(g).price)),
            text("profit", lambda g: written(_build(g).profit)),
        ),
        source=EXACT,
    ),
    Calculator(
        name="price.client_lines",
        asks="What does each of the client's lines cost?",
        inputs=(*needs("direct", kind="list"), *takes("price", hidden="0"), *EARNS, *takes("price", step="1")),
        outputs=(
            text("price", lambda g: written(sum(_client_lines(g), ZERO))),
            text("prices", lambda g: _joined(_client_lines(g))),
        ),
        source=EXACT,
    ),
    Calculator(
        name="price.per_unit",
        asks="What is a price for each foot, metre, square foot and square metre?",
        inputs=(
            *needs("price", kind="price"),
            *takes("length", length="or an area"),
            *takes("area", area="or a length"),
        ),
        outputs=(
            text("per_ft", _per(0, "length")),
            text("per_m", _per(1, "length")),
            text("per_ft2", _per(0, "area")),
            text("per_m2", _per(1, "area")),
        ),
        source=EXACT,
    ),
    Calculator(
        name="tax.sum",
        asks="What tax is on a price?",
        inputs=(
            *needs("place", kind="us|ca|nz|uk"),
            *takes("text", region="for ca"),
            *takes("price", material="0", labour="0", other="0"),
            *takes("number", rate="for us"),
            *takes("|".join(taxes.ON), on="for us"),
            *takes("flag", other_taxed="no"),
            *takes("all|materials|none", provincial_on="for ca"),
            *takes("|".join(taxes.VAT_UK), vat="standard, uk"),
        ),
        outputs=(
            text("tax", lambda g: written(_tax(g))),
            text("total", lambda g: written(_bases(g).total + _tax(g))),
            text("parts", lambda g: "; ".join(f"{tax.name} {written(tax.amount)}" for tax in _taxes(g))),
        ),
        source="practice: rates from memory; a crew confirms them with its accountant",
    ),
    Calculator(
        name="tax.inside",
        asks="What tax is inside an amount?",
        inputs=(*needs("gross", kind="price"), *needs("rate", kind="number")),
        outputs=(
            text("net", lambda g: written(taxes.inside(_money(g, "gross"), _money(g, "rate"))[0])),
            text("tax", lambda g: written(taxes.inside(_money(g, "gross"), _money(g, "rate"))[1])),
        ),
        source=EXACT,
    ),
    Calculator(
        name="payments.split",
        asks="How is a total paid in steps?",
        inputs=(
            *needs("total", kind="price"),
            *needs("steps", kind="list"),
            *takes("price", round_to="1"),
            *takes("number", deposit_most_ratio="no limit"),
            *takes("price", deposit_most="no limit"),
        ),
        outputs=(
            text("amounts", lambda g: _joined(_split(g))),
            text("rest", lambda g: written(_split(g)[-1])),
        ),
        source=EXACT,
    ),
    Calculator(
        name="payments.retain",
        asks="What is due where a part is retained?",
        inputs=(*needs("amounts", kind="list"), *needs("ratio", kind="number")),
        outputs=(
            text("due", lambda g: _joined(_retained(g)[0])),
            text("retained", lambda g: written(sum(_retained(g)[1], ZERO))),
        ),
        source=EXACT,
    ),
    Calculator(
        name="payments.open",
        asks="What is still open?",
        inputs=(*needs("invoices", kind="list"), *takes("list", credits="none", payments="none")),
        outputs=(
            text("open", lambda g: written(_open(g)[0])),
            text("overpaid", lambda g: written(_open(g)[1])),
        ),
        source=EXACT,
    ),
    Calculator(
        name="contract.sum",
        asks="What does a contract come to?",
        inputs=(*needs("accepted", kind="price"), *takes("list", changes="none")),
        outputs=(text("total", lambda g: written(contract_sum(_money(g, "accepted"), _changes(g)))),),
        source=EXACT,
    ),
    Calculator(
        name="change.price",
        asks="What does a change cost the client, and the crew?",
        inputs=(
            *needs("reason", kind="client|site|crew"),
            *takes("list", added="nothing", removed="nothing", unit_rates="none"),
            *WAGES,
            *EARNS,
            *takes("number", credit_ratio="1"),
            *takes("price", fee="0"),
        ),
        outputs=(
            text("price", lambda g: written(_change(g).price)),
            text("cost", lambda g: written(_change(g).cost)),
        ),
        source=EXACT,
    ),
    Calculator(
        name="change.words",
        asks="How is a change told to a client?",
        inputs=(
            *needs("kind", "path", "was", "now", kind="text"),
            *needs("system", kind="imperial|metric"),
            *takes("text", name="none"),
        ),
        outputs=(text("says", _words),),
        source="practice: sentences of our own",
    ),
    Calculator(
        name="invoice.due",
        asks="What does the next invoice ask?",
        inputs=(
            *needs("steps", kind="list"),
            *needs("reached", kind="count"),
            *takes("list", changes="none"),
            *takes("next|end", changes_when="next"),
            *takes("price", invoiced_before="0"),
        ),
        outputs=(text("due", lambda g: written(_invoice(g))),),
        source=EXACT,
    ),
    Calculator(
        name="order.still",
        asks="What is still to order, owed and over?",
        inputs=(
            *needs("needed", kind="count"),
            *takes("count", rack="0", ordered="0", good="0", cancelled="0", broken="0", returned="0"),
        ),
        outputs=(
            number("open", lambda g: _still(g).open),
            number("to_order", lambda g: _still(g).to_order),
            number("surplus", lambda g: _still(g).surplus),
        ),
        source="practice: arithmetic",
    ),
    Calculator(
        name="order.truck",
        asks="What does an order weigh, and how many trips?",
        inputs=(
            *needs("lines", kind="list"),
            *needs("payload", kind="mass"),
            *takes("length", bed="any length"),
        ),
        outputs=(
            Output(name="mass", unit="lb|kg", calculate=_truck_mass),
            Output(name="longest", unit="ft|m", calculate=lambda g: _truck(g).longest_m),
            number("trips", lambda g: _truck(g).trips),
        ),
        source="practice: whole pieces, the heaviest first",
    ),
    Calculator(
        name="delivery.match",
        asks="What of a bill is paid, and what is claimed?",
        inputs=needs("price", "good", "billed", "billed_price", kind="price"),
        outputs=(
            text("pay", lambda g: written(_match(g).pay)),
            text("claim", lambda g: written(_match(g).claim)),
            text("price_variance", lambda g: written(_match(g).price_variance)),
        ),
        source=EXACT,
    ),
    Calculator(
        name="cost.forecast",
        asks="What will a job have cost, and earned?",
        inputs=(*needs("contract_net", kind="price"), *needs("rows", kind="list")),
        outputs=(
            text("forecast", lambda g: written(_forecast(g).forecast)),
            text("margin", lambda g: written(_forecast(g).margin)),
            Output(name="margin_ratio", unit="-", calculate=lambda g: float(_forecast(g).margin_ratio)),
            text("variance", lambda g: written(_forecast(g).variance)),
        ),
        source=EXACT,
    ),
    Calculator(
        name="schedule.dig_from",
        asks="When may digging begin after the locate is called?",
        inputs=(
            *needs("called", kind="text"),
            *takes("count", lead_days="2"),
            *takes("list", weekdays_off="Saturday and Sunday", holidays="none"),
            *takes("count", life_days="not said"),
        ),
        outputs=(
            text("first_dig", lambda g: _dig(g).first.isoformat()),
            text("last_dig", _last_dig),
        ),
        source="practice: the local law's days, from memory, low",
    ),
    Calculator(
        name="board.clashes",
        asks="Which bookings clash?",
        inputs=(*needs("bookings", kind="list"), *takes("list", travel="none")),
        outputs=(number("clashes", _clashes),),
        source="practice: half-open bookings and the way between jobs",
    ),
)
