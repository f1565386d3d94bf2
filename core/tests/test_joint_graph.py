"""Joints found from the pieces as they stand: counted by hand, areas against a solid-geometry library, no end free."""

import unittest
from collections import Counter
from dataclasses import replace

import manifold3d
import numpy as np
from steady.data.loader import keyed
from steady.data.roles import role
from steady.drawing.joints import Joint, joints
from steady.jobs.document import plan_structure
from steady.jobs.joint_rows import joint_rows
from steady.plan.model import Part, Plan
from steady.plan.results import unanswered
from steady.units.show import Tape

from tests.lane import many
from tests.test_no_overlaps import solids
from tests.typed_lines import SCHOOLS, ordinary

HELD_OFF = {"handrail"}
"""Held clear of everything by brackets."""
GATE_POST = {"post"}
"""A post that carries a gate alone is met by its hinges, which are no pieces of wood."""
THIN_M = 1e-3


def sizes(plan: Plan) -> dict[str, str]:
    """Every piece with plane faces, by what a joint calls it, and its role."""
    found = {}
    for part in plan.parts:
        if part.length_m > 0 and not part.drawn_m and role(part.role).shape != "round":
            for place in part.places:
                for k in range(place.count):
                    found[place.id if place.count == 1 else f"{place.id}/{k + 1}"] = part.role
    return found


class JointGraphTest(unittest.TestCase):
    def test_a_fence_by_hand(self) -> None:
        job = next(iter(ordinary("fence", "us", 1)))
        plan = plan_structure(job, "s")
        rails = sum(part.count for part in plan.parts if part.role == "rail")
        found = Counter((joint.roles, joint.kind) for joint in joints(plan))
        ends = (
            found[("post", "rail"), "butts"] + found[("post", "rail"), "laps"] + found[("rail", "rail"), "end to end"]
        )
        self.assertGreaterEqual(ends, rails)

    def test_areas_against_a_solid_geometry_library(self) -> None:
        """One piece of a joint pushed a millimetre into the other: what they share is the area times a millimetre."""
        for kind in ("fence", "deck", "pergola"):
            plan = plan_structure(next(iter(ordinary(kind, "us", 1, stairs=False))), "s")
            made = _named(plan)
            flat = [joint for joint in joints(plan) if joint.kind in ("rests", "butts", "laps")]
            compared = 0
            for joint in flat[:: max(1, len(flat) // 60)]:
                one, other = made.get(joint.first.piece), made.get(joint.second.piece)
                if one is None or other is None:
                    continue
                compared += 1
                self.assertAlmostEqual(
                    _area(joint, one, other), joint.contact.area_m2, delta=0.03 * joint.contact.area_m2 + 3e-6
                )
            self.assertGreater(compared, 20, kind)

    def test_nothing_takes_up_the_same_space(self) -> None:
        """A roof's purlins and ring meet at the hips in planes of their own; fences and roofs have no two pieces in one place."""
        for kind in ("fence", "pergola", "lean-to", "pavilion"):
            for school in SCHOOLS:
                for number, job in enumerate(ordinary(kind, school, many(6))):
                    with self.subTest(kind=kind, school=school, number=number):
                        shared = [joint.id for joint in joints(plan_structure(job, "s")) if joint.kind == "overlaps"]
                        self.assertEqual(shared, [])

    def test_no_piece_stands_alone(self) -> None:
        for kind in ("fence", "deck", "pergola", "lean-to", "pavilion"):
            for school in SCHOOLS:
                for number, job in enumerate(ordinary(kind, school, many(6))):
                    with self.subTest(kind=kind, school=school, number=number):
                        plan = plan_structure(job, "s")
                        touched = {end.piece for joint in joints(plan) for end in (joint.first, joint.second)}
                        alone = {what for piece, what in sizes(plan).items() if piece not in touched}
                        held = HELD_OFF | (GATE_POST if plan.openings else set())
                        self.assertEqual(alone - held, set())

    def test_both_ends_of_every_brace_have_something_to_push_against(self) -> None:
        seen = 0
        for kind in ("pergola", "lean-to", "pavilion"):
            for school in SCHOOLS:
                for job in ordinary(kind, school, many(6)):
                    plan = plan_structure(job, "s")
                    met = {(end.piece, end.where) for joint in joints(plan) for end in (joint.first, joint.second)}
                    for piece, what in sizes(plan).items():
                        if what == "brace":
                            seen += 1
                            self.assertLessEqual({(piece, "start"), (piece, "end")}, met)
        self.assertGreater(seen, 40)

    def test_a_joint_never_reads_better_than_what_is_open_about_it(self) -> None:
        """Nobody typed a rating: hold-downs, hangers and ties wait for one, and no row of theirs passes outright."""
        places = keyed("joint_places")
        seen = 0
        for kind in ("deck", "pergola", "lean-to", "pavilion"):
            for school in SCHOOLS:
                for job in ordinary(kind, school, many(4)):
                    plan = plan_structure(job, "s")
                    waits = {gap.key for gap in unanswered(plan)}
                    for row in joint_rows(plan, Tape()):
                        pair = row.id.rpartition(": ")[0]
                        keys = places[pair].text["checks"].split(" | ") if pair in places else []
                        if waits & set(keys) and not row.conflict:
                            seen += 1
                            self.assertIn(row.verdict, ("fail", "not_checked", "to_answer"), (row.place, keys))
                            self.assertTrue(row.governed_by)
        self.assertGreater(seen, 10)

    def test_a_gap_is_no_joint_and_shared_space_is_told(self) -> None:
        """A pergola's beams lifted off their posts by 20 mm, and let into them as deep."""
        plan = plan_structure(next(iter(ordinary("pergola", "us", 1))), "s")
        rows = joint_rows(plan, Tape())
        self.assertEqual(sum(row.count for row in rows), len(joints(plan)))
        self.assertFalse(any(row.conflict for row in rows))
        for lift_m, resting, shared in ((0.02, False, False), (-0.02, False, True)):
            parts = tuple(_raised(part, lift_m) if part.role == "beam" else part for part in plan.parts)
            found = {row.how for row in joint_rows(replace(plan, parts=parts), Tape()) if row.place == "Beam to post"}
            self.assertEqual("rests on it" in found, resting)
            self.assertEqual("takes up the same space" in found, shared)


def _raised(part: Part, lift_m: float) -> Part:
    places = tuple(replace(one, at=(one.at[0], one.at[1], one.at[2] + lift_m)) for one in part.places)
    return replace(part, places=places)


def _named(plan: Plan) -> dict[str, manifold3d.Manifold]:
    """Every piece's solid, by what a joint calls it."""
    rows = {place.id: place.count for part in plan.parts for place in part.places}
    found = {}
    for _, name, solid in solids(plan):
        place, _, k = name.rpartition(" ")
        found[place if rows[place] == 1 else f"{place}/{int(k) + 1}"] = solid
    return found


def _area(joint: Joint, one: manifold3d.Manifold, other: manifold3d.Manifold) -> float:
    pushed = one.translate(tuple(np.array(joint.contact.normal) * (THIN_M + joint.contact.gap_m)))
    return float((pushed ^ other).volume()) / THIN_M
