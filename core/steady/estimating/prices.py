"""Prices: packs, lines, margin and markup, the price of a job from its costs, and the client's lines (exact money)."""

from collections.abc import Sequence
from decimal import ROUND_CEILING, Decimal

from steady.errors import InvalidInputError
from steady.estimating.money import CENT, allocate, rounded, rounded_up
from steady.units.units import FT
from steady.value_objects import value_object

ZERO = Decimal(0)


@value_object
class Packs:
    """Whole packs of a quantity, what they cost, and what is left over."""

    count: int
    cost: Decimal
    left: Decimal


def packs(quantity: Decimal, price: Decimal, pack: Decimal = Decimal(1), *, waste: Decimal = ZERO) -> Packs:
    """Packs for a quantity and its waste.

    Raises:
        InvalidInputError: A value that cannot be.
    """
    for name, amount in (("quantity", quantity), ("price", price), ("waste", waste)):
        if amount < 0:
            raise InvalidInputError(name, "must be 0 or more")
    if not pack > 0:
        raise InvalidInputError("pack", "must be above 0")
    needed = quantity * (1 + waste)
    count = int((needed / pack).to_integral_value(ROUND_CEILING))
    return Packs(count=count, cost=rounded(count * price), left=count * pack - needed)


@value_object
class Earning:
    """What is put on a cost: a margin (share of the price) or a markup (share of the cost), one of them."""

    margin: Decimal | None = None
    markup: Decimal | None = None

    def price(self, cost: Decimal) -> Decimal:
        """The price of a cost, not rounded.

        Raises:
            InvalidInputError: Neither or both are given, or a margin of all of the price.
        """
        if (self.margin is None) == (self.markup is None):
            raise InvalidInputError("margin", "needs a margin or a markup, one of them")
        if self.margin is not None:
            if not 0 <= self.margin < 1:
                raise InvalidInputError("margin", "must be 0 or more and under 1")
            return cost / (1 - self.margin)
        assert self.markup is not None
        if self.markup < 0:
            raise InvalidInputError("markup", "must be 0 or more")
        return cost * (1 + self.markup)


@value_object
class PriceResult:
    """A price and what it earns; margin and markup are those of the rounded price."""

    price: Decimal
    profit: Decimal
    margin: Decimal
    markup: Decimal


def priced(cost: Decimal, earning: Earning) -> PriceResult:
    """A cost's price, half up to the cent.

    Raises:
        InvalidInputError: A cost that is not above 0, or no margin.
    """
    if not cost > 0:
        raise InvalidInputError("cost", "must be above 0")
    price = rounded(earning.price(cost))
    return PriceResult(price=price, profit=price - cost, margin=(price - cost) / price, markup=(price - cost) / cost)


@value_object
class Costs:
    """What a job costs, apart from its labour's own hours: amounts."""

    materials: Decimal = ZERO
    equipment: Decimal = ZERO
    subcontract: Decimal = ZERO
    allowance: Decimal = ZERO
    delivery: Decimal = ZERO
    disposal: Decimal = ZERO

    @property
    def total(self) -> Decimal:
        """All of them.

        Raises:
            InvalidInputError: One is below 0.
        """
        amounts = {
            "materials": self.materials,
            "equipment": self.equipment,
            "subcontract": self.subcontract,
            "allowance": self.allowance,
            "delivery": self.delivery,
            "disposal": self.disposal,
        }
        for name, amount in amounts.items():
            if amount < 0:
                raise InvalidInputError(name, "must be 0 or more")
        return sum(amounts.values(), ZERO)


@value_object
class Terms:
    """How a crew prices: a wage with its burden, contingency on direct cost, overhead as a share or by the hour, its earning."""

    earning: Earning
    wage: Decimal = ZERO
    burden: Decimal = ZERO
    contingency: Decimal = ZERO
    overhead: Decimal | None = None
    overhead_per_hour: Decimal | None = None

    def labour(self, hours: Decimal) -> Decimal:
        """Hours at the loaded wage."""
        for name, amount in (("hours", hours), ("wage", self.wage), ("burden", self.burden)):
            if amount < 0:
                raise InvalidInputError(name, "must be 0 or more")
        return rounded(rounded(hours) * self.wage * (1 + self.burden))

    def overhead_of(self, cost: Decimal, hours: Decimal) -> Decimal:
        """Overhead of a cost, or of its hours."""
        if self.overhead is not None and self.overhead_per_hour is not None:
            raise InvalidInputError("overhead", "is a share of the cost or an amount an hour, not both")
        if self.overhead_per_hour is not None:
            return rounded(self.overhead_per_hour * hours)
        return rounded((self.overhead or ZERO) * cost)


@value_object
class Build:
    """A job's price from its costs."""

    labour: Decimal
    direct: Decimal
    contingency: Decimal
    overhead: Decimal
    price: Decimal

    @property
    def cost(self) -> Decimal:
        """Direct cost, contingency and overhead."""
        return self.direct + self.contingency + self.overhead

    @property
    def profit(self) -> Decimal:
        """What is left of the price."""
        return self.price - self.cost


def build(costs: Costs, hours: Decimal, terms: Terms, *, step: Decimal = CENT, least_charge: Decimal = ZERO) -> Build:
    """A price, up to the crew's step and at least its least charge.

    Raises:
        InvalidInputError: A value that cannot be.
    """
    labour = terms.labour(hours)
    direct = labour + costs.total
    if not direct > 0:
        raise InvalidInputError("materials", "there is nothing to price")
    contingency = rounded(terms.contingency * direct)
    overhead = terms.overhead_of(direct + contingency, hours)
    price = rounded_up(terms.earning.price(direct + contingency + overhead), step)
    price = max(price, rounded_up(least_charge, step))
    return Build(labour=labour, direct=direct, contingency=contingency, overhead=overhead, price=price)


def client_lines(
    direct: Sequence[Decimal], hidden: Decimal, earning: Earning, *, step: Decimal = Decimal(1)
) -> list[Decimal]:
    """Prices of the client's lines: what is hidden and what is earned shared by direct cost.

    Raises:
        InvalidInputError: A value that cannot be.
    """
    if hidden < 0:
        raise InvalidInputError("hidden", "must be 0 or more")
    price = rounded_up(earning.price(sum(direct, ZERO) + hidden), step)
    return allocate(price, direct, step)


def per_unit(price: Decimal, size: float) -> tuple[Decimal, Decimal]:
    """A price for each foot and metre of a length, or each square foot and square metre of an area: use `per_area` for those."""
    if not size > 0:
        raise InvalidInputError("length", "must be above 0")
    return rounded(price / Decimal(repr(size / FT))), rounded(price / Decimal(repr(size)))


def per_area(price: Decimal, area_m2: float) -> tuple[Decimal, Decimal]:
    """A price for each square foot and each square metre."""
    if not area_m2 > 0:
        raise InvalidInputError("area", "must be above 0")
    return rounded(price / Decimal(repr(area_m2 / FT**2))), rounded(price / Decimal(repr(area_m2)))
