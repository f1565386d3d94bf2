"""One search in a process of its own: it waits for a place, tells what it finds as it finds it, and stops when nobody listens."""

import logging
import pickle
import resource
import signal
import socket
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from pydantic_core import to_json
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument
from steady.jobs.line_preview import sample
from steady.jobs.member_options import look_for_choices
from steady.jobs.search import Looked
from steady.jobs.starting_designs import start
from steady.jobs.suggested_fixes import find_fixes
from steady.jobs.wind_by_part import wind_by_part
from steady.jobs.wind_upgrades import look_for_steps
from steady.memo import search_cache_scope
from steady.structures.registry import KINDS

from trellis_server.process_slots import a_place, give_way
from trellis_server.search_worker.parallel_map import shared_map

WAITS_S = 0.1
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
    job: JobDocument
    structure: str
    more: Mapping[str, Any]
    places: str
    """The folder of the places, which all workers share."""


def _one_start(job: JobDocument, structure: str, **more: Any) -> Iterator[Looked[Any]]:
    found = start(job, structure, **more)
    yield Looked(planned=found.planned, rows=(found,))


def _wind_by_part(job: JobDocument, structure: str) -> Iterator[Looked[Any]]:
    yield Looked(planned=1, rows=(wind_by_part(job, structure),))


def _options(job: JobDocument, structure: str) -> Iterator[Looked[Any]]:
    return find_fixes(job, structure, shared_map)


SEARCHES: dict[str, Callable[..., Iterator[Looked[Any]]]] = {
    "options": _options,
    "choices": look_for_choices,
    "steps-up": look_for_steps,
    "start": _one_start,
    "wind-by-part": _wind_by_part,
}
"""What can be looked for: a new one is a row."""


def warm_up() -> Iterator[None]:
    """Reads the tables once, kind by kind and in both measures, so that no search has to."""
    for kind in KINDS:
        for metric in (False, True):
            sample(kind, metric)
            yield


def carry_out(pipe: socket.socket) -> None:
    """Reads an order, carries it out, and says its lines of JSON: what was found, why it was refused, or that it failed."""
    with pipe.makefile("rwb") as file:
        signal.signal(signal.SIGXCPU, _out_of_time)
        order: Order = pickle.load(file)
        give_way(NICE)
        resource.setrlimit(resource.RLIMIT_CPU, (MOST_S, MOST_S + 5))
        resource.setrlimit(resource.RLIMIT_AS, (MOST_BYTES, MOST_BYTES))

        def tell(line: bytes) -> None:
            file.write(line + b"\n")
            file.flush()

        def waits() -> None:
            # Said at each look, so that it ends with its listener.
            tell(b'{"planned":0,"at":0,"rows":[],"says":"","waiting":true}')

        planned = at = 0
        try:
            with a_place(Path(order.places), "search", AT_ONCE, waits=waits, again_s=WAITS_S), search_cache_scope():
                for found in SEARCHES[order.what](order.job, order.structure, **order.more):
                    planned, at = found.planned, found.at + len(found.rows)
                    tell(to_json(found, inf_nan_mode="null"))
            tell(b'{"ended":true}')
        except _OutOfTime:
            tell(to_json(Looked(planned=planned, at=at, says=f"stopped after {MOST_S} s of work")))
        except InvalidInputError as error:
            tell(to_json({"refused": {"field": error.field, "message": error.message}}))
        except ConnectionError:
            return  # nobody listens any more
        except Exception:
            log.exception("the search for %s failed", order.what)
            tell(b'{"failed":true}')
