"""One thing to choose from, whatever kind of structure offers it."""

from steady.value_objects import value_object

Change = tuple[tuple[str, object], ...]


@value_object
class Choice:
    """One member or way of building, and how the whole fares with it.

    A member says what it reaches by the calculation and by the table, and what is needed (m); a way of building does not. `whole`:
    the state of the plan with it, with `why`. `chosen`: as it is now; `lasts`: how well it
    stands up to the years.
    """

    group: str
    says: str
    change: Change
    reaches_m: float | None = None
    table_m: float | None = None
    needs_m: float | None = None
    slack_m: float | None = None
    governs: str = ""
    exact: bool = False
    whole: str
    why: str
    use: float
    chosen: bool
    lasts: str = ""
