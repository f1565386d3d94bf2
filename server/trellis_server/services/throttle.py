"""Slows down guessing of passwords: a few tries a name in a few minutes, counted in each worker."""

import time
from collections import deque

MOST, WINDOW_S = 8, 300.0
_tries: dict[str, deque[float]] = {}


def too_many(key: str) -> bool:
    """Whether a name has failed too often lately."""
    recent = _tries.get(key)
    if recent is None:
        return False
    while recent and time.monotonic() - recent[0] > WINDOW_S:
        recent.popleft()
    return len(recent) >= MOST


def clear(key: str) -> None:
    """Forget a name's failures: it signed in."""
    _tries.pop(key, None)


def trip(key: str) -> None:
    """Count a failure."""
    if len(_tries) > 10_000:
        _tries.clear()
    _tries.setdefault(key, deque()).append(time.monotonic())
