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
from steady.estimating.money import decimal, rounded
from steady.estimating.payments import PaymentStep, split
from steady.jobs.document import JobDocument, case_of, kind_in, plan_structure
from steady.jobs.estimate import extras, hours, material_and_labour
from steady.jobs.job_takeoff import job_list
from steady.jobs.quote_terms import OfferOption, Payment, QuoteTerms
from steady.jobs.states import warnings
from steady.plan.model import Plan
from steady.takeoff.combined import joined
from steady.value_objects import value_object


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
        tax_says=f"{terms.tax_name or 'Tax'} {100 * terms.tax_ratio:.6g}%" if terms.tax_ratio else "",
        options=tuple(options),
        included=terms.included,
        excluded=(*(text[0].upper() + text[1:] for text in out), *terms.excluded),
        warranty=terms.warranty,
        stale=stale(job, on),
        warnings=tuple(dict.fromkeys(said for option in asked for said in warnings(job, option.structures))),
    )


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
    lines: list[OfferLine] = []
    person_h, plans = 0.0, list[Plan]()
    for share in found.shares:
        if share.failed:
            raise InvalidInputError("structures", f"{share.name} can't be priced: {share.failed}")
        plan = plan_structure(job, share.id)
        own_h = hours(plan, job.quote)
        material = share.total * found.bill.total / alone if alone > 0 else 0.0
        parts = material_and_labour(material, own_h, job.quote)
        price = math.fsum(part.low + terms.level_ratio * (part.high - part.low) for part in parts)
        about = kind_in(job, share.id).describe(case_of(job, share.id), plan) or _about(plan)
        lines.append(_line(names[share.id], about, price, terms, share.id))
        plans.append(plan)
        person_h += own_h
    # What somebody typed of an old fence is priced whatever else is built.
    fence = any(plan.bays for plan in plans) or job.quote.old_fence_m > 0 or job.quote.stumps_count > 0
    more, out = extras(joined(plans), job.quote, job.reading.tape(), old_fence=fence)
    lines += [_line(line.says, line.note, line.high, terms) for line in more]
    net = math.fsum(line.price for line in lines)
    least = _round(job.quote.least_charge * (1 + terms.markup_ratio), terms)
    if net < least:
        lines.append(OfferLine(says="Up to the least charge", note="", price=least - net))
        net = least
    tax = tax_of(net, terms.tax_ratio)
    total = net + tax
    return (
        PricedOption(
            name=option.name,
            lines=tuple(lines),
            net=net,
            tax=tax,
            total=total,
            hours=person_h,
            payments=_payments(total, terms.payments, terms.payment_round_to) if total > 0 else (),
        ),
        out,
    )


def tax_of(net: float, ratio: float) -> float:
    """Tax to the cent, half a cent up, on decimals: 0.005 is a whole cent, whatever the binary number is."""
    return float(rounded(decimal(round(net, 6), "net") * decimal(ratio, "offer/tax_ratio")))


def _about(plan: Plan) -> str:
    """What the client gets, in words: so many posts, rails, boards."""
    return described(plan).partition(": ")[2]


def _line(says: str, note: str, price: float, terms: QuoteTerms, structure: str = "") -> OfferLine:
    return OfferLine(says=says, note=note, price=_round(price * (1 + terms.markup_ratio), terms), structure=structure)


def _round(price: float, terms: QuoteTerms) -> float:
    """To the crew's own step, upward: what is charged covers what it costs."""
    step = terms.round_to
    return math.ceil(price / step - 1e-9) * step


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
