"""Quotes that were sent: kept as they were, accepted once, and what has changed since."""

import hashlib
import json
from dataclasses import dataclass, replace
from datetime import date
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Max
from django.utils import timezone
from pydantic_core import to_json
from steady.errors import InvalidInputError
from steady.jobs.change_order import ChangeOrder, change_order
from steady.jobs.client_quote import offer
from steady.jobs.document import Agreed
from steady.jobs.document import JobDocument as Document
from steady.jobs.offer_message import OfferedPrice, OfferText, SentOffer, offer_message

from trellis_server.integrations import handlers
from trellis_server.missing import NotFoundError
from trellis_server.models import Job, SentQuote, Status
from trellis_server.services import documents, jobs, sharing, sign_offs
from trellis_server.services.days import past_day


def sent(job: Job) -> list[SentQuote]:
    """A job's quotes, the newest first."""
    return list(SentQuote.objects.filter(job=job).select_related("revision").order_by("-number"))


def one(job: Job, number: int) -> SentQuote:
    """One quote of a job.

    Raises:
        Missing: There is none of that number.
    """
    found = SentQuote.objects.filter(job=job, number=number).select_related("revision").first()
    if found is None:
        raise NotFoundError
    return found


def keep(job: Job, person: jobs.Person, on: date) -> SentQuote:
    """The job's quote as it stands now, kept whole.

    Raises:
        InvalidInputError: Nothing can be priced, or a structure does not pass and nobody has signed for it.
    """
    state = jobs.state(job)
    body = json.loads(to_json(offer(state.document, on)))
    sign_offs.let_pass(job, state.document, "offered")
    body["signed"] = [f"{one.structure}: {one.by}, {one.reason}" for one in sign_offs.standing(job, state.document)]
    with transaction.atomic():
        number = (SentQuote.objects.filter(job=job).aggregate(Max("number"))["number__max"] or 0) + 1
        made = SentQuote.objects.create(
            job=job,
            number=number,
            revision=state.revision,
            body=body,
            letterhead=job.crew.letterhead,
            made_by_id=person.pk,
        )
        if job.status == Status.PLANNING:
            Job.objects.filter(pk=job.pk).update(status=Status.QUOTED)
    return made


@dataclass(frozen=True, slots=True, kw_only=True)
class Acceptance:
    """Who says yes, on which day, and to which of a quote's options (from 0)."""

    by: str
    on: str
    option: int
    signature: tuple[tuple[tuple[float, float], ...], ...] = ()


def accept(job: Job, person: jobs.Person, number: int, *, said: Acceptance) -> SentQuote:
    """A quote accepted by a name on a day; only one of a job's can be. The option accepted is what is bought, planned and built.

    Raises:
        InvalidInputError: Another is accepted already, no name, a day that is none, or an option that it does not have.
        Missing: There is none of that number.
    """
    by, option = said.by, said.option
    if not by.strip():
        raise InvalidInputError("by", "Write who accepts it")
    day = past_day(said.on)
    with transaction.atomic():
        found = one(job, number)
        if not 0 <= option < len(found.body["options"]):
            raise InvalidInputError("option", "This quote has no such option")
        if found.withdrawn_at is not None:
            raise InvalidInputError("number", f"Quote {number} was withdrawn: send a new one")
        taken = SentQuote.objects.filter(job=job).exclude(accepted_on=None).first()
        if taken is not None:
            raise InvalidInputError("number", f"Quote {taken.number} is accepted already, by {taken.accepted_by}")
        found.accepted_by, found.accepted_on, found.accepted_option = by.strip()[:120], day, option
        found.signature = [[list(point) for point in stroke] for stroke in said.signature]
        found.save(update_fields=["accepted_by", "accepted_on", "accepted_option", "signature"])
        _agree(job, found, person)
        if job.status in (Status.PLANNING, Status.QUOTED):
            Job.objects.filter(pk=job.pk).update(status=Status.AGREED)
    return found


def withdraw(job: Job, number: int) -> SentQuote:
    """A quote that can be accepted no more.

    Raises:
        InvalidInputError: It is accepted already.
        NotFoundError: There is none of that number.
    """
    found = one(job, number)
    if found.accepted_on is not None:
        raise InvalidInputError("number", f"Quote {number} is accepted: change it by a change order")
    found.withdrawn_at = timezone.now()
    found.save(update_fields=["withdrawn_at"])
    return found


def message(job: Job, person: jobs.Person, number: int, *, to: str, address: str) -> tuple[OfferText, str]:
    """An offer sent to a client: a link of its own that can be revoked, and the text with it; and what the service answered.

    Args:
        to: Where it goes; empty: nowhere, the text is for copying.
        address: Where this program is reached, without a slash at its end.

    Raises:
        InvalidInputError: It was withdrawn or accepted already, or the service refuses.
        NotFoundError: There is none of that number.
    """
    found = one(job, number)
    if found.withdrawn_at is not None or found.accepted_on is not None:
        raise InvalidInputError("number", f"Quote {number} is accepted or withdrawn: send a new one")
    client = str(found.body["client"])
    said = {"says": f"Offer {number}{f', {client}' if client else ''}"[:80], "shows_quote": True, "shows_photos": False}
    _, secret = sharing.make(job, person, said)
    kept = SentOffer(
        number=number,
        client=client,
        place=str(found.body["place"]),
        prices=tuple(OfferedPrice(name=row["name"], total=Decimal(str(row["total"]))) for row in found.body["options"]),
        valid_until=str(found.body["valid_until"]),
        currency=str(found.body["currency"]),
        crew=str(found.letterhead.get("name") or job.crew.name),
    )
    text = offer_message(kept, f"{address}/shared/{secret}")
    answered = handlers.send(job.crew, to, f"{text.subject}\n\n{text.body}") if to.strip() else ""
    return text, answered


def open_offer(job: Job) -> SentQuote | None:
    """What a client may look at: the accepted quote, or the newest that was not withdrawn."""
    rows = sent(job)
    accepted = next((quote for quote in rows if quote.accepted_on), None)
    return accepted or next((quote for quote in rows if quote.withdrawn_at is None), None)


def accept_by_client(job: Job, person: jobs.Person, number: int, *, said: Acceptance) -> SentQuote:
    """Accept an offer as the client, by a link: only the newest one, while it is valid.

    Raises:
        InvalidInputError: A newer offer was sent, it holds no longer, or as `accept`.
        NotFoundError: There is none of that number.
    """
    last = open_offer(job)
    if last is None:
        raise NotFoundError
    if last.accepted_on is not None:
        raise InvalidInputError("number", f"Quote {last.number} is accepted already, by {last.accepted_by}")
    if last.number != number:
        raise InvalidInputError("number", f"A newer offer was sent: quote {last.number}. Load the page again")
    if date.fromisoformat(last.body["valid_until"]) < timezone.localdate():
        raise InvalidInputError("number", f"This offer was valid until {last.body['valid_until']}: ask for a new one")
    return accept(job, person, number, said=said)


def fingerprint(found: SentQuote) -> str:
    """A short sum of a quote's words and prices: the same as long as nothing of them differs."""
    text = json.dumps(found.body, sort_keys=True, separators=(",", ":"), ensure_ascii=True)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def _agree(job: Job, found: SentQuote, person: jobs.Person) -> None:
    """What was accepted goes into the job: a structure that stood in the quote and not in its option is built no more."""
    state = jobs.state(job)
    was = documents.load(found.revision.document)
    chosen = option_of(was, found)
    left_out = tuple(item.spec.id for item in was.structures if chosen and item.spec.id not in chosen)
    agreed = Agreed(
        quote=found.number,
        option=str(found.body["options"][found.accepted_option]["name"])[:120],
        by=found.accepted_by,
        on=found.accepted_on.isoformat() if found.accepted_on else "",
        left_out=left_out,
    )
    says = f"quote {found.number} accepted"
    document = replace(state.document, agreed=agreed)
    jobs.save(person, job.pk, jobs.Saving(base=state.revision.number, document=document, says=says))


def option_of(was: Document, found: SentQuote) -> tuple[str, ...]:
    """The structures of the option that was accepted; none: all of the quote's."""
    options = was.offer.options
    return options[found.accepted_option].structures if options else ()


def changes(job: Job, number: int) -> ChangeOrder:
    """What is planned now against what a quote was made from.

    Raises:
        InvalidInputError: One of them can't be priced.
        Missing: There is none of that number.
    """
    found = one(job, number)
    was = documents.load(found.revision.document)
    now = jobs.state(job).document
    # Of several options the one that was accepted is what is built.
    order = change_order(was, now, timezone.localdate(), structures=option_of(was, found))
    # What was agreed stays as it was sent, to the cent; what changes comes on top.
    agreed = float(found.body["options"][found.accepted_option]["total"])
    return replace(order, price_was=agreed, price_now=round(agreed + order.price_now - order.price_was, 2))


def row(found: SentQuote) -> dict[str, Any]:
    """A quote as a page lists it."""
    option = found.body["options"][found.accepted_option]
    return {
        "number": found.number,
        "revision": found.revision.number,
        "made_at": found.made_at,
        "made_by": found.made_by.get_username() if found.made_by else "",
        "total": option["total"],
        "currency": found.body["currency"],
        "valid_until": found.body["valid_until"],
        "options": [item["name"] for item in found.body["options"]],
        "accepted_by": found.accepted_by,
        "accepted_on": found.accepted_on,
        "accepted_option": found.accepted_option,
        "signed": bool(found.signature),
        "withdrawn": found.withdrawn_at is not None,
        "fingerprint": fingerprint(found),
    }
