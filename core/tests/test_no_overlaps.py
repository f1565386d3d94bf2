"""No two pieces share space by more than a millimetre, but where one is notched: fences, decks, pergolas, lean-tos as solids."""

import itertools
import math
import unittest
from collections.abc import Iterator

import manifold3d
import numpy as np
from steady.jobs.document import plan_structure
from steady.plan.model import Cut, Part, Plan

from tests.lane import many
from tests.typed_lines import SCHOOLS, ordinary

NEAR_M = 1e-3
FAR_M = 0.6
"""A stick is made so much longer at both ends before its ends are cut."""


def solids(plan: Plan) -> Iterator[tuple[str, str, manifold3d.Manifold]]:
    """Every piece: its role, its place, and itself, ends and notches cut."""
    for part in plan.parts:
        if part.length_m > 0:
            shape = _stick(part)
            for place in part.places:
                for k in range(place.count):
                    along, up = np.array(place.along), np.array(place.up)
                    frame = np.column_stack(
                        [along, up, np.cross(along, up), np.array(place.at) + k * np.array(place.step)]
                    )
                    yield part.role, f"{place.id} {k}", shape.transform(frame)


def _stick(part: Part) -> manifold3d.Manifold:
    """Along x from 0, its depth in y, its thickness in z."""
    thick, deep = part.section_m
    made = manifold3d.Manifold.cube((part.length_m + 2 * FAR_M, deep, thick)).translate((-FAR_M, -deep / 2, -thick / 2))
    saws = {cut.end: cut for cut in part.cuts if cut.kind == "saw"}
    for end, at_m, sign in (("start", 0.0, -1.0), ("end", part.length_m, 1.0)):
        cut = saws.get(end)  # type: ignore[call-overload]
        slopes = [math.tan(angle) for angle in ((cut.bevel_rad, cut.mitre_rad) if cut else (0.0, 0.0))]
        normal = sign * np.array([1.0, -slopes[0], -slopes[1]])
        size = float(np.linalg.norm(normal))
        made = made.trim_by_plane(tuple(-normal / size), -sign * at_m / size)
    return made


def _notched(part: Part) -> list[Cut]:
    return [cut for cut in part.cuts if cut.kind == "notch"]


def overlaps(plan: Plan) -> list[str]:
    """Pairs of pieces that share space where neither is notched for the other."""
    found = []
    notched = {place.id for part in plan.parts if _notched(part) for place in part.places}
    made = [(role, name, solid, np.array(solid.bounding_box())) for role, name, solid in solids(plan)]
    for (one, first, a, box), (two, second, b, other) in itertools.combinations(made, 2):
        if (np.minimum(box[3:], other[3:]) - np.maximum(box[:3], other[:3]) < NEAR_M).any():
            continue
        shared = a ^ b
        if shared.is_empty() or shared.volume() < 1e-6:
            continue
        size = np.array(shared.bounding_box())
        if (size[3:] - size[:3] < NEAR_M).any():
            continue
        if first.rpartition(" ")[0] in notched or second.rpartition(" ")[0] in notched:
            continue  # what is notched is looked at by its notch: a deck board below
        found.append(f"{one} {first} in {two} {second}: {1e6 * shared.volume():.0f} ml")
    return found


class OverlapTest(unittest.TestCase):
    def none_of(self, kind: str) -> None:
        for school in SCHOOLS:
            for number, job in enumerate(ordinary(kind, school, many(6), stairs=False)):
                with self.subTest(kind=kind, school=school, number=number):
                    self.assertEqual(overlaps(plan_structure(job, "s")), [])

    def test_fences(self) -> None:
        """Gates too: their frames are halved where they cross, and boards lie on their face."""
        self.none_of("fence")

    def test_decks(self) -> None:
        self.none_of("deck")

    def test_a_stairs_guard_and_handrail(self) -> None:
        """Balusters lie on the rails' faces, handrails stand clear of the guard; treads stand in the stringers' notches."""
        seen = 0
        for school in SCHOOLS:
            for job in ordinary("deck", school, many(6)):
                plan = plan_structure(job, "s")
                if any(part.role == "handrail" for part in plan.parts):
                    seen += 1
                    met = [text for text in overlaps(plan) if "handrail" in text or "baluster" in text]
                    self.assertEqual(met, [], school)
        self.assertGreater(seen, 0)

    def test_pergolas(self) -> None:
        self.none_of("pergola")

    def test_lean_tos(self) -> None:
        self.none_of("lean-to")

    def test_boards_are_notched_as_deep_as_guard_posts_reach_into_them(self) -> None:
        seen = 0
        for school in SCHOOLS:
            for job in ordinary("deck", school, 4, stairs=False):
                plan = plan_structure(job, "s")
                posts = [place.at for part in plan.parts if part.role == "guard post" for place in part.places]
                half = next((part.section_m[1] / 2 for part in plan.parts if part.role == "guard post"), 0.0)
                for part in plan.parts:
                    if part.role != "decking":
                        continue
                    width = part.section_m[1]
                    for place in part.places:
                        for k in range(place.count):
                            u, v = place.at[0], place.at[1] + k * place.step[1]
                            met = [
                                post
                                for post in posts
                                if u - half < post[0] < u + part.length_m + half
                                and abs(post[1] - v) < width / 2 + half - 1e-6
                            ]
                            for post in met:
                                seen += 1
                                cut = min(_notched(part), key=lambda one: abs(u + one.at_m - post[0]))
                                self.assertLess(abs(u + cut.at_m - post[0]), 1e-3)
                                reach = min(v + width / 2, post[1] + half) - max(v - width / 2, post[1] - half)
                                self.assertGreaterEqual(cut.size_m[0], reach - 1e-6)
        self.assertGreater(seen, 40)
