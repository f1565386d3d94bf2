"""What stops an offer, an order or the start of the work: structures that do not pass, until a person signs for them."""

from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument
from steady.jobs.states import StructureState, states
from steady.plan.results import OPEN

from trellis_server.models import Job, SignOff
from trellis_server.services.jobs import Person


def of(job: Job) -> list[SignOff]:
    """A job's signatures, the newest first."""
    return list(SignOff.objects.filter(job=job).order_by("-pk"))


def stopped(job: Job, document: JobDocument) -> list[StructureState]:
    """Structures that are built, do not pass, and that nobody has signed for as they are now."""
    signed = {(one.structure, one.state, one.says) for one in of(job) if one.state != "conflict"}
    built = {item.spec.id for item in document.built}
    return [
        one
        for one in states(document)
        if one.id in built and one.key in OPEN and (one.id, one.key, one.says[:600]) not in signed
    ]


def standing(job: Job, document: JobDocument) -> list[SignOff]:
    """Signatures that stand for structures as they are now."""
    signed = of(job)
    if not signed:
        return []  # nothing is planned to find that out
    now = {(one.id, one.key, one.says[:600]) for one in states(document)}
    return [one for one in reversed(signed) if (one.structure, one.state, one.says) in now]


def let_pass(job: Job, document: JobDocument, doing: str) -> None:
    """Refuse an offer, an order or a start while a structure does not pass and nobody has signed for it.

    Args:
        doing: What somebody is about to do: "offered", "ordered", "begun".

    Raises:
        InvalidInputError: A structure does not pass, and nobody has signed for it.
    """
    found = stopped(job, document)
    if not found:
        return
    worst = found[0]
    more = f" (and {len(found) - 1} more)" if len(found) > 1 else ""
    way = (
        "It can't be signed for: change it."
        if worst.key == "conflict"
        else "Change it, or have an authorized person sign for it under Contract."
    )
    raise InvalidInputError("structures", f"{worst.name} can't be {doing}{more}. {worst.says}. {way}")


def sign(job: Job, person: Person, document: JobDocument, *, said: tuple[str, str, str]) -> SignOff:
    """Sign for one structure as it is now.

    Args:
        said: The structure, who signs, and why.

    Raises:
        InvalidInputError: It passes, it can't be built, or a name or reason is missing.
    """
    structure, by, reason = said
    if not by.strip():
        raise InvalidInputError("by", "Write who signs")
    if not reason.strip():
        raise InvalidInputError("reason", "Write why it may be built")
    one = next((item for item in states(document, [structure]) if item.id == structure), None)
    if one is None:
        raise InvalidInputError("structure", "There is no such structure")
    if one.key == "conflict":
        raise InvalidInputError("structure", f"{one.name} can't be built as it is drawn: it can't be signed for")
    if one.key not in OPEN:
        raise InvalidInputError("structure", f"{one.name} needs no signature: {one.label}")
    return SignOff.objects.create(
        job=job,
        structure=structure,
        state=one.key,
        says=one.says[:600],
        by=by.strip()[:120],
        reason=reason.strip()[:400],
        author_id=person.pk,
    )
