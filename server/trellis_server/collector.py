"""The interpreter's collector of cycles, set once a process has loaded what it serves with."""

import gc

AT, OLDER, OLDEST = 50_000, 20, 100


def settle() -> None:
    """What is loaded by now stays, in this process and in those that come of it: the collector need not look through it again.

    A plan makes tens of thousands of values and no cycles: to look for those at every seven hundredth costs a tenth of it.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(AT, OLDER, OLDEST)
