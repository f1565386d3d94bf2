"""What every body and answer of the API shares: closed edges, problems, a document alone.

The core's dataclasses are used as they are; pydantic checks them at this edge alone.
"""

import dataclasses
from typing import Any, get_args

from ninja import Schema
from pydantic import ConfigDict, TypeAdapter
from pydantic_core import PydanticCustomError, core_schema
from steady.catalog.price_book import BookPrice
from steady.jobs.document import AnySpec, JobDocument, Structure
from steady.jobs.sun_shade import SunRequest
from steady.plan.model import DragHandle

from trellis_server.services.refusals import NO_KIND


def close_edges(kind: Any, seen: set[Any] | None = None) -> None:
    """Make a core dataclass and all below it refuse unknown fields, NaN and infinity at this edge."""
    seen = set() if seen is None else seen
    for part in getattr(kind, "__args__", ()):
        close_edges(part, seen)
    if not (isinstance(kind, type) and dataclasses.is_dataclass(kind)) or kind in seen:
        return
    seen.add(kind)
    kind.__pydantic_config__ = ConfigDict(extra="forbid", allow_inf_nan=False)  # type: ignore[attr-defined]
    import typing

    for hint in typing.get_type_hints(kind, include_extras=False).values():
        close_edges(hint, seen)


def _names_its_kind(structure: Any) -> Any:
    """A structure that names no kind would be taken for the first that its fields fit."""
    spec = structure.get("spec") if isinstance(structure, dict) else None
    if isinstance(spec, dict) and "kind" not in spec:
        raise PydanticCustomError(NO_KIND, "Name the kind of structure")
    return structure


def _asking_its_kind(made: Any) -> Any:
    if made["type"] == "definitions":
        return {**made, "schema": _asking_its_kind(made["schema"])}
    return core_schema.no_info_before_validator_function(_names_its_kind, made)


def keep_schema(kind: Any) -> None:
    """Have what pydantic makes of a core dataclass made once: every body and answer that holds one takes it over.

    Left to itself it goes through a whole document anew for each of thirty of them, half of what a start takes.
    """
    made = TypeAdapter(kind).core_schema
    if kind is Structure:
        made = _asking_its_kind(made)
    kind.__get_pydantic_core_schema__ = staticmethod(lambda source, handler: made)


for kind in (JobDocument, DragHandle, SunRequest, BookPrice):
    close_edges(kind)
for kind in (*get_args(AnySpec), Structure, JobDocument):
    keep_schema(kind)


class Closed(Schema):
    """A body that refuses what it does not know."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(Schema):
    """One refusal: the path of its field (slashes) and a sentence in the user's own units."""

    field: str
    message: str


class Problems(Schema):
    """A problem document."""

    type: str = "about:blank"
    title: str
    status: int
    problems: list[Problem] = []


class DocumentBody(Closed):
    document: JobDocument
