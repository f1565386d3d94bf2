"""Marks tell which lines a test reaches, as a trace of every line tells it, and change nothing of what is calculated."""

import json
import os
import subprocess
import sys
import tempfile
import textwrap
import unittest
from collections.abc import Callable
from pathlib import Path
from types import FrameType
from typing import Any

from django.test import tag

from tests.loads import CORE
from tests.reach import MARK, marked, passed

TEXT = textwrap.dedent(
    '''
    """A module."""
    import math

    LIMIT = 3

    def kept(work):
        return work

    @kept
    def shape(value, more=None):
        """What it is."""
        if value < 0:
            said = "below"
        elif value == 0:
            said = "none"
        elif value > LIMIT:
            said = "over"
        else:
            said = "some"
        for k in range(value):
            if k == 2:
                continue
            said += "."
        else:
            said += "!"
        try:
            said += str(10 // value)
        except ZeroDivisionError:
            said += "0/0"
        finally:
            said += "|"
        match value:
            case 1:
                said += "one"
            case 2 | 3:
                said += "few"
            case _:
                said += "many"
        with open("/dev/null") as file:
            file.read()
        while more:
            more -= 1
            said += "+"
        found = [
            math.sqrt(at)
            for at in range(3)
            if at
        ]
        return said, (
            len(found)
            + 1
        )
    '''
)
VALUES = ((-1, None), (0, 0), (1, 2), (2, None), (3, 1), (9, None))


def made(code: Any, reached: Callable[[int], None] | None = None) -> Callable[..., Any]:
    names: dict[str, Any] = {MARK: reached}
    exec(code, names)
    shape: Callable[..., Any] = names["shape"]
    return shape


def traced(work: Callable[[], Any]) -> set[int]:
    """Lines of the text that are run, by the interpreter's own trace."""
    lines: set[int] = set()

    def follow(frame: FrameType, event: str, _: Any) -> Any:
        if frame.f_code.co_filename != "shape.py":
            return None
        if event == "line":
            lines.add(frame.f_lineno)
        return follow

    before = sys.gettrace()
    sys.settrace(follow)
    try:
        work()
    finally:
        sys.settrace(before)
    return lines


class MarksTest(unittest.TestCase):
    def test_a_marked_line_is_reached_just_when_a_trace_says_so(self) -> None:
        plain = made(compile(TEXT, "shape.py", "exec"))
        # Lines at which statements stand: what is inside one is reached with it.
        within = [k for k, row in enumerate(TEXT.splitlines(), start=1) if row.startswith("    ") and k > 13]
        starts = [k for k in within if any(k in traced(lambda v=v: plain(*v)) for v in VALUES)]  # type: ignore[misc]
        self.assertGreater(len(starts), 25)
        for line in starts:
            reached: set[int] = set()
            shape = made(compile(marked(TEXT, {line: line}), "shape.py", "exec"), reached.add)
            self.assertEqual(reached, set(), "no test runs while a module loads")
            row = TEXT.splitlines()[line - 1].strip()
            for value in VALUES:
                reached.clear()
                with self.subTest(row, value=value):
                    self.assertEqual(shape(*value), plain(*value))
                    if not row.startswith(("case", "except", "if at", "math", "for at", "len", "+", ")", "]")):
                        self.assertEqual(line in reached, line in traced(lambda v=value: plain(*v)))  # type: ignore[misc]

    def test_a_line_of_no_statement_is_refused(self) -> None:
        with self.assertRaises(LookupError):
            marked("\n\nx = 1\n", {1: 0})

    def test_two_lines_of_one_statement_are_both_told(self) -> None:
        reached: list[int] = []
        names: dict[str, Any] = {MARK: reached.append}
        exec(compile(marked("x = (\n    1 +\n    2\n)\n", {2: 7, 3: 8}), "x.py", "exec"), names)
        self.assertEqual((names["x"], sorted(reached)), (3, [7, 8]))

    def test_rows_are_read_as_they_are_written(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            kept = Path(folder) / "reached"
            kept.write_text('["tests.a", 0.25, [3, 4]]\n["tests.b", 0.0, []]\n')
            rows = passed(kept)
        self.assertEqual(
            [(row.test, row.took_s, sorted(row.lines)) for row in rows],
            [("tests.a", 0.25, [3, 4]), ("tests.b", 0.0, [])],
        )


TRIED = """
from tests.mutate import Fault, noticed, places
place = next(one for one in places("steady/layout/bays.py") if one.operator.endswith("Sub_Add"))
print(place.line, noticed(Fault(place, ({test!r},)))[0])
"""


@tag("slow")
class WatchedRunTest(unittest.TestCase):
    def test_a_run_tells_which_of_its_tests_reach_a_place(self) -> None:
        text = (CORE / "steady/layout/bays.py").read_text().splitlines()
        line = next(k for k, row in enumerate(text, start=1) if row.strip() == "return 0, 0.0")
        with tempfile.TemporaryDirectory() as folder:
            (Path(folder) / "drawn.json").write_text(json.dumps([["steady/layout/bays.py", "x", 0, line]]))
            program = Path(folder) / "program.py"
            program.write_text("import sys, unittest\nunittest.main(module=None, argv=['x', *sys.argv[1:]])\n")
            script = [sys.executable, "-m", "tests.reach", folder, str(program), "tests.test_bays.EqualBaysTest"]
            ran = subprocess.run(
                script, cwd=CORE, env={**os.environ, "PYTHONPATH": str(CORE)}, capture_output=True, timeout=300
            )
            self.assertEqual(ran.returncode, 0, ran.stderr[-800:])
            rows = passed(Path(folder) / "reached")
        reach = {row.test.split(".", 2)[2] for row in rows if row.lines}
        # A run of no length at all is asked of one test alone.
        self.assertIn("EqualBaysTest.test_worked_cases", reach)
        self.assertNotIn("EqualBaysTest.test_what_cannot_be_is_refused", reach)
        self.assertGreater(len(rows), len(reach))


UNLOADED = """
import unittest
from steady.errors import InvalidInputError
from tests.mutate import Fault, places, run
def refused(names):
    raise InvalidInputError("height", "must be above 0")
unittest.defaultTestLoader.loadTestsFromNames = refused
place = next(one for one in places("steady/layout/bays.py") if one.operator.endswith("Sub_Add"))
print([failed for _, failed, _ in run([Fault(place, ("tests.test_bays.EqualBaysTest",))], 1)][0])
"""


@tag("slow")
class FaultTest(unittest.TestCase):
    def test_a_fault_with_which_a_test_cannot_even_be_loaded_is_noticed_at_once(self) -> None:
        script = [sys.executable, "-c", UNLOADED]
        told = subprocess.run(script, cwd=CORE, capture_output=True, text=True, timeout=90)
        self.assertTrue(told.stdout.endswith("True\n"), told.stdout + told.stderr[-800:])

    def test_a_fault_is_noticed_by_whoever_looks_there_and_stands_in_no_file(self) -> None:
        text = (CORE / "steady/layout/bays.py").read_text()
        looks, elsewhere = "tests.test_bays", "tests.test_line_tracing.MarksTest.test_a_line_of_no_statement_is_refused"
        for test, noticed in ((looks, True), (elsewhere, False)):
            with self.subTest(test):
                script = [sys.executable, "-c", TRIED.format(test=test)]
                told = subprocess.run(script, cwd=CORE, capture_output=True, text=True, timeout=300)
                self.assertEqual(told.stdout.split()[1:], [str(noticed)], told.stderr[-800:])
        self.assertEqual((CORE / "steady/layout/bays.py").read_text(), text)
