"""The two ways in which the reckoning says no."""


class InputError(ValueError):
    """A value that cannot be: it names the field and says, in plain words, what would be accepted."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(f"{field}: {message}")
        self.field = field
        self.message = message


class OutsideScope(ValueError):
    """A rule or table that does not reach this case. Never counts as passing."""

    def __init__(self, reason: str, would_have_to_change: str = "") -> None:
        super().__init__(reason)
        self.reason = reason
        self.would_have_to_change = would_have_to_change
