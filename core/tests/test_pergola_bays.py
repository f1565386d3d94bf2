"""A pergola in bays whose slats turn: a whole case calculated apart, its rafters in a general library, and what holds for any."""

import math
import random
import unittest
from dataclasses import replace

from Pynite import FEModel3D
from steady.errors import InvalidInputError
from steady.layout.shade import across_sun
from steady.plan.results import state
from steady.structures.continuous_members import ContinuousMember
from steady.structures.pergola.bays import BayGrid, on_rafter, slats_shade
from steady.structures.pergola.checks import check_pergola
from steady.structures.pergola.kind import PERGOLA
from steady.structures.pergola.layout import lay_out, run_azimuth, shade_share, sun_at
from steady.structures.pergola.spec import SunInput
from steady.structures.registry import plan
from steady.units.units import FT, GRAVITY, IN

from tests.test_pavilion import SITES
from tests.test_pergola import case

LINE = "24x14 high8 posts4 bays5x2 turn gap2-1/2in brace2"
DENVER = replace(
    case("14x10").site, latitude_rad=math.radians(39.74), longitude_rad=math.radians(-104.98), north_rad=0.0
)
AFTERNOON = SunInput(on="2026-07-15", hour=15.0, utc_h=-6.0)


def bays(text: str = LINE, **changes: object) -> BayGrid:
    found = lay_out(case(text, **changes), 4).bays  # type: ignore[arg-type]
    assert found is not None
    return found


class ByHand(unittest.TestCase):
    """24 x 14 ft, six rafters and three rows of cross pieces of 1 1/2 in, slats of 1 1/2 in with 2 1/2 in between."""

    def test_bays_and_marks(self) -> None:
        one = bays()
        self.assertAlmostEqual(one.columns.gap_m / IN, 55.8, 6)
        self.assertAlmostEqual(one.rows.gap_m / IN, 81.75, 6)
        near = [round(one.columns.at_m(k, "near face") / IN, 4) for k in range(1, 7)]
        self.assertEqual(near, [0, 57.3, 114.6, 171.9, 229.2, 286.5])

    def test_hung_on_a_house_the_ledger_is_the_first_row(self) -> None:
        """14 ft from the wall's ledger: its own 1 1/2 in are one of three rows; two rows of cross pieces are left."""
        one = bays(LINE + " attached")
        self.assertAlmostEqual(one.rows.gap_m / IN, (168 + 1.5 - 3 * 1.5) / 2, 6)
        made = plan(case(LINE + " attached"))
        cross = [part for part in made.parts if part.role == "cross piece"]
        self.assertEqual(sum(part.count for part in cross), 5 * 2)
        near = sorted(place.at[1] + k * place.step[1] for part in cross for place in part.places[:1] for k in range(2))
        self.assertAlmostEqual(near[0] / IN, 82.5 + 0.75, 6)  # middle of the first, from the wall
        self.assertAlmostEqual(near[1] / IN, 168 - 0.75, 6)  # flush with the rafters' ends
        turned = [p for part in made.parts if part.role == "slat" for p in part.places if p.along == (0.0, 1.0, 0.0)]
        self.assertAlmostEqual(min(p.at[1] for p in turned) / IN, -0.75, 6)  # onto the ledger's middle
        free = plan(case(LINE))
        self.assertEqual(sum(p.count for p in free.parts if p.role == "cross piece"), 5 * 3)

    def test_slats_of_either_way(self) -> None:
        one = bays()
        self.assertEqual((one.along.count, one.out.count), (21, 14))
        self.assertAlmostEqual(one.along.end_gap_m / IN, 0.125, 6)
        self.assertAlmostEqual(one.out.end_gap_m / IN, 1.15, 6)
        self.assertAlmostEqual(one.out.count * 1.5 / 55.8, 0.376, 3)
        self.assertEqual(one.count, 5 * (21 + 14))

    def test_the_whole_s_shade_is_the_mean_of_its_bays_never_their_product(self) -> None:
        one = case(LINE, site=DENVER, sun=AFTERNOON)
        layout, sun = lay_out(one, 4), sun_at(one)
        assert sun is not None and layout.bays is not None and layout.timber.slat is not None
        run = run_azimuth(one.site)
        along = slats_shade(layout.bays, layout.timber.slat, False, across=across_sun(*sun, run))
        out = slats_shade(layout.bays, layout.timber.slat, True, across=across_sun(*sun, run + math.pi / 2))
        # At the gap itself .48; the whole slats that fit stand a little closer.
        self.assertAlmostEqual(along, 0.48 * 4 / (81.75 / 21), delta=0.005)
        self.assertAlmostEqual(out, 0.58, delta=0.012)
        whole = shade_share(one, layout)
        assert whole is not None
        # With rafters and cross pieces, which stop some of what is left; the slats' own mean is .53, their product .78.
        mean, product = (along + out) / 2, 1 - (1 - along) * (1 - out)
        self.assertAlmostEqual(mean, 0.53, delta=0.01)
        self.assertAlmostEqual(product, 0.78, delta=0.01)
        grid = 1 - (1 - whole) / (1 - mean)
        self.assertTrue(0 < grid < 0.45, grid)
        self.assertAlmostEqual(
            shade_share(one, layout, turned=True) or 0, whole, delta=0.02
        )  # ten bays: as many of either

    def test_as_many_as_shade_what_is_wished(self) -> None:
        for share in (0.4, 0.5, 0.6, 0.7):
            one = case(LINE.replace("gap2-1/2in", ""), site=DENVER, sun=AFTERNOON, slats_by="shade", shade=share)
            layout, sun = lay_out(one, 4), sun_at(one)
            assert sun is not None and layout.bays is not None and layout.timber.slat is not None
            run, slat = run_azimuth(one.site), layout.timber.slat
            got = (
                slats_shade(layout.bays, slat, False, across=across_sun(*sun, run))
                + slats_shade(layout.bays, slat, True, across=across_sun(*sun, run + math.pi / 2))
            ) / 2
            self.assertGreaterEqual(got, share - 1e-9)
            self.assertLess(got, share + 0.05)  # the next whole slat

    def test_pieces(self) -> None:
        made = plan(case(LINE))
        counts = {part.role: part.count for part in made.parts}
        self.assertEqual((counts["rafter"], counts["cross piece"]), (6, 15))
        self.assertEqual(sum(part.count for part in made.parts if part.role == "slat"), 175)
        self.assertAlmostEqual(next(p.length_m for p in made.parts if p.role == "cross piece"), 55.8 * IN, delta=1e-4)
        [hanger] = [gap for gap in made.not_covered if gap.key == "cross_member_hanger.capacity"]
        self.assertTrue(hanger.crew)


class SlatsLieInTheirBays(unittest.TestCase):
    """Random grids in every school: nothing overlaps, ends lie on what holds them, the pieces weigh what was calculated."""

    def test_any(self) -> None:
        for school, site in SITES.items():
            rng = random.Random(f"bays {school}")
            for _ in range(25):
                one = (
                    case(
                        f"{rng.uniform(4, 8):.3f}x{rng.uniform(2.6, 4.5):.3f} bays{rng.randint(3, 7)}x{rng.randint(1, 3)}",
                        school,
                        site,
                        turns=rng.random() < 0.7,
                        slat_gap_m=rng.uniform(0.03, 0.12),
                        net_coefficient=0.9 if school == "nz" else None,
                    )
                    if school != "us"
                    else case(
                        f"{rng.uniform(13, 26):.3f}x{rng.uniform(9, 15):.3f} bays{rng.randint(3, 7)}x{rng.randint(1, 3)}",
                        school,
                        site,
                        turns=rng.random() < 0.7,
                        slat_gap_m=rng.uniform(0.03, 0.12),
                    )
                )
                with self.subTest(school, beams=one.spec.beams_m, turns=one.spec.turns):
                    found, made = check_pergola(one), plan(one)
                    layout = found.layout
                    assert layout.bays is not None
                    boxes = []
                    for part in made.parts:
                        if part.role != "slat":
                            continue
                        for place in part.places:
                            for k in range(place.count):
                                x, y = place.at[0] + k * place.step[0], place.at[1] + k * place.step[1]
                                along, half = place.along[0] > 0.5, part.section_m[0] / 2
                                if along:
                                    boxes.append((x, x + part.length_m, y - half, y + half))
                                else:
                                    boxes.append((x - half, x + half, y, y + part.length_m))
                    boxes.sort()
                    for n, a in enumerate(boxes):
                        for b in boxes[n + 1 :]:
                            if b[0] >= a[1] - 2e-4:
                                break
                            apart = (
                                min(a[1], b[1]) - max(a[0], b[0]) <= 2e-4 or min(a[3], b[3]) - max(a[2], b[2]) <= 2e-4
                            )
                            self.assertTrue(apart, (a, b))
                    self.assertTrue(all(a[0] >= -1e-6 and a[1] <= one.spec.beams_m + 2e-4 for a in boxes))
                    self.assertTrue(all(a[2] >= -1e-6 and a[3] <= one.spec.rafters_m + 2e-4 for a in boxes))
                    roof = ("slat", "rafter", "cross piece")
                    mass = sum(part.mass_kg * part.count for part in made.parts if part.role in roof)
                    # Members at both edges: one rafter, and one row of cross pieces, more than there are bays.
                    edge = sum(
                        part.mass_kg
                        * part.count
                        / (layout.rafters.count if part.role == "rafter" else layout.bays.rows.count)
                        for part in made.parts
                        if part.role in roof[1:]
                    )
                    area = one.spec.beams_m * one.spec.rafters_m
                    self.assertAlmostEqual(
                        (mass - edge) * GRAVITY / area, found.loads.dead_pa, delta=0.04 * found.loads.dead_pa
                    )


class RaftersInALibrary(unittest.TestCase):
    """A rafter between turning bays: every slat as a force of its own, in a frame solver."""

    def test_moment_and_shear(self) -> None:
        one = bays()
        run = ContinuousMember(length_m=14 * FT, supports_m=(1.5 * FT, 12.5 * FT))
        pressure = 900.0
        ours = run.under(on_rafter(one, run, pressure))
        model = FEModel3D()
        model.add_material("m", 1e10, 4e9, 0.3, 1.0)
        model.add_section("s", 1e-2, 1e-5, 1e-5, 1e-5)
        for name, x in (("a", 0.0), ("b", run.supports_m[0]), ("c", run.supports_m[1]), ("d", run.length_m)):
            model.add_node(name, x, 0, 0)
        model.add_member("r", "a", "d", "m", "s")
        model.def_support("b", True, True, True, True, True, False)
        model.def_support("c", False, True, True, False, False, False)
        wide = one.columns.spacing_m
        # First stretch: slats along the beams from the left, turned ones on the right; the other way round in the second.
        pitch = one.rows.spacing_m / one.along.count
        for j in range(2):
            start = one.rows.at_m(j + 1)
            for k in range(one.along.count):
                at = start + (k + 0.5) * pitch
                model.add_member_pt_load("r", "Fy", -pressure * pitch * wide / 2, at)
            for row in (start, start + one.rows.spacing_m):
                model.add_member_pt_load("r", "Fy", -pressure * one.rows.spacing_m / 2 * wide / 2, row)
        model.analyze(check_statics=False)
        member = model.members["r"]
        low, high = float(member.min_moment("Mz")), float(member.max_moment("Mz"))  # type: ignore[arg-type]
        theirs = max(abs(low), abs(high))
        self.assertAlmostEqual(ours.moment_n_m, theirs, delta=0.02 * theirs)
        # The end rows stand on the tips: with long overhangs they bend the rafter a third more than the same roof spread evenly.
        long = ContinuousMember(length_m=14 * FT, supports_m=(4 * FT, 10 * FT))
        tips = long.under(on_rafter(one, long, pressure)).moment_n_m
        self.assertGreater(tips, 1.25 * long.even(pressure * wide).moment_n_m)

    def test_without_turning_it_is_the_even_load(self) -> None:
        one = bays(LINE.replace(" turn", ""))
        run = ContinuousMember(length_m=14 * FT, supports_m=(1.5 * FT, 12.5 * FT))
        self.assertAlmostEqual(
            run.under(on_rafter(one, run, 900.0)).moment_n_m, run.even(900.0 * one.columns.spacing_m).moment_n_m, 6
        )


class Offered(unittest.TestCase):
    """What would help a pergola in bays changes something."""

    def test_no_other_spacing_where_bays_space_the_rafters(self) -> None:
        for text, offered in ((LINE, False), ("24x14 high8 posts4", True)):
            changes = [change for _, change in PERGOLA.candidates(case(text))]
            self.assertEqual(any(dict(change).get("rafter_spacing_m") for change in changes), offered)


class Refusals(unittest.TestCase):
    """What cannot be says so at its word or field."""

    def test_words(self) -> None:
        for text, says in (
            ("24x14 bays5", "bays5x2"),
            ("24x14 bays50x2", "1 to 20 by 1 to 12"),
        ):
            with self.subTest(text), self.assertRaisesRegex(InvalidInputError, says):
                case(text)

    def test_fields(self) -> None:
        for text, changes, field in (
            ("24x14 turn", {}, "turns"),
            ("24x14 bays5x2", {"second_slats": True}, "second_slats"),
            ("24x14 bays5x2", {"slats_by": "shade"}, "sun"),
        ):
            with self.subTest(text, field=field), self.assertRaises(InvalidInputError) as caught:
                plan(case(text, **changes))
            self.assertEqual(caught.exception.field, field)

    def test_a_verdict_all_the_same(self) -> None:
        self.assertIn(state(plan(case(LINE))), ("not_checked", "to_answer", "fail"))
