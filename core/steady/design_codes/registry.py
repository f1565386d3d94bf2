"""The schools we have, in an explicit table: a new school is a folder and a line here."""

from typing import Literal

from steady.design_codes.base import Rulebook
from steady.design_codes.ca.code import Canada
from steady.design_codes.nz.code import NewZealand
from steady.design_codes.uk.code import UnitedKingdom
from steady.design_codes.us.code import UnitedStates
from steady.errors import InvalidInputError

School = Literal["us", "ca", "nz", "uk"]
"""Their keys, as documents write them."""
RULEBOOKS: dict[str, Rulebook] = {book.key: book for book in (UnitedStates(), Canada(), NewZealand(), UnitedKingdom())}


def rulebook(key: str) -> Rulebook:
    """The school by its key.

    Raises:
        InvalidInputError: There is no such school.
    """
    if key not in RULEBOOKS:
        raise InvalidInputError("school", f"There is no code called {key[:20]}. There is: {', '.join(RULEBOOKS)}")
    return RULEBOOKS[key]
