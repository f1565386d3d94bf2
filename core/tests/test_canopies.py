"""Roofs over terraces: bents against a structural library, shadows against rays, sheets against every order, lengths by vectors."""

import itertools
import math
import random
import unittest
import warnings
from datetime import date

from steady.design_codes import canopies as r
from steady.design_codes.registry import RULEBOOKS, rulebook
from steady.design_codes.requests import WindPlace
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout import canopy as c
from steady.layout.roofs import hip_rafter
from steady.layout.shade import LevelOutline, across_sun, blocked, count_for, on_ground
from steady.layout.sheet_nesting import SheetedSide, SheetStrip, sheet_order, strips
from steady.layout.sun import sun_position
from steady.statics.bents import BracedBent, fixed_drift_m, fixed_moment_n_m, hip_loads_n, hip_thrust, pocket
from steady.units.units import FT, IN, LB, PSF


class BentTest(unittest.TestCase):
    def test_forces_and_drift_agree_with_a_frame_solver(self) -> None:
        rng = random.Random(5)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            from Pynite import FEModel3D

            for _ in range(4):
                height, down, out = rng.uniform(2.2, 3.2), rng.uniform(0.5, 0.8), rng.uniform(0.5, 0.8)
                span, push = rng.uniform(2.4, 4.0), rng.uniform(1000, 4000)
                modulus, post, beam = 6.5e9, 0.14 * 0.14**3 / 12, 0.09 * 0.19**3 / 12
                model = FEModel3D()
                model.add_material("m", modulus, modulus / 16, 0.3, 0.0)
                # Stiff along, so that what is compared is bending alone.
                model.add_section("post", 1e3, post, post, post)
                model.add_section("beam", 1e3, beam, beam, beam)
                model.add_section("brace", 1e3, 1e-9, 1e-9, 1e-9)
                nodes = {
                    "a0": (0, 0),
                    "a1": (0, height - down),
                    "a2": (0, height),
                    "a3": (out, height),
                    "b3": (span - out, height),
                    "b2": (span, height),
                    "b1": (span, height - down),
                    "b0": (span, 0),
                }
                for name, (x, y) in nodes.items():
                    model.add_node(name, x, y, 0)
                    base = name.endswith("0")
                    model.def_support(name, base, base, True, True, True, False)
                for name, ends, section in (
                    ("pa1", ("a0", "a1"), "post"),
                    ("pa2", ("a1", "a2"), "post"),
                    ("pb1", ("b0", "b1"), "post"),
                    ("pb2", ("b1", "b2"), "post"),
                    ("m1", ("a2", "a3"), "beam"),
                    ("m2", ("a3", "b3"), "beam"),
                    ("m3", ("b3", "b2"), "beam"),
                    ("ka", ("a1", "a3"), "brace"),
                    ("kb", ("b1", "b3"), "brace"),
                ):
                    model.add_member(name, *ends, "m", section)
                # Braces are pinned, and the posts' tops hinge under the beam.
                for name in ("ka", "kb"):
                    model.def_releases(name, Rzi=True, Rzj=True)
                model.def_releases("pa2", Rzj=True)
                model.def_releases("pb2", Rzj=True)
                for name in ("a2", "b2"):
                    model.add_node_load(name, "FX", push / 2)
                model.analyze(check_statics=False)
                bent = BracedBent(push_n=push, posts=2, height_m=height, down_m=down, out_m=out, span_m=span)
                brace = max(abs(model.members[k].axial(0.0)) for k in ("ka", "kb"))
                self.assertAlmostEqual(bent.brace_n / brace, 1, delta=2e-3)
                moment = max(abs(model.members["pa1"].moment("Mz", height - down)), 0)
                self.assertAlmostEqual(bent.post_moment_n_m / moment, 1, delta=2e-3)
                beam_moment = max(abs(model.members["m2"].moment("Mz", at)) for at in (0.0, span - 2 * out))
                self.assertAlmostEqual(bent.beam_moment_n_m / beam_moment, 1, delta=2e-3)
                up = max(abs(model.nodes[name].RxnFY["Combo 1"]) for name in ("a0", "b0"))
                self.assertAlmostEqual(bent.axial_n / up, 1, delta=2e-3)
                drift = model.nodes["a2"].DX["Combo 1"]
                self.assertAlmostEqual(bent.drift_m(post, beam, modulus) / drift, 1, delta=5e-3)

    def test_a_braced_post_never_buckles_over_its_own_height(self) -> None:
        for height in (2.0, 2.5, 3.0, 4.0):
            bent = BracedBent(push_n=1000, posts=2, height_m=height, down_m=0.6, out_m=0.6, span_m=3.0)
            factor = bent.effective_length_m(0.14**4 / 12, 0.09 * 0.19**3 / 12, 6.5e9) / height
            self.assertTrue(1.4 < factor < 2.8, factor)

    def test_a_shorter_brace_works_harder(self) -> None:
        forces = [
            BracedBent(push_n=1000, posts=2, height_m=2.5, down_m=a, out_m=a, span_m=3.0).brace_n
            for a in (0.9, 0.6, 0.4)
        ]
        self.assertEqual(forces, sorted(forces))
        # Never V / cos: the post turns about the brace's foot.
        self.assertGreater(forces[0], 500 / math.cos(math.pi / 4))

    def test_what_cannot_be_is_refused_at_its_name(self) -> None:
        good = {"push_n": 1000.0, "posts": 2, "height_m": 2.5, "down_m": 0.6, "out_m": 0.6, "span_m": 3.0}
        for name, value, field in (
            ("push_n", 0.0, "push"),
            ("posts", 1, "posts"),
            ("down_m", 2.5, "brace_down"),
            ("out_m", 1.6, "brace_out"),
            ("span_m", -1.0, "span"),
        ):
            with self.assertRaises(InvalidInputError) as caught:
                BracedBent(**{**good, name: value})  # type: ignore[arg-type]
            self.assertEqual(caught.exception.field, field)
        with self.assertRaises(InvalidInputError):
            _ = BracedBent(push_n=1000, posts=3, height_m=2.5, down_m=0.6, out_m=0.6, span_m=3.0).top_pull_n

    def test_fixed_posts_and_pockets_by_hand(self) -> None:
        self.assertAlmostEqual(fixed_moment_n_m(5968, 4, 2.495), 5968 * 2.495 / 4)
        self.assertAlmostEqual(
            fixed_drift_m(4000, 4, 2.5, post_m4=1e-5, modulus_pa=1e10), 1000 * 2.5**3 / (3 * 1e10 * 1e-5)
        )
        held = pocket(80.2 * LB, 7.5 * FT, 5 * IN, below_m=1 * IN)
        self.assertAlmostEqual(held.upper_n - held.lower_n, 80.2 * LB)
        # Moments about the lower bearing: push at 91 in over it and 5 in more against the upper one's 5.
        self.assertAlmostEqual(held.upper_n * 5, 80.2 * LB * (91 + 5), places=6)


class HipTest(unittest.TestCase):
    def test_three_forces_at_the_ring_and_at_the_corner_balance(self) -> None:
        for pitch in (0.15, 0.3185, 0.6, 1.0):
            found = hip_thrust(1000.0, pitch)
            self.assertAlmostEqual(found.axial_n * math.sin(pitch), 1000.0)
            self.assertAlmostEqual(found.axial_n * math.cos(pitch), found.thrust_n)
            # Two beams at right angles: their forces along the hip's plan line carry its thrust.
            self.assertAlmostEqual(2 * found.tie_n * math.cos(math.pi / 4), found.thrust_n)

    def test_the_roof_s_load_all_arrives(self) -> None:
        # Half of each jack's load goes to the hip, half to the beam.
        width, ring, pressure = 4.8, 0.9, 1200.0
        at_ring, on_hip = hip_loads_n(width, ring, pressure)
        run = (width - ring) / 2
        # By slices: a hip's jacks at x from the corner are x long on both sides, half of each to the hip.
        steps = 4000
        sliced = sum(2 * ((k + 0.5) / steps * run) / 2 * run / steps for k in range(steps)) * pressure
        self.assertAlmostEqual(on_hip / sliced, 1, places=5)
        moment = (
            sum(2 * ((k + 0.5) / steps * run) / 2 * run / steps * ((k + 0.5) / steps) for k in range(steps)) * pressure
        )
        self.assertAlmostEqual((at_ring - ring * run / 2 * pressure) / moment, 1, places=5)


class LengthTest(unittest.TestCase):
    def test_jacks_by_vectors(self) -> None:
        run, pitch, spacing, thick = 6.5 * FT, math.radians(25), 2 * FT, 1.5 * IN
        found = c.jack_set(run, pitch, spacing, hip_m=thick)
        for k, length in enumerate(found, start=1):
            # A jack stands so far from the ring's corner; it rises from the eave to the hip's face, half its thickness before
            # the hip's middle, measured square to the hip at 45 degrees in plan.
            level = (run - k * spacing) - thick / 2 / math.sin(math.pi / 4)
            self.assertAlmostEqual(length, math.hypot(level, level * math.tan(pitch)), places=9)
        self.assertEqual(len(found), 3)

    def test_a_hip_of_the_ring_agrees_with_the_common_sum(self) -> None:
        roof = c.RingRoof(
            width_m=16 * FT,
            ring_m=3 * FT,
            pitch_rad=math.radians(25),
            rafter_depth_m=5.5 * IN,
            seat_m=3.5 * IN,
            ring_depth_m=7.25 * IN,
            beam_top_m=8 * FT,
        )
        found = c.centre_ring(roof)
        self.assertAlmostEqual(found.hip_m, hip_rafter(found.run_m, roof.pitch_rad).line_m, places=9)
        # Turned round: from the floor up the prop, the ring, down the rafter and its seat to the beam's top.
        down = found.common_m * math.sin(roof.pitch_rad)
        self.assertAlmostEqual(found.prop_m + roof.ring_depth_m - down - found.above_m, roof.beam_top_m, places=9)

    def test_unequal_hips_meet_where_both_planes_do(self) -> None:
        one, two, spacing = math.radians(22.5), math.radians(35), 0.6
        found = c.unequal_jack(one, two, spacing, overhang_m=0.4)
        # Both planes over the corner: z = y tan a1 = x tan a2. A step x along the first eave moves the hip by x tan a2 / tan a1.
        level = spacing * math.tan(two) / math.tan(one)
        self.assertAlmostEqual(found.difference_m, math.hypot(level, level * math.tan(one)), places=9)
        self.assertAlmostEqual(found.overhang_2_m * math.tan(two), 0.4 * math.tan(one), places=9)

    def test_members_from_both_ends_meet(self) -> None:
        for most in (0.3, 0.61, 1.1):
            found = c.members(18 * FT, 1.5 * IN, 2 * IN, most_m=most)
            self.assertLessEqual(found.spacing_m, most + 1e-9)
            self.assertAlmostEqual(found.at_m(found.count, "far face"), 18 * FT - 2 * IN, places=9)
            if found.count > 2:
                fewer = (18 * FT - 4 * IN - 1.5 * IN) / (found.count - 2)
                self.assertGreater(fewer, most)

    def test_slats_fill_their_bay(self) -> None:
        for wish in ({"count": 8}, {"cover": 0.4}, {"gap_m": 0.06}):
            found = c.slats_in_bay(1.4, 0.038, **wish)
            whole = 2 * found.end_gap_m + found.count * 0.038 + (found.count - 1) * found.gap_m
            self.assertAlmostEqual(whole, 1.4, places=9)
            self.assertAlmostEqual(found.at_m(found.count) + 0.038 + found.end_gap_m, 1.4, places=9)
        with self.assertRaises(InvalidInputError):
            c.slats_in_bay(1.4, 0.038, count=4, cover=0.2)

    def test_the_level_chain_climbs_from_beam_to_wall(self) -> None:
        for hung in (False, True):
            roof = c.LeanTo(
                depth_m=1.86,
                pitch_rad=math.radians(4),
                beam_top_m=2.46,
                beam_depth_m=0.24,
                ledger_depth_m=0.19,
                rafter_depth_m=0.14,
                hung=hung,
                soffit_m=0.009,
                bracket_m=0.01,
                fascia_m=0.285,
            )
            found = c.level_chain(roof)
            self.assertAlmostEqual(found.roof_at_wall_m - found.roof_at_beam_m, 1.86 * math.tan(math.radians(4)))
            # Hung rafters end flush with the ledger's top; laid ones stand on it.
            over = found.roof_at_wall_m - found.ledger_top_m
            self.assertAlmostEqual(over, 0.0 if hung else 0.14 / math.cos(math.radians(4)))
            self.assertAlmostEqual(min(found.pack_beam_m, found.pack_ledger_m), 0.0)
            self.assertLessEqual(found.head_room_m, found.soffit_face_m)

    def test_webs_are_never_jointed_in_the_middle_third(self) -> None:
        for length, sheet, webs in itertools.product((3.0, 3.6, 4.2, 4.8, 5.4, 6.0), (2.4, 2.7, 3.0), (1, 2, 3)):
            try:
                found = c.web_joints(length, sheet, webs)
            except InvalidInputError:
                continue
            for web in found.joints_m:
                ends = [0.0, *web, length]
                self.assertLessEqual(max(b - a for a, b in itertools.pairwise(ends)), sheet + 1e-9)
                for joint in web:
                    self.assertFalse(length / 3 + 1e-9 < joint < 2 * length / 3 - 1e-9)
            if found.stagger_m is not None:
                apart = [
                    abs(a - b) for one, other in itertools.combinations(found.joints_m, 2) for a in one for b in other
                ]
                self.assertAlmostEqual(min(apart), found.stagger_m, delta=1e-6)

    def test_two_webs_cannot_be_staggered_better(self) -> None:
        grid = [k * 0.1 for k in range(49)]
        fits = [
            (a, b)
            for a in grid
            for b in grid
            if a <= 1.6 + 1e-9 and b >= 3.2 - 1e-9 and a <= 2.4 and b - a <= 2.4 + 1e-9 and 4.8 - b <= 2.4
        ]
        best = max(min(abs(x - y) for x in one for y in other) for one in fits for other in fits)
        self.assertAlmostEqual(c.web_joints(4.8, 2.4, 2).stagger_m or 0, best, delta=1e-6)

    def test_plies_by_integration(self) -> None:
        thick, wide = [0.045, 0.045, 0.045], [0.19, 0.09, 0.19]
        found = c.laminated(thick, wide)
        steps, area, across = 2000, 0.0, 0.0
        for n, (t, w) in enumerate(zip(thick, wide, strict=True)):
            for k in range(steps):
                y = sum(thick[:n]) + (k + 0.5) * t / steps - sum(thick) / 2
                area += w * t / steps
                across += w * t / steps * y * y
        self.assertAlmostEqual(found.area_m2, area, places=9)
        self.assertAlmostEqual(found.weak_solid_m4 / across, 1, places=5)
        self.assertLess(found.weak_loose_m4, found.weak_solid_m4 / 5)
        self.assertAlmostEqual((found.reveal_m, found.pocket_m)[0], 0.05)


class ShadeTest(unittest.TestCase):
    def test_whole_slats_reach_the_wish_and_one_less_does_not(self) -> None:
        across = across_sun(math.radians(55), math.radians(240), 0.0)
        for share in (0.3, 0.5, 0.6, 0.75):
            found = count_for(1.417, 0.038, 0.038, across=across, share=share)
            self.assertGreaterEqual(found.blocked, share - 1e-9)
            casts = found.blocked / found.count
            self.assertLess(casts * (found.count - 1), share)

    def test_the_outline_s_shadow_by_rays(self) -> None:
        rng = random.Random(9)
        for _ in range(5):
            altitude, azimuth = math.radians(rng.uniform(25, 80)), rng.uniform(0, 2 * math.pi)
            run = rng.uniform(0, math.pi)
            found = on_ground(altitude, azimuth, LevelOutline(length_m=5.4, width_m=3.3, height_m=2.5, run_rad=run))
            # From a point of the patch toward the sun: does the ray pass through the outline? x along the roof, y across.
            toward = (math.cos(azimuth - run) / math.tan(altitude), math.sin(azimuth - run) / math.tan(altitude))
            shaded, points = 0, 60
            for i, j in itertools.product(range(points), repeat=2):
                x, y = (i + 0.5) / points * 5.4 + 2.5 * toward[0], (j + 0.5) / points * 3.3 + 2.5 * toward[1]
                shaded += 0 <= x <= 5.4 and 0 <= y <= 3.3
            self.assertAlmostEqual(found.covered, shaded / points**2, delta=0.02)

    def test_afternoon_sun_and_two_ways_to_turn_the_slats(self) -> None:
        altitude, azimuth = sun_position(
            math.radians(-36.85), math.radians(174.76), date(2026, 1, 15), local_hours=16.0, utc_offset_hours=13.0
        )
        north, east = (
            blocked(0.045, 0.045, 0.15, across=across_sun(altitude, azimuth, run)) for run in (0.0, math.pi / 2)
        )
        self.assertGreater(north, east)


class SheetTest(unittest.TestCase):
    def test_strips_cover_the_side_and_no_more(self) -> None:
        side = SheetedSide(eave_m=5.334, slope_m=2.438, cover_m=0.6096, top_m=0.9144)
        found = strips(side)
        area = sum(
            (b - a) * (low + high) / 2 for strip in found for (a, low), (b, high) in itertools.pairwise(strip.outline)
        )
        self.assertAlmostEqual(area, (5.334 + 0.9144) / 2 * 2.438, places=6)

    def test_a_turned_pair_by_brute_force(self) -> None:
        one = SheetStrip(((0.0, 0.2), (0.6, 1.1)))
        other = SheetStrip(((0.0, 0.9), (0.3, 1.2), (0.6, 1.2)))
        most = max(one.height_m(k / 1000 * 0.6) + other.height_m(0.6 - k / 1000 * 0.6) for k in range(1001))
        self.assertAlmostEqual(one.turned_into_m(other, 0.6), most, delta=1e-3)

    def test_the_fewest_sheets_by_exhaustive_search(self) -> None:
        rng = random.Random(21)
        for _ in range(12):
            side = SheetedSide(
                eave_m=rng.uniform(2.0, 3.4),
                slope_m=rng.uniform(0.8, 1.8),
                cover_m=rng.uniform(0.6, 0.9),
                top_m=rng.uniform(0, 0.8),
                sides=1,
            )
            for turn in (False, True):
                found = sheet_order(side, 2.4, turn=turn)
                self.assertEqual(found.nested, self.fewest(strips(side), side.cover_m, 2.4, turn))

    def fewest(self, pieces: tuple[SheetStrip, ...], cover_m: float, sheet_m: float, turn: bool) -> int:
        """Every way to put the pieces in sheets, one by one; in a sheet, every way to pair them."""

        def long(group: list[SheetStrip]) -> float:
            if not group:
                return 0.0
            first, rest = group[0], group[1:]
            best = first.square_m + long(rest)
            for k, other in enumerate(rest if turn else []):
                best = min(best, first.turned_into_m(other, cover_m) + long(rest[:k] + rest[k + 1 :]))
            return best

        best = len(pieces)

        def place(at: int, sheets: list[list[SheetStrip]]) -> None:
            nonlocal best
            if len(sheets) >= best:
                return
            if at == len(pieces):
                best = len(sheets)
                return
            for sheet in sheets:
                if long([*sheet, pieces[at]]) <= sheet_m + 1e-9:
                    sheet.append(pieces[at])
                    place(at + 1, sheets)
                    sheet.pop()
            sheets.append([pieces[at]])
            place(at + 1, sheets)
            sheets.pop()

        place(0, [])
        return best

    def test_what_is_cut_out_of_each_sheet_lies_in_it_and_over_nothing(self) -> None:
        """Every piece once, inside its sheet, no two over each other: by columns across the sheet."""
        rng = random.Random(11)
        for turn in (False, True):
            for _ in range(12):
                cover, eave = rng.uniform(0.5, 0.9), rng.uniform(2.4, 4.6)
                side = SheetedSide(eave_m=eave, slope_m=rng.uniform(1.0, 1.9), cover_m=cover, sides=4, eave_past_m=0.05)
                sheet_m, kerf_m = rng.uniform(2.2, 4.8), rng.choice((0.0, 0.004))
                order = sheet_order(side, sheet_m, turn=turn, kerf_m=kerf_m)
                self.assertEqual(len(order.sheets), order.nested)
                cut = [piece for sheet in order.sheets for piece in sheet]
                self.assertEqual(len(cut), order.pieces)
                heights = sorted(round(piece.strip.square_m, 6) for piece in cut)
                self.assertEqual(heights, sorted(round(strip.square_m, 6) for strip in strips(side) for _ in range(4)))
                for sheet in order.sheets:
                    for k in range(40):
                        x = cover * (k + 0.5) / 40
                        spans = []
                        for piece in sheet:
                            end = piece.from_m + piece.strip.square_m
                            tall = piece.strip.height_m(cover - x if piece.turned else x)
                            spans.append((end - tall, end) if piece.turned else (piece.from_m, piece.from_m + tall))
                        spans.sort()
                        self.assertGreaterEqual(spans[0][0], -1e-9)
                        self.assertLessEqual(spans[-1][1], sheet_m + 1e-9)
                        for (_, low), (high, _) in itertools.pairwise(spans):
                            self.assertGreaterEqual(high, low - 1e-9)

    def test_a_piece_longer_than_the_sheet_is_refused(self) -> None:
        with self.assertRaises(OutOfScopeError):
            sheet_order(SheetedSide(eave_m=5.3, slope_m=2.4, cover_m=0.6), 2.1)


class LoadTest(unittest.TestCase):
    PLACES = {
        "us": WindPlace(speed_m_per_s=46.9, exposure="B"),
        "ca": WindPlace(pressure_pa=400, exposure="rough", speed_m_per_s=0),
        "nz": WindPlace(zone="medium", exposure="", speed_m_per_s=0),
        "uk": WindPlace(pressure_pa=700, exposure="", speed_m_per_s=0),
    }

    def test_more_slats_never_catch_less_wind_and_closed_ones_count_whole(self) -> None:
        for school in RULEBOOKS:
            book, place = rulebook(school), self.PLACES[school]
            found = [
                r.open_slats_pa(book, place, 3.0, solidity=share, net=0.9)
                for share in (0.2, 0.4, 0.6, 0.69, 0.7, 0.85, 1.0)
            ]
            self.assertEqual(found, sorted(found))
            self.assertAlmostEqual(found[-1], found[-3])

    def test_uplift_balances_by_hand(self) -> None:
        # uk: 1.5 × .29 − .9 × .12 = .327 kPa over 2.16 m², held by .9 × 24 kN/m³.
        ask = r.UpliftInput(wind_pa=290, dead_pa=120, rafter_m2=1.44, beam_m2=2.16, post_m2=2.16)
        found = r.uplift_path(rulebook("uk"), ask)
        self.assertAlmostEqual(found.post_n, 327 * 2.16)
        self.assertAlmostEqual(found.concrete_m3, 327 * 2.16 / (0.9 * 24000))
        heavy = r.uplift_path(rulebook("uk"), r.UpliftInput(wind_pa=50, dead_pa=500, rafter_m2=1, beam_m2=2, post_m2=2))
        self.assertEqual((heavy.rafter_n, heavy.post_n, heavy.concrete_m3), (0.0, 0.0, 0.0))

    def test_a_rafter_under_a_person_in_every_school(self) -> None:
        for school, factors in (("us", (1, 1)), ("ca", (1.25, 1.5)), ("nz", (1.2, 1.5)), ("uk", (1.35, 1.5))):
            found = r.person_moment_n_m(rulebook(school), 3.0, 80.0, one_n=1000.0)
            self.assertAlmostEqual(found, factors[0] * 80 * 9 / 8 + factors[1] * 1000 * 3 / 4)

    def test_snow_bridges_and_slides(self) -> None:
        us, ca = rulebook("us"), rulebook("ca")
        self.assertEqual(r.snow_on_slats_pa(us, 1000, 0.2, gap_m=3 * IN), 1000)
        self.assertAlmostEqual(r.snow_on_slats_pa(us, 1000, 0.2, gap_m=0.2), 400)
        self.assertAlmostEqual(r.snow_on_slats_pa(ca, 1000, 0.2, gap_m=0.01), 500)
        slides = r.sliding_snow(us, 25.2 * PSF, 14 * FT, depth_m=20 * FT)
        # A canopy deeper than 15 ft takes all of it.
        self.assertAlmostEqual(slides.line_n_per_m, slides.pressure_pa * 15 * FT)
        for school in ("ca", "nz", "uk"):
            with self.assertRaises(OutOfScopeError):
                r.sliding_snow(rulebook(school), 1000, 4, depth_m=3)
