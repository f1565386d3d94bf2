"""A line drawn while it is typed: each word's meaning, the picture's order against rays, lines that do not read yet."""

import math
import random
import re
import unittest
from collections.abc import Sequence
from dataclasses import replace

from django.test import tag
from steady.drawing.scene import scene
from steady.drawing.thumbnail import LIGHT, TOWARD, Tile, seen, tile
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.line_preview import sample, sketch
from steady.plan.model import Plan, Vec
from steady.structures.line_help import explain
from steady.structures.registry import KINDS, kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.lengths import Bare
from steady.units.show import Tape

FEET = Tape()
INTO_M = 0.05
"""Pieces that stand into each other by a notch or a nail's depth are at the same place for the eye."""


def means(kind: str, text: str, bare: Bare = "ft", tape: Tape = FEET) -> dict[str, str]:
    return {word.word: word.means for word in explain(kind_called(kind).line, text, bare, tape=tape)}


def planned(kind: str, text: str) -> Plan:
    spec = kind_called(kind).read(NewStructureRequest(text=text, id="s", bare="ft", school="us"))
    return plan_structure(JobDocument(name="A", structures=(Structure(name="It", spec=spec),)), "s")


class Words(unittest.TestCase):
    """Each word where it lands, with its own numbers in the crew's units."""

    def test_a_fence(self) -> None:
        said = means("fence", "0 c38 c60r18 g4@45'6 g4+7 x61'3~2=water-main p60 118'6")
        self.assertEqual(said["c38"], "corner at 38′ 0″, a quarter turn right")
        self.assertEqual(said["c60r18"], "corner at 60′ 0″, 18° right")
        self.assertEqual(said["g4@45'6"], "gate 4′ 0″ clear from 45′ 6″ on")
        self.assertEqual(said["g4+7"], "gate of two leaves, 4′ 0″ and 7′ 0″")
        self.assertEqual(said["x61'3~2=water-main"], "no digging at 61′ 3″, 2′ 0″ each side")
        self.assertEqual(said["118'6"], "118′ 6″")

    def test_no_figure_is_shown_that_nobody_typed(self) -> None:
        for kind, word in (("fence", "corner"), ("fence", "gate"), ("deck", "up"), ("pergola", "braces")):
            (said,) = explain(kind_called(kind).line, word, "ft", tape=Tape())
            self.assertEqual((said.known, said.means), (False, ""), word)

    def test_a_bare_number_shows_the_unit_that_it_was_taken_in(self) -> None:
        metric = Tape("metric", 0.001)
        self.assertEqual(
            means("deck", "4.2x3 up0.6", "m", metric)["4.2x3"], f"{metric.length(4.2)} × {metric.length(3.0)}"
        )
        self.assertEqual(means("deck", "14x12")["14x12"], "14′ 0″ × 12′ 0″")

    def test_words_that_another_s_help_tells(self) -> None:
        said = means("pergola", "24x14 bays5x2 turn gap2-1/2in feet=slab")
        self.assertIn("the other way", said["turn"])
        self.assertIn("gap", said["gap2-1/2in"])
        self.assertTrue(said["feet=slab"])

    def test_what_is_not_known(self) -> None:
        [_, word] = explain(kind_called("deck").line, "18x11 banana", "ft", tape=FEET)
        self.assertEqual((word.known, word.means), (False, ""))

    def test_every_word_of_every_sample_line_is_explained(self) -> None:
        for kind in KINDS:
            for bare, line in (("ft", kind.line.imperial), ("m", kind.line.metric)):
                for word in explain(kind.line, line, bare, tape=FEET):  # type: ignore[arg-type]
                    with self.subTest(kind.key, word=word.word):
                        self.assertTrue(word.known and word.means)

    def test_any_text(self) -> None:
        rng = random.Random("words")
        for _ in range(300):
            text = "".join(rng.choice("abgx0123456789'\"@+~=/.- cr") for _ in range(rng.randint(0, 40)))
            for kind in KINDS:
                explain(kind.line, text, rng.choice(("ft", "in", "m", "mm")), tape=FEET)


class Pictures(unittest.TestCase):
    """What is drawn last at a point is what a ray from there meets first."""

    @tag("slow")
    def test_order_against_rays(self) -> None:
        for kind, line, least in (
            ("deck", "14x10 up3", 0.98),
            ("pergola", "18x11 high8 over1 rafters24in slats5in brace2", 0.98),
            ("lean-to", "12x8 fall5 beam8 over6in sheets2", 0.98),
            ("fence", "0 c20 g4 40", 0.98),
        ):
            with self.subTest(kind):
                self.assertGreaterEqual(self.agree(planned(kind, line)), least)

    def agree(self, plan: Plan) -> float:
        """Share of points of the picture where both say the same colour, faces' edges left out."""
        space = scene(plan)
        floor = space.ground[4]
        boxes = []
        for solid in space.solids:
            if solid.shape != "box" or solid.layer == "wall":
                continue
            for k in range(solid.count):
                dx, dy, dz = (step * k for step in solid.step)
                points = [(x + dx, y + dy, max(floor, z + dz)) for x, y, z in solid.points]
                if max(z for _, _, z in points) > floor + 0.02:
                    boxes.append((points, solid.fill))
        flat = replace(space, solids=tuple(s for s in space.solids if s.shape == "box" and s.layer != "wall"))
        picture = tile(flat)
        shapes = drawn(picture)
        rng = random.Random(plan.called)
        left, top, wide, high = picture.box
        same = asked = 0
        while asked < 400:
            x, y = left + rng.random() * wide, top + rng.random() * high
            ours = next((fill for fill, points in reversed(shapes) if inside(points, x, y)), None)
            if ours is None:
                continue
            asked += 1
            same += any(ours in lit(fill) for fill in first_met(boxes, x, y))
        return same / asked


def drawn(picture: Tile) -> list[tuple[str, list[tuple[float, float]]]]:
    found = []
    for part in picture.drawn:
        for path in part.path.split("Z")[:-1]:
            numbers = [float(n) for n in re.findall(r"-?[\d.]+", path)]
            found.append((part.fill, list(zip(numbers[::2], numbers[1::2], strict=True))))
    return found


def inside(points: list[tuple[float, float]], x: float, y: float) -> bool:
    hit = False
    for (x0, y0), (x1, y1) in zip(points, points[1:] + points[:1], strict=True):
        if (y0 > y) != (y1 > y) and x < (x1 - x0) * (y - y0) / (y1 - y0) + x0:
            hit = not hit
    return hit


def lit(fill: str) -> set[str]:
    """A colour in every light that it is drawn in."""
    parts = [int(fill[k : k + 2], 16) for k in (1, 3, 5)]
    return {"#" + "".join(f"{min(255, round(part * light)):02x}" for part in parts) for light in LIGHT.values()}


def first_met(boxes: Sequence[tuple[Sequence[Vec], str]], x: float, y: float) -> set[str]:
    """The colour of the nearest box on the line of sight, cut with its three pairs of faces; of all that stand into it, too."""
    # A point of the sheet, anywhere along the line of sight: solved from three points whose places there are known.
    (ox, oy, _), (ax, ay, _), (bx, by, _) = seen((0, 0, 0)), seen((1, 0, 0)), seen((0, 1, 0))
    a, b, c, d = ax - ox, bx - ox, ay - oy, by - oy
    det = a * d - b * c
    px, py = ((x - ox) * d - b * (y - oy)) / det, (a * (y - oy) - c * (x - ox)) / det
    met: list[tuple[float, str]] = []
    for points, colour in boxes:
        near, far = -math.inf, math.inf
        first = points[0]
        for k in (1, 2, 4):
            edges = [tuple(q - p for p, q in zip(first, points[i], strict=True)) for i in (1, 2, 4) if i != k]
            (e1, e2, e3), (f1, f2, f3) = edges
            n = (e2 * f3 - e3 * f2, e3 * f1 - e1 * f3, e1 * f2 - e2 * f1)
            reach = [sum(w * p for w, p in zip(n, point, strict=True)) for point in points]
            at, way = n[0] * px + n[1] * py, sum(w * t for w, t in zip(n, TOWARD, strict=True))
            if abs(way) < 1e-12:
                if not min(reach) <= at <= max(reach):
                    near, far = 1.0, 0.0
                continue
            low, high = sorted(((min(reach) - at) / way, (max(reach) - at) / way))
            near, far = max(near, low), min(far, high)
        if near <= far:
            met.append((far, colour))
    best = max((far for far, _ in met), default=0.0)
    return {colour for far, colour in met if far > best - INTO_M}


class Sketches(unittest.TestCase):
    """Whatever is typed, something is told, and nothing is refused."""

    JOB = JobDocument(name="A", structures=())

    def ask(self, kind: str, text: str) -> tuple[bool, str, int]:
        one = kind_called(kind)
        first = NewStructureRequest(text=text, id="new", bare="ft", school="us")
        made = sketch(self.JOB, one, text, bare="ft", spec_of=lambda line: one.read(replace(first, text=line)))
        return made.picture is not None, made.fault, len(made.words)

    def test_a_whole_line(self) -> None:
        self.assertEqual(self.ask("pavilion", "16x16 over9in pitch25 ring3"), (True, "", 4))

    def test_a_word_that_is_not_understood_is_told_and_the_rest_is_drawn(self) -> None:
        drawn_all_the_same, fault, words = self.ask("pergola", "14x10 banana high8")
        self.assertTrue(drawn_all_the_same)
        self.assertIn("banana", fault)
        self.assertEqual(words, 3)

    @tag("slow")
    def test_half_a_line(self) -> None:
        for kind in KINDS:
            line = kind.line.imperial
            for end in range(len(line)):
                with self.subTest(kind.key, line=line[:end]):
                    picture, fault, _ = self.ask(kind.key, line[:end])
                    self.assertTrue(picture or fault)

    def test_every_kind_has_a_tile(self) -> None:
        for kind in KINDS:
            for metric in (False, True):
                with self.subTest(kind.key, metric=metric):
                    picture = sample(kind, metric)
                    assert picture is not None
                    self.assertGreater(len(picture.drawn), 10)
                    self.assertTrue(all(re.fullmatch(r"#[0-9a-f]{6}", part.fill) for part in picture.drawn))

    def test_a_long_fence_is_drawn_small_enough_to_send(self) -> None:
        one = kind_called("fence")
        made = sketch(
            self.JOB,
            one,
            "1200",
            bare="ft",
            spec_of=lambda line: one.read(NewStructureRequest(text=line, id="n", bare="ft", school="us")),
        )
        self.assertTrue(made.picture is None or sum(len(part.path) for part in made.picture.drawn) < 400_000)
