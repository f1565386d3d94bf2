"""What a job will have cost: what was spent, what is ordered, what is still to do, against its estimate and its contract."""

from collections.abc import Sequence
from decimal import Decimal

from steady.errors import InvalidInputError
from steady.value_objects import value_object

ZERO = Decimal(0)


@value_object
class CostRow:
    """One row of a job's cost: estimate, actual, open orders, still to do."""

    name: str
    estimate: Decimal
    actual: Decimal
    open: Decimal
    to_do: Decimal

    @property
    def forecast(self) -> Decimal:
        """Actual, open and to do."""
        return self.actual + self.open + self.to_do


@value_object
class Forecast:
    """What the job comes to, what is left of the contract, and how far over the estimate it is."""

    forecast: Decimal
    margin: Decimal
    margin_ratio: Decimal
    variance: Decimal


def forecast(contract_net: Decimal, rows: Sequence[CostRow]) -> Forecast:
    """Forecast and expected margin.

    Raises:
        InvalidInputError: A contract that is not above 0.
    """
    if not contract_net > 0:
        raise InvalidInputError("contract_net", "must be above 0")
    total = sum((row.forecast for row in rows), ZERO)
    return Forecast(
        forecast=total,
        margin=contract_net - total,
        margin_ratio=(contract_net - total) / contract_net,
        variance=total - sum((row.estimate for row in rows), ZERO),
    )
