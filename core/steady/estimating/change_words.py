"""A change of a plan in words for a client: a sentence for each field; one without a sentence stops the change order."""

from steady.data.loader import TableRow, table
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units.client_lengths import client_length

SYSTEMS = ("imperial", "metric")


def _row(kind: str, path: str) -> TableRow:
    steps = path.split("/")
    for row in table("change_words"):
        pattern = row.text["path"].split("/")
        alike = len(pattern) == len(steps) and all(a in ("*", b) for a, b in zip(pattern, steps, strict=True))
        if row.text["kind"] == kind and (alike or [step for step in pattern if step != "*"] == steps):
            return row
    raise OutOfScopeError("no sentence is known for this change", "write it in your own words")


def change_words(kind: str, path: str, values: tuple[object, object], *, system: str, name: str = "") -> str:
    """The sentence of a changed field.

    Args:
        path: The field's path in its structure, with any ids or without them.
        values: What it was and what it is: lengths in m, counts, yes or no, or words for a choice.
        name: What the part is called, where its sentence says so.

    Raises:
        OutOfScopeError: A field without a sentence: the crew writes it.
        InvalidInputError: Values that read alike, or are of another kind.

    Source: data/change_words.csv.
    """
    if system not in SYSTEMS:
        raise InvalidInputError("system", f"must be one of: {', '.join(SYSTEMS)}")
    row = _row(kind, path)
    was, now = values
    if row.text["sort"] == "flag":
        if bool(was) == bool(now):
            raise InvalidInputError("now", "nothing changes")
        return row.text["sentence" if now else "back"].format(name=name)
    told = (str(was), str(now))
    if row.text["sort"] == "length":
        if not isinstance(was, float) or not isinstance(now, float):
            raise InvalidInputError("now", "must be a length")
        told = client_length(was, system), client_length(now, system)
        if told[0] == told[1]:
            told = client_length(was, system, finest=True), client_length(now, system, finest=True)
    if told[0] == told[1]:
        raise InvalidInputError("now", "reads as before")
    sentence = row.text["sentence"].format(was=told[0], now=told[1], name=name or "Line")
    return sentence[:1].upper() + sentence[1:]
