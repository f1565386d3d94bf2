"""A few places that several processes share: whoever holds one works, the others wait; and how long work gives way to short."""

import fcntl
import os
import subprocess
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import Any


@contextmanager
def a_place(folder: Path, name: str, many: int, *, waits: Callable[[], None], again_s: float) -> Iterator[None]:
    """One of so many places of a name, for as long as this lasts; it is free again when its process dies.

    Args:
        folder: Where the places lie, as files.
        waits: Is told each time that none was free; what it raises ends the waiting.
        again_s: How long until the next look.
    """
    while True:
        for number in range(many):
            with (folder / f"{name}{number}").open("w") as place:
                try:
                    fcntl.flock(place, fcntl.LOCK_EX | fcntl.LOCK_NB)
                except OSError:
                    continue
                yield
                return
        waits()
        time.sleep(again_s)


def beside(command: list[str], **more: Any) -> subprocess.Popen[bytes]:
    """Starts a process for long work, which goes on when this one is stopped by its keyboard or replaced.

    In a process group of its own, never in a session of its own: systems share the processor out between sessions first, and
    to give way counts only inside one. Twelve packs in sessions of their own left a thirteenth to all who drag and save.
    """
    return subprocess.Popen(command, process_group=0, stdin=subprocess.DEVNULL, **more)


def give_way(by: int) -> None:
    """From now on this process works while nobody else wants the processor.

    A higher number alone is not enough: whoever is woken to answer a drag would wait until this process's turn is over, at every
    handing on of a lock. Where the system knows no idle work, the number is all there is. TRELLIS_GIVE_WAY=0: it takes its share
    as any other, as tests ask for that wait for what it makes while others keep every processor busy.
    """
    if os.environ.get("TRELLIS_GIVE_WAY") == "0":
        return
    os.nice(by)
    if hasattr(os, "SCHED_IDLE"):
        with suppress(OSError):  # a box may forbid it
            os.sched_setscheduler(0, os.SCHED_IDLE, os.sched_param(0))
