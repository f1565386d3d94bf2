"""What the calculators of prices, contracts and orders read alike: amounts, lists and rows, margins and terms."""

from decimal import Decimal
from typing import Any

from steady.calculators.fields import takes
from steady.calculators.inputs import Given
from steady.errors import InvalidInputError
from steady.estimating import prices
from steady.estimating.money import decimal, written

ZERO = Decimal(0)


def given_money(given: Given, name: str, default: Decimal | None = None) -> Decimal:
    """An amount; without a default it has to be given. Raises InvalidInputError: it is missing, or no amount."""
    if not given.has(name):
        if default is None:
            raise InvalidInputError(name, "is needed")
        return default
    return decimal(given.raw[name], name)


def given_money_or_none(given: Given, name: str) -> Decimal | None:
    """An amount, or None where none is given."""
    return decimal(given.raw[name], name) if given.has(name) else None


def given_list(given: Given, name: str, default: list[Any] | None = None) -> list[Any]:
    """A list; without a default it has to be given. Raises InvalidInputError: it is missing, or no list."""
    found = given.raw.get(name)
    if found is None and default is not None:
        return default
    if not isinstance(found, list) or len(found) > 500:
        raise InvalidInputError(name, "must be a list")
    return found


def given_amounts(given: Given, name: str, default: list[Any] | None = None) -> list[Decimal]:
    """A list of amounts."""
    return [decimal(item, name) for item in given_list(given, name, default)]


def list_rows(given: Given, name: str, width: int, *, default: list[Any] | None = None) -> list[list[Any]]:
    """A list of rows, each so wide. Raises InvalidInputError: a row of another width."""
    rows = given_list(given, name, default)
    if not all(isinstance(row, list) and len(row) == width for row in rows):
        raise InvalidInputError(name, f"must be a list of lists of {width}")
    return rows


def joined_amounts(amounts: list[Decimal]) -> str:
    """Amounts in one text."""
    return "; ".join(written(amount) for amount in amounts)


def earning_of(given: Given) -> prices.Earning:
    """A margin or a markup."""
    return prices.Earning(margin=given_money_or_none(given, "margin"), markup=given_money_or_none(given, "markup"))


def terms_of(given: Given) -> prices.Terms:
    """The terms that a price is made by."""
    return prices.Terms(
        earning=earning_of(given),
        wage=given_money(given, "wage", ZERO),
        burden=given_money(given, "burden", ZERO),
        contingency=given_money(given, "contingency", ZERO),
        overhead=given_money_or_none(given, "overhead"),
        overhead_per_hour=given_money_or_none(given, "overhead_per_hour"),
    )


EARNS = takes("number", margin="or a markup", markup="or a margin")


WAGES = (
    *takes("price", wage="0"),
    *takes("number", burden="0"),
    *takes("number", overhead="0, or by the hour"),
    *takes("price", overhead_per_hour="none"),
)


EXACT = "practice: arithmetic on exact decimals"
