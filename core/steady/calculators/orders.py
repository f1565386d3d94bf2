"""Calculators of orders: what is still to buy, loads of a truck, deliveries matched, the forecast of a cost."""

from steady.calculators.estimate_inputs import EXACT, given_money, list_rows
from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Output
from steady.errors import InvalidInputError
from steady.estimating import orders
from steady.estimating.forecast import CostRow, Forecast, forecast
from steady.estimating.money import decimal, written
from steady.units.quantities import parse_quantity
from steady.units.units import GRAVITY

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
        for count, mass, length in list_rows(given, "lines", 3)
    ]
    if sum(max(0, line.count) for line in lines) > 20_000:
        raise InvalidInputError("lines", "are too many pieces")
    return orders.truck(lines, given.quantity("payload", "mass"), given.maybe("bed", "length"))


def _truck_mass(given: Given) -> float:
    """In newtons where pounds are shown, in kilograms otherwise: a pound of mass weighs a pound."""
    mass = _truck(given).mass_kg
    return mass if str(given.raw.get("payload", "")).strip().endswith("kg") else mass * GRAVITY


def _match(given: Given) -> orders.Matched:
    price, good, billed, billed_price = (
        given_money(given, name) for name in ("price", "good", "billed", "billed_price")
    )
    return orders.match(price, good, billed, billed_price=billed_price)


def _forecast(given: Given) -> Forecast:
    rows = [
        CostRow(
            name=str(name),
            **{
                field: decimal(cell, "rows")
                for field, cell in zip(("estimate", "actual", "open", "to_do"), cells, strict=True)
            },
        )
        for name, *cells in list_rows(given, "rows", 5)
    ]
    return forecast(given_money(given, "contract_net"), rows)


SUMS = (
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
)
