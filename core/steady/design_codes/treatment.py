"""Treatment of wood by where it stands, as every school's own table has it."""

from steady.data.loader import keyed
from steady.errors import InvalidInputError

NEAR_GROUND_M = 0.15
"""What lies nearer to the ground is in ground contact where the table has a class for it [the tables' 150 mm or 6 in]."""


def treatment(school: str, part: str, clearance_m: float | None = None) -> tuple[str, str]:
    """Class and note of a part.

    Args:
        clearance_m: Its height over the ground; None: not known, taken as clear of it.

    Raises:
        InvalidInputError: The school's table has no such part.

    Source: the table's own column.
    """
    row = keyed("treatment_classes").get(f"{school} {part}")
    if row is None:
        known = ", ".join(key.split(" ", 1)[1] for key in keyed("treatment_classes") if key.startswith(school))
        raise InvalidInputError("part", f"must be one of {known}")
    if row.text["near"] and clearance_m is not None and clearance_m < NEAR_GROUND_M:
        return row.text["near"], "within 150 mm of the ground"
    return row.text["class"], row.text["note"]
