"""Names that are free: a namesake is numbered from two on, and cut so that the number fits."""

from collections.abc import Collection


def numbered(wished: str, taken: Collection[str], longest: int, *, as_number: str = " {}") -> str:
    """The name as wished, or with the first number that makes it free. `as_number`: how a number is written behind it."""
    found, number = wished, 2
    while found in taken:
        ending = as_number.format(number)
        found, number = f"{wished[: longest - len(ending)]}{ending}", number + 1
    return found
