"""Boards of decks: inside the outline, none over another, every end on a joist; frames round any outline, and mirror images."""

import itertools
import math
import random
import unittest
from collections import defaultdict
from dataclasses import replace

import manifold3d
from steady.catalog.purchasing import PurchasingSettings
from steady.plan.model import Part, Plan
from steady.structures.deck.spec.deck import Corner, DeckSpec
from steady.structures.deck.spec.line_parser import read_deck
from steady.takeoff.bill import bill, cuts

from tests.make import planned, site

Points = list[tuple[float, float]]
SHAPES: dict[str, Points] = {
    "rectangle": [(0.0, 0.0), (4.9, 0.0), (4.9, 3.6), (0.0, 3.6)],
    "L": [(0.0, 0.0), (5.2, 0.0), (5.2, 2.5), (3.0, 2.5), (3.0, 4.1), (0.0, 4.1)],
    "U": [(0.0, 0.0), (6.4, 0.0), (6.4, 3.9), (4.4, 3.9), (4.4, 2.4), (2.1, 2.4), (2.1, 3.9), (0.0, 3.9)],
    "corner cut off": [(0.0, 0.0), (4.8, 0.0), (4.8, 2.4), (3.6, 3.6), (0.0, 3.6)],
}
SHORT_M = 1e-3


def deck(shape: Points, **fields: object) -> DeckSpec:
    base = read_deck("16x12 up3", "d")
    return replace(base, outline=tuple(Corner(x_m=x, y_m=y, height_m=0.9) for x, y in shape), **fields)  # type: ignore[arg-type]


def faces(plan: Plan) -> list[tuple[str, manifold3d.CrossSection]]:
    """Every deck board from above, its ends cut as its cuts say."""
    found = []
    for part in plan.parts:
        if part.role != "decking":
            continue
        for place in part.places:
            for k in range(place.count):
                x, y = (place.at[i] + k * place.step[i] for i in (0, 1))
                found.append((f"{place.id}/{k}", _face(part, (x, y), place.along[:2], place.up[:2])))
    return found


def _face(
    part: Part, at: tuple[float, float], along: tuple[float, ...], up: tuple[float, ...]
) -> manifold3d.CrossSection:
    half = part.section_m[1] / 2
    slope: dict[str, float] = {cut.end: math.tan(cut.bevel_rad) for cut in part.cuts if cut.kind == "saw"}
    corners = [
        (end_m + side * half * slope.get(end, 0.0), side * half)
        for end, end_m, sides in (("start", 0.0, (1, -1)), ("end", part.length_m, (-1, 1)))
        for side in sides
    ]
    ring = [(at[0] + s * along[0] + n * up[0], at[1] + s * along[1] + n * up[1]) for s, n in corners]
    return manifold3d.CrossSection([ring], manifold3d.FillRule.NonZero)


class BoardsTest(unittest.TestCase):
    def test_no_board_lies_over_another_or_outside(self) -> None:
        for (name, shape), boards in itertools.product(SHAPES.items(), (0, 1, 2)):
            plan = planned(deck(shape, frame_boards=boards), site())
            made = faces(plan)
            allowed = manifold3d.CrossSection([shape], manifold3d.FillRule.NonZero).offset(
                0.0254 + SHORT_M / 2, manifold3d.JoinType.Miter, 4.0
            )
            # A square-ended row is as long as its middle line where the edge runs at an angle: its corner is trimmed in place.
            free_m2 = 0.0025 if name == "corner cut off" else 1e-5
            for which, one in made:
                self.assertLess((one - allowed).area(), free_m2, (name, boards, which, "outside"))
            for (first, one), (second, two) in itertools.combinations(made, 2):
                if name != "corner cut off":
                    self.assertLess((one ^ two).area(), 1e-5, (name, boards, first, second))

    def test_the_boards_cover_the_deck_but_for_their_gaps(self) -> None:
        for (name, shape), boards in itertools.product(SHAPES.items(), (0, 1, 2)):
            spec = deck(shape, frame_boards=boards)
            whole = manifold3d.CrossSection([shape], manifold3d.FillRule.NonZero).area()
            layout = sum(one.area() for _, one in faces(planned(spec, site())))
            pitch = 0.1397 + spec.board_gap_m
            # Overhang at the free edges adds, gaps take away: one in twenty-five of a field, a little more at frames.
            self.assertGreater(layout / whole, 0.1397 / pitch - 0.02, (name, boards))
            self.assertLess(layout / whole, 1.06, (name, boards))

    def test_every_end_of_a_field_inside_a_frame_lies_on_a_joist(self) -> None:
        for name in ("rectangle", "L", "U"):
            plan = planned(deck(SHAPES[name], frame_boards=1), site())
            joists = [
                (place.at[0], place.at[1], place.at[1] + part.length_m)
                for part in plan.parts
                if part.role == "joist"
                for place in part.places
            ]
            for part in plan.parts:
                for place in part.places:
                    if part.role != "decking" or "/boards/" not in place.id:
                        continue
                    for k in range(place.count):
                        v = place.at[1] + k * place.step[1]
                        for u in (place.at[0], place.at[0] + part.length_m):
                            near = min(abs(u - at) for at, low, high in joists if low - 0.05 < v < high + 0.05)
                            self.assertLess(near, 1.5 * 0.0254 / 2 + 1e-6 + 0.0064, (name, place.id, u))

    def test_two_joists_stand_side_by_side_under_a_frames_inner_edge(self) -> None:
        plan = planned(deck(SHAPES["rectangle"], frame_boards=1), site())
        at = sorted(place.at[0] for part in plan.parts if part.role == "joist" for place in part.places)
        # One 5½ in board 1 in past the rim and a gap of ⅛ in: its inner edge 4½ in in, the pair's middle half a gap further.
        middle = (5.5 - 1 + 0.125 / 2) * 0.0254
        self.assertAlmostEqual((at[1] + at[2]) / 2, middle, delta=0.002)
        self.assertAlmostEqual(at[2] - at[1], 1.5 * 0.0254, delta=1e-4)
        self.assertTrue(all(b - a < 16.01 * 0.0254 for a, b in itertools.pairwise(at)))

    def test_two_frame_boards_lie_on_blocks(self) -> None:
        one, two = (planned(deck(SHAPES["rectangle"], frame_boards=k), site()) for k in (1, 2))
        blocks = [place for part in two.parts if part.role == "blocking" for place in part.places]
        ladder = [place for place in blocks if "/ladder/" in place.id]
        self.assertTrue(ladder)
        self.assertFalse([p for part in one.parts for p in part.places if "/ladder/" in p.id])

    def test_every_board_of_a_frame_is_screwed_down(self) -> None:
        """By hand, 4.9 × 3.6 m free of a house: along x over every joist, along y at every 16 in and at both ends."""
        plan = planned(deck(SHAPES["rectangle"], frame_boards=1, attach="free"), site())
        field = planned(deck(SHAPES["rectangle"], attach="free"), site())

        def screws(made: Plan) -> int:
            return sum(part.count for part in made.parts if part.item == "deck screw")

        joists = len({round(p.at[0], 4) for part in plan.parts if part.role == "joist" for p in part.places})
        frame = [(part, p) for part in plan.parts for p in part.places if "/frame/" in p.id]
        across = sum(abs(p.along[0]) > 0.5 for _, p in frame)
        along = [part.length_m for part, p in frame if abs(p.along[1]) > 0.5]
        least = 2 * 2 * joists + 2 * sum(math.ceil(length / (16 * 0.0254)) for length in along)
        rows = {p.id for part in plan.parts for p in part.places if "/boards/" in p.id}
        self.assertTrue(across >= 2 and rows)
        # The field loses what the frame takes of it; what is left and the frame together are no fewer than the frame's own.
        self.assertGreater(screws(plan), least)
        self.assertGreater(screws(plan), screws(field))

    def test_a_mirror_image_has_the_same_list(self) -> None:
        rng = random.Random(4)
        shapes = [SHAPES["L"], SHAPES["corner cut off"]]
        for _ in range(8):
            wide, deep = rng.uniform(4, 7), rng.uniform(3, 5)
            x, y = rng.uniform(1.2, wide - 1.5), rng.uniform(1.2, deep - 1.0)
            shapes.append([(0.0, 0.0), (wide, 0.0), (wide, y), (x, y), (x, deep), (0.0, deep)])
        for shape in shapes:
            right = max(x for x, _ in shape)
            mirrored = [(right - x, y) for x, y in reversed(shape)]
            # The house's edge comes first in both.
            start = next(k for k, (x, y) in enumerate(mirrored) if (x, y) == (0.0, 0.0))
            other = mirrored[start:] + mirrored[:start]
            yard = PurchasingSettings()
            lists = []
            for points in (shape, other):
                plan = planned(deck(points, frame_boards=1), site())
                lines = bill(plan, yard, cuts(plan, yard)).lines
                counts: dict[str, float] = defaultdict(float)
                for line in lines:
                    counts[line.item] += line.count
                lists.append(counts)
            self.assertEqual(lists[0], lists[1], shape)

    def test_no_block_crosses_a_part_without_a_deck(self) -> None:
        plan = planned(deck(SHAPES["U"]), site())
        for part in plan.parts:
            if part.role == "blocking":
                self.assertLess(part.length_m, 16 * 0.0254)
