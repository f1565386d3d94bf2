"""The interpreter's collector of cycles: seldom while a process loads, and never through what it has loaded."""

import gc

AT, OLDER, OLDEST = 50_000, 20, 100


def rarely() -> None:
    """What loads makes hundreds of thousands of things that stay: a fifth of a start went to looking through them."""
    gc.set_threshold(AT, OLDER, OLDEST)


def settle() -> None:
    """What is loaded by now stays, in this process and in those that come of it: the collector need not look through it again.

    A plan makes tens of thousands of values and no cycles: to look for those at every seven hundredth costs a tenth of it.
    """
    gc.collect()
    gc.freeze()
    rarely()
