"""What was reckoned once in a search is not reckoned again: kept while the search lasts, by what it was reckoned from."""

from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any, TypeVar

T = TypeVar("T")
MOST = 160
"""So much is kept of one search: what is asked for again is asked for soon [our own]."""
_KEPT: ContextVar[dict[Hashable, Any] | None] = ContextVar("kept", default=None)


@contextmanager
def one_search() -> Iterator[None]:
    """While this lasts, in the call or the function that it stands at, `once` keeps what it reckons.

    A search within a search shares what is kept.
    """
    if _KEPT.get() is not None:
        yield
        return
    token = _KEPT.set({})
    try:
        yield
    finally:
        _KEPT.reset(token)


def once(work: Callable[..., T], *of: Hashable) -> T:
    """`work(*of)`, reckoned once in a search; outside of one it is reckoned each time. Nobody may change what it returns."""
    kept = _KEPT.get()
    if kept is None:
        return work(*of)
    key = (work, *of)
    if key not in kept:
        if len(kept) >= MOST:
            del kept[next(iter(kept))]
        kept[key] = work(*of)
    found: T = kept[key]
    return found
