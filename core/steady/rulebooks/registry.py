"""The schools we have, in an explicit table: a new school is a folder and a line here."""

from typing import Literal

from steady.errors import InputError
from steady.rulebooks.base import Rulebook
from steady.rulebooks.ca.book import Canada
from steady.rulebooks.nz.book import NewZealand
from steady.rulebooks.uk.book import UnitedKingdom
from steady.rulebooks.us.book import UnitedStates

School = Literal["us", "ca", "nz", "uk"]
"""Their keys, as documents write them."""
RULEBOOKS: dict[str, Rulebook] = {book.key: book for book in (UnitedStates(), Canada(), NewZealand(), UnitedKingdom())}


def rulebook(key: str) -> Rulebook:
    """The school by its key.

    Raises:
        InputError: There is no such school.
    """
    if key not in RULEBOOKS:
        raise InputError("school", f"There is no code called {key[:20]}. There is: {', '.join(RULEBOOKS)}")
    return RULEBOOKS[key]
