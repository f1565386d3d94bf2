"""Every row of checks/ agrees, the command answers as people write, and each sum refuses what it cannot know."""

import io
import json
import math
import random
import re
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from steady.calculators.catalog import SUMS, find
from steady.calculators.command import main
from steady.calculators.known_answers import compare, read
from steady.calculators.model import answer
from steady.data.loader import sources
from steady.errors import InvalidInputError
from steady.units.quantities import UNITS, in_unit, parse_quantity
from steady.units.units import FT, LB, PSF

CHECKS = Path(__file__).parents[2] / "checks"


def run(*words: str) -> tuple[int, str, str]:
    out, err = io.StringIO(), io.StringIO()
    with redirect_stdout(out), redirect_stderr(err):
        code = main(list(words))
    return code, out.getvalue(), err.getvalue()


class RowsTest(unittest.TestCase):
    def test_every_row_agrees(self) -> None:
        seen = 0
        for path in sorted(CHECKS.glob("*.csv")):
            if path.stem == "disputed":
                continue
            with path.open(encoding="utf-8", newline="") as file:
                for row in read(file):
                    seen += 1
                    with self.subTest(row.id):
                        found = compare(row)
                        self.assertEqual(
                            found.outcome, "agrees", f"expected {row.expected}, calculated {found.calculated}"
                        )
        self.assertGreater(seen, 50)

    def test_a_row_that_is_wrong_is_found(self) -> None:
        with (CHECKS / "workshop.csv").open(encoding="utf-8", newline="") as file:
            row = next(read(file))
        from dataclasses import replace

        self.assertEqual(compare(replace(row, expected="99")).outcome, "differs")
        self.assertEqual(compare(replace(row, expected="refuse")).outcome, "differs")
        self.assertEqual(compare(replace(row, sum="no.such")).outcome, "differs")


class CommandTest(unittest.TestCase):
    def test_it_lists_answers_and_runs_rows(self) -> None:
        code, out, _ = run()
        self.assertEqual(code, 0)
        self.assertTrue(all(name in out for name in SUMS))
        code, out, _ = run("setout.bays", "run=100 ft", "bay_max=8'")
        self.assertIn("13", out)
        self.assertIn("92.307692 in", out)
        code, out, _ = run("setout.bays", "run=100 ft", "bay_max=8'", "unit=ft", "--json")
        answers = {a["output"]: a["value"] for a in json.loads(out)["answers"]}
        self.assertAlmostEqual(answers["bay"], 100 / 13, 9)
        code, out, _ = run("--rows", str(CHECKS / "us.csv"))
        self.assertEqual(code, 0)
        self.assertRegex(out.splitlines()[-1], r"^\d+ rows: \d+ agree, 0 differ, 0 refused$")

    def test_rows_that_differ_are_printed(self) -> None:
        text = (CHECKS / "workshop.csv").read_text(encoding="utf-8").replace(",bays,13,count", ",bays,14,count", 1)
        with tempfile.NamedTemporaryFile("w", suffix=".csv", encoding="utf-8") as file:
            file.write(text)
            file.flush()
            code, out, _ = run("--rows", file.name)
        self.assertEqual(code, 1)
        self.assertIn("expected 14 count, calculated 13, off by -1", out)

    def test_it_refuses_plainly(self) -> None:
        for words, says in (
            (("setout.nothing",), "There is: setout.bays"),
            (("setout.bays", "run"), "name=value"),
            (("setout.bays", "length=3 m"), "takes run, bay_max"),
            (("--rows", "none.csv"), "No such file"),
        ):
            code, _, err = run(*words)
            self.assertEqual(code, 1)
            self.assertIn(says, err)
        self.assertEqual(run("--rows")[0], 2)
        code, out, _ = run("setout.bays", "run=12 lb", "bay_max=8'")
        self.assertEqual(code, 1)
        self.assertIn("invalid: run", out)


class SumTest(unittest.TestCase):
    def test_one_output_asks_only_for_its_own_inputs(self) -> None:
        raw = {"school": "us", "solidity": 0.85}
        self.assertAlmostEqual(
            float(answer(find("wind.fence_coefficient"), raw, "porosity_factor").value or 0), 0.94191, 4
        )
        self.assertEqual(answer(find("wind.fence_coefficient"), raw, "coefficient").status, "invalid")

    def test_outside_scope_is_refused_never_clamped(self) -> None:
        cases = (
            (
                "footing.embedment",
                {
                    "method": "pole",
                    "load": "30000 lb",
                    "load_height": "9 ft",
                    "width": "12 in",
                    "soil_lateral": "100 psf/ft",
                },
                "depth",
            ),
            ("footing.soil", {"school": "us", "soil": "peat"}, "bearing"),
            ("timber.table_value", {"school": "us", "species": "Balsa", "size": "2x4"}, "bending"),
            ("timber.table_value", {"school": "uk", "grade": "C99", "size": "47x147 mm"}, "bending"),
            ("timber.table_value", {"school": "uk", "grade": "C24", "size": "2x4"}, "bending"),
            ("timber.table_value", {"school": "nz", "grade": "SG10", "size": "45x140 mm"}, "bending"),
            (
                "timber.design_strength",
                {"school": "us", "species": "Southern Pine", "grade": "No.1", "size": "2x4"},
                "bending",
            ),
            ("concrete.bag_yield", {"bag": "70 lb"}, "yield"),
        )
        for name, raw, output in cases:
            found = answer(find(name), raw, output)
            self.assertEqual((found.status, found.value), ("refuse", None), name)
            self.assertTrue(found.reason)

    def test_every_sum_answers_or_says_why_for_any_words(self) -> None:
        for item in SUMS.values():
            for filling in ("", "-1", "banana", "12 in", "1e400", [], [[1]], {"a": 1}, True, None, float("nan")):
                raw = {i.name: filling for i in item.inputs}
                for output in item.outputs:
                    self.assertIn(
                        answer(item, raw, output.name).status, ("ok", "refuse", "invalid"), (item.name, filling)
                    )

    def test_every_sum_names_its_source_and_units(self) -> None:
        for item in SUMS.values():
            self.assertTrue(item.asks.endswith("?"), item.name)
            self.assertIn(re.split(r"[:,;]", item.source)[0].strip(), sources(), item.name)
            for output in item.outputs:
                self.assertLessEqual({*output.unit.split("|")}, {*UNITS, "text"}, item.name)

    def test_more_load_never_lowers_use_and_wet_never_strengthens(self) -> None:
        base = {"school": "us", "species": "Douglas Fir-Larch", "size": "2x6", "load_type": "floor"}
        uses = [
            float(answer(find("timber.capacity"), {**base, "moment": f"{m} lb-ft"}, "use").value or 0)
            for m in (100, 200, 400)
        ]
        self.assertEqual(uses, sorted(uses))
        for kind in ("bending", "shear", "bearing", "compression", "stiffness"):
            dry = answer(find("timber.design_strength"), {**base, "wet": False}, kind).value
            wet = answer(find("timber.design_strength"), {**base, "wet": True}, kind).value
            self.assertLessEqual(float(wet or 0), float(dry or 0))


class QuantitiesTest(unittest.TestCase):
    def test_reading(self) -> None:
        self.assertAlmostEqual(parse_quantity("648.9 lb", "force", "x"), 648.9 * LB)
        self.assertAlmostEqual(parse_quantity("150 psf/ft", "pressure per depth", "x"), 150 * PSF / FT)
        self.assertAlmostEqual(parse_quantity("1 1/2 lb", "force", "x"), 1.5 * LB)
        self.assertAlmostEqual(parse_quantity("7' 6", "length", "x"), 2.286)
        self.assertAlmostEqual(in_unit(parse_quantity("0.6 ft3", "volume", "x"), "L"), 16.99, 2)
        for text, kind in (("12", "force"), ("12 ft", "force"), ("x", "angle"), ("", "volume"), ("3 parsec", "length")):
            with self.assertRaises(InvalidInputError):
                parse_quantity(text, kind, "x")


JUNK: tuple[object, ...] = (
    "0 in",
    "1 in",
    "-3 in",
    "100 ft",
    "1e9 m",
    "5.5 in",
    "3 deg",
    "90 deg",
    "-10 deg",
    "0",
    0,
    1,
    -1,
    0.5,
    1e308,
    True,
    False,
    None,
    "",
    [],
    [[]],
    [["0 in", "0 in"]],
    [["0 in", "0 in"], ["10 ft", "1 ft"]],
    ["0 in", "8 ft", "16 ft"],
    "abc",
    "80 lb",
    "10 L",
    "24 h",
    "5 C",
    "40 F",
    "-300 C",
    "20 min",
    "10 kN",
    "8000 MPa",
    "3 m/s",
    "500 kg/m3",
    "20 kg/m",
    "80 kg",
    float("nan"),
    float("inf"),
    12,
    [["a", "3 h", [["b", "1 h"]]], ["b", "2 h", [["a", "1 h"]]]],
    [["a", "3 h", []]],
    "round",
    "square",
    "none",
    "centres",
    "faces",
    [["8 ft", "10 deg", "10 deg"]],
)


class JunkTest(unittest.TestCase):
    def test_no_input_breaks_a_sum_and_no_answer_is_beyond_numbers(self) -> None:
        rng = random.Random(41)
        for name, asked in SUMS.items():
            for _ in range(40):
                raw = {item.name: rng.choice(JUNK) for item in asked.inputs if rng.random() < 0.95}
                for output in asked.outputs:
                    found = answer(asked, raw, output.name)
                    self.assertIn(found.status, ("ok", "refuse", "invalid"), name)
                    if found.status != "ok":
                        self.assertTrue(found.reason, (name, output.name, raw))
                    elif isinstance(found.value, float):
                        self.assertTrue(math.isfinite(found.value), (name, output.name, raw))

    def test_each_input_that_is_needed_is_asked_for_by_name(self) -> None:
        for name in (
            "setout.panel_bays",
            "slope.raked_bay",
            "infill.pickets",
            "concrete.hole_volume",
            "cut.beam_plies",
        ):
            asked = find(name)
            found = answer(asked, {}, asked.outputs[0].name)
            self.assertEqual(found.status, "invalid")
            self.assertIn(found.reason.split(":")[0], [item.name for item in asked.inputs])

    def test_every_sum_says_what_it_asks_and_names_a_source(self) -> None:
        known = set(sources())
        for name, asked in SUMS.items():
            self.assertTrue(asked.asks.endswith("?"), name)
            self.assertTrue(asked.source.split(":")[0].split(" ")[0].rstrip(",;") in known or asked.source, name)
            self.assertEqual(len({o.name for o in asked.outputs}), len(asked.outputs), name)
