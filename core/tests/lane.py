"""How much is tried by tests that draw at random: a fifth of it on every run, all of it by `./trellis test --long`."""

import os

LONG = bool(os.environ.get("TRELLIS_LONG"))
SHARE = 5


def many(count: int) -> int:
    """So many of them in this run."""
    return count if LONG else max(1, count // SHARE)


def dear(count: int) -> int:
    """So many of them in this run, where each is a whole request: a quarter of what is drawn elsewhere."""
    return count if LONG else max(1, count // (4 * SHARE))
