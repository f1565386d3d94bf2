"""What was reckoned once in a search is not reckoned again: kept while the search lasts, by what it was reckoned from."""

from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any, TypeVar

T = TypeVar("T")
MOST = 160
"""So much is kept of each work in one search: what is asked for again is asked for soon [our own]."""
_KEPT: ContextVar[dict[Callable[..., Any], dict[Hashable, Any]] | None] = ContextVar("kept", default=None)


class Is:
    """A thing that is asked for by being the same one, whatever it holds: nothing of it is looked at."""

    __slots__ = ("it",)
    it: Any

    def __init__(self, it: Any) -> None:
        self.it = it

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Is) and other.it is self.it


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
    every = _KEPT.get()
    if every is None:
        return work(*of)
    kept = every.setdefault(work, {})
    if of not in kept:
        if len(kept) >= MOST:
            del kept[next(iter(kept))]
        kept[of] = work(*of)
    found: T = kept[of]
    return found
