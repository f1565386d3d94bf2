"""Treatment of wood by where it stands, as every school's own table has it."""

from steady.data.loader import keyed
from steady.errors import InvalidInputError


def treatment(school: str, part: str) -> tuple[str, str]:
    """Class and note of a part.

    Raises:
        InvalidInputError: The school's table has no such part.

    Source: the table's own column.
    """
    row = keyed("treatment_classes").get(f"{school} {part}")
    if row is None:
        known = ", ".join(key.split(" ", 1)[1] for key in keyed("treatment_classes") if key.startswith(school))
        raise InvalidInputError("part", f"must be one of {known}")
    return row.text["class"], row.text["note"]
