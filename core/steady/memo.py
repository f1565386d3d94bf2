"""What was calculated once in a search is not calculated again: kept while the search lasts, by what it was calculated from."""

from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any, ParamSpec, TypeVar

P = ParamSpec("P")
T = TypeVar("T")
MOST = 160
"""So much is kept of each work in one search: what is asked for again is asked for soon [our own]."""


class SearchCache:
    """What a search keeps of each work: `most` of what it was asked for, the newest."""

    __slots__ = ("kept", "most")

    def __init__(self, most: int = MOST) -> None:
        self.kept: dict[Callable[..., Any], dict[Hashable, Any]] = {}
        self.most = most


_MEMO: ContextVar[SearchCache | None] = ContextVar("memo", default=None)


class IdentityKey:
    """A thing that is asked for by being the same one, whatever it holds: nothing of it is looked at."""

    __slots__ = ("it",)
    it: Any

    def __init__(self, it: Any) -> None:
        self.it = it

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, IdentityKey) and other.it is self.it


@contextmanager
def search_cache_scope(memo: SearchCache | None = None) -> Iterator[None]:
    """While this lasts, in the call or the function that it stands at, `cached` keeps what it calculates.

    A search within a search shares what is kept. `memo`: one that outlasts it, for whoever asks nearly the same again soon;
    no two may use it at once.
    """
    if _MEMO.get() is not None:
        yield
        return
    token = _MEMO.set(memo or SearchCache())
    try:
        yield
    finally:
        _MEMO.reset(token)


def cached(work: Callable[P, T], *of: P.args, **named: P.kwargs) -> T:
    """`work(*of, **named)`, calculated once in a search; outside of one each time. Nobody may change what it returns.

    What it is calculated from is hashable.
    """
    memo = _MEMO.get()
    if memo is None:
        return work(*of, **named)
    kept = memo.kept.setdefault(work, {})
    key: Hashable = (of, tuple(named.items()))
    if key not in kept:
        if len(kept) >= memo.most:
            del kept[next(iter(kept))]
        kept[key] = work(*of, **named)
    found: T = kept[key]
    return found
