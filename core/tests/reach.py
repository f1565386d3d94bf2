"""Which tests reach some lines, and how long each took: `python -m tests.reach FOLDER manage.py test …`.

FOLDER holds `drawn.json`, as `mutate.py` writes it. Before each statement that holds one of its lines a mark is set, in the
program as it is loaded, never in its files; a test that passes a mark is written to `reached`, one row a test. To follow every
line that is run, as a tool for coverage does, takes the tests twice as long.
"""

import ast
import json
import runpy
import sys
import time
import unittest
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import partial
from pathlib import Path

from tests.loads import forget, loads

MARK = "__reached__"
BLOCKS = ("body", "orelse", "finalbody")


@dataclass(frozen=True, slots=True)
class Passed:
    """A test, how long it took (s), and the numbers of the lines that it reached."""

    test: str
    took_s: float
    lines: frozenset[int]


def marked(text: str, lines: dict[int, int]) -> ast.Module:
    """A module with `__reached__(number)` before the innermost statement that holds each line; lines: line → number."""
    tree = ast.parse(text)
    for line, number in lines.items():
        block, at = _innermost(tree, line)
        block.insert(at, ast.fix_missing_locations(ast.copy_location(_mark(number), block[at])))
    return tree


def _mark(number: int) -> ast.stmt:
    return ast.Expr(ast.Call(ast.Name(MARK, ast.Load()), [ast.Constant(number)], []))


def _blocks(node: ast.AST) -> Iterable[list[ast.stmt]]:
    """Lists of statements inside a statement: its own, its handlers', its cases'."""
    for name in BLOCKS:
        yield getattr(node, name, [])
    for inner in (*getattr(node, "handlers", ()), *getattr(node, "cases", ())):
        yield inner.body


def _innermost(node: ast.AST, line: int) -> tuple[list[ast.stmt], int]:
    """The block, and where in it the statement that holds a line stands."""
    for block in _blocks(node):
        for at, one in enumerate(block):
            if _starts(one) <= line <= (one.end_lineno or one.lineno):
                try:
                    return _innermost(one, line)
                except LookupError:
                    return block, at
    raise LookupError(f"no statement holds line {line}")


def _starts(one: ast.stmt) -> int:
    return min([one.lineno, *(decorator.lineno for decorator in getattr(one, "decorator_list", ()))])


def watch(places: Sequence[tuple[str, int]], kept: Path) -> None:
    """From here on every test writes which of these places it reaches: a file below the core, and a line."""
    lines: dict[str, dict[int, int]] = {}
    for number, (name, line) in enumerate(places):
        lines.setdefault(name, {}).setdefault(line, number)
    here: set[int] = set()
    forget()  # this package has loaded the core already: it is loaded anew, with its marks
    loads({name: partial(marked, lines=of) for name, of in lines.items()}, **{MARK: here.add})
    run = unittest.TestCase.run

    def watched(self: unittest.TestCase, result: unittest.TestResult | None = None) -> unittest.TestResult | None:
        here.clear()
        began = time.monotonic()
        try:
            return run(self, result)
        finally:
            row = json.dumps([self.id(), round(time.monotonic() - began, 3), sorted(here)])
            with kept.open("a") as rows:  # one short write: rows of workers beside each other never mix
                rows.write(row + "\n")

    unittest.TestCase.run = watched  # type: ignore[method-assign]


def passed(kept: Path) -> list[Passed]:
    """What was written, a row a test."""
    with kept.open() as rows:
        return [Passed(test, took_s, frozenset(lines)) for test, took_s, lines in map(json.loads, rows)]


if __name__ == "__main__":
    folder, program = Path(sys.argv[1]), sys.argv[2]
    sys.argv = sys.argv[2:]
    watch([(row[0], row[3]) for row in json.loads((folder / "drawn.json").read_text())], folder / "reached")
    sys.path[0] = str(Path(program).resolve().parent)
    runpy.run_path(program, run_name="__main__")
