"""Random rectangular decks under every school beside the second calculator: joists, beams, posts and what the ground bears."""

import itertools
import random
import re
import unittest
from dataclasses import replace
from typing import Any

from django.test import tag
from steady.ground.site import Site
from steady.plan.model import Plan
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import DeckSpec
from steady.units.units import FT

from tests.lane import many
from tests.second import deck as second
from tests.test_deck import deck, planned

SOIL = {
    "us": ("sand", 2000 * second.PSF),
    "ca": ("stiff clay", 150e3),
    "nz": ("good ground", 100e3),
    "uk": ("average", 0.0),
}
JOISTS = {
    "us": ("joist 2x6 pine", "joist 2x8 pine", "joist 2x10 pine", "joist 2x12 pine"),
    "ca": ("joist 38x140 SPF", "joist 38x184 SPF", "joist 38x235 SPF", "joist 38x235 D.Fir"),
    "uk": ("joist 47x147 C16", "joist 47x170 C24", "joist 47x195 C24"),
    "nz": ("joist 45x140 SG8", "joist 45x190 SG8", "joist 45x240 SG8"),
}
POSTS = {
    "us": ("post 4x4 pine", "post 6x6 pine"),
    "ca": ("post 89 SPF", "post 140 SPF"),
    "uk": ("post 100 C16", "post 100 C24"),
    "nz": ("post 115 SG8", "post 140 SG8"),
}


def a_deck(rng: random.Random, school: str) -> tuple[Plan, DeckSpec]:
    words = f"{rng.uniform(8, 20):.2f}x{rng.uniform(6, 15):.2f} up{rng.uniform(2.5, 8):.2f}"
    changes: dict[str, Any] = {
        "joists_over": rng.choice(("unbroken", "spliced")),
        "plies": rng.choice((2, 3)),
        "overhang_m": rng.uniform(0.0, 0.6),
        "beam_overhang_m": rng.uniform(0.1, 0.5),
    }
    if rng.random() < 0.4:
        changes["beams"] = rng.choice((2, 3))
    spec = localized(deck(words, **changes), school)
    spec = replace(
        spec,
        joist=rng.choice(JOISTS[school]),
        beam=rng.choice(JOISTS[school]),
        post=rng.choice(POSTS[school]),
        spacing_m=rng.choice((0.3048, 0.4064, 0.6096)) if school == "us" else rng.choice((0.3, 0.4, 0.6)),
    )
    return planned(spec, Site(soil=SOIL[school][0], frost_m=0.5), school), spec


class SecondDeckTest(unittest.TestCase):
    def agrees(self, school: str, count: int, seed: int) -> None:
        rng = random.Random(seed)
        for number in range(count):
            made, spec = a_deck(rng, school)
            with self.subTest(f"{school} {number}"):
                self.one(school, made, spec)

    def one(self, school: str, made: Plan, spec: Any) -> None:
        dead, live = second.DEAD_PA[school], second.LIVE_PA[school]
        out = max(corner.y_m for corner in spec.outline)
        lines: dict[str, float] = {}
        for part in made.parts:
            for place in part.places:
                found = re.match(r"d/beam/(beam-\d+)", place.id)
                if part.role == "beam" and found:
                    lines.setdefault(found[1], 0.0)
        posts: dict[str, list[tuple[float, float, float]]] = {}
        for part in made.parts:
            if part.role != "post":
                continue
            for place in part.places:
                matched = re.match(r"d/post/(beam-\d+)-\d+", place.id)
                assert matched
                posts.setdefault(matched[1], []).append((place.at[0], place.at[1], part.length_m))
        names = sorted(posts)
        ys = [posts[name][0][1] for name in names]
        supports = [0.0, *ys]
        whole = spec.joists_over == "unbroken"
        ends = [0.0, out]
        stretches = (
            [(0.0, out, supports)]
            if whole or len(supports) < 3
            else [
                (a if k else ends[0], b if k + 2 < len(supports) else ends[1], [a, b])
                for k, (a, b) in enumerate(itertools.pairwise(supports))
            ]
        )
        solved = [second.solve(*stretch) for stretch in stretches]
        s = spec.spacing_m
        joists = max(second.use(school, one, dead * s, live * s, spec.joist, 0) for one in solved)
        ours = max(
            c.use
            for c in made.checks
            if c.key == "joist.bending" and c.basis == "reckoned" and "point load" not in c.case
        )
        self.assertAlmostEqual(ours / joists, 1.0, delta=0.004)
        for name, y in zip(names, ys, strict=True):
            wd = sum(
                one.reactions[list(st[2]).index(y)] for one, st in zip(solved, stretches, strict=True) if y in st[2]
            )
            wl = sum(
                one.reactions_most[list(st[2]).index(y)]
                for one, st in zip(solved, stretches, strict=True)
                if y in st[2]
            )
            self.beam(school, made, spec, name, posts[name], dead * wd, live * wl)

    def beam(
        self,
        school: str,
        made: Plan,
        spec: Any,
        name: str,
        posts: list[tuple[float, float, float]],
        dead: float,
        live: float,
    ) -> None:
        wide = max(corner.x_m for corner in spec.outline)
        xs = sorted(x for x, _, _ in posts)
        # A beam may run through or be jointed over its posts: the worse of both is what a crew may build.
        ways = [second.solve(0.0, wide, xs), *second.jointed(0.0, wide, xs)]
        theirs = max(second.use(school, one, dead, live, spec.beam, spec.plies) for one in ways)
        ours = max(
            c.use
            for c in made.checks
            if c.about == f"d/beam/{name}" and c.key == "beam.bending" and c.basis == "reckoned"
        )
        # Joists stand at places, the second calculator spreads them: near the ends of a beam that differs a little.
        self.assertAlmostEqual(ours / theirs, 1.0, delta=0.02)
        self.assertGreater(ours, theirs * 0.99)
        for k, x in enumerate(xs):
            about = f"d/post/{name}-{k + 1}"
            tall = next(length for at, _, length in posts if abs(at - x) < 1e-9)
            d, l = second.BOTH[school]  # noqa: E741
            through = (ways[0].reactions[k] * dead, ways[0].reactions_most[k] * live)
            apart = second.at_joints(ways[1:], len(xs))[k]
            squeezed = max(d * r + l * m for r, m in (through, (apart[0] * dead, apart[1] * live)))
            buckles = next(c for c in made.checks if c.about == about and c.key == "post.axial_compression")
            if not any("too low" in text for text in made.conflicts):
                self.assertAlmostEqual(
                    buckles.use / (squeezed / second.column_n(school, spec.post, tall)), 1.0, delta=0.025
                )
            bears = [c for c in made.checks if c.about == about and c.key == "footing.soil_bearing"]
            if SOIL[school][1] and bears:
                footing = next(f for f in made.footings if f.under == about)
                load = max(sum(through), apart[0] * dead + apart[1] * live)
                area = footing.hole_width_m**2 * 3.141592653589793 / 4
                net = SOIL[school][1] - 40 * second.PSF / FT * footing.embedment_m
                self.assertGreater(bears[0].use, 0.97 * load / area / net)

    @tag("slow")
    def test_a_few_of_every_school(self) -> None:
        for school in SOIL:
            self.agrees(school, 10, 71)

    @tag("slow")
    def test_three_hundred_of_every_school(self) -> None:
        for school in SOIL:
            self.agrees(school, many(300), 72)
