"""What a sum was given: each value is read when it is needed, so that one output asks only for its own inputs."""

from collections.abc import Mapping

from steady.errors import InputError
from steady.measure.quantities import parse_quantity

Raw = Mapping[str, object]
_YES = {"true": True, "yes": True, "1": True, "false": False, "no": False, "0": False}


class Given:
    """Inputs by name, as written."""

    __slots__ = ("raw",)

    def __init__(self, raw: Raw) -> None:
        self.raw = raw

    def has(self, name: str) -> bool:
        """Whether an input was given."""
        return self.raw.get(name) not in (None, "")

    def quantity(self, name: str, kind: str, default: float | None = None) -> float:
        """An input in SI.

        Raises:
            InputError: Missing without a default, or not of that kind.
        """
        if not self.has(name):
            if default is None:
                raise InputError(name, "is needed")
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
            raise InputError(name, "must be a whole number, 0 or more")
        return int(value)

    def text(self, name: str, default: str | None = None) -> str:
        """A word or words."""
        if not self.has(name):
            if default is None:
                raise InputError(name, "is needed")
            return default
        return str(self.raw[name])

    def choice(self, name: str, options: tuple[str, ...], default: str | None = None) -> str:
        """One of a few words."""
        found = self.text(name, default)
        if found not in options:
            raise InputError(name, f"must be one of: {', '.join(options)}")
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
            raise InputError(name, "must be yes or no")
        return found

    def pairs(self, name: str, default: list[tuple[float, float]] | None = None) -> list[tuple[float, float]]:
        """A list of pairs of lengths (m)."""
        value = self.raw.get(name)
        if value is None:
            if default is None:
                raise InputError(name, "is needed")
            return default
        if not isinstance(value, list) or not all(isinstance(item, list) and len(item) == 2 for item in value):
            raise InputError(name, "must be a list of pairs")
        return [(parse_quantity(a, "length", name), parse_quantity(b, "length", name)) for a, b in value]

    def rows(self, name: str) -> list[list[object]]:
        """A list of lists, read by the sum itself."""
        value = self.raw.get(name)
        if not isinstance(value, list) or not all(isinstance(item, list) for item in value):
            raise InputError(name, "must be a list of lists")
        return value
