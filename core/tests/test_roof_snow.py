"""What stands around a roof, and rain on the snow of a flat one: worked by hand from the us rules, seen in whole plans."""

import math
import unittest
from dataclasses import replace

from steady.design_codes.registry import rulebook
from steady.design_codes.requests import SnowInput
from steady.errors import OutOfScopeError
from steady.ground.site import Site
from steady.plan.model import CalculationStep
from steady.structures.lean_to.checks import check_lean_to
from steady.structures.pavilion.checks import check_pavilion
from steady.structures.pergola.checks import check_pergola
from steady.structures.registry import plan
from steady.units.units import FT, PSF

from tests.test_lean_to import case as lean_to
from tests.test_pavilion import SITES
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola

# The code's table by hand (from memory): terrain, then fully exposed, partially, sheltered.
EXPOSED = {"B": (0.9, 1.0, 1.2), "C": (0.9, 1.0, 1.1), "D": (0.8, 0.9, 1.0)}
SHELTERS = ("fully", "partially", "sheltered")
SLATTED = "18x11 high8 over1 rafters24in slats2in brace2"


def even_psf(calculated: object) -> float:
    """The even snow that a roof's loads tell."""
    return next(step.value for step in calculated.loads.steps if step.symbol == "S_r")  # type: ignore[attr-defined]


def in_snow(psf: float, **more: object) -> Site:
    return Site(soil="sandy gravel", ground_snow_pa=psf * PSF, **more)  # type: ignore[arg-type]


class ShelterTest(unittest.TestCase):
    """A roof close among trees keeps the snow that is blown off an open one."""

    def test_every_roof_takes_it_into_account(self) -> None:
        for terrain, row in EXPOSED.items():
            for shelter, factor in zip(SHELTERS, row, strict=True):
                site = in_snow(40, exposure=terrain, roof_shelter=shelter)
                hand = max(0.7 * factor * 1.2 * 40, 20.0)
                for name, found in (
                    ("pergola", check_pergola(pergola(SLATTED, "us", site))),
                    ("lean-to", check_lean_to(lean_to("12x9 fall10 beam9", "us", site))),
                    ("pavilion", check_pavilion(pavilion("16x12 over9in pitch25", "us", site))),
                ):
                    with self.subTest(name, terrain=terrain, shelter=shelter):
                        self.assertAlmostEqual(even_psf(found), hand)

    def test_it_is_said_only_where_the_code_asks_it(self) -> None:
        for school in ("us", "ca", "nz", "uk"):
            self.assertEqual([key for key, _ in rulebook(school).roof_shelters()], [*SHELTERS][: 3 * (school == "us")])

    def test_another_terrain_is_not_guessed(self) -> None:
        with self.assertRaises(OutOfScopeError):
            rulebook("us").roof_snow(SnowInput(ground_pa=1000.0, terrain="II"))


def worked(step: CalculationStep) -> float:
    """A formula of a working, gone through again by Python itself."""
    names = {name: value for name, value, _ in step.inputs}
    return float(eval(step.formula, {"__builtins__": {}, "max": max, "min": min}, names))


class ToldTest(unittest.TestCase):
    """What a roof was calculated for is told at its rafters, with how it came."""

    def test_every_kind_in_every_school(self) -> None:
        for school, site in SITES.items():
            metric, snowy = school != "us", replace(site, ground_snow_pa=900.0, rain_snow_pa=200.0)
            for one in (
                pergola("5.4x3.3 high2.4" if metric else SLATTED, school, snowy),
                lean_to("3.6x2.4 fall3 beam2.4" if metric else "12x9 fall10 beam9", school, snowy),
                pavilion("3.6x3.6 pitch25" if metric else "16x12 over9in pitch25", school, snowy),
            ):
                with self.subTest(school, kind=type(one.spec).__name__):
                    made = plan(one)
                    told = next(detail for detail in made.details if detail.id.endswith("/loads"))
                    self.assertIn(told.about, {member.id for member in made.members})
                    symbols = [step.symbol for step in told.facts]
                    self.assertEqual("S_r" in symbols, school != "nz")  # which has no rule for it: not covered
                    self.assertIn("D", symbols)
                    for step in told.facts:
                        self.assertTrue(step.says and step.source, step)
                        if step.formula:
                            self.assertAlmostEqual(worked(step), step.value)

    def test_each_figure_on_which_another_rests_stands_before_it(self) -> None:
        made = plan(pergola(SLATTED, "us", in_snow(20)))
        told = next(detail for detail in made.details if detail.id.endswith("/loads"))
        by = {step.symbol: step for step in told.facts}
        self.assertAlmostEqual(by["p_f"].value, 16.8)
        self.assertAlmostEqual(by["S_r"].value, 21.8)
        # Slats that leave two inches between them are bridged by snow: they hold all of it.
        self.assertAlmostEqual(by["S"].value, 21.8)
        self.assertLess(list(by).index("p_f"), list(by).index("S_r"))


class RainTest(unittest.TestCase):
    """Five pounds more where little snow lies on a roof that is nearly flat."""

    def test_on_flat_slats(self) -> None:
        for ground, hand in ((0.1, 5 + 0.7 * 1.2 * 0.1), (10, 13.4), (20, 21.8), (20.5, 20.0), (30, 25.2)):
            with self.subTest(ground=ground):
                found = check_pergola(pergola(SLATTED, "us", in_snow(ground)))
                self.assertAlmostEqual(even_psf(found), hand)

    def test_a_fiftieth_of_its_width_in_feet_is_the_slope_in_degrees_it_ends_at(self) -> None:
        for degrees, psf in ((0.0, 13.4), (0.39, 13.4), (0.41, 10.0)):
            ask = SnowInput(ground_pa=10 * PSF, terrain="B", roof_width_m=20 * FT, slope_rad=math.radians(degrees))
            self.assertAlmostEqual(rulebook("us").roof_snow(ask)[1].value, psf)


if __name__ == "__main__":
    unittest.main()
