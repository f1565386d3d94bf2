"""Roofs on posts against hand calculations: loads by a member's own area, seats and tails, sway with wind down and snow, braces."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.design_codes.registry import rulebook
from steady.ground.site import Site
from steady.plan.model import Check, Part, PartPlacement, Plan
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.load_path_checks import down_in_wind, post_down_n
from steady.structures.lean_to.checks import check_lean_to
from steady.structures.pavilion.checks import check_pavilion, dead_pa
from steady.structures.pavilion.layout import lay_out
from steady.structures.pergola.checks import check_pergola
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput
from steady.units.units import FT, IN, LB, MPH

from tests.test_lean_to import case as lean_to
from tests.test_pavilion import SITES
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola

PSF = LB / FT**2


def worst(made: Plan, name: str, case: str = "") -> Check:
    return max((c for c in made.checks if c.key == name and case in c.case), key=lambda c: c.use)


def given(check: Check) -> dict[str, float]:
    return {name: value for name, value, _ in check.demand.inputs}


class OwnAreaTest(unittest.TestCase):
    """Less live load on a large area is earned by the member that carries it, never by the whole roof."""

    def test_us_posts_of_ninety_square_feet(self) -> None:
        """ASCE 7-16 4.8: R1 = 1 up to 200 ft2, so 20 psf; 540 ft2 of the whole roof would have given 13.2."""
        one = lean_to("30x18 fall3 beam8 posts2", "us", Site(soil="sand", exposure="B", wind_speed_m_per_s=1.0))
        found = check_lean_to(one)
        f, frame = factors_of(one.book), found.layout.frame
        down = post_down_n(one.book, frame, found.loads)
        for post in frame.posts:
            area = frame.width_of(post) * frame.share_m(post)
            self.assertLess(area, 200 * FT**2)
            live = down[post.id] - f.dead * (
                found.loads.dead_pa * area + frame.share_m(post) * 9.80665 * frame.plies * _line_kg(frame.beam)
            )
            self.assertAlmostEqual(live / area / PSF, 20.0, places=3)

    def test_nz_posts_beams_and_hips(self) -> None:
        """AS/NZS 1170.1 3.2: 1.8 / A + .12 kPa, at least .25, each by its own A."""
        book = rulebook("nz")
        found = check_pavilion(pavilion("3.6x3.6 pitch25", "nz", SITES["nz"]))
        for area in (0.6, 3.24, 9.0, 40.0):
            self.assertAlmostEqual(found.loads.live_on_pa(book, area), 1000 * max(1.8 / area + 0.12, 0.25), places=6)
        area = found.layout.plan_m2 / 4
        lasting = min(
            case.down_n
            for case in down_in_wind(book, found.layout.frame, found.loads, post=found.layout.frame.posts[0])
        )
        down = post_down_n(book, found.layout.frame, found.loads)[found.layout.frame.posts[0].id]
        self.assertGreaterEqual(down, 1.5 * 1000 * (1.8 / area + 0.12) * area)
        self.assertGreater(lasting, 0)


def _line_kg(stick: Any) -> float:
    return stick.density_kg_per_m3 * stick.thickness_m * stick.width_m


class YearsTest(unittest.TestCase):
    """What stays on a roof sags on: EC5 (1 + k_def) g, k_def 2.0 in service class 3, L/150; NZS 3603 k2 g, k2 3.0 wet, L/240."""

    def test_dead_load_grows_over_the_years(self) -> None:
        for school, grows, share in (("uk", 3.0, 150.0), ("nz", 3.0, 240.0)):
            with self.subTest(school):
                made = plan(pergola("4x3 high2.4", school, SITES[school]))
                first, last = (worst(made, f"rafter.{name}") for name in ("deflection", "long_term_deflection"))
                parts = given(last)
                self.assertAlmostEqual(parts["k_D"], grows, places=6)
                self.assertAlmostEqual(last.demand.value, grows * parts["w_D"] + parts["k_L"] * parts["w_L"], places=6)
                lengths = [dict((name, value) for name, value, _ in c.limit.inputs) for c in (first, last)]
                self.assertAlmostEqual(lengths[1]["n"], share, places=6)
                self.assertAlmostEqual(last.limit.value, lengths[0]["L"] / share, places=6)


class PliesTest(unittest.TestCase):
    """A 4 in screw through 3-1/2 in of a ply reaches half an inch into the second; IRC R507.5 asks for 1-1/2 in."""

    def test_thick_plies_are_not_said_to_be_one_beam(self) -> None:
        thin = pergola("12x10 high8", "us", SITES["us"])
        made = plan(thin)
        self.assertLess(worst(made, "ply_fasteners.penetration").use, 1.0)
        wide = replace(thin, spec=replace(thin.spec, beam=f"{thin.spec.beam} @ 0.0889 x 0.1842"))
        check = worst(plan(wide), "ply_fasteners.penetration")
        self.assertAlmostEqual(check.demand.value, 0.5, places=3)


class SeatTest(unittest.TestCase):
    """A seat's notch takes a third of the depth at most, and what runs past it bends on what is left."""

    def test_a_tail_bends_on_what_the_seat_leaves(self) -> None:
        """us 2x6 at 38 degrees, 2 ft past: 300 lb x 2 ft over b d^2 / 6 of what stands over the seat."""
        one = pavilion("12x12 pitch38 over2ft")
        layout, made = lay_out(one.spec), plan(one)
        seat = layout.seat_of(layout.sides[0])
        left_in = seat.left_m / IN
        self.assertLess(left_in, 5.5)
        tail = worst(made, "rafter_tail.bending", "at cantilever tip")
        by_hand = (300 * 24 + _tail_dead(check_pavilion(one), 2.0)) / (1.5 * left_in**2 / 6)
        self.assertAlmostEqual(tail.demand.value / by_hand, 1, delta=0.01)

    def test_no_seat_cuts_away_more_than_a_third(self) -> None:
        for text in ("12x12 pitch19", "12x12 pitch25", "12x12 pitch38", "14x10 pitch25+40", "16x16 pitch30 ring3"):
            for hip in ("joist 2x6 pine", "joist 2x8 pine"):
                layout = lay_out(replace(pavilion(text).spec, hip=hip))
                # Height over the plate by each stick's own plumb depth less its notch: the same for all of them.
                for depth, pitch, seat, drop in (
                    *((5.5, side.pitch_rad, layout.seat_of(side), 0.0) for side in layout.sides[:2]),
                    (layout.timber.hip.width_m / IN, layout.hip_rad, layout.hip_seat, layout.dropped_m / IN),
                ):
                    plumb = depth / math.cos(pitch) - seat.level_m / IN * math.tan(pitch)
                    if seat.cut_m > 0:
                        self.assertAlmostEqual(plumb + drop, layout.above_m / IN, places=6, msg=text)
                        self.assertAlmostEqual(seat.cut_m, seat.level_m * math.sin(pitch), places=9)
                    if layout.seat_of(layout.sides[0]).level_m > 0.0381:
                        self.assertLessEqual(seat.share, 1 / 3 + 1e-9, text)

    def test_where_a_third_does_not_do_it_is_told(self) -> None:
        """A 2x12 hip on 2x6 commons: no seat is short enough."""
        made = plan(pavilion("12x12 pitch25", hip="joist 2x12 pine"))
        self.assertGreater(worst(made, "hip_rafter.seat_cut_depth").use, 1)

    def test_a_hip_is_notched_over_the_corner_and_its_tail_checked(self) -> None:
        one = pavilion("9.9x9.9 pitch19 over1ft")
        made, layout = plan(one), lay_out(one.spec)
        hip = next(part for part in made.parts if part.role == "hip")
        notch = next(cut for cut in hip.cuts if cut.kind == "notch")
        place = hip.places[0]
        # Its lower edge above the notch is on the beams' top, over the corner of their outer faces.
        low = layout.hip_seat.left_m - layout.timber.hip.width_m / 2
        x, y, z = (place.at[k] + place.along[k] * notch.at_m for k in range(3))
        top_m = z + layout.timber.hip.width_m / 2 / math.cos(layout.hip_rad)
        self.assertAlmostEqual(top_m - layout.hip_seat.left_m / math.cos(layout.hip_rad), one.spec.beam_top_m, places=6)
        self.assertAlmostEqual(min(abs(x), abs(x - one.spec.beams_m)), 0, places=6)
        self.assertAlmostEqual(min(abs(y), abs(y - one.spec.deep_m)), 0, places=6)
        self.assertLess(low, layout.timber.hip.width_m / 2)
        # A person at a tip sqrt 2 as far past as the commons'.
        tail = worst(made, "hip_rafter_tail.bending", "at cantilever tip")
        moment = tail.demand.value * 1.5 * (layout.hip_seat.left_m / IN) ** 2 / 6
        self.assertGreater(moment, 300 * 12 * math.sqrt(2) * 0.99)
        self.assertLess(moment, 300 * 12 * math.sqrt(2) * 1.1)


def _tail_dead(found: Any, past_ft: float) -> float:
    """Moment of its own roof on a tail (lb-in)."""
    return float(found.loads.dead_pa / PSF * found.layout.spacing_m / FT * past_ft**2 / 2 * 12)


class JackTest(unittest.TestCase):
    def test_side_cuts_from_square(self) -> None:
        """On the roof's plane by vectors: 25 and 45 degrees all round, and the long side of 25 and 40."""
        for text, degrees in (("12x12 pitch25", 47.8), ("12x12 pitch45", 54.7), ("14x10 pitch25+40", 63.3)):
            layout = lay_out(pavilion(text).spec)
            side = layout.sides[0]
            slope, _, level = side.slope()
            # The hip from the corner: end_m along the eave, run_m in on plan, its part along the jack's own slope.
            hip = [side.end_m * level[k] + side.run_m / math.cos(side.pitch_rad) * slope[k] for k in range(3)]
            along = sum(a * b for a, b in zip(hip, slope, strict=True))
            across = sum(a * b for a, b in zip(hip, level, strict=True))
            self.assertAlmostEqual(math.degrees(math.atan2(along, across)), degrees, delta=0.06)
            self.assertAlmostEqual(math.degrees(side.jack_cut_rad), degrees, delta=0.06)
            cuts = {
                round(math.degrees(abs(cut.mitre_rad)), 1)
                for part in plan(pavilion(text)).parts
                if part.role == "jack"
                for cut in part.cuts
                if cut.end == "end"
            }
            self.assertIn(degrees, cuts)


class InWindTest(unittest.TestCase):
    """A post in the sway carries wind down on the roof and companion snow beside the lasting load."""

    WINDS = {
        "ca": ((1.25, 1.4, 0.5),),
        "uk": ((1.35, 1.5, 0.75),),
        "nz": ((1.2, 1.0, 0.0),),
        "us": ((1.0, 1.0, 0.0), (1.0, 0.75, 0.75)),
    }
    """Factors of lasting load, of wind at the school's own level, and of snow."""

    def test_by_each_schools_combination(self) -> None:
        for school, site in SITES.items():
            snowy = replace(site, ground_snow_pa=1500.0, rain_snow_pa=300.0)
            one = pergola("5.4x3.3 high2.4" if school != "us" else "18x11 high8", school, snowy, net_coefficient=0.9)
            found = check_pergola(one)
            frame, loads = found.layout.frame, found.loads
            post = frame.posts[0]
            area = frame.width_of(post) * frame.share_m(post)
            dead = loads.dead_pa * area + frame.share_m(post) * 9.80665 * frame.plies * _line_kg(frame.beam)
            said = {round(case.down_n, 3) for case in down_in_wind(one.book, frame, loads, post=post)}
            for g, w, s in self.WINDS[school]:
                by_hand = g * dead + w * (loads.wind_pa or 0.0) * area + s * (loads.snow_pa or 0.0) * area
                self.assertIn(round(by_hand, 3), said, school)

    def test_wind_is_never_raised_twice(self) -> None:
        """nz: 1.2 G + W, never 1.5 times an ultimate wind, on a rafter of a closed roof."""
        one = lean_to(
            "4.4x2.4 fall5 beam2.4", "nz", Site(soil="good ground", wind_speed_m_per_s=60), net_coefficient=1.6
        )
        found, made = check_lean_to(one), plan(one)
        check = worst(made, "rafter.bending", "wind down")
        s, run = found.layout.rafters.spacing_m, found.layout.run
        modulus = found.layout.timber.rafter.thickness_m * found.layout.timber.rafter.width_m**2 / 6
        span = run.supports_m[1] - run.supports_m[0]
        simple = (1.2 * found.loads.dead_pa + (found.loads.wind_pa or 0)) * s * span**2 / 8 / modulus / 1e6
        self.assertAlmostEqual(check.demand.value / simple, 1, delta=0.06)  # what runs past eases it a little

    def test_a_beam_at_its_brace(self) -> None:
        """P h / 2 (1 - 2 b / s) where the brace meets it, with the moment of what lies on it at the same place."""
        site = Site(soil="good ground", exposure="open", wind_speed_m_per_s=50)
        one = pergola("4.2x3 high2.4 brace0.6", "nz", site, net_coefficient=0.9)
        found, made = check_pergola(one), plan(one)
        frame = found.layout.frame
        along = next(way for way in found.held.swayed if "along" in way.way)
        xs = frame.line_xs(1)
        s, h, b = xs[1] - xs[0], frame.high_m + frame.beam.width_m / 2, 0.6
        at_brace = 2 * along.shear_n * h / 2 * (1 - 2 * b / s)
        self.assertAlmostEqual(along.beam_moment_n_m, at_brace, places=3)
        w = (1.2 * (found.loads.dead_pa * frame.widths_m[0] + 9.80665 * frame.plies * _line_kg(frame.beam))) + (
            found.loads.wind_pa or 0.0
        ) * frame.widths_m[0]
        past = xs[0]
        ends = w * past**2 / 2
        most = max(
            abs(w * x * (s - x) / 2 - ends) + at_brace * abs(1 - 2 * (x - b) / (s - 2 * b))
            for x in (b + (s - 2 * b) * k / 400 for k in range(401))
        )
        check = worst(made, "beam.bending", "where braces meet it")
        modulus = frame.plies * frame.beam.thickness_m * frame.beam.width_m**2 / 6
        self.assertAlmostEqual(check.demand.value * 1e6 * modulus / most, 1, delta=0.01)


class PersonTest(unittest.TestCase):
    def test_a_person_stands_over_a_post_in_newtons(self) -> None:
        """300 lb, beside all that lasts: the roof's own weight, and the beam's, on that post."""
        one = pergola("8x8 high8 slats12in", "us", Site(soil="sand", exposure="B", wind_speed_m_per_s=1.0))
        found = check_pergola(one)
        frame = found.layout.frame
        down = post_down_n(one.book, frame, found.loads)
        for post in frame.posts:
            lasting = frame.share_m(post) * (
                found.loads.dead_pa * frame.width_of(post) + 9.80665 * frame.plies * _line_kg(frame.beam)
            )
            self.assertAlmostEqual(down[post.id] - lasting, 300 * LB, delta=0.01)

    def test_in_every_span_of_a_purlin(self) -> None:
        found = check_lean_to(lean_to("12x8 fall5 beam8 sheets2"))
        run = found.layout.run
        self.assertEqual(len(run.middles_m()), len(run.supports_m) - 1)

    def test_a_rafters_tie_takes_its_whole_reaction(self) -> None:
        """Hung on the house with an overhang: w L^2 / 2 s at the beam, more than half of the rafter."""
        site = Site(soil="sand", exposure="C", wind_speed_m_per_s=150 * MPH)
        one = pergola("18x11 attached high8 slats2in", "us", site, rafter_past_m=2 * FT)
        found, made = check_pergola(one), plan(one)
        tie = next(gap.needs for gap in made.not_covered if gap.key == "rafter_tie.uplift_capacity" and gap.needs)
        length, span = 11 * FT, found.layout.lines_m[0]
        net = found.loads.rafter_up_pa - 0.6 * found.loads.dead_pa
        by_hand = net * found.layout.rafters.spacing_m * length**2 / 2 / span
        self.assertAlmostEqual(tie.value * LB, by_hand, delta=0.005 * by_hand)


class WeightTest(unittest.TestCase):
    def test_a_pavilion_weighs_what_its_pieces_weigh(self) -> None:
        roof = ("rafter", "jack", "hip", "ring", "ridge", "purlin", "sheet")
        for text in ("12x12 pitch25", "14x10 pitch25+40", "16x16 pitch30 ring3"):
            one = pavilion(text)
            layout, made = lay_out(one.spec), plan(one)
            # Sheets as drawn are strips with steps; by their sides' own area they weigh what the roof's planes do.
            mass = sum(part.mass_kg * part.count for part in made.parts if part.role in roof)
            self.assertAlmostEqual(dead_pa(one.spec, layout) * layout.plan_m2 / 9.80665 / mass, 1, delta=0.05, msg=text)


class BracesTest(unittest.TestCase):
    """A brace stands on its post's face and bears against the underside of a piece, never in the air, never through either."""

    CASES: tuple[DesignInput, ...] = (
        pergola("18x11 high8 over1 rafters24in slats5in brace2"),
        pergola("14x10 high8 brace2 slats4in", seat="on shoulders"),
        pergola("24x14 bays5x2 turn"),
        pergola("4.2x3 high2.4 brace0.6", "nz", SITES["nz"]),
        lean_to("12x8 fall5 beam8"),
        pavilion("12x12 pitch25"),
        pavilion("16x12 pitch25", middle_posts=1),
    )

    def test_both_ends_touch_what_they_hold(self) -> None:
        for one in self.CASES:
            made = plan(one)
            braces = [(part, place) for part in made.parts if part.role == "brace" for place in part.places]
            self.assertTrue(braces)
            for part, place in braces:
                foot, head = place.at, tuple(place.at[k] + place.along[k] * part.length_m for k in range(3))
                with self.subTest(one.spec.kind, brace=place.id):
                    self.assertLess(_off(made, ("post",), foot, across=False), 1e-3)
                    self.assertLess(_off(made, ("beam", "rafter", "cross strut", "web"), head, across=True), 1e-3)

    def test_ends_are_cut_the_way_they_meet(self) -> None:
        """The lower edge is the long one at both ends: by the brace's depth longer than its middle line in all."""
        for one in self.CASES:
            part = next(part for part in plan(one).parts if part.role == "brace")
            start, end = (next(cut for cut in part.cuts if cut.end == name) for name in ("start", "end"))
            self.assertAlmostEqual(start.bevel_rad, math.pi / 4)
            self.assertAlmostEqual(end.bevel_rad, -math.pi / 4)
            self.assertAlmostEqual(part.stick_m, part.length_m + part.section_m[1], places=4)

    def test_lengths_between_faces(self) -> None:
        """Legs of 24 in under a 2x10 beam on a 6x6: (24 - 2.75 - 4.625) sqrt 2 = 23.5 in, its long edge 30.8."""
        part = next(
            part
            for part in plan(self.CASES[0]).parts
            if part.role == "brace" and any("along" in place.id for place in part.places)
        )
        self.assertAlmostEqual(part.length_m / IN, 23.51, delta=0.01)
        self.assertAlmostEqual(part.stick_m / IN, 30.76, delta=0.01)


def _off(made: Plan, roles: tuple[str, ...], at: tuple[float, ...], across: bool) -> float:
    """How far a point is from the surface of the nearest piece of some roles. `across`: from its underside alone."""
    best = math.inf
    for part in made.parts:
        if part.role not in roles:
            continue
        for place in part.places:
            for k in range(place.count):
                best = min(best, _from_surface(part, place, k, at, across))
    return best


def _from_surface(part: Part, place: PartPlacement, k: int, at: tuple[float, ...], underside: bool) -> float:
    start = [place.at[n] + k * place.step[n] for n in range(3)]
    side = (
        place.up[1] * place.along[2] - place.up[2] * place.along[1],
        place.up[2] * place.along[0] - place.up[0] * place.along[2],
        place.up[0] * place.along[1] - place.up[1] * place.along[0],
    )
    rel = [at[n] - start[n] for n in range(3)]
    along, up, out = (sum(rel[n] * axis[n] for n in range(3)) for axis in (place.along, place.up, side))
    thick, deep = part.section_m
    inside = 0 <= along <= part.length_m and abs(out) <= thick / 2 + 1e-6
    if underside:
        return abs(up + deep / 2) if inside else math.inf
    # A post's own axes: the nearer of its four faces, where the point is not beside all of them.
    if not 0 <= along <= part.length_m:
        return math.inf
    gaps = (abs(abs(up) - deep / 2), abs(abs(out) - thick / 2))
    if abs(out) <= thick / 2 + 1e-6 and abs(up) <= deep / 2 + 1e-6:
        return min(gaps)
    return math.inf


class ShouldersTest(unittest.TestCase):
    def test_plies_lie_in_the_posts_own_notches(self) -> None:
        """A 6x6 with two 1 1/2-in shoulders: plies two inches off its middle, outer faces flush with it."""
        made = plan(pergola("14x10 high8 brace2", seat="on shoulders"))
        post = next(part for part in made.parts if part.role == "post")
        self.assertEqual(sum(cut.kind == "notch" for cut in post.cuts), 2)
        self.assertAlmostEqual(post.cuts[0].size_m[1] / IN, 1.5)
        ys = {place.at[1] for place in post.places}
        offs = {
            round(min(abs(place.at[1] - y) for y in ys) / IN, 3)
            for part in made.parts
            if part.role == "beam"
            for place in part.places
        }
        self.assertEqual(offs, {2.0})


class VerdictTest(unittest.TestCase):
    def test_alike_beams_and_posts_are_told_alike(self) -> None:
        """Every beam whose tie is not rated says so, and every post whose base is not."""
        made = plan(pergola("18x11 high8 brace2"))
        ties = {gap.about for gap in made.not_covered if gap.key == "beam_to_post_tie.uplift_capacity"}
        bases = {gap.about for gap in made.not_covered if gap.key == "post_base.uplift_capacity"}
        self.assertEqual(ties, {"p/beam/1", "p/beam/2"})
        self.assertEqual(bases, {row.id for row in made.members if "/post/" in row.id})
