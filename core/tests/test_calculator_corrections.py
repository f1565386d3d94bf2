"""Sums that a second calculation corrected, each against a figure worked outside the program."""

import math
import unittest
from typing import Any

from steady.calculators.catalog import find
from steady.calculators.model import answer


def ask(name: str, output: str, unit: str = "", **inputs: Any) -> object:
    found = answer(find(name), dict(inputs), output, unit=unit)
    assert found.status == "ok", found
    return found.value


class CorrectedTest(unittest.TestCase):
    def test_canadian_snow_is_a_weight_per_volume(self) -> None:
        # NBC 4.1.6.13 (from memory): min(4, 0.43 Ss + 2.2) kN/m3 at 2 kPa.
        value = ask("snow.drift", "snow_density", school="ca", ground_snow="2 kPa", step="1 m", upper_roof_length="6 m")
        self.assertAlmostEqual(float(str(value)), 0.43 * 2 + 2.2, 9)

    def test_plies_buckle_sideways_each_on_its_own(self) -> None:
        # Rules, worked example 21: two plies of 190 x 45 held every 600 mm, S1 9.984.
        value = ask(
            "timber.lateral_stability",
            "slenderness",
            school="nz",
            grade="SG8",
            size="45x190 mm",
            plies="2",
            unbraced_length="600 mm",
        )
        self.assertAlmostEqual(float(str(value)), 1.35 * math.sqrt(600 / 45 * math.sqrt((190 / 45) ** 2 - 1)), 9)
        self.assertAlmostEqual(float(str(value)), 9.984, delta=0.001)

    def test_built_up_beams_share_by_their_plies_alone(self) -> None:
        alone, shared = (
            float(
                str(
                    ask(
                        "timber.design_strength",
                        "sharing_factor",
                        school="ca",
                        species="Spruce-Pine-Fir",
                        grade="No.1/No.2",
                        size="38x235 mm",
                        plies="3",
                        load_shared=flag,
                    )
                )
            )
            for flag in ("no", "yes")
        )
        self.assertEqual((alone, shared), (1.1, 1.1))

    def test_a_post_next_to_a_free_end_carries_most(self) -> None:
        common = dict(
            school="us",
            solid_height="6 ft",
            top_height="6 ft",
            wind_speed="105 mph",
            exposure="B",
            length="100 ft",
            post_spacing="8 ft",
        )
        inner, end = (
            float(str(ask("fence.wind_load", "force_per_post", **common, end=flag))) for flag in ("no", "yes")
        )
        # By the figure at B/s 16.7, s/h 1: case C 0.8 x (3.36 to 1.93) over 4 to 12 ft against 1.33 in the run.
        self.assertGreater(end / inner, 1.3)
        self.assertLess(end / inner, 2.1)

    def test_one_post_of_an_open_roof_stands_under_its_own_half(self) -> None:
        common = dict(school="us", wind_speed="105 mph", exposure="C", height="10 ft", slope="0 deg", sense="uplift")
        mean, half = (float(str(ask("wind.open_roof", name, **common))) for name in ("pressure", "own_half"))
        self.assertAlmostEqual(half / mean, 1.1 / 0.6, places=6)  # C_N -1.1 against the mean of -1.1 and -0.1

    def test_finished_boards_are_without_the_cutting_allowance(self) -> None:
        line: dict[str, Any] = {
            "ground": [["0 in", "0 in"], ["60 in", "0 in"]],
            "top_line": [["0 in", "48 in"], ["60 in", "48 in"]],
            "start": "0 in",
            "end": "33 in",
            "board": "5.5 in",
            "gap": "0 in",
            "clear": "2 in",
            "allowance": "1 in",
            "stock": ["46 in", "47 in", "48 in"],
        }
        self.assertEqual(ask("slope.boards_to_line", "finished", **line), "; ".join(["46"] * 6))
        self.assertEqual(ask("slope.boards_to_line", "stock_lengths", **line), "; ".join(["47"] * 6))

    def test_no_board_is_a_rounding_wide(self) -> None:
        for boards in range(1, 60):
            width = boards * 5.5 + (boards - 1) * 0.1
            line: dict[str, Any] = dict(
                ground=[["0 in", "0 in"], ["400 in", "0 in"]],
                top_line=[["0 in", "48 in"], ["400 in", "48 in"]],
                start="0 in",
                end=f"{width} in",
                board="5.5 in",
                gap="0.1 in",
                clear="2 in",
            )
            self.assertEqual(ask("slope.boards_to_line", "boards", **line), boards)
            self.assertAlmostEqual(float(str(ask("slope.boards_to_line", "last_width", **line))), 5.5, 6)

    def test_the_real_back_span_is_taken(self) -> None:
        common = dict(school="us", species="Southern Pine", grade="No.2", size="2x8", spacing="16 in")
        short, long = (
            float(str(ask("deck.joist_cantilever", "cantilever", **common, back_span=f"{feet} ft"))) for feet in (6, 12)
        )
        self.assertNotEqual(short, long)

    def test_plain_numbers_lengths_and_stiffness_as_people_write_them(self) -> None:
        self.assertEqual(ask("setout.bays", "bays", run="7'-6\"", bay_max="4 ft"), 2)
        made = answer(find("timber.section"), {"size": "2x10", "plies": "3"}, "area", unit="in2")
        self.assertEqual(made.status, "ok", made.reason)


if __name__ == "__main__":
    unittest.main()
