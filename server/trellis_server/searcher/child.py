"""One search in a process of its own: it waits for a place, tells what it finds as it finds it, and stops when nobody listens."""

import fcntl
import json
import logging
import os
import pickle
import resource
import signal
import socket
import time
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any, get_args

from pydantic_core import to_json
from steady.errors import InputError
from steady.jobs.choices import look_for_choices
from steady.jobs.document import Job, Structure
from steady.jobs.looking import Looked
from steady.jobs.options import look_for_options
from steady.jobs.starts import start
from steady.jobs.steps_up import look_for_steps
from steady.memo import one_search
from steady.rulebooks.registry import School
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.fence.spec.localise import at_home

from trellis_server.searcher.shared import shared_map

AT_ONCE = 2
"""So many look at once; the rest wait their turn [our own: a box has two cores]."""
MOST_S = 60
"""Processor seconds after which a search is stopped."""
MOST_BYTES = 2_000_000_000
NICE = 10
"""Whoever drags a post goes first."""
log = logging.getLogger(__name__)


class _OutOfTime(Exception):
    """The processor seconds of a search are used up."""


def _out_of_time(number: int, frame: object) -> None:
    raise _OutOfTime


@dataclass(frozen=True, slots=True, kw_only=True)
class Order:
    """What is looked for: a row of `SEARCHES`, in which structure of which job, and what else it is told."""

    what: str
    job: Job
    structure: str
    more: Mapping[str, Any]
    places: str
    """The folder of the places, which all workers share."""


def _one_start(job: Job, structure: str, **more: Any) -> Iterator[Looked[Any]]:
    found = start(job, structure, **more)
    yield Looked(planned=found.planned, rows=(found,))


def _options(job: Job, structure: str) -> Iterator[Looked[Any]]:
    return look_for_options(job, structure, shared_map)


SEARCHES: dict[str, Callable[..., Iterator[Looked[Any]]]] = {
    "options": _options,
    "choices": look_for_choices,
    "steps-up": look_for_steps,
    "start": _one_start,
}
"""What can be looked for: a new one is a row."""


def warm_up() -> Iterator[None]:
    """Reads the tables once, school by school, so that no search has to."""
    fence = FenceSpec(id="f", straights=(Straight(id="a", length_m=10.0),))
    for school in get_args(School):
        structure = Structure(name="f", spec=at_home(fence, school))
        start(Job(name="w", school=school, structures=(structure,)), "f", "as it is")
        yield


def carry_out(pipe: socket.socket) -> None:
    """Reads an order, carries it out, and says its lines of JSON: what was found, why it was refused, or that it failed."""
    with pipe.makefile("rwb") as file:
        signal.signal(signal.SIGXCPU, _out_of_time)
        order: Order = pickle.load(file)
        os.nice(NICE)
        resource.setrlimit(resource.RLIMIT_CPU, (MOST_S, MOST_S + 5))
        resource.setrlimit(resource.RLIMIT_AS, (MOST_BYTES, MOST_BYTES))

        def tell(line: bytes) -> None:
            file.write(line + b"\n")
            file.flush()

        planned = at = 0
        try:
            with _place(Path(order.places), tell), one_search():
                for found in SEARCHES[order.what](order.job, order.structure, **order.more):
                    planned, at = found.planned, found.at + len(found.rows)
                    tell(to_json(found, inf_nan_mode="null"))
            tell(b'{"ended":true}')
        except _OutOfTime:
            tell(
                json.dumps(
                    {"planned": planned, "at": at, "rows": [], "says": f"stopped after {MOST_S} s of work"}
                ).encode()
            )
        except InputError as error:
            tell(json.dumps({"refused": {"field": error.field, "message": error.message}}).encode())
        except OSError:
            return  # nobody listens any more
        except Exception:
            log.exception("the search for %s failed", order.what)
            tell(b'{"failed":true}')


@contextmanager
def _place(folder: Path, tell: Callable[[bytes], None]) -> Iterator[None]:
    """One of the few places; whoever comes later waits, and says so now and then, so that it ends with its listener."""
    waited = 0
    while True:
        for number in range(AT_ONCE):
            with (folder / f"search{number}").open("w") as place:
                try:
                    fcntl.flock(place, fcntl.LOCK_EX | fcntl.LOCK_NB)
                except OSError:
                    continue
                yield
                return
        if waited % 10 == 0:
            tell(b'{"planned":0,"at":0,"rows":[],"says":"","waiting":true}')
        waited += 1
        time.sleep(0.03)
