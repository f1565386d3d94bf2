"""The job document between JSON and the core's types, with migrations of older formats beside it."""

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError
from steady.errors import InvalidInputError
from steady.jobs.document import FORMAT, JobDocument

from trellis_server.api.schemas.edges import close_edges
from trellis_server.services.refusals import ManyErrors, told_errors

close_edges(JobDocument)
ADAPTER: TypeAdapter[JobDocument] = TypeAdapter(JobDocument)
Json = dict[str, Any]


def _to_2(document: Json) -> Json:
    """Format 2 keeps single sums with the job."""
    return {**document, "format": 2, "sums": []}


def _to_3(document: Json) -> Json:
    """Format 3 knows decks beside fences, snow and tested ground; nothing that was saved before means anything else now."""
    return {**document, "format": 3}


def _to_4(document: Json) -> Json:
    """Format 4 says how bays are spaced, closed and stepped; what is not said is as every fence was before."""
    return {**document, "format": 4}


def _to_5(document: Json) -> Json:
    """Format 5 says how posts stand, what else closes a fence, and who approved what; unsaid, all is as it was."""
    return {**document, "format": 5}


def _to_6(document: Json) -> Json:
    """Format 6 reads the ground beside a gate toward the inside, whichever way its leaf swings."""

    def turned(opening: Json) -> Json:
        leaf = opening.get("leaf") or {}
        if opening.get("swing", "in") == "in" or leaf.get("front_grade") is None:
            return opening
        leaf = {**leaf, "front_grade": -leaf["front_grade"], "twist_per_m": -leaf.get("twist_per_m", 0.0)}
        return {**opening, "leaf": leaf}

    structures = []
    for structure in document.get("structures", ()):
        spec = structure.get("spec", {})
        if "openings" in spec:
            spec = {**spec, "openings": [turned(opening) for opening in spec["openings"]]}
        structures.append({**structure, "spec": spec})
    return {**document, "format": 6, "structures": structures}


def _to_7(document: Json) -> Json:
    """What lies on the site, whatever is built, and what the whole job is quoted and built by: nothing yet."""
    return {**document, "format": 7}


def _to_8(document: Json) -> Json:
    """Format 8 knows the site's time zone. A clock at UTC that nobody near Greenwich typed was none: it is asked for."""
    longitude = (document.get("site") or {}).get("longitude_rad")
    near_greenwich = longitude is not None and abs(longitude) <= GREENWICH_RAD
    structures = []
    for structure in document.get("structures", ()):
        spec = structure.get("spec", {})
        clock = spec.get("sun")
        if isinstance(clock, dict) and not clock.get("utc_h") and not near_greenwich:
            spec = {**spec, "sun": {**clock, "utc_h": None}}
        structures.append({**structure, "spec": spec})
    return {**document, "format": 8, "structures": structures}


RENAMED: dict[str, str] = json.loads(Path(__file__).with_name("renamed_checks.json").read_text(encoding="utf-8"))
"""Keys of checks by the names that ratings were stored under up to format 8."""


def _to_9(document: Json) -> Json:
    """Format 9 stores ratings by the key of the check they close, and leaves the count of a leaf's hinges to its height.

    Where nobody said more than two hinges a tall leaf had three anyway.
    """

    def counted(opening: Json) -> Json:
        leaf = opening.get("leaf") or {}
        return {**opening, "leaf": {**leaf, "hinges_count": None}} if leaf.get("hinges_count") == 2 else opening

    structures = []
    for structure in document.get("structures", ()):
        spec = structure.get("spec", {})
        if "openings" in spec:
            spec = {**spec, "openings": [counted(opening) for opening in spec["openings"]]}
        if spec.get("ratings"):
            rated = [{**one, "what": RENAMED.get(one.get("what"), one.get("what"))} for one in spec["ratings"]]
            spec = {**spec, "ratings": rated}
        structures.append({**structure, "spec": spec})
    return {**document, "format": 9, "structures": structures}


OLD_RATES = {"hour_low": 40.0, "hour_high": 60.0, "material_band_ratio": 0.05}
"""What a price up to format 9 was made of where nobody typed it: two hourly rates, and a band on materials."""
CHARGED = ("delivery_price", "spoil_price_per_m3", "old_fence_price_per_m", "stump_price")


def one_wage(quote: Json, offer: Json) -> tuple[Json, Json]:
    """Terms up to format 9, a price somewhere between two, as one wage, one contingency and one margin: the same prices.

    Labour was 0.75 of the hours at the low rate up to 1.25 at the high one, materials the list less and more its band.
    """
    low, high, band = (float(quote.get(name, usual)) for name, usual in OLD_RATES.items())
    level, markup = float(offer.get("level_ratio", 1.0)), float(offer.get("markup_ratio", 0.0))
    labour = 0.75 * low + level * (1.25 * high - 0.75 * low)
    contingency = min(0.5, max(0.0, band * (2 * level - 1)))
    kept = {name: value for name, value in quote.items() if name not in OLD_RATES}
    # Contingency comes on what is charged beside materials, too, which had no band.
    kept |= {name: kept[name] / (1 + contingency) for name in CHARGED if kept.get(name) is not None}
    kept |= {"least_charge": kept["least_charge"] * (1 + markup)} if kept.get("least_charge") else {}
    kept |= {"wage": labour / (1 + contingency), "burden_ratio": 0.0, "overhead_ratio": 0.0}
    kept["contingency_ratio"] = contingency
    terms = {name: value for name, value in offer.items() if name not in ("level_ratio", "markup_ratio")}
    return kept, {**terms, "margin_ratio": min(0.9, markup / (1 + markup))}


def _to_10(document: Json) -> Json:
    """Format 10 prices with one wage, contingency, overhead and margin in place of a price between a low and a high one."""
    quote, offer = one_wage(document.get("quote") or {}, document.get("offer") or {})
    return {**document, "format": 10, "quote": quote, "offer": offer}


GREENWICH_RAD = 0.1309
"""7.5 degrees: half an hour of the sun, within which a clock at UTC may be the place's own."""
MIGRATIONS: dict[int, Callable[[Json], Json]] = {
    1: _to_2,
    2: _to_3,
    3: _to_4,
    4: _to_5,
    5: _to_6,
    6: _to_7,
    7: _to_8,
    8: _to_9,
    9: _to_10,
}
"""From format n to n + 1. Format 1 is the first; a test keeps a saved job of every format."""


def migrated(document: Json) -> Json:
    """A document brought to today's format, step by step, without the records that a job's file carries beside it.

    Raises:
        InvalidInputError: A format from the future, or none.
    """
    found = document.get("format")
    if not isinstance(found, int) or isinstance(found, bool) or found < 1:
        raise InvalidInputError("format", "This is not a job of Steady Trellis: it names no format")
    if found > FORMAT:
        raise InvalidInputError("format", "This job was saved by a newer version: update this one first")
    document = {name: value for name, value in document.items() if name != "records"}
    while found < FORMAT:
        document = MIGRATIONS[found](document)
        found += 1
    return document


def load(document: Json) -> JobDocument:
    """A stored document as the core's type.

    Raises:
        InvalidInputError: It does not read; every error by its field.
    """
    try:
        return ADAPTER.validate_python(migrated(document))
    except ValidationError as error:
        raise ManyErrors(told_errors(error.errors())) from None


def dump(job: JobDocument) -> Json:
    """The core's type as it is stored and exported."""
    found: Json = ADAPTER.dump_python(job, mode="json")
    return found


def whole(document: Json) -> Json:
    """A stored document as it would be stored today: every field said, so that two can be compared."""
    return dump(load(document))


def schema() -> Json:
    """The published JSON schema of a job."""
    found = ADAPTER.json_schema()
    found["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    found["title"] = "A job of Steady Trellis"
    return found
