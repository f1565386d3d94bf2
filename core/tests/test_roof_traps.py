"""The ways in which a calculation of roofs on posts usually goes wrong, each held by what would show it."""

import math
import unittest
from dataclasses import replace

from steady.ground.site import Site
from steady.layout.shade import two_layers
from steady.plan.model import Plan, UncheckedItem
from steady.plan.results import buildable, state
from steady.structures.canopy.load_path_checks import lift_n
from steady.structures.lean_to.checks import check_lean_to
from steady.structures.pavilion.layout import lay_out as lay_out_pavilion
from steady.structures.pavilion.layout import side_strips
from steady.structures.pavilion.text import orders
from steady.structures.pergola.checks import check_pergola
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput
from steady.units.units import FT, LB, MPH

from tests.test_lean_to import case as lean_to
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola

LINE = "18x11 high8 over1 rafters24in slats5in brace2"


def needs(made: Plan, name: str) -> float:
    found: UncheckedItem = next(gap for gap in made.not_covered if gap.key == name)
    assert found.needs is not None
    return found.needs.value


class TrapsTest(unittest.TestCase):
    def setUp(self) -> None:
        self.case: DesignInput = pergola(LINE)
        self.plan = plan(self.case)
        self.found = check_pergola(self.case)

    def test_the_brace_lifts_the_beam_off_the_leeward_post(self) -> None:
        """By hand P h (1 / 2 b - 1 / s), of which lift alone would ask nothing: some 150 lb up on .6 of 300 lb down."""
        tie = needs(self.plan, "beam_to_post_tie.uplift_capacity")
        up, above, own = lift_n(
            self.case.book, self.found.layout.frame, self.found.loads, post=self.found.layout.frame.posts[0]
        )
        across = next(one for one in self.found.held.swayed if "across" in one.way)
        h, lines = self.found.layout.frame.header_m("across"), self.found.layout.lines_m
        by_hand = 2 * across.shear_n * h * (1 / (4 * FT) - 1 / (lines[1] - lines[0])) + up - above
        self.assertAlmostEqual(tie, by_hand / LB, delta=0.03 * tie)
        self.assertLess(up, above + own)

    def test_the_windward_line_of_a_single_slope_takes_three_quarters(self) -> None:
        site = Site(soil="stiff clay", wind_speed_m_per_s=22, exposure="II")
        found = check_lean_to(lean_to("3.6x2.4 fall3 beam2.4", "uk", site))
        even = (found.loads.up_pa or 0) * 1.2
        self.assertAlmostEqual(found.loads.post_up_n_per_m(1.2) / (2 * even), 0.75)

    def test_a_braced_post_buckles_over_more_than_its_height(self) -> None:
        for one in self.found.held.swayed:
            self.assertGreater(one.length_m / self.found.held.stand.height_m, 1.5)
            self.assertLess(one.length_m / self.found.held.stand.height_m, 2.7)

    def test_it_is_held_both_ways(self) -> None:
        self.assertEqual(len(self.found.held.swayed), 2)
        braces = [place.id for part in self.plan.parts if part.role == "brace" for place in part.places]
        for post in self.found.layout.frame.posts:
            ways = {
                name.split(f"/{post.id}/")[1].split("/")[0].rstrip("+-") for name in braces if f"/{post.id}/" in name
            }
            self.assertEqual(ways, {"along", "across"})

    def test_a_footing_holds_lift_with_overturning(self) -> None:
        foot = next(iter(self.found.held.feet.values()))
        across = next(one for one in self.found.held.swayed if "across" in one.way)
        up, above, own = lift_n(
            self.case.book, self.found.layout.frame, self.found.loads, post=self.found.layout.frame.posts[0]
        )
        self.assertAlmostEqual(foot.lift_n, across.axial_n + up - above - own, delta=1)
        self.assertGreater(foot.lift_n / LB, 419)  # of bare members alone
        self.assertEqual(foot.depth.governs, "Lift with overturning")

    def test_one_post_gets_the_harder_half_not_the_mean(self) -> None:
        found = check_lean_to(lean_to("12x6 fall3 beam8"))
        step = next(one for one in found.loads.steps if one.value < 0)
        mean = (-1.12 - 0.08) / 2  # both halves at 3 degrees, about
        self.assertLess(next(value for name, value, _ in step.inputs if name == "C_N"), mean - 0.4)

    def test_a_brace_takes_its_post_s_moment_not_the_push_over_a_cosine(self) -> None:
        """P/n x h x sqrt 2 / c, by moments about the hinge: several times what V / cos would give."""
        push = next(c for c in self.plan.checks if c.key == "knee_brace.compression")
        said = {name: value for name, value, _ in push.demand.inputs}
        hand = math.sqrt(2) * said["P"] / said["n"] * said["h"] / said["c"] / said["k"]
        self.assertAlmostEqual(push.demand.value, hand, places=6)
        self.assertGreater(push.demand.value * said["k"], 2 * math.sqrt(2) * said["P"] / said["n"])

    def test_braces_pull_as_much_as_they_push(self) -> None:
        gap = next(gap for gap in self.plan.not_covered if gap.key == "knee_brace.connection_capacity")
        self.assertIn("in push and in pull", gap.reason)

    def test_no_sharing_under_slats(self) -> None:
        """A 2x6 over 10 ft under a person fails by a few per cent; with 1.15 for sharing it would have passed."""
        one = pergola("14x12 high8 rafters24in slats5in", rafter="joist 2x6 pine", rafter_past_m=1 * FT)
        bends = next(c for c in plan(one).checks if c.key == "rafter.bending")
        self.assertGreater(bends.use, 1)
        self.assertLess(bends.use / 1.15, 1)

    def test_crossing_layers_multiply(self) -> None:
        """What both stop, one over the other: .78 of the sun; bays that turn from one to the next are not laid out yet."""
        self.assertAlmostEqual(two_layers(0.48, 0.58), 0.78, delta=0.005)

    def test_a_length_of_sheet_is_no_sheet(self) -> None:
        spec = pavilion("16x16 over9in pitch25 ring3 rafters24in sheets2x12").spec
        layout = lay_out_pavilion(spec)
        square, turned = orders(spec, layout)
        self.assertEqual((square.one_a_piece, square.nested, turned.nested), (36, 20, 16))
        # All lengths end to end, over the stock's length, is no number of sheets: fewer than can be cut square.
        metres = 4 * sum(strip.square_m for strip in side_strips(layout.sides[0], layout.timber.sheet.width_m))
        self.assertLess(math.ceil(metres / spec.sheet_stock_m), square.nested)

    def test_levels_count_from_the_beams_outer_face(self) -> None:
        """The drop is over the depth to the beam's outer face; to its middle it would be 3 mm less at 4 degrees."""
        site = Site(soil="good ground", wind_speed_m_per_s=37)
        found = check_lean_to(lean_to("3.6x1.86 fall4 beam2.46", "nz", site, net_coefficient=0.9))
        chain = found.layout.chain
        self.assertAlmostEqual(chain.drop_m, 1.86 * math.tan(math.radians(4)), places=9)
        middle = found.layout.lines_m[0] - found.layout.timber.ledger.thickness_m
        self.assertLess(middle * math.tan(math.radians(4)), chain.drop_m - 0.002)

    def test_what_is_not_covered_never_passes(self) -> None:
        calm = replace(self.case, site=replace(self.case.site, exposure="no such place"))  # type: ignore[arg-type]
        for one in (calm, pavilion("12x12 pitch25"), lean_to("12x6 fall20 beam8")):
            made = plan(one)
            self.assertNotIn(state(made), ("pass", "pass_as_specified", "at_limit"))
        self.assertFalse(buildable(plan(calm)))

    def test_more_wind_and_more_height_are_never_easier(self) -> None:
        uses = []
        for speed, high in ((90, 8), (105, 8), (120, 8), (120, 9)):
            site = replace(self.case.site, wind_speed_m_per_s=speed * MPH)
            made = plan(replace(self.case, site=site, spec=replace(self.case.spec, high_m=high * FT, posts=2)))
            bent = [c.use for c in made.checks if c.key == "post.combined_axial_and_bending"]
            uses.append(max(bent))
        self.assertEqual(uses, sorted(uses))
