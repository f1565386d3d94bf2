"""The ways in which the calculation says no. Each goes from one process to another whole: its arguments are kept as they came."""

from steady.value_objects import value_object


class InvalidInputError(ValueError):
    """A value that cannot be: it names the field and says, in plain words, what would be accepted."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(field, message)
        self.field = field
        self.message = message

    def __str__(self) -> str:
        return f"{self.field}: {self.message}"


class OutOfScopeError(ValueError):
    """A rule or table that does not reach this case. Never counts as passing."""

    def __init__(self, reason: str, would_have_to_change: str = "") -> None:
        super().__init__(reason, would_have_to_change)
        self.reason = reason
        self.would_have_to_change = would_have_to_change

    def __str__(self) -> str:
        return self.reason


class TooSlender(OutOfScopeError):
    """A member more slender than its code lets any be: that is a limit missed, not a rule that does not reach.

    Args:
        slenderness: What it is, without a unit; `most`: what the code allows; `source`: where it says so.
    """

    def __init__(self, reason: str, would_have_to_change: str, told: tuple[float, float, str]) -> None:
        super().__init__(reason, would_have_to_change)
        self.slenderness, self.most, self.source = told


class EmbedmentLimitError(OutOfScopeError):
    """No depth that the formula may answer holds this: `cap_m` is how deep it reaches."""

    def __init__(self, reason: str, would_have_to_change: str, cap_m: float) -> None:
        super().__init__(reason, would_have_to_change)
        self.args = (reason, would_have_to_change, cap_m)
        self.cap_m = cap_m


@value_object
class RowProblem:
    """A row that could not be read, counted as the person sees it (the first line is 1)."""

    row: int
    text: str
    message: str


def above_zero(**values: float) -> None:
    """Refuse a size that is not above 0 (a missing number, too), by its name.

    Raises:
        InvalidInputError: The first that is not.
    """
    for name, amount in values.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def not_below_zero(**values: float) -> None:
    """Refuse a size below 0 (a missing number, too), by its name.

    Raises:
        InvalidInputError: The first that is.
    """
    for name, amount in values.items():
        if not amount >= 0:
            raise InvalidInputError(name, "must be 0 or more")
