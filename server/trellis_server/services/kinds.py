"""Kinds of structure at the edge: what a crew's last choices are as JSON, typed again field by field, and forms for the page."""

from typing import Any, get_type_hints

from pydantic import ConfigDict, TypeAdapter, ValidationError
from steady.structures.form import AskedGroup, asked
from steady.structures.kind import Ask, Kind
from steady.structures.registry import KINDS, kind_of

from trellis_server.services.jobs import Person, crew_of, remember


def choices_of(person: Person, kind: Kind) -> dict[str, Any]:
    """The crew's last choices for a kind; one that no longer reads is left out."""
    kept = crew_of(person).defaults.get(kind.key, {})
    hints = get_type_hints(kind.spec, include_extras=True)
    found = {}
    for name, value in kept.items():
        if name not in hints or name in kind.own:
            continue
        try:
            found[name] = TypeAdapter(hints[name], config=_plain(hints[name])).validate_python(value)
        except ValidationError:
            continue
    return found


def _plain(hint: Any) -> ConfigDict | None:
    """Types that carry a configuration of their own take no second one."""
    return None if hasattr(hint, "__pydantic_config__") else ConfigDict(allow_inf_nan=False)


def keep_choices(person: Person, spec: Any) -> None:
    """Keep a structure's choices for the next one of its kind."""
    kind = kind_of(spec)
    names = kind.kept(spec)
    if names:
        dumped = TypeAdapter(kind.spec).dump_python(spec, mode="json")
        remember(person, kind.key, {name: dumped[name] for name in names})


def new(person: Person, kind: Kind, ask: dict[str, Any]) -> Any:
    """A structure of a kind from one line, with the crew's last choices.

    Raises:
        InputError: The line does not read.
    """
    return kind.read(Ask(**ask, choices=choices_of(person, kind)))


def described() -> list[dict[str, Any]]:
    """Every kind with its words and forms, as a page offers them."""
    return [
        {
            "key": kind.key,
            "many": kind.many,
            "line": kind.line,
            "presets": [{"value": value, "says": says} for value, says in kind.presets],
            "tables": kind.tables,
            "form": form_of(kind),
            "acts": list(kind.acts),
            "starts": [
                {"value": key, "says": says, "signed": key in kind.starts.signed} for key, says in kind.starts.ways
            ]
            if kind.starts
            else [],
            "crew": kind.starts.crew if kind.starts else "",
        }
        for kind in KINDS
    ]


def form_of(kind: Kind) -> tuple[AskedGroup, ...]:
    """A kind's form with limits and choices."""
    return asked(kind.spec, kind.form)
