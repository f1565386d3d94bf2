"""The quote that a client gets: one price a structure, for the whole job or for options side by side, with stages of payment.

Materials are those of the joined list, shared over the structures by their own lists; hours are each structure's own.
"""

import math
from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta
from decimal import Decimal

from steady.drawing.scene import described
from steady.errors import InvalidInputError
from steady.estimating.money import allocate, decimal, from_float, rounded, rounded_up
from steady.estimating.payments import PaymentStep, split
from steady.estimating.prices import Terms
from steady.jobs.document import JobDocument, case_of, kind_in, plan_structure
from steady.jobs.estimate import extras, hours, selling
from steady.jobs.job_takeoff import job_list
from steady.jobs.quote_terms import OfferOption, Payment, QuoteTerms
from steady.jobs.states import warnings
from steady.plan.model import Plan
from steady.takeoff.combined import joined
from steady.value_objects import positional_value_object, value_object


@value_object
class OfferLine:
    """One line of the quote: what it is, a few words about it, and its price."""

    says: str
    note: str
    price: float
    structure: str = ""


@value_object
class PricedOption:
    """One option, priced: its lines, what they come to, tax, the whole, and the payments."""

    name: str
    lines: tuple[OfferLine, ...]
    net: float
    tax: float
    total: float
    hours: float
    payments: tuple[tuple[str, float], ...]


@value_object
class ClientQuote:
    """The whole quote as the client reads it.

    Args:
        stale: What it was priced with that may be out of date, in words.
        warnings: What of it does not pass as a whole, a sentence each: nothing is sold without a word.
    """

    client: str
    place: str
    wanted: str
    made_on: str
    valid_until: str
    currency: str
    tax_says: str
    options: tuple[PricedOption, ...]
    included: tuple[str, ...]
    excluded: tuple[str, ...]
    warranty: tuple[str, ...]
    stale: tuple[str, ...] = ()
    warnings: tuple[str, ...] = ()


def offer(job: JobDocument, on: date) -> ClientQuote:
    """The quote of a job as it stands.

    Raises:
        InvalidInputError: Nothing can be priced, an option names what is not there, or the payments come to more than the whole.
    """
    terms = job.offer
    asked = terms.options or (OfferOption(name="", structures=()),)
    share = math.fsum(payment.share_ratio for payment in terms.payments)
    if share > 1 + 1e-9:
        raise InvalidInputError("offer/payments", f"The payments come to {share:.0%} of the price: take some away")
    options, out = [], dict[str, None]()
    for k, option in enumerate(asked):
        try:
            priced, missing = _option(job, option, terms)
        except InvalidInputError as error:
            raise InvalidInputError(
                f"offer/options/{k}/structures" if terms.options else "structures", error.message
            ) from None
        options.append(priced)
        out |= dict.fromkeys(missing)
    return ClientQuote(
        client=job.client,
        place=job.place,
        wanted=job.wanted,
        made_on=on.isoformat(),
        valid_until=(on + timedelta(days=terms.valid_days)).isoformat(),
        currency=terms.currency,
        tax_says=_tax_says(terms),
        options=tuple(options),
        included=terms.included,
        excluded=(*(text[0].upper() + text[1:] for text in out), *terms.excluded),
        warranty=terms.warranty,
        stale=stale(job, on),
        warnings=tuple(dict.fromkeys(said for option in asked for said in warnings(job, option.structures))),
    )


TAXED = {"all": "", "materials": " on materials", "labour": " on labour"}


def _tax_says(terms: QuoteTerms) -> str:
    """The tax as it is read; empty: there is none."""
    if not terms.tax_ratio:
        return ""
    return f"{terms.tax_name or 'Tax'} {100 * terms.tax_ratio:.6g}%{TAXED[terms.tax_on]}"


def stale(job: JobDocument, on: date) -> tuple[str, ...]:
    """Why the prices may be out of date."""
    since = job.yard.priced_on
    if not since:
        return ("Priced from the sample list: take the crew's own prices",) if not job.yard.prices else ()
    try:
        old = (on - date.fromisoformat(since)).days
    except ValueError:
        return ()
    return (f"Priced {old} days ago, on {since}: ask the merchant again",) if old > job.offer.prices_last_days else ()


def _option(job: JobDocument, option: OfferOption, terms: QuoteTerms) -> tuple[PricedOption, list[str]]:
    # What has come is the crew's own affair: the client pays for all of it.
    found = job_list(replace(job, came=()), option.structures)
    alone = math.fsum(share.total for share in found.shares)
    names = {item.spec.id: item.name for item in job.structures}
    sold = selling(job.quote, terms.margin_ratio)
    lines: list[_Direct] = []
    person_h, plans = 0.0, list[Plan]()
    for share in found.shares:
        if share.failed:
            raise InvalidInputError("structures", f"{share.name} can't be priced: {share.failed}")
        plan = plan_structure(job, share.id)
        own_h = hours(plan, job.quote)
        material = rounded(from_float(share.total * found.bill.total / alone if alone > 0 else 0.0))
        about = kind_in(job, share.id).describe(case_of(job, share.id), plan) or _about(plan)
        lines.append(_Direct(names[share.id], about, material, sold.labour(from_float(own_h)), share.id))
        plans.append(plan)
        person_h += own_h
    # What somebody typed of an old fence is priced whatever else is built.
    fence = any(plan.bays for plan in plans) or job.quote.old_fence_m > 0 or job.quote.stumps_count > 0
    more, out = extras(joined(plans), job.quote, job.reading.tape(), old_fence=fence)
    lines += [_Direct(line.says, line.note, Decimal(0), decimal(line.amount, "extras")) for line in more]
    priced = _sold(job, lines, sold)
    net = sum((one.price for one in priced), Decimal(0))
    tax = rounded(decimal(terms.tax_ratio, "offer/tax_ratio") * _taxed(priced, terms))
    total = float(net + tax)
    return (
        PricedOption(
            name=option.name,
            lines=tuple(one.line for one in priced),
            net=float(net),
            tax=float(tax),
            total=total,
            hours=person_h,
            payments=_payments(total, terms.payments, terms.payment_round_to) if total > 0 else (),
        ),
        out,
    )


@positional_value_object
class _Direct:
    """A line at its direct cost: materials, and all else of it."""

    says: str
    note: str
    material: Decimal
    rest: Decimal
    structure: str = ""


@positional_value_object
class _Sold:
    """A line at the client's price, and what of it is materials."""

    line: OfferLine
    price: Decimal
    material: Decimal


def _sold(job: JobDocument, lines: Sequence[_Direct], sold: Terms) -> list[_Sold]:
    """Lines at the client's prices: the whole price, with all that is hidden in it, shared by direct cost.

    Source: the sums `price.build` and `price.client_lines`: prices are whole steps, and add up.
    """
    step = decimal(job.offer.round_to, "offer/round_to")
    direct = [line.material + line.rest for line in lines]
    whole = sum(direct, Decimal(0))
    shares = [Decimal(0) for _ in lines]
    if whole > 0:
        contingency = rounded(sold.contingency * whole)
        cost = whole + contingency + sold.overhead_of(whole + contingency, Decimal(0))
        price = rounded_up(sold.earning.price(cost), step)
        price = max(price, rounded_up(decimal(job.quote.least_charge, "quote/least_charge"), step))
        shares = allocate(price, direct, step)
    found = []
    for line, share in zip(lines, shares, strict=True):
        own = line.material + line.rest
        made = OfferLine(says=line.says, note=line.note, price=float(share), structure=line.structure)
        found.append(_Sold(made, share, rounded(share * line.material / own) if own else Decimal(0)))
    return found


def _taxed(priced: Sequence[_Sold], terms: QuoteTerms) -> Decimal:
    """What of the price is taxed: all of it, or its materials, or all but these."""
    material = sum((one.material for one in priced), Decimal(0))
    net = sum((one.price for one in priced), Decimal(0))
    return {"all": net, "materials": material, "labour": net - material}[terms.tax_on]


def _about(plan: Plan) -> str:
    """What the client gets, in words: so many posts, rails, boards."""
    return described(plan).partition(": ")[2]


def _payments(total: float, payments: Sequence[Payment], round_to: float) -> tuple[tuple[str, float], ...]:
    """Each payment in whole steps; the last one, or the rest, takes what is left, so that they come to the total."""
    exact = rounded(decimal(round(total, 6), "total"))
    whole = math.isclose(math.fsum(payment.share_ratio for payment in payments), 1.0)
    steps = [
        PaymentStep(when=payment.when, percent=decimal(round(100 * payment.share_ratio, 9), "offer/payments"))
        for payment in payments
    ]
    if not payments or not whole:
        steps.append(PaymentStep(when="when it is done"))
    else:
        steps[-1] = PaymentStep(when=payments[-1].when)
    try:
        amounts = split(exact, steps, decimal(round_to, "offer/payment_round_to"))
    except InvalidInputError:
        # Steps of whole units may come to more than a small total: then to the cent.
        amounts = split(exact, steps, Decimal("0.01"))
    return tuple((step.when, float(amount)) for step, amount in zip(steps, amounts, strict=True))
