"""Calculators of prices: money rounded and shared out, packs, lines, margins, a price from its costs, taxes."""

from collections.abc import Callable
from decimal import Decimal

from steady.calculators.estimate_inputs import (
    EARNS,
    EXACT,
    WAGES,
    ZERO,
    earning_of,
    given_amounts,
    given_money,
    given_money_or_none,
    joined_amounts,
    terms_of,
)
from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Output
from steady.errors import InvalidInputError
from steady.estimating import prices, taxes
from steady.estimating.money import CENT, allocate, rounded, rounded_up, written


def _round(given: Given) -> str:
    step = given_money(given, "step", CENT)
    up = given.choice("way", ("half up", "up"), "half up") == "up"
    return written((rounded_up if up else rounded)(given_money(given, "amount"), step))


def _allocate(given: Given) -> str:
    return joined_amounts(
        allocate(given_money(given, "total"), given_amounts(given, "weights"), given_money(given, "step", CENT))
    )


def _packs(given: Given) -> prices.Packs:
    pack, waste = given_money(given, "pack", Decimal(1)), given_money(given, "waste", ZERO)
    return prices.packs(given_money(given, "quantity"), given_money(given, "price"), pack, waste=waste)


def _line(given: Given) -> str:
    quantity, price = given_money(given, "quantity"), given_money(given, "unit_price")
    if quantity < 0:
        raise InvalidInputError("quantity", "must be 0 or more")
    return written(quantity * price)


def _priced(given: Given) -> prices.PriceResult:
    return prices.priced(given_money(given, "cost"), earning_of(given))


COSTS = ("materials", "equipment", "subcontract", "allowance", "delivery", "disposal")


def _build(given: Given) -> prices.Build:
    costs = prices.Costs(**{name: given_money(given, name, ZERO) for name in COSTS})
    return prices.build(
        costs,
        given_money(given, "hours", ZERO),
        terms_of(given),
        step=given_money(given, "step", CENT),
        least_charge=given_money(given, "least_charge", ZERO),
    )


def _client_lines(given: Given) -> list[Decimal]:
    step = given_money(given, "step", Decimal(1))
    return prices.client_lines(
        given_amounts(given, "direct"), given_money(given, "hidden", ZERO), earning_of(given), step=step
    )


def _per(number: int, kind: str) -> Callable[[Given], str]:
    def calculate(given: Given) -> str:
        price = given_money(given, "price")
        if kind == "length":
            return written(prices.per_unit(price, given.length("length"))[number])
        return written(prices.per_area(price, given.quantity("area", "area"))[number])

    return calculate


def _bases(given: Given) -> taxes.Bases:
    return taxes.Bases(
        material=given_money(given, "material", ZERO),
        labour=given_money(given, "labour", ZERO),
        other=given_money(given, "other", ZERO),
        other_taxed=given.flag("other_taxed"),
    )


def _taxes(given: Given) -> list[taxes.Tax]:
    place, bases = given.text("place"), _bases(given)
    if place == "us":
        return taxes.us_taxes(bases, given_money_or_none(given, "rate"), given.text("on", ""))
    if place == "ca":
        return taxes.ca_taxes(bases, given.text("region"), given.text("provincial_on", ""))
    if place == "nz":
        return taxes.nz_taxes(bases)
    if place == "uk":
        return taxes.uk_taxes(bases, given.text("vat", "standard"))
    raise InvalidInputError("place", "must be one of: us, ca, nz, uk")


def _tax(given: Given) -> Decimal:
    return sum((tax.amount for tax in _taxes(given)), ZERO)


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
            text("prices", lambda g: joined_amounts(_client_lines(g))),
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
            text("net", lambda g: written(taxes.inside(given_money(g, "gross"), given_money(g, "rate"))[0])),
            text("tax", lambda g: written(taxes.inside(given_money(g, "gross"), given_money(g, "rate"))[1])),
        ),
        source=EXACT,
    ),
)
