"""Kinds of structure at the edge: what a crew's last choices are as JSON, typed again field by field, and forms for the page."""

from collections.abc import Callable
from functools import cache, partial
from typing import Any, Literal, get_type_hints

from pydantic import ConfigDict, TypeAdapter, ValidationError
from steady.drawing.thumbnail import Tile
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument
from steady.jobs.line_preview import sample
from steady.jobs.settings import SETTINGS as JOB_SETTINGS
from steady.structures.form_schema import AskedGroup, asked
from steady.structures.registry import KINDS, kind_of
from steady.structures.structure_type import NewStructureRequest, StructureType, crew_way_of, ways_of

from trellis_server.models import Crew
from trellis_server.services.jobs import Person, crew_of, remember

OF_KINDS = "kinds"
"""Where among what a crew usually does that of each kind lies."""
StartsAs = Literal["usual", "last", "shipped"]
"""What a new structure starts with: what the crew typed as its usual, its last one's choices, or what the program ships."""


def kept_kinds(crew: Crew) -> dict[str, dict[str, Any]]:
    """What a crew typed as its usual, by kind."""
    return dict(crew.usual.get(OF_KINDS, {}))


def choices_of(person: Person, kind: StructureType, starts_as: StartsAs = "usual") -> dict[str, Any]:
    """What a new structure of a kind starts with; where the crew typed no usual, its last choices."""
    crew = crew_of(person)
    last = crew.defaults.get(kind.key, {})
    kept = {"usual": kept_kinds(crew).get(kind.key, last), "last": last, "shipped": {}}
    return readable_choices(kind, kept[starts_as])


def checked_choices(kind: StructureType, choices: dict[str, Any]) -> dict[str, Any]:
    """Choices as they are kept, every one of them one that the kind takes.

    Raises:
        InvalidInputError: A field that the kind has not, or a value that it does not take.
    """
    readers = _readers(kind.spec)  # type: ignore[arg-type]  # a class has a hash
    for name, value in choices.items():
        if name not in readers or name in kind.own:
            raise InvalidInputError(name, f"Nothing of that name is kept of {kind.many}")
        try:
            readers[name]().validate_python(value)
        except ValidationError as error:
            raise InvalidInputError(name, error.errors()[0]["msg"]) from None
    return choices


def readable_choices(kind: StructureType, kept: dict[str, Any]) -> dict[str, Any]:
    """Kept choices, each of its own type; one that no longer reads is left out."""
    readers = _readers(kind.spec)  # type: ignore[arg-type]  # a class has a hash
    found = {}
    for name, value in kept.items():
        if name not in readers or name in kind.own:
            continue
        try:
            found[name] = readers[name]().validate_python(value)
        except ValidationError:
            continue
    return found


def _plain(hint: Any) -> ConfigDict | None:
    """Types that carry a configuration of their own take no second one."""
    return None if hasattr(hint, "__pydantic_config__") else ConfigDict(allow_inf_nan=False)


# A reader takes longer to make than to use: each is made once.
@cache
def _readers(spec: type[Any]) -> dict[str, Callable[[], TypeAdapter[Any]]]:
    """What reads each field of a spec, made when it is first wanted."""
    hints = get_type_hints(spec, include_extras=True)
    return {name: cache(partial(TypeAdapter, hint, config=_plain(hint))) for name, hint in hints.items()}


@cache
def _writer(spec: type[Any]) -> TypeAdapter[Any]:
    return TypeAdapter(spec)


def keep_choices(person: Person, spec: Any) -> None:
    """Keep a structure's choices for the next one of its kind."""
    kind = kind_of(spec)
    names = kind.kept(spec)
    if names:
        dumped = _writer(kind.spec).dump_python(spec, mode="json")  # type: ignore[arg-type]  # a class has a hash
        remember(person, kind.key, {name: dumped[name] for name in names})


def new(person: Person, kind: StructureType, ask: dict[str, Any], *, starts_as: StartsAs) -> Any:
    """A structure of a kind from one line, with what the crew usually does or did last.

    Raises:
        InvalidInputError: The line does not read.
    """
    return kind.typed(NewStructureRequest(**ask, choices=choices_of(person, kind, starts_as)))


def described(person: Person) -> list[dict[str, Any]]:
    """Every kind with its words and forms, as a page offers them, and whether the crew typed its usual of it."""
    kept = kept_kinds(crew_of(person))
    return [
        {
            "usual": kind.key in kept,
            "key": kind.key,
            "many": kind.many,
            "line": kind.line,
            "presets": [{"value": value, "says": says} for value, says in kind.presets],
            "tables": kind.tables,
            "form": form_of(kind),
            "settings": settings_of(kind),
            "acts": list(kind.acts),
            "starts": [
                {"value": key, "says": says, "signed": kind.starts is not None and key in kind.starts.signed}
                for key, says in ways_of(kind)
            ],
            "crew": crew_way_of(kind),
            "searched": ["sturdier"] if kind.starts is not None else ["cheapest", "sturdier"],
            "rates_wind": kind.starts is not None,
        }
        for kind in KINDS
    ]


@cache
def tiles(metric: bool) -> dict[str, Tile]:
    """The picture on each kind's tile: drawn once a process."""
    return {kind.key: picture for kind in KINDS if (picture := sample(kind, metric)) is not None}


def settings_of(kind: StructureType) -> tuple[AskedGroup, ...]:
    """All that can be found by its name: the kind's own table, else its form."""
    return asked(kind.spec, kind.settings or kind.form)


@cache
def settings_of_the_job() -> tuple[AskedGroup, ...]:
    """What can be found by its name and counts for the whole job."""
    return asked(JobDocument, JOB_SETTINGS)


def form_of(kind: StructureType) -> tuple[AskedGroup, ...]:
    """A kind's form with limits and choices."""
    return asked(kind.spec, kind.form)
