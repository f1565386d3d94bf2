"""Joints by each code against closed forms and hand figures; ends of braces, beams beside and in posts, hips at their peak."""

import math
import random
import unittest
from dataclasses import replace

from steady.design_codes.joint_rules import Fastener, LateralRequest
from steady.design_codes.registry import rulebook
from steady.design_codes.requests import Wood
from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.layout.brace_fit import LapRow, butted, lapped
from steady.layout.cheek_cuts import hip_head, jack_cut
from steady.plan.connectors import specified
from steady.plan.model import Plan
from steady.statics.dowels import Dowel, johansen_n
from steady.statics.joints import butted_brace
from steady.statics.yield_modes import YieldJoint, single_shear_n
from steady.structures.joints.beside import beside_bolts
from steady.structures.joints.brace_ends import HEAVY, LIGHT, brace_end_holds, end_share
from steady.structures.joints.peak import screws_a_hip
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import IN, LB

from tests.typed_lines import place

PINE = "Southern Pine"


def bolt(inches: float) -> Fastener:
    return Fastener(kind="bolt", diameter_m=inches * IN)


def closed_form(d: float, fyb: float, fe: tuple[float, float], lengths: tuple[float, float]) -> dict[str, float]:
    """Forces of the yield modes by the closed formulas of NDS Table 12.3.1A, without R_d (from memory, high)."""
    (fs, fm), (ls, lm) = fe, lengths
    re, rt = fm / fs, lm / ls
    k1 = (math.sqrt(re + 2 * re**2 * (1 + rt + rt**2) + rt**2 * re**3) - re * (1 + rt)) / (1 + re)
    k2 = -1 + math.sqrt(2 * (1 + re) + 2 * fyb * (1 + 2 * re) * d**2 / (3 * fm * lm**2))
    k3 = -1 + math.sqrt(2 * (1 + re) / re + 2 * fyb * (2 + re) * d**2 / (3 * fm * ls**2))
    return {
        "Im": d * lm * fm,
        "Is": d * ls * fs,
        "II": k1 * d * ls * fs,
        "IIIm": k2 * d * lm * fm / (1 + 2 * re),
        "IIIs": k3 * d * ls * fm / (2 + re),
        "IV": d**2 * math.sqrt(2 * fm * fyb / (3 * (1 + re))),
    }


class YieldModesTest(unittest.TestCase):
    def test_nds_without_a_gap_is_its_closed_forms(self) -> None:
        from steady.design_codes.us.joints import _single

        rng = random.Random(3)
        for _ in range(300):
            d, fyb = rng.uniform(0.1, 1.0), rng.uniform(45e3, 100e3)
            fe = rng.uniform(1500, 9000), rng.uniform(1500, 9000)
            lengths = rng.uniform(0.5, 4), rng.uniform(0.5, 6)
            ours = _single(d, (fe[0] * d, fe[1] * d), lengths, moment=fyb * d**3 / 6, gap=0.0)
            for mode, force in closed_form(d, fyb, fe, lengths).items():
                self.assertAlmostEqual(ours[mode] / force, 1.0, places=9, msg=mode)

    def test_a_gap_never_strengthens(self) -> None:
        rules = rulebook("us").joints
        ask = LateralRequest(fastener=bolt(0.5), side_m=1.5 * IN, main_m=1.5 * IN, wood=PINE)
        held = [si(rules.lateral(replace(ask, gap_m=gap * IN)).design) for gap in (0.0, 0.25, 0.5, 1.0)]
        self.assertEqual(held, sorted(held, reverse=True))

    def test_eurocode_of_one_wood_is_the_older_calculation(self) -> None:
        rng = random.Random(4)
        for _ in range(200):
            d, rho = rng.uniform(2.5, 8), rng.uniform(290, 420)
            t1, t2 = rng.uniform(15, 60), rng.uniform(20, 90)
            dowel = Dowel(d_mm=d, bored=False, yield_n_mm=0.3 * 600 * d**2.6)
            fh = 0.082 * rho * d**-0.3
            ours = single_shear_n(
                YieldJoint(side_mpa=fh, main_mpa=fh, side_mm=t1, main_mm=t2, d_mm=d, yield_n_mm=dowel.yield_n_mm)
            )
            for mode, force in johansen_n(dowel, side_mm=t1, main_mm=t2, rho=rho).items():
                self.assertAlmostEqual(ours[mode] / force, 1.0, places=9, msg=mode)

    def test_a_row_holds_no_more_than_its_sum_and_less_the_longer_it_is(self) -> None:
        for school in ("us", "uk"):
            rules = rulebook(school).joints
            stiffness = (1e8, 2e8) if school == "us" else None
            shares = [rules.group(n, bolt(0.5), 2 * IN, stiffness_n=stiffness) for n in (1, 2, 3, 5, 8)]
            self.assertEqual(shares[0], 1.0)
            self.assertEqual(shares, sorted(shares, reverse=True))

    def test_every_code_keeps_distances_for_bolts_and_nails(self) -> None:
        for school in ("us", "ca", "uk", "nz"):
            rules = rulebook(school).joints
            for kind, d in (("bolt", 0.0127), ("nail", 0.0033)):
                for angle in (0.0, 0.5, math.pi / 2):
                    for which in ("end_loaded", "end_unloaded", "edge_loaded", "edge_unloaded", "spacing", "rows"):
                        found = rules.distance_m(which, Fastener(kind=kind, diameter_m=d), angle, predrilled=False)  # type: ignore[arg-type]
                        self.assertGreaterEqual(found, 1.49 * d, (school, kind, which))


class ConnectorTest(unittest.TestCase):
    def test_lift_and_side_add_up_and_a_moment_is_never_specified(self) -> None:
        """By hand: 438 of 1,200 and 242 of 800 lb are .365 and .3025."""
        found = specified("post base 6x6", "us", {"up": 438 * LB, "side": 242 * LB}, ratings_n={})
        self.assertEqual(found.state, "pass_as_specified")
        self.assertAlmostEqual(found.share, 438 / 1200 + 242 / 800, places=9)
        self.assertEqual(
            specified("post base 6x6", "us", {"up": 438 * LB}, ratings_n={}, moment_n_m=100.0).state, "not_checked"
        )
        self.assertEqual(specified("a thing of its own", "us", {"up": 1.0}, ratings_n={}).state, "not_checked")

    def test_a_typed_rating_wins_both_ways(self) -> None:
        self.assertEqual(specified("latch", "us", {"side": 100 * LB}, ratings_n={"side": 90 * LB}).state, "fail")
        self.assertEqual(specified("latch", "us", {"side": 300 * LB}, ratings_n={"side": 400 * LB}).state, "pass")
        self.assertEqual(
            specified("latch", "us", {"side": 100 * LB, "up": 1.0}, ratings_n={"side": 900 * LB}).state, "not_checked"
        )


class GeometryTest(unittest.TestCase):
    def test_a_brace_s_edges_by_its_corners(self) -> None:
        """The corners of a cut brace in coordinates: the long edge is the distance between the two lower ones."""
        for drop, reach, depth in ((0.6, 0.6, 0.14), (0.9, 0.6, 0.14), (0.5, 0.8, 0.09)):
            fit = butted(drop, reach, depth)
            angle = math.atan2(drop, reach)
            foot = (0.0, -drop - depth / 2 / math.cos(angle))
            head = (reach + depth / 2 / math.sin(angle), 0.0)
            self.assertAlmostEqual(fit.long_edge_m, math.dist(foot, head), places=12)
            self.assertAlmostEqual(fit.edge_on_post_m, -foot[1], places=12)
            self.assertAlmostEqual(fit.long_edge_m - fit.short_edge_m, 2 * (fit.long_edge_m - fit.centre_m), places=12)

    def test_a_lap_has_room_for_its_bolts_or_says_so(self) -> None:
        two = LapRow(bolts_count=2, bolt_m=0.5 * IN, post_m=5.5 * IN, header_m=7.25 * IN)
        self.assertTrue(lapped(0.6, 0.6, two).fits)
        self.assertFalse(lapped(0.6, 0.6, replace(two, post_m=3.5 * IN)).fits)

    def test_cheeks_by_vectors(self) -> None:
        """A jack's plumb face along the hip on plan, met by its own top plane: the angle between the cut and square."""
        for own, other in ((25, 25), (25, 40), (40, 25), (10, 60)):
            p1, p2 = math.radians(own), math.radians(other)
            # The jack climbs along y in plane 1; the hip's way on plan has equal height on both planes.
            hip = (math.tan(p1) / math.tan(p2), 1.0)
            along = (0.0, math.cos(p1), math.sin(p1))
            # Where the hip's plumb plane crosses the jack's top surface (x level across, y along): direction of the cut.
            cut = (hip[0], hip[1], hip[1] * math.tan(p1))
            across, up_it = cut[0], sum(a * b for a, b in zip(cut, along, strict=True))
            self.assertAlmostEqual(jack_cut(p1, p2, 0.038).angle_rad, math.atan2(up_it, across), places=9)
        self.assertAlmostEqual(
            math.degrees(hip_head(math.radians(25), math.radians(25), 0.038).angle_rad), 46.478, places=3
        )


class BraceEndsTest(unittest.TestCase):
    def wood(self, thick: float, deep: float) -> Wood:
        return Wood(species=PINE, size="2x6", grade="", width_m=thick * IN, depth_m=deep * IN)

    def test_the_lesser_of_push_and_pull_by_hand(self) -> None:
        """Two 3/8 lags in Southern Pine: .265 root, 2.5 in of brace, 3 in of post; the end takes .673 of the value across."""
        share = 2.5 / 2 * math.sqrt(2) / 0.375 / 7
        self.assertAlmostEqual(end_share(LIGHT), share, places=9)
        self.assertAlmostEqual(end_share(HEAVY), 2.5 / 2 * math.sqrt(2) / 0.5 / 7, places=9)
        d, fyb = 0.265, 45e3
        along, across = 11200 * 0.55, 6100 * 0.55**1.45 / math.sqrt(0.375)
        side = along * across / ((along + across) / 2)
        modes = closed_form(d, fyb, (side, along), (2.5, 3.0))
        k = 1.125
        reduced = {"Im": 4 * k, "Is": 4 * k, "II": 3.6 * k, "IIIm": 3.2 * k, "IIIs": 3.2 * k, "IV": 3.2 * k}
        z = min(force / reduced[mode] for mode, force in modes.items()) * 1.6 * 0.7 * share
        limit, _ = brace_end_holds(rulebook("us"), self.wood(1.5, 5.5), self.wood(5.5, 5.5), deep_m=5.5 * IN)
        self.assertAlmostEqual(limit.value, 2 * z * math.sqrt(2), delta=0.5)

    def test_a_shallower_brace_end_holds_less(self) -> None:
        found = butted_brace(math.pi / 4, 2, 1000.0, withdrawal_n=4000.0, combined=rulebook("us").joints.combined_n)
        less = butted_brace(math.pi / 4, 2, 500.0, withdrawal_n=4000.0, combined=rulebook("us").joints.combined_n)
        self.assertLess(less.least_n, found.least_n)


def deck(seat: str, line: str = "16x12 up4 free") -> Plan:
    spec = kind_called("deck").read(NewStructureRequest(text=line, id="d", bare="ft", school="us"))
    item = Structure(name="D", spec=replace(spec, seat=seat))
    return plan_structure(JobDocument(name="J", site=place("us", random.Random(1)), structures=(item,)), "d")


class PostsTest(unittest.TestCase):
    def test_a_post_goes_on_beside_its_beam(self) -> None:
        """16x12 up 4 of a 2x10 beam under 2x8 joists: 27 1/2 in under it, 36 3/4 in notched for it or beside it."""
        for seat, inches in (("top", 27.5), ("notch", 36.75), ("beside", 36.75)):
            made = deck(seat)
            posts = {round(part.length_m / IN, 2) for part in made.parts if part.role == "post"}
            self.assertEqual(posts, {inches}, seat)

    def test_a_notch_is_among_the_cuts_and_holds_the_beam(self) -> None:
        made = deck("notch")
        post = next(part for part in made.parts if part.role == "post")
        (cut,) = post.cuts
        self.assertEqual((cut.kind, round(cut.size_m[0] / IN, 3), round(cut.size_m[1] / IN, 3)), ("notch", 9.25, 3.0))
        self.assertAlmostEqual(cut.at_m + cut.size_m[0], post.length_m, places=6)
        # The beam's plies lie inside the post, their outer face flush with the post's.
        faces = [place.at[1] for part in made.parts if part.role == "beam" for place in part.places]
        outer = max(faces) + 0.75 * IN
        self.assertAlmostEqual(max(place.at[1] for place in post.places) + 2.75 * IN, outer, places=6)

    def test_bolts_are_as_many_as_hold_and_on_the_list(self) -> None:
        made = deck("beside")
        checks = [check for check in made.checks if check.key == "beam_to_post_bolts.capacity"]
        self.assertTrue(checks and all(check.use <= 1 for check in checks))
        bolts = sum(part.each * len(part.places) for part in made.parts if part.item == "long beam bolt")
        self.assertGreaterEqual(bolts, 2 * sum(part.count for part in made.parts if part.role == "post"))

    def test_a_flush_beam_is_its_own_rim(self) -> None:
        """16x12: two 2x10 plies from the edge, then 138 in of joist; nothing shares space, and no rim is bought beside them."""
        made = deck("flush")
        self.assertEqual([part for part in made.parts if part.role == "rim"], [])
        ys = sorted(round(place.at[1] / IN, 3) for part in made.parts if part.role == "beam" for place in part.places)
        self.assertEqual(ys, [0.75, 2.25, 141.75, 143.25])
        (joist,) = [part for part in made.parts if part.role == "joist"]
        self.assertAlmostEqual(joist.length_m / IN, 138.0, places=6)
        self.assertEqual({round(place.at[1] / IN, 6) for place in joist.places}, {3.0})

    def test_six_bolts_of_a_known_load(self) -> None:
        """2,985 lb on a 6x6: two bolts hold 1,115 lb, six of them .92 with their group factor."""
        ply = Wood(species=PINE, size="2x10", grade="", width_m=1.5 * IN, depth_m=9.25 * IN)
        post = Wood(species=PINE, size="6x6", grade="", width_m=5.5 * IN, depth_m=5.5 * IN)
        load = given_step("R", 2985.0, "lb", source="statics")
        held = beside_bolts(rulebook("us"), ply, post, demand=load, load="floor")
        self.assertEqual(held.count, 6)
        self.assertAlmostEqual(2985 / held.limit.value, 0.92, delta=0.03)

    def test_a_shallow_ply_has_no_room(self) -> None:
        thin = Wood(species=PINE, size="2x4", grade="", width_m=1.5 * IN, depth_m=3.5 * IN)
        with self.assertRaises(OutOfScopeError):
            beside_bolts(rulebook("us"), thin, thin, demand=given_step("R", 1.0, "lb", source="statics"), load="floor")


class PeakTest(unittest.TestCase):
    def test_a_deeper_hip_takes_more_screws(self) -> None:
        """By hand, 4 D = 1 1/4 in: between edges of 1 1/4 in stand 3, 4 and 6 a side."""
        self.assertEqual([screws_a_hip(deep * IN) for deep in (5.5, 7.25, 9.25)], [6, 8, 12])


if __name__ == "__main__":
    unittest.main()
