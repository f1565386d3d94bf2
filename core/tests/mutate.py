"""Seeded faults of one token each in rulebooks, statics, footings, loads and structures: does any test notice?

Three steps. `draw` draws the places and writes what coverage needs to follow their files alone: a run that follows every
line takes twice as long. Then the tests run under it. `try` reads which of them reach a place and runs only those, in a
copy of the core that a well-known tool has put one fault into, stopping at the first that fails. A fault that every one of
them lets pass has survived: it is told with its line.

Lines that run while a module loads (constants, fields) are reached by no single test and are left out; so are assertions, which
only tell the types what the lines before made sure of.
"""

import argparse
import json
import random
import shutil
import subprocess
import sys
import tempfile
from collections import Counter
from collections.abc import Iterator, Sequence
from compileall import compile_dir
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack
from dataclasses import astuple, dataclass
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
    """So many places, each in a file drawn by its size: only files that are drawn need to be read."""
    rng = random.Random(seed)
    sizes = {
        str(file.relative_to(CORE)): file.stat().st_size
        for room in ROOMS
        for file in sorted((CORE / "steady" / room).rglob("*.py"))
    }
    wanted = Counter(rng.choices(list(sizes), weights=list(sizes.values()), k=count))
    found = list[Place]()
    for name, share in sorted(wanted.items()):
        there = list(places(name))
        found += rng.sample(there, min(share, len(there)))
    rng.shuffle(found)
    return found


def followed(drawn: Sequence[Place]) -> str:
    """Coverage's settings that follow the files of these places alone, each line by the test that reaches it."""
    files = "\n".join(f"    {CORE / name}" for name in sorted({place.file for place in drawn}))
    return (
        "[run]\nconcurrency = multiprocessing\ndynamic_context = test_function\nparallel = true\n"
        f"disable_warnings = module-not-measured\ninclude =\n{files}\n"
    )


def reached(drawn: Sequence[Place], data: CoverageData, count: int) -> list[Fault]:
    """The first so many of the places that any test reaches, each with its tests."""
    found, reach = list[Fault](), dict[str, dict[int, list[str]]]()
    for place in drawn:
        if len(found) == count:
            break
        lines = reach.setdefault(place.file, data.contexts_by_lineno(str(CORE / place.file)))
        tests = sorted({test for test in lines.get(place.line, []) if test.startswith("tests.")})
        if tests:
            random.Random(f"{place}").shuffle(tests)
            # Plans as they were notice the most: where any of them reach the line, two come first.
            tests.sort(key=lambda test: KEPT not in test)
            kept = sum(KEPT in test for test in tests)
            tests = tests[: min(2, kept)] + tests[kept:] + tests[min(2, kept) : kept]
            found.append(Fault(place, tuple(tests[:MOST_TESTS])))
    return found


def noticed(fault: Fault, copy: Path) -> tuple[bool, str]:
    """Whether a test fails on it, and what it makes of its line."""
    place = fault.place
    file = copy / place.file
    before = file.read_text()
    after = mutate_code(before, get_operator(place.operator)(), place.occurrence)
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
    at = next((k for k, (a, b) in enumerate(zip(was, now, strict=False)) if a != b), place.line - 1)
    return failed, f"{was[at].strip()}  →  {now[at].strip()}"


def run(faults: Sequence[Fault], workers: int) -> list[tuple[Fault, bool, str]]:
    """Every fault tried, in copies of the core beside each other."""
    with tempfile.TemporaryDirectory() as folder, ExitStack() as after:
        if sys.pycache_prefix:
            after.callback(shutil.rmtree, Path(f"{sys.pycache_prefix}{folder}"), ignore_errors=True)
        copies: Queue[Path] = Queue()
        for number in range(workers):
            here = Path(folder) / str(number)
            shutil.copytree(CORE, here, ignore=shutil.ignore_patterns("__pycache__"))
            compile_dir(
                here, quiet=1
            )  # once: a faulty file is newer than what is kept of it, and nothing is written (-B)
            copies.put(here)

        def one(fault: Fault) -> tuple[Fault, bool, str]:
            copy = copies.get()
            try:
                failed, what = noticed(fault, copy)
            finally:
                copies.put(copy)
            print(
                "." if failed else f"\nsurvived: {fault.place.file}:{fault.place.line}: {what}",
                flush=True,
                end="" if failed else "\n",
            )
            return fault, failed, what

        with ThreadPoolExecutor(workers) as pool:
            return list(pool.map(one, faults))


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
    kept, settings = given.folder / "drawn.json", given.folder / "coveragerc"
    if given.step == "draw":
        places = drawn(2 * given.count, given.seed)  # some are on lines that no single test reaches
        kept.write_text(json.dumps([astuple(place) for place in places]))
        settings.write_text(followed(places))
        return 0
    data = CoverageData(str(given.folder / "reached"))
    data.read()
    faults = reached([Place(*row) for row in json.loads(kept.read_text())], data, given.count)
    made = run(faults, given.workers)
    passed = [row for row in made if not row[1]]
    share = 1 - len(passed) / (len(made) or 1)
    print(f"\n{len(made) - len(passed)} of {len(made)} faults noticed, {share:.1%} (seed {given.seed})")
    return int(not made or share < given.least)


if __name__ == "__main__":
    sys.exit(main())
