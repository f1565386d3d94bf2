"""Three ledgers of a job: what it should cost and sell for, what was agreed and paid, what it has cost."""

from collections.abc import Sequence
from decimal import Decimal
from typing import Literal

from steady.estimating.contracts import ACCEPTED, Change, contract_sum
from steady.estimating.money import rounded
from steady.value_objects import value_object

ZERO = Decimal("0.00")
CostKind = Literal["material", "labour", "other"]
COST_KINDS: tuple[CostKind, ...] = ("material", "labour", "other")


@value_object
class CostEntry:
    """Something that was paid for, or hours that were worked at a wage; `hours` 0: none."""

    kind: CostKind
    amount: Decimal
    hours: Decimal = ZERO
    structure: str = ""


@value_object
class InvoiceRow:
    """An invoice's amount, tax and all (below 0: a credit note), and whether it is paid."""

    amount: Decimal
    paid: bool


@value_object
class ContractLedger:
    """What was agreed: the accepted offer, accepted changes, their sum; invoiced, paid, what is open of either."""

    accepted: Decimal
    changes: Decimal
    total: Decimal
    invoiced: Decimal
    paid: Decimal

    @property
    def unpaid(self) -> Decimal:
        """Invoiced and not paid."""
        return self.invoiced - self.paid

    @property
    def to_invoice(self) -> Decimal:
        """Agreed and not invoiced."""
        return self.total - self.invoiced


@value_object
class CostLedger:
    """What the job has cost so far, by kind, and the hours worked; `unpriced_hours`: those whose wage nobody entered yet."""

    material: Decimal
    labour: Decimal
    other: Decimal
    hours: Decimal
    unpriced_hours: Decimal = ZERO

    @property
    def total(self) -> Decimal:
        """All kinds."""
        return self.material + self.labour + self.other


def contract_ledger(accepted: Decimal, changes: Sequence[Change], invoices: Sequence[InvoiceRow]) -> ContractLedger:
    """Add up a contract. Nothing that a crew buys, owns or is paid for its work enters it.

    Raises:
        InvalidInputError: A change in a state that is none.
    """
    total = contract_sum(accepted, changes)
    return ContractLedger(
        accepted=accepted,
        changes=total - accepted,
        total=total,
        invoiced=sum((one.amount for one in invoices), ZERO),
        paid=sum((one.amount for one in invoices if one.paid), ZERO),
    )


def cost_ledger(entries: Sequence[CostEntry], structure: str = "") -> CostLedger:
    """Add up what was spent, of one structure where one is named."""
    own = [one for one in entries if not structure or one.structure == structure]

    def of(kind: CostKind) -> Decimal:
        return sum((one.amount for one in own if one.kind == kind), ZERO)

    return CostLedger(
        material=of("material"),
        labour=of("labour"),
        other=of("other"),
        hours=sum((one.hours for one in own), ZERO),
        unpriced_hours=sum((one.hours for one in own if not one.amount), ZERO),
    )


def expected_cost(spent: CostLedger, materials: Decimal, hours: Decimal) -> Decimal | None:
    """What the job will have cost: what was spent, and what of the estimate's materials and hours is still to come.

    Hours still to come, and those whose wage nobody entered, cost what the others did. None: no wage is known.
    """
    priced = spent.hours - spent.unpriced_hours
    if not priced > 0:
        return None
    labour = spent.labour + spent.labour / priced * max(spent.unpriced_hours, hours - priced)
    return rounded(max(spent.material, materials) + labour + spent.other)


def net_of_tax(total: Decimal, tax_ratio: Decimal) -> Decimal:
    """A price without its tax, to the cent."""
    return rounded(total / (1 + tax_ratio))


def contract_net(accepted: Decimal, changes: Sequence[Change], tax_ratio: Decimal) -> Decimal:
    """The contract without its tax: what was accepted, without it, and each change that was."""
    nets = (
        net_of_tax(one.total, tax_ratio) if one.net is None else one.net for one in changes if one.state == ACCEPTED
    )
    return sum(nets, accepted)


def margin_ratio(net: Decimal, cost: Decimal) -> Decimal | None:
    """Share of a net price that is left after cost; None: nothing is sold yet."""
    return (net - cost) / net if net > 0 else None
