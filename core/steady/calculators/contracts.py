"""Calculators of a contract: payments, retainage, what is open, change orders and their words, invoices."""

from decimal import Decimal

from steady.calculators.estimate_inputs import (
    EARNS,
    EXACT,
    WAGES,
    ZERO,
    given_amounts,
    given_money,
    given_money_or_none,
    joined_amounts,
    list_rows,
    terms_of,
)
from steady.calculators.fields import needs, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator
from steady.errors import InvalidInputError
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
from steady.estimating.money import decimal, written
from steady.estimating.payments import DepositLimit, PaymentStep, open_amount, retained, split
from steady.units.quantities import parse_quantity


def _steps(given: Given) -> list[PaymentStep]:
    found = []
    for when, what in list_rows(given, "steps", 2):
        text = str(what).strip()
        if text == "rest":
            found.append(PaymentStep(when=str(when)))
        elif text.endswith("%"):
            found.append(PaymentStep(when=str(when), percent=decimal(text[:-1], "steps")))
        else:
            found.append(PaymentStep(when=str(when), amount=decimal(text, "steps")))
    return found


def _split(given: Given) -> list[Decimal]:
    limit = DepositLimit(
        ratio=given_money_or_none(given, "deposit_most_ratio"), amount=given_money_or_none(given, "deposit_most")
    )
    return split(given_money(given, "total"), _steps(given), given_money(given, "round_to", Decimal(1)), deposit=limit)


def _retained(given: Given) -> tuple[list[Decimal], list[Decimal]]:
    amounts = given_amounts(given, "amounts")
    kept = retained(amounts, given_money(given, "ratio"))
    return [amount - one for amount, one in zip(amounts, kept, strict=True)], kept


def _open(given: Given) -> tuple[Decimal, Decimal]:
    return open_amount(
        given_amounts(given, "invoices"), given_amounts(given, "credits", []), given_amounts(given, "payments", [])
    )


def _changes(given: Given) -> list[Change]:
    rows = list_rows(given, "changes", 2, default=[])
    return [Change(total=decimal(total, "changes"), state=str(state)) for total, state in rows]


def _side(given: Given, name: str) -> ChangeSide:
    raw = given.raw.get(name, {})
    if not isinstance(raw, dict):
        raise InvalidInputError(name, "must be materials, hours and other")
    inner = Given(raw)
    return ChangeSide(**{part: given_money(inner, part, ZERO) for part in ("materials", "hours", "other")})


def _change(given: Given) -> PricedChange:
    rates = list_rows(given, "unit_rates", 2, default=[])
    terms = ChangeTerms(
        terms=terms_of(given),
        unit_rates=tuple((decimal(n, "unit_rates"), decimal(rate, "unit_rates")) for n, rate in rates),
        credit_ratio=given_money(given, "credit_ratio", Decimal(1)),
        fee=given_money(given, "fee", ZERO),
    )
    return priced_change(given.text("reason"), _side(given, "added"), _side(given, "removed"), asked=terms)


def _words(given: Given) -> str:
    def read(name: str) -> object:
        found = given.raw.get(name)
        if isinstance(found, str) and given.text("path").endswith("_m"):
            return parse_quantity(found, "length", name)
        return found

    return change_words(
        given.text("kind"),
        given.text("path"),
        (read("was"), read("now")),
        system=given.text("system"),
        name=given.text("name", ""),
    )


def _invoice(given: Given) -> Decimal:
    return invoice_due(
        given_amounts(given, "steps"),
        given.count("reached"),
        _changes(given),
        changes_at_end=given.choice("changes_when", ("next", "end"), "next") == "end",
        invoiced_before=given_money(given, "invoiced_before", ZERO),
    )


SUMS = (
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
            text("amounts", lambda g: joined_amounts(_split(g))),
            text("rest", lambda g: written(_split(g)[-1])),
        ),
        source=EXACT,
    ),
    Calculator(
        name="payments.retain",
        asks="What is due where a part is retained?",
        inputs=(*needs("amounts", kind="list"), *needs("ratio", kind="number")),
        outputs=(
            text("due", lambda g: joined_amounts(_retained(g)[0])),
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
        outputs=(text("total", lambda g: written(contract_sum(given_money(g, "accepted"), _changes(g)))),),
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
)
