"""Errors of a document that does not read, in the words that planning uses; those of the kind of structure that was meant."""

from typing import Any

from steady.errors import InvalidInputError
from steady.structures.registry import KINDS

NO_KIND = "no_kind"
"""The type of the error of a structure that names no kind."""


class ManyErrors(InvalidInputError):
    """Everything that is wrong with a document; its first error is the one that it is as an InvalidInputError."""

    def __init__(self, problems: list[dict[str, str]]) -> None:
        super().__init__(problems[0]["field"], problems[0]["message"])
        self.problems = problems


def told_errors(errors: list[Any]) -> list[dict[str, str]]:
    """The path of each error's field and a sentence, at most fifty."""
    return [{"field": path_of(tuple(e.get("loc", ()))), "message": _sentence(e)} for e in meant(errors)[:50]]


_WORDS = {
    "missing": "This is needed",
    "extra_forbidden": "This field is not known here",
    "unexpected_keyword_argument": "This field is not known here",
    "finite_number": "Write a number",
    "float_parsing": "Write a number",
    "float_type": "Write a number",
    "int_parsing": "Write a whole number",
    "timezone_aware": "Write the time with its zone, as 2026-05-01T14:30:00+02:00",
    "datetime_from_date_parsing": "Write the time with its zone, as 2026-05-01T14:30:00+02:00",
    "tuple_type": "A list is needed here",
    "list_type": "A list is needed here",
    "dict_type": "An object with fields is needed here",
    "dataclass_type": "An object with fields is needed here",
    "string_type": "Text is needed here",
    "bool_parsing": "Write true or false",
    "bool_type": "Write true or false",
    "string_too_long": "This text is too long",
    "string_too_short": "Write something here",
    "too_long": "There are too many of these",
    "too_short": "At least one is needed",
}


SPECS = {kind.spec.__name__ for kind in KINDS}
"""Names that the document's union of structures puts into the path of an error."""


def path_of(loc: tuple[Any, ...]) -> str:
    """The path of a field from its place in a body, without the names of types."""
    parts = [str(part) for part in loc]
    while parts and parts[0] in ("body", "query", "path"):
        parts.pop(0)
    return "/".join(part for part in parts if part not in SPECS)


def meant(errors: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Errors of the kind of structure that was meant: the others say that `kind` is not theirs, and are dropped."""
    not_meant = set()
    for error in errors:
        loc = tuple(str(part) for part in error.get("loc", ()))
        if error.get("type") == "literal_error" and len(loc) > 1 and loc[-1] == "kind" and loc[-2] in SPECS:
            not_meant.add(loc[:-1])
    left = [
        error
        for error in errors
        if not any(tuple(str(part) for part in error.get("loc", ()))[: len(other)] == other for other in not_meant)
    ]
    nameless = [error for error in left if error.get("type") == NO_KIND]
    if nameless:
        return [{**nameless[0], "loc": (*nameless[0].get("loc", ()), "spec", "kind")}]
    # Where the kind fits none, every one of them says which kinds there are.
    return left or [error for error in errors if str((error.get("loc") or [""])[-1]) == "kind"][:1]


def _sentence(error: dict[str, Any]) -> str:
    kind, context = error.get("type", ""), error.get("ctx", {})
    if kind in _WORDS:
        return _WORDS[kind]
    limits = {
        "greater_than": ("gt", "must be above"),
        "greater_than_equal": ("ge", "must be at least"),
        "less_than": ("lt", "must be below"),
        "less_than_equal": ("le", "must be at most"),
    }
    if kind in limits:
        name, words = limits[kind]
        value = context.get(name)
        return f"This {words} {_amount(value, str((error.get('loc') or [''])[-1]))}"
    if kind == NO_KIND or (kind == "literal_error" and str((error.get("loc") or [""])[-1]) == "kind"):
        return f"Name the kind of structure: one of {', '.join(known.key for known in KINDS)}"
    if kind in ("literal_error", "enum"):
        return f"Choose one of {context.get('expected', 'the list')}"
    return str(error.get("msg", "This is not recognized"))


def _amount(value: Any, field: str) -> str:
    """A limit in feet and inches and in metres where the field is a length: the document may be in either."""
    from steady.units.show import feet_inches

    if field.endswith("_m") and isinstance(value, int | float):
        return f"{feet_inches(float(value), 16)} ({float(value):g} m)"
    return f"{value:g}" if isinstance(value, int | float) else str(value)
