"""What a sum was given: each value is read when it is needed, so that one output asks only for its own inputs."""

import re
from collections.abc import Mapping

from steady.errors import InvalidInputError
from steady.units.quantities import parse_quantity
from steady.units.units import IN

Raw = Mapping[str, object]
_UNIT = re.compile(r"[\d'\"]\s*([A-Za-z/'\"][\w./-]*)\s*$")
_METRIC = {
    "mm",
    "cm",
    "m",
    "mm2",
    "m2",
    "mm3",
    "m3",
    "L",
    "mm4",
    "N",
    "kN",
    "kN.m",
    "N.m",
    "MPa",
    "kPa",
    "Pa",
    "kN/m2",
    "N/mm2",
    "kPa/m",
    "kN/m",
    "N/mm",
    "m/s",
    "km/h",
    "kg",
    "kg/m3",
    "kN/m3",
}
_NEITHER = {"deg", "rad", "percent", "h", "min", "K", "C"}
_YES = {"true": True, "yes": True, "1": True, "false": False, "no": False, "0": False}


class Given:
    """Inputs by name, as written."""

    __slots__ = ("raw",)

    def __init__(self, raw: Raw) -> None:
        self.raw = raw

    def has(self, name: str) -> bool:
        """Whether an input was given."""
        return self.raw.get(name) not in (None, "")

    def metric(self) -> bool:
        """Whether the first input with a unit is metric."""
        for value in self.raw.values():
            for word in value if isinstance(value, list) else [value]:
                match = _UNIT.search(word) if isinstance(word, str) else None
                if match is not None and match[1] not in _NEITHER:
                    return match[1] in _METRIC
        return False

    def maybe(self, name: str, kind: str) -> float | None:
        """An input in SI, or None where it was not given."""
        return self.quantity(name, kind) if self.has(name) else None

    def words(self, name: str) -> tuple[str, ...]:
        """One word or a list of words.

        Raises:
            InvalidInputError: Missing, or not words.
        """
        value = self.raw.get(name)
        if value in (None, "", []):
            raise InvalidInputError(name, "is needed")
        if isinstance(value, list):
            if not all(isinstance(item, str) for item in value) or len(value) > 20:
                raise InvalidInputError(name, "must be words")
            return tuple(str(item) for item in value)
        return (str(value),)

    def lengths(self, name: str) -> list[float]:
        """A list of lengths (m)."""
        value = self.raw.get(name)
        if not isinstance(value, list) or not value:
            raise InvalidInputError(name, "must be a list of lengths")
        return [parse_quantity(item, "length", name) for item in value]

    def quantity(self, name: str, kind: str, default: float | None = None) -> float:
        """An input in SI.

        Raises:
            InvalidInputError: Missing without a default, or not of that kind.
        """
        if not self.has(name):
            if default is None:
                raise InvalidInputError(name, "is needed")
            return default
        return parse_quantity(self.raw[name], kind, name)

    def length(self, name: str, default: float | None = None) -> float:
        """A length (m)."""
        return self.quantity(name, "length", default)

    def number(self, name: str, default: float | None = None) -> float:
        """A plain number."""
        return self.quantity(name, "number", default)

    def count(self, name: str, default: int | None = None) -> int:
        """A whole number, 0 or more."""
        value = self.number(name, default)
        if value != int(value) or value < 0:
            raise InvalidInputError(name, "must be a whole number, 0 or more")
        return int(value)

    def text(self, name: str, default: str | None = None) -> str:
        """A word or words."""
        if not self.has(name):
            if default is None:
                raise InvalidInputError(name, "is needed")
            return default
        return str(self.raw[name])

    def choice(self, name: str, options: tuple[str, ...], default: str | None = None) -> str:
        """One of a few words."""
        found = self.text(name, default)
        if found not in options:
            raise InvalidInputError(name, f"must be one of: {', '.join(options)}")
        return found

    def flag(self, name: str, default: bool = False) -> bool:
        """Yes or no."""
        if not self.has(name):
            return default
        value = self.raw[name]
        if isinstance(value, bool):
            return value
        found = _YES.get(str(value).lower())
        if found is None:
            raise InvalidInputError(name, "must be yes or no")
        return found

    def pairs(self, name: str, default: list[tuple[float, float]] | None = None) -> list[tuple[float, float]]:
        """A list of pairs of lengths (m)."""
        value = self.raw.get(name)
        if value is None:
            if default is None:
                raise InvalidInputError(name, "is needed")
            return default
        if not isinstance(value, list) or not all(isinstance(item, list) and len(item) == 2 for item in value):
            raise InvalidInputError(name, "must be a list of pairs")
        return [(parse_quantity(a, "length", name), parse_quantity(b, "length", name)) for a, b in value]

    def rows(self, name: str) -> list[list[object]]:
        """A list of lists, read by the sum itself."""
        value = self.raw.get(name)
        if not isinstance(value, list) or not all(isinstance(item, list) for item in value):
            raise InvalidInputError(name, "must be a list of lists")
        return value

    def table(
        self, name: str, kinds: tuple[str, ...], default: list[tuple[float, ...]] | None = None
    ) -> list[tuple[float, ...]]:
        """Rows of quantities (SI), each of its column's kind."""
        if not self.has(name) and default is not None:
            return default
        rows = self.rows(name)
        if any(len(row) != len(kinds) for row in rows):
            raise InvalidInputError(name, f"each row needs {len(kinds)} values: {', '.join(kinds)}")
        return [tuple(parse_quantity(cell, kind, name) for cell, kind in zip(row, kinds, strict=True)) for row in rows]


def listed(values_m: list[float] | tuple[float, ...]) -> str:
    """Lengths in inches, at most four decimals, no trailing zeros, joined by semicolons."""
    return "; ".join(f"{value / IN:.4f}".rstrip("0").rstrip(".") or "0" for value in values_m)
