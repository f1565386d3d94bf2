"""Whether digging may begin: what of the locate is still open on a given day."""

from datetime import date

from steady.ground.site import Locate
from steady.units.dates import day_of


def open_points(locate: Locate, on: date) -> list[str]:
    """What holds the dig back, each as a sentence that says what to do. Empty: nothing known does.

    Raises:
        InvalidInputError: A day of the ticket is not a date.
    """
    found = []
    if not locate.ticket.strip():
        found.append("No locate ticket yet: call for one, and write its number here")
    if locate.dig_from:
        first = day_of(locate.dig_from, "site/locate/dig_from")
        if on < first:
            found.append(f"The ticket allows digging from {first.isoformat()}")
    if not locate.expires:
        found.append("The ticket's last day is not written down")
    else:
        last = day_of(locate.expires, "site/locate/expires")
        if last < on:
            found.append(f"The ticket ran out on {last.isoformat()}: call for a new one")
    if not locate.owners_answered:
        found.append("Not every owner of a service has answered")
    if not locate.marks_visible:
        found.append("Look: are the locate's marks still to be seen on the ground?")
    if not locate.private_lines_asked:
        found.append("Ask about private lines: drains, irrigation, gas to a barbecue, garden lights")
    return found


def days_left(locate: Locate, on: date) -> int | None:
    """Days until the ticket runs out (0 today, negative past); None without a readable date."""
    try:
        return (date.fromisoformat(locate.expires) - on).days
    except ValueError:
        return None
