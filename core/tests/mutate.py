"""Seeded faults of one token each in rulebooks, statics, footings, loads and structures: does any test notice?

A well-known tool makes the faults; which tests reach a faulty line is read from coverage by test, and only those run, in a copy
of the core, stopping at the first that fails. A fault that every one of them lets pass has survived: it is told with its line.

Lines that run while a module loads (constants, fields) are reached by no single test and are left out; so are assertions, which
only tell the types what the lines before made sure of.
"""

import argparse
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue

from cosmic_ray.ast import Visitor, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator
from coverage import CoverageData

CORE = Path(__file__).parents[1]
ROOMS = ("rulebooks", "statics", "footings", "loads", "structures")
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
MOST_TESTS = 200
"""Of a line that more tests reach, so many are drawn."""


@dataclass(frozen=True, slots=True)
class Fault:
    """One fault: a file, the tool's operator and which of its places, the line, and the tests that reach it."""

    file: str
    operator: str
    occurrence: int
    line: int
    tests: tuple[str, ...]


class _Places(Visitor):
    """Lines of every place where an operator would make a fault."""

    def __init__(self, operator: str) -> None:
        self.operator, self.lines = get_operator(operator)(), list[int]()

    def visit(self, node: object) -> object:
        """A node of the file, left as it is."""
        self.lines += [start[0] for start, _ in self.operator.mutation_positions(node)]
        return node


def places(file: Path) -> Iterator[tuple[str, int, int]]:
    """Every fault that could be made in a file: operator, occurrence, line."""
    text = file.read_text()
    tree, told = (
        get_ast(text),
        {k for k, row in enumerate(text.splitlines(), start=1) if row.lstrip().startswith("assert ")},
    )
    for operator in OPERATORS:
        found = _Places(operator)
        found.walk(tree)
        yield from ((operator, number, line) for number, line in enumerate(found.lines) if line not in told)


def drawn(data: CoverageData, count: int, seed: int) -> list[Fault]:
    """So many faults, each on a line that tests reach."""
    rng, found = random.Random(seed), list[Fault]()
    measured = sorted(
        name for name in data.measured_files() if any(f"/steady/{room}/" in name.replace("\\", "/") for room in ROOMS)
    )
    every = [(name, *place) for name in measured for place in places(Path(name))]
    rng.shuffle(every)
    reach: dict[str, dict[int, list[str]]] = {}
    for name, operator, number, line in every:
        if len(found) == count:
            break
        lines = reach.setdefault(name, data.contexts_by_lineno(name))
        tests = sorted({test for test in lines.get(line, []) if test.startswith("tests.")})
        if tests:
            rng.shuffle(tests)
            # Plans as they were notice the most: where any of them reach the line, two come first.
            tests.sort(key=lambda test: KEPT not in test)
            kept = sum(KEPT in test for test in tests)
            tests = tests[: min(2, kept)] + tests[kept:] + tests[min(2, kept) : kept]
            inside = str(Path(name).relative_to(CORE))
            found.append(Fault(inside, operator, number, line, tuple(tests[:MOST_TESTS])))
    return found


def noticed(fault: Fault, copy: Path) -> tuple[bool, str]:
    """Whether a test fails on it, and what it makes of its line."""
    file = copy / fault.file
    before = file.read_text()
    after = mutate_code(before, get_operator(fault.operator)(), fault.occurrence)
    if after is None:
        return True, "no fault was made"
    file.write_text(after)
    try:
        ran = subprocess.run(
            [sys.executable, "-B", "-m", "unittest", "-q", "-f", *fault.tests],
            cwd=copy,
            capture_output=True,
            timeout=PATIENCE_S,
            check=False,
        )
        failed = ran.returncode != 0
    except subprocess.TimeoutExpired:
        failed = True
    finally:
        file.write_text(before)
    was, now = before.splitlines(), after.splitlines()
    at = next((k for k, (a, b) in enumerate(zip(was, now, strict=False)) if a != b), fault.line - 1)
    return failed, f"{was[at].strip()}  →  {now[at].strip()}"


def run(faults: Sequence[Fault], workers: int) -> list[tuple[Fault, bool, str]]:
    """Every fault tried, in copies of the core beside each other."""
    with tempfile.TemporaryDirectory() as folder:
        copies: Queue[Path] = Queue()
        for number in range(workers):
            here = Path(folder) / str(number)
            shutil.copytree(CORE, here, ignore=shutil.ignore_patterns("__pycache__"))
            copies.put(here)

        def one(fault: Fault) -> tuple[Fault, bool, str]:
            copy = copies.get()
            try:
                failed, what = noticed(fault, copy)
            finally:
                copies.put(copy)
            print(
                "." if failed else f"\nsurvived: {fault.file}:{fault.line}: {what}",
                flush=True,
                end="" if failed else "\n",
            )
            return fault, failed, what

        with ThreadPoolExecutor(workers) as pool:
            return list(pool.map(one, faults))


def main() -> int:
    """Tells how many were noticed, and each that was not; fails where fewer than asked were."""
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("coverage", help="a coverage file with a context for each test")
    asked.add_argument("--count", type=int, default=300)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--workers", type=int, default=2)
    asked.add_argument("--least", type=float, default=0.0, help="the share that must be noticed")
    given = asked.parse_args()
    data = CoverageData(given.coverage)
    data.read()
    made = run(drawn(data, given.count, given.seed), given.workers)
    kept = [row for row in made if not row[1]]
    share = 1 - len(kept) / (len(made) or 1)
    print(f"\n{len(made) - len(kept)} of {len(made)} faults noticed, {share:.1%} (seed {given.seed})")
    return int(not made or share < given.least)


if __name__ == "__main__":
    sys.exit(main())
