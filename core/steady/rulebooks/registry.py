"""The schools we have, in an explicit table: a new school is a folder and a line here."""

from steady.errors import InputError
from steady.rulebooks.base import Rulebook
from steady.rulebooks.us.book import UnitedStates

RULEBOOKS: dict[str, Rulebook] = {"us": UnitedStates()}


def rulebook(key: str) -> Rulebook:
    """The school by its key.

    Raises:
        InputError: There is no such school.
    """
    if key not in RULEBOOKS:
        raise InputError("school", f"There is no school of rules called {key[:20]}. There is: {', '.join(RULEBOOKS)}")
    return RULEBOOKS[key]
