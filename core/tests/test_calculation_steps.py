"""Workings that an inspector can follow: every number its formula or its table's row and column, no symbol twice, no stray user."""

import math
import random
import re
import unittest
from collections.abc import Iterator
from typing import Any

from django.test import tag
from steady.plan.calculation_steps import distinct
from steady.plan.model import CalculationStep, Check

from tests.ordinary import ordinary_plans
from tests.randoms import SCHOOLS, deck, fence, planned, platform

SPACE = {
    "ln": math.log,
    "sqrt": math.sqrt,
    "cos": math.cos,
    "sin": math.sin,
    "tan": math.tan,
    "pi": math.pi,
    "max": max,
    "min": min,
    "__builtins__": {},
}
GIVEN = ("user", "tool", "geometry", "practice")
NAME = re.compile(r"[A-Za-z]+'?(?:_[A-Za-z0-9_]+)?'?")


def workings() -> Iterator[tuple[str, Check]]:
    """Checks of ordinary and random structures of every school."""
    for school in SCHOOLS:
        rng = random.Random(f"working {school}")
        plans: list[Any] = ordinary_plans(school)[::6]
        for _ in range(6):
            for make in (fence, deck, platform):
                spec, site = make(rng, school)
                plans.append(planned(spec, site, school))
        for made in plans:
            for check in made.checks if made else ():
                yield school, check


def shown(check: Check) -> tuple[CalculationStep, ...]:
    return distinct((*check.working, check.demand, check.limit))


def value_of(step: CalculationStep) -> float:
    names = {name.replace("'", "_prime"): value for name, value, _ in step.inputs}
    return float(eval(step.formula.replace("'", "_prime"), SPACE, names))


class WorkingsTest(unittest.TestCase):
    @tag("slow")
    def test_no_symbol_stands_for_two_values_and_formulas_still_give_them(self) -> None:
        seen = 0
        for school, check in workings():
            meaning: dict[str, tuple[float, str]] = {}
            for step in shown(check):
                for name, value, unit in (*step.inputs, (step.symbol, step.value, step.unit)):
                    if not NAME.fullmatch(name):
                        continue
                    first = meaning.setdefault(name, (value, unit))
                    same = unit == first[1] and math.isclose(value, first[0], rel_tol=1e-9)
                    self.assertTrue(same, f"{school} {check.key}: {name} is {first} and {value} {unit}")
                if step.formula:
                    self.assertTrue(math.isclose(value_of(step), step.value, rel_tol=1e-8, abs_tol=1e-12), step)
                    seen += 1
        self.assertGreater(seen, 5000)

    @tag("slow")
    def test_every_number_has_its_formula_or_its_place_in_a_table(self) -> None:
        for school, check in workings():
            for step in (*check.working, check.demand, check.limit):
                if step.formula or step.symbol == "1":
                    continue
                self.assertFalse(
                    step.source.startswith("statics"), f"{school} {check.key}: {step.symbol} is a bare number"
                )
                if not step.source.startswith(GIVEN):
                    # A value of a clause or a table says which, and what it is.
                    self.assertTrue(step.source.split(":")[0] and (step.says or ":" in step.source), step)
                if "Table" in check.basis or "table" in step.says:
                    self.assertRegex(step.says, r"row|column|at ", step)

    @tag("slow")
    def test_a_step_that_uses_another_calls_it_by_its_name(self) -> None:
        # The wind on a post is the sum of its zones: each p in it is the p that a line above found.
        for _, check in workings():
            if check.key != "post.bending_at_grade" or check.case != "wind":
                continue
            steps = shown(check)
            force = next((step for step in steps if step.symbol == "P" and "w_1" in step.formula), None)
            if force is None:
                continue
            found = {step.symbol for step in steps if step.symbol.split("_")[0] == "p"}
            used = {name for name, _, _ in force.inputs if name.split("_")[0] == "p"}
            self.assertLessEqual(used, found)

    def test_the_coefficient_of_the_end_zone_by_its_row_and_columns(self) -> None:
        for school, check in workings():
            for step in check.working:
                if school == "us" and step.symbol == "C_f" and step.says.startswith("case C"):
                    self.assertRegex(step.says, r"row .*, column B/s [\d.]+( and [\d.]+)?; r_B is B/s, r_s is s/h")
                    return
        self.fail("no end zone met")

    @tag("slow")
    def test_what_nobody_typed_is_not_the_users(self) -> None:
        for _, check in workings():
            for step in (*check.working, check.demand, check.limit):
                if step.source.startswith("user"):
                    self.assertNotIn("drawn", step.source)


class DistinctTest(unittest.TestCase):
    def step(self, symbol: str, value: float, formula: str = "", **inputs: float) -> CalculationStep:
        given = tuple((name, number, "m") for name, number in inputs.items())
        return CalculationStep(
            symbol=symbol, value=value, unit="m", formula=formula, inputs=given, source="geometry", says=""
        )

    def test_a_second_meaning_is_numbered_and_its_formula_follows(self) -> None:
        one, two = distinct((self.step("a", 2.0, "x * 2", x=1.0), self.step("b", 6.0, "x * 2", x=3.0)))
        self.assertEqual((one.formula, two.formula), ("x * 2", "x_2 * 2"))
        self.assertEqual(two.inputs, (("x_2", 3.0, "m"),))

    def test_a_found_value_keeps_its_name(self) -> None:
        _, two = distinct((self.step("p", 2.0), self.step("q", 4.0, "p_1 * 2", p_1=2.0)))
        self.assertEqual(two.formula, "p * 2")

    def test_numbers_never_run_into_names_in_use(self) -> None:
        steps = distinct((self.step("p_2", 9.0), self.step("p", 1.0), self.step("p", 2.0)))
        self.assertEqual(len({step.symbol for step in steps}), 3)
