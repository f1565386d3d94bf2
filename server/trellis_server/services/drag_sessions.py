"""Documents that somebody is pulling something about, and what was last told of each: the few newest of this worker."""

import threading
import uuid
from collections import OrderedDict
from dataclasses import dataclass, field

from steady.jobs.design_sheet import DragView
from steady.jobs.document import JobDocument
from steady.memo import SearchCache

MOST = 24
"""So many are held by a worker; whoever is not held sends the document again [our own]."""
REMEMBER = 8
"""Of so many, the newest, is kept what was calculated: most of a megabyte of each [our own]."""


@dataclass(slots=True, kw_only=True)
class Pull:
    """One document that is pulled about; `number` counts what was told of it.

    `memo`: what stays as it is from one place to the next; `turn`: whoever holds it has both to himself.
    """

    job: JobDocument
    number: int = 0
    told: DragView | None = None
    memo: SearchCache = field(default_factory=lambda: SearchCache(most=1))
    turn: threading.Lock = field(default_factory=threading.Lock)


_held: OrderedDict[tuple[int, uuid.UUID], Pull] = OrderedDict()
_lock = threading.Lock()


def start_drag(person: int, key: uuid.UUID, job: JobDocument) -> Pull:
    """Hold a document under a person's key."""
    with _lock:
        made = _held[person, key] = Pull(job=job)
        _held.move_to_end((person, key))
        while len(_held) > MOST:
            _held.popitem(last=False)
        for older in list(_held.values())[:-REMEMBER]:
            older.memo = SearchCache(most=1)
        return made


def held(person: int, key: uuid.UUID) -> Pull | None:
    """What is held under a person's key; None: this worker does not hold it, or no more."""
    with _lock:
        found = _held.get((person, key))
        if found is not None:
            _held.move_to_end((person, key))
        return found
