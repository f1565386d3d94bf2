"""Whole roofs of every kind and school beside the second calculation: weights, rafters, beams and posts from pieces in space."""

import itertools
import unittest
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any

from steady.catalog.items import sticks
from steady.drawing.pieces import corners
from steady.jobs.document import case_of, plan_structure
from steady.plan.model import Check, Part, Plan
from steady.structures.lean_to.checks import check_lean_to
from steady.structures.pavilion.checks import check_pavilion
from steady.structures.pergola.checks import check_pergola
from steady.structures.structure_type import DesignInput

from tests.lane import many
from tests.second import whole_roofs as second
from tests.second.deck import LB
from tests.typed_lines import SCHOOLS, ordinary

CHECKS: dict[str, Callable[[DesignInput], Any]] = {
    "pergola": check_pergola,
    "lean-to": check_lean_to,
    "pavilion": check_pavilion,
}
OVER = ("rafter", "jack", "hip", "ring", "ridge", "purlin", "slat", "sheet")
"""Roles of what the beams carry."""
PASCALS = {"psi": 6894.757293168362, "MPa": 1e6}
NEWTONS = {"lb": LB, "kN": 1000.0}


@dataclass(frozen=True)
class Roof:
    """One ordinary roof: its plan, what lies on it and its pieces by role."""

    kind: str
    school: str
    plan: Plan
    spec: Any
    on: second.Spread

    @property
    def name(self) -> str:
        return f"{self.school} {self.kind} {self.spec}"

    @property
    def lines_m(self) -> list[float]:
        """Where the beam lines lie, from their plies' middles."""
        middles = sorted(piece.middle(1) for piece in self.pieces("beam"))
        groups = [[middles[0]]]
        for y in middles[1:]:
            groups[-1].append(y) if y - groups[-1][-1] < 0.3 else groups.append([y])
        return [sum(group) / len(group) for group in groups]

    @property
    def area_m2(self) -> float:
        """Of the roof on plan, by how far its rafters reach."""
        pieces = self.pieces("rafter", "jack")
        ends = [(min(p.span(axis)[0] for p in pieces), max(p.span(axis)[1] for p in pieces)) for axis in (0, 1)]
        return (ends[0][1] - ends[0][0]) * (ends[1][1] - ends[1][0])

    def parts(self, *roles: str) -> list[Part]:
        return [part for part in self.plan.parts if part.role in roles and part.length_m > 0]

    def pieces(self, *roles: str) -> list[second.Piece]:
        return [piece for part in self.parts(*roles) for piece in pieces_of(part)]

    def checks(self, key: str) -> list[Check]:
        return [check for check in self.plan.checks if check.key == key]


def pieces_of(part: Part) -> Iterator[second.Piece]:
    density = sticks()[part.item].density_kg_per_m3
    for place in part.places:
        points = corners(part, place)
        for k in range(place.count):
            moved = tuple((x + k * place.step[0], y + k * place.step[1], z + k * place.step[2]) for x, y, z in points)
            yield second.Piece(moved, part.section_m, density)


@cache
def roofs(kind: str, school: str) -> tuple[Roof, ...]:
    made = []
    for job in ordinary(kind, school, many(20)):
        loads = CHECKS[kind](case_of(job, "s")).loads
        on = second.Spread(loads.dead_pa, loads.live_pa, loads.snow_pa or 0.0, loads.person_n)
        made.append(Roof(kind, school, plan_structure(job, "s"), job.structures[0].spec, on))
    return tuple(made)


class WholeRoofTest(unittest.TestCase):
    def each(self, *kinds: str) -> Iterator[Roof]:
        for kind in kinds or tuple(CHECKS):
            for school in SCHOOLS:
                yield from roofs(kind, school)

    def test_what_lies_over_the_beams_weighs_as_much(self) -> None:
        """Ours is spread by the spacing, so that the one rafter more than there are spacings is not in it: a tenth at most."""
        for roof in self.each():
            weight = sum(piece.weight_n for piece in roof.pieces(*OVER)) / roof.area_m2
            self.assertGreater(roof.on.dead_pa / weight, 0.88)
            self.assertLess(roof.on.dead_pa / weight, 1.1)

    def test_posts_together_carry_the_roof(self) -> None:
        for roof in self.each():
            if getattr(roof.spec, "attach", "free") != "free":
                continue
            area, dead = roof.area_m2, sum(piece.weight_n for piece in roof.pieces(*OVER))
            share = 1.0
            if roof.kind == "lean-to":
                low, high = roof.pieces("rafter")[0].span(1)
                share = (low + high) / 2 / roof.lines_m[0]
            posts = roof.checks("post.axial_compression")
            dead = dead * share + sum(piece.weight_n for piece in roof.pieces("beam"))
            live = roof.on.live_pa
            if roof.kind != "pergola":
                live = second.own_live_pa(roof.school, live, area * share / len(posts), roof.spec.pitch_rad)
            lies = second.worst_n(roof.school, dead, live * area * share, roof.on.snow_pa * area * share)
            person = second.worst_n(roof.school, dead, roof.on.person_n * len(posts))
            ours = sum(check.demand.value * NEWTONS[check.demand.unit] for check in posts)
            self.assertGreater(ours, 0.95 * lies, roof.name)
            if roof.school != "nz":  # wind down may press more than people there
                self.assertLess(ours, 1.05 * lies + person, roof.name)

    def test_rafters_bend_as_much(self) -> None:
        for roof in self.each("pergola", "lean-to"):
            part = roof.parts("rafter")[0]
            piece, middles = next(pieces_of(part)), sorted(one.middle(0) for one in roof.pieces("rafter"))
            spacing = max(b - a for a, b in itertools.pairwise(middles))
            supports = [*([piece.span(1)[0]] if len(roof.lines_m) == 1 else []), *roof.lines_m]
            live = roof.on.live_pa
            if roof.kind == "lean-to":
                live = second.own_live_pa(
                    roof.school, live, spacing * (piece.span(1)[1] - piece.span(1)[0]), roof.spec.pitch_rad
                )
            loads = {"dead": roof.on.dead_pa, "live": live, "snow": roof.on.snow_pa}
            each = {name: pressure * spacing for name, pressure in loads.items()} | {"person": roof.on.person_n}
            theirs = second.member_uses(roof.school, part.item, part.section_m, piece.span(1), supports, each)
            for check in roof.checks("rafter.bending"):
                self.assertGreater(check.use, 0.97 * theirs, f"{roof.name} {check.case}")
                if "wind" not in check.case:
                    self.assertLess(check.use, 1.04 * theirs, f"{roof.name} {check.case}")

    def test_beams_bend_as_much(self) -> None:
        """Between posts, under half of the roof each way; rafters stand close enough to count as spread."""
        seen = set()
        for roof in self.each("pergola", "lean-to"):
            beams, posts = roof.parts("beam"), roof.pieces("post")
            rafter = roof.pieces("rafter")[0]
            low, high = rafter.span(1)
            for line in roof.lines_m:
                sticks_here = [piece for piece in roof.pieces("beam") if abs(piece.middle(1) - line) < 0.2]
                on_it = [post for post in posts if abs(post.middle(1) - line) < 0.2]
                ends = sticks_here[0].span(0)
                at = sorted(post.middle(0) for post in on_it)
                if len({piece.span(0) for piece in sticks_here}) > 1 or len(at) != 2:
                    continue
                other = [y for y in roof.lines_m if y != line] or [low]
                width = abs((low + high) / 2 - other[0]) * (high - low) / abs(line - other[0])
                area = width * (ends[1] - ends[0])
                live = roof.on.live_pa
                if roof.kind == "lean-to":
                    live = second.own_live_pa(roof.school, live, area, roof.spec.pitch_rad)
                loads = {"dead": roof.on.dead_pa, "live": live, "snow": roof.on.snow_pa}
                own = sum(piece.weight_n for piece in sticks_here) / (ends[1] - ends[0])
                each = {name: pressure * width for name, pressure in loads.items()} | {"person": roof.on.person_n}
                each["dead"] += own
                section = (sum(piece.section_m[0] for piece in sticks_here), sticks_here[0].section_m[1])
                theirs = second.member_uses(roof.school, beams[0].item, section, ends, at, each)
                ours = max(check.use for check in roof.checks("beam.bending"))
                self.assertGreater(ours, 0.99 * theirs, roof.name)
                if all("wind" not in check.case for check in roof.checks("beam.bending")):
                    self.assertLess(ours, 1.01 * theirs, roof.name)
                    seen.add((roof.kind, roof.school))
        self.assertGreaterEqual(len(seen), 4)

    def test_pavilions_beams_bend_as_much(self) -> None:
        """Under the rafters that meet each side's beam, each with its strip, by sums of moments about the posts."""
        seen = set()
        for roof in self.each("pavilion"):
            if len(roof.pieces("post")) != 4 or roof.pieces("ring", "ridge"):
                continue
            posts = sorted({round(post.middle(0), 2) for post in roof.pieces("post")})
            low, high = posts[0], posts[-1]
            front = [piece for piece in roof.pieces("beam") if piece.span(0)[1] - piece.span(0)[0] > 1.0]
            line = min(piece.middle(1) for piece in front)
            here = [piece for piece in front if piece.middle(1) < line + 0.3]
            depth = min(post.middle(1) for post in roof.pieces("post"))
            along = [
                p for p in roof.pieces("rafter", "jack") if p.span(1)[1] - p.span(1)[0] > p.span(0)[1] - p.span(0)[0]
            ]
            landing = sorted((p for p in along if p.span(1)[0] < depth), key=lambda piece: piece.middle(0))
            middles = [piece.middle(0) for piece in landing]
            loads: list[tuple[float, float]] = []
            for piece, before, after in zip(landing, [middles[0], *middles], [*middles[1:], middles[-1]], strict=False):
                strip = (after - before) / 2 if middles[0] < piece.middle(0) < middles[-1] else middles[1] - middles[0]
                outer, inner = piece.span(1)
                loads.append((piece.middle(0), strip * (inner - outer) * ((inner - outer) / 2) / (inner - depth)))
            area = sum(share for _, share in loads)
            live = second.own_live_pa(roof.school, roof.on.live_pa, area, roof.spec.pitch_rad)
            own = sum(piece.weight_n for piece in here)
            modulus = sum(piece.section_m[0] for piece in here) * here[0].section_m[1] ** 2 / 6
            moment = second.beam_moment(loads, low, high)
            theirs = 0.0
            for load, pressure in (("live", live), ("snow", roof.on.snow_pa)):
                dead = moment * roof.on.dead_pa + own * (high - low) / 8
                bends = second.factored(roof.school, dead, moment * pressure)
                theirs = max(theirs, bends / modulus / second.limit_pa(roof.school, roof.parts("beam")[0].item, load))
            ours = max(check.use for check in roof.checks("beam.bending") if check.about == "s/beam/1")
            self.assertGreater(ours, 0.97 * theirs, roof.name)
            seen.add(roof.school)
        self.assertGreaterEqual(seen, {"us", "uk", "nz"})
