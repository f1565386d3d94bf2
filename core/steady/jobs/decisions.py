"""What somebody else decides about a job: still open, or decided by whom on which day."""

from typing import Annotated

from annotated_types import MaxLen, MinLen

from steady.value_objects import value_object


@value_object
class Decision:
    """One decision.

    Args:
        what: What is to be decided. `who`: by whom; `until`: the day it is needed by.
        decided: What was decided, on the day `on`; empty: it is open.
        takes, instead_of: A thing of the yard that takes another's place wherever it stands in the job; empty: none.
        place, treatment: Wood in this place is ordered in this class, all of it alike; empty: by the code's table.
    """

    id: Annotated[str, MinLen(1), MaxLen(60)]
    what: Annotated[str, MinLen(1), MaxLen(200)]
    who: Annotated[str, MaxLen(120)] = ""
    until: Annotated[str, MaxLen(10)] = ""
    decided: Annotated[str, MaxLen(400)] = ""
    on: Annotated[str, MaxLen(10)] = ""
    instead_of: Annotated[str, MaxLen(100)] = ""
    takes: Annotated[str, MaxLen(100)] = ""
    place: Annotated[str, MaxLen(40)] = ""
    treatment: Annotated[str, MaxLen(12)] = ""
