"""Sales taxes by place: once for each document and component, on the sum of its bases, half up."""

from decimal import Decimal
from typing import Literal

from steady.data.loader import keyed
from steady.errors import InvalidInputError
from steady.estimating.money import rounded
from steady.value_objects import value_object

ZERO = Decimal(0)
GST_CA, GST_NZ = Decimal("0.05"), Decimal("0.15")
VAT_UK = {"standard": Decimal("0.20"), "reduced": Decimal("0.05"), "zero": ZERO, "reverse charge": ZERO}
"""Rates from memory: a crew confirms them with its accountant."""
TaxedOn = Literal["none", "materials", "labour", "both"]
ON: tuple[TaxedOn, ...] = ("none", "materials", "labour", "both")


@value_object
class Tax:
    """One component: its name, its rate, and its amount."""

    name: str
    rate: Decimal
    amount: Decimal


@value_object
class Bases:
    """What is taxed: materials, labour, all else; whether all else is taxed where only a part is."""

    material: Decimal = ZERO
    labour: Decimal = ZERO
    other: Decimal = ZERO
    other_taxed: bool = False

    @property
    def total(self) -> Decimal:
        """All of it."""
        return self.material + self.labour + self.other

    def of(self, on: str) -> Decimal:
        """The base of a tax on materials, on labour, on both or on none."""
        if on == "none":
            return ZERO
        base = self.total - self.other if on in ("both", "all") else self.material if on == "materials" else self.labour
        return base + (self.other if self.other_taxed or on == "all" else ZERO)


def _tax(name: str, rate: Decimal, base: Decimal) -> Tax:
    return Tax(name=name, rate=rate, amount=rounded(rate * base))


def us_taxes(bases: Bases, rate: Decimal | None, on: str) -> list[Tax]:
    """A state's tax: neither its rate nor what it is on is ever guessed.

    Raises:
        InvalidInputError: Something of it is not said.
    """
    if on not in ON:
        raise InvalidInputError("on", f"must be said: {', '.join(ON)}")
    if on == "none":
        return [Tax(name="tax", rate=ZERO, amount=Decimal("0.00"))]
    if rate is None or not 0 <= rate < 1:
        raise InvalidInputError("rate", "must be said, 0 or more and under 1")
    return [_tax("tax", rate, bases.of(on))]


def ca_taxes(bases: Bases, region: str, provincial_on: str = "") -> list[Tax]:
    """The federal tax and the province's; harmonized ones are one.

    Raises:
        InvalidInputError: An unknown province, or one where it has to be said what its tax is on.

    Source: data/provincial_taxes.csv.
    """
    row = keyed("provincial_taxes").get(region)
    if row is None:
        raise InvalidInputError("region", f"must be one of: {', '.join(keyed('provincial_taxes'))}")
    rate = Decimal(repr(row.number("rate_ratio")))
    kind = row.text["base"]
    if kind == "harmonized":
        return [_tax(row.text["name"], rate, bases.total)]
    found = [_tax("GST", GST_CA, bases.total)]
    if kind == "none":
        return found
    on = provincial_on or ("" if kind == "asked" else "all")
    if on not in ("all", "materials", "none"):
        raise InvalidInputError("provincial_on", "must be said: all, materials or none")
    return [*found, _tax(row.text["name"], rate, bases.of(on))]


def nz_taxes(bases: Bases) -> list[Tax]:
    """Goods and services tax."""
    return [_tax("GST", GST_NZ, bases.total)]


def uk_taxes(bases: Bases, vat: str = "standard") -> list[Tax]:
    """Value added tax; under the reverse charge the customer accounts for it.

    Raises:
        InvalidInputError: No such rate.
    """
    if vat not in VAT_UK:
        raise InvalidInputError("vat", f"must be one of: {', '.join(VAT_UK)}")
    return [_tax("VAT", VAT_UK[vat], bases.total)]


def inside(gross: Decimal, rate: Decimal) -> tuple[Decimal, Decimal]:
    """Net and tax of an amount with tax in it: gross less net, never gross times rate.

    Raises:
        InvalidInputError: A rate below 0.
    """
    if rate < 0:
        raise InvalidInputError("rate", "must be 0 or more")
    net = rounded(gross / (1 + rate))
    return net, gross - net
