"""Seeded faults of one token each in rulebooks, statics, footings, loads and structures: does any test notice?

Three steps. `draw` draws the places. Then the tests run under `reach.py`, which tells which of them reach a place. `try` runs
only those, on the core with one fault in it, made by a well-known tool, stopping at the first that fails. A fault that
every one of them lets pass has survived: it is told with its line. No file is written: the fault is in what is loaded.

Lines that run while a module loads (constants, fields) are reached by no single test and are left out; so are assertions, which
only tell the types what the lines before made sure of.
"""

import argparse
import hashlib
import importlib
import json
import math
import multiprocessing
import os
import random
import signal
import sys
import unittest
from bisect import bisect_right
from collections.abc import Iterator, Sequence
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import astuple, dataclass
from itertools import accumulate
from pathlib import Path

from cosmic_ray.ast import Visitor, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator

from tests.loads import CORE, forget, loads
from tests.reach import Passed, passed

ROOMS = ("design_codes", "statics", "footings", "loads", "structures")
SIGNS = ("Add", "Sub", "Mul", "Div")
ORDERS = ("Lt", "LtE", "Gt", "GtE", "Eq", "NotEq")
OPERATORS = (
    *(f"core/ReplaceBinaryOperator_{a}_{b}" for a in SIGNS for b in SIGNS if a != b),
    *(f"core/ReplaceComparisonOperator_{a}_{b}" for a in ORDERS for b in ORDERS if a != b),
    "core/NumberReplacer",
    "core/AddNot",
    "core/ReplaceTrueWithFalse",
    "core/ReplaceFalseWithTrue",
    "core/ReplaceAndWithOr",
    "core/ReplaceOrWithAnd",
    "core/ReplaceUnaryOperator_Delete_Not",
    "core/ReplaceUnaryOperator_USub_UAdd",
    "core/ZeroIterationForLoop",
)
PATIENCE_S = 240
"""A fault that makes the tests run so long is noticed: it hangs."""
KEPT = "test_kept_plans"
AT_ONCE_S, MOST_AT_ONCE = 0.1, 40
"""So many tests that take no longer are tried before plans as they were, which notice the most and take seconds."""
MOST_S = 75.0
"""Of a line that many tests reach, so many are tried as take so long together."""


@dataclass(frozen=True, slots=True)
class Place:
    """Where one fault could be: a file below the core, the tool's operator and which of its places there, and the line."""

    file: str
    operator: str
    occurrence: int
    line: int


@dataclass(frozen=True, slots=True)
class Fault:
    """A place, and the tests that reach it."""

    place: Place
    tests: tuple[str, ...]


class _Places(Visitor):
    """Lines of every place where an operator would make a fault."""

    def __init__(self, operator: str) -> None:
        self.operator, self.lines = get_operator(operator)(), list[int]()

    def visit(self, node: object) -> object:
        """A node of the file, left as it is."""
        self.lines += [start[0] for start, _ in self.operator.mutation_positions(node)]
        return node


def places(name: str) -> Iterator[Place]:
    """Every fault that could be made in a file."""
    text = (CORE / name).read_text()
    tree = get_ast(text)
    told = {k for k, row in enumerate(text.splitlines(), start=1) if row.lstrip().startswith("assert ")}
    for operator in OPERATORS:
        found = _Places(operator)
        found.walk(tree)
        yield from (Place(name, operator, number, line) for number, line in enumerate(found.lines) if line not in told)


def drawn(count: int, seed: int) -> list[Place]:
    """So many places, one a file, larger files more likely; what is changed elsewhere leaves the rest of them as they are.

    Files by Efraimidis and Spirakis' weighted draw, each with a number made of its name in place of a random one; in a file
    the place whose line's text makes the smallest number.
    """
    sizes = {
        str(file.relative_to(CORE)): file.stat().st_size
        for room in ROOMS
        for file in sorted((CORE / "steady" / room).rglob("*.py"))
        if file.stat().st_size
    }
    ranked = sorted(sizes, key=lambda name: math.log(_share(seed, name)) / sizes[name], reverse=True)
    found = list[Place]()
    for name in ranked:
        lines = (CORE / name).read_text().splitlines()
        there = sorted(places(name), key=lambda place: _share(seed, place.operator, lines[place.line - 1].strip()))
        found += there[:1]
        if len(found) == count:
            break
    return found


def _share(*of: object) -> float:
    """A number above 0 up to 1 that is made of some words alone."""
    digest = hashlib.sha256("\n".join(str(word) for word in of).encode()).digest()
    return (int.from_bytes(digest[:6], "big") + 1) / 2**48


def reaching(drawn: Sequence[Place], rows: Sequence[Passed], count: int) -> list[Fault]:
    """The first so many of the places that any test reaches, each with its tests, in the order in which they are tried."""
    first: dict[tuple[str, int], int] = {}
    for number, place in enumerate(drawn):
        first.setdefault((place.file, place.line), number)
    by: dict[int, list[Passed]] = {}
    for row in rows:
        for line in row.lines if row.test.startswith("tests.") else ():
            by.setdefault(line, []).append(row)
    found = list[Fault]()
    for place in drawn:
        tests = sorted(by.get(first[place.file, place.line], ()), key=lambda row: row.test)
        if tests and len(found) < count:
            random.Random(f"{place}").shuffle(tests)
            found.append(Fault(place, tuple(row.test for row in in_turn(tests))))
    return found


def in_turn(tests: Sequence[Passed]) -> list[Passed]:
    """A few that are over at once; then plans as they were, which notice the most, and the rest, the soonest over first."""
    soon = [row for row in tests if row.took_s < AT_ONCE_S and KEPT not in row.test][:MOST_AT_ONCE]
    later = sorted(set(tests) - set(soon), key=lambda row: (KEPT not in row.test, row.took_s, row.test))
    ends = list(accumulate(row.took_s for row in (*soon, *later)))
    return [*soon, *later][: max(1, bisect_right(ends, MOST_S))]


def noticed(fault: Fault) -> tuple[bool, str]:
    """Whether a test fails on it, and what it makes of its line. In a process of its own: what it loads is faulty."""
    place = fault.place
    before = (CORE / place.file).read_text()
    after = mutate_code(before, get_operator(place.operator)(), place.occurrence)
    if after is None:
        return True, "no fault was made"
    with open(os.devnull, "w") as nowhere, redirect_stdout(nowhere), redirect_stderr(nowhere):
        # A fault that never ends fails the test that meets it, and each that would go on after it.
        signal.signal(signal.SIGALRM, _too_long)
        signal.setitimer(signal.ITIMER_REAL, PATIENCE_S, 1.0)
        forget()
        loads({place.file: lambda _: after})
        try:
            tests = unittest.defaultTestLoader.loadTestsFromNames(fault.tests)
            failed = not unittest.TextTestRunner(nowhere, failfast=True).run(tests).wasSuccessful()
        except Exception:  # what a test file works out while it loads fails on it, too
            failed = True
        signal.setitimer(signal.ITIMER_REAL, 0)
    was, now = before.splitlines(), after.splitlines()
    at = next((k for k, (a, b) in enumerate(zip(was, now, strict=False)) if a != b), place.line - 1)
    return failed, f"{was[at].strip()}  →  {now[at].strip()}"


def _too_long(signum: int, frame: object) -> None:
    raise TimeoutError(f"over {PATIENCE_S} s")


def run(faults: Sequence[Fault], workers: int) -> list[tuple[Fault, bool, str]]:
    """Every fault tried, each in a process of its own that finds what others wrote loaded already."""
    for name in {test.rsplit(".", 2)[0] for fault in faults for test in fault.tests}:
        importlib.import_module(name)
    made = []
    with multiprocessing.get_context("fork").Pool(workers, maxtasksperchild=1) as pool:
        answers = [pool.apply_async(noticed, (fault,)) for fault in faults]
        for fault, answer in zip(faults, answers, strict=True):
            try:
                failed, what = answer.get(PATIENCE_S + 60)
            except multiprocessing.TimeoutError:  # no answer ever comes of a process that died
                failed, what = True, "its process died"
            told = "." if failed else f"\nsurvived: {fault.place.file}:{fault.place.line}: {what}\n"
            print(told, flush=True, end="")
            made.append((fault, failed, what))
    return made


def main() -> int:
    """Draws; or tells how many were noticed and each that was not, and fails where fewer than asked were."""
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("step", choices=("draw", "try"))
    asked.add_argument("folder", type=Path, help="where the steps keep what they hand on")
    asked.add_argument("--count", type=int, default=300)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--workers", type=int, default=2)
    asked.add_argument("--least", type=float, default=0.0, help="the share that must be noticed")
    given = asked.parse_args()
    kept = given.folder / "drawn.json"
    if given.step == "draw":
        places = drawn(2 * given.count, given.seed)  # some are on lines that no single test reaches
        kept.write_text(json.dumps([astuple(place) for place in places]))
        return 0
    places = [Place(*row) for row in json.loads(kept.read_text())]
    faults = reaching(places, passed(given.folder / "reached"), given.count)
    made = run(faults, given.workers)
    survived = [row for row in made if not row[1]]
    share = 1 - len(survived) / (len(made) or 1)
    print(f"\n{len(made) - len(survived)} of {len(made)} faults noticed, {share:.1%} (seed {given.seed})")
    return int(not made or share < given.least)


if __name__ == "__main__":
    sys.exit(main())
