"""What searches found, kept by this worker: who comes back to a sheet that did not change does not have it looked for again."""

import threading
from collections import OrderedDict
from collections.abc import Sequence

MOST_BYTES = 4_000_000
"""All that is kept of a worker; the oldest goes first [our own]."""

_kept: OrderedDict[bytes, tuple[bytes, ...]] = OrderedDict()
_bytes = 0
_lock = threading.Lock()


def lines(order: bytes) -> tuple[bytes, ...] | None:
    """All that was told of the same order, where it is kept. `order`: the digest of all that it asks."""
    with _lock:
        told = _kept.get(order)
        if told is not None:
            _kept.move_to_end(order)
        return told


def keep(order: bytes, told: Sequence[bytes]) -> None:
    """Keep all that was told of an order that came to its end."""
    global _bytes
    with _lock:
        if order in _kept:
            return
        _kept[order] = tuple(told)
        _bytes += _size(told)
        while _bytes > MOST_BYTES:
            _, oldest = _kept.popitem(last=False)
            _bytes -= _size(oldest)


def forget() -> None:
    """Keep nothing of what was found so far."""
    global _bytes
    with _lock:
        _kept.clear()
        _bytes = 0


def _size(told: Sequence[bytes]) -> int:
    return sum(map(len, told))
