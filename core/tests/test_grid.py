"""A frame loaded square to its plane, against a general structural library and closed forms."""

import math
import random
import unittest
import warnings

from steady.errors import InvalidInputError
from steady.statics.grillage import GridBar, grid, torsion_constant_m4


class GridTest(unittest.TestCase):
    def test_random_frames_agree_with_the_library(self) -> None:
        rng = random.Random(8)
        for _ in range(8):
            b, h = rng.uniform(0.7, 2.2), rng.uniform(0.8, 2.0)
            nodes = {
                "a": (0.0, 0.0),
                "b": (0.0, h * 0.4),
                "c": (0.0, h),
                "d": (b, 0.0),
                "e": (b, h * rng.uniform(0.4, 0.6)),
                "f": (b, h),
            }
            pairs = [("a", "b"), ("b", "c"), ("d", "e"), ("e", "f"), ("a", "d"), ("b", "e"), ("c", "f"), ("a", "f")]
            stiff = {pair: (rng.uniform(2e3, 2e4), rng.uniform(3e2, 4e3)) for pair in pairs}
            load = rng.uniform(20, 400)
            held = ["a", "c", "e"]
            ours = grid(nodes, [GridBar(i, j, *stiff[i, j]) for i, j in pairs], held, loads_n={"f": load})
            theirs = self.library(nodes, stiff, held, load)
            for name in nodes:
                self.assertAlmostEqual(
                    ours[name], theirs[name], delta=1e-6 * max(abs(value) for value in theirs.values())
                )

    def library(
        self,
        nodes: dict[str, tuple[float, float]],
        stiff: dict[tuple[str, str], tuple[float, float]],
        held: list[str],
        load: float,
    ) -> dict[str, float]:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            from Pynite import FEModel3D

            model = FEModel3D()
            model.add_material("m", 1e9, 1e9, 0.3, 0.0)
            for name, (x, y) in nodes.items():
                model.add_node(name, x, y, 0)
                # Out of the plane z only; in the plane everything is held.
                model.def_support(name, True, True, name in held, False, False, True)
            for (i, j), (bending, torsion) in stiff.items():
                name = f"{i}{j}"
                model.add_section(name, 1.0, bending / 1e9, bending / 1e9, torsion / 1e9)
                model.add_member(name, i, j, "m", name)
            model.add_node_load("f", "FZ", load)
            model.analyze(check_statics=False)
            return {name: float(model.nodes[name].DZ["Combo 1"]) for name in nodes}

    def test_a_bar_on_two_supports_with_an_overhang(self) -> None:
        # P a² (L + a) / (3 EI) at the end of the overhang.
        nodes = {"a": (0.0, 0.0), "b": (2.0, 0.0), "c": (2.7, 0.0), "d": (0.0, 1.0)}
        bars = [GridBar("a", "b", 5e3, 1e3), GridBar("b", "c", 5e3, 1e3), GridBar("a", "d", 5e3, 1e3)]
        found = grid(nodes, bars, ["a", "b", "d"], loads_n={"c": 100.0})
        self.assertAlmostEqual(found["c"] / (100 * 0.7**2 * 2.7 / (3 * 5e3)), 1.0, 9)

    def test_what_is_not_held_is_refused(self) -> None:
        nodes = {"a": (0.0, 0.0), "b": (1.0, 0.0), "c": (1.0, 1.0)}
        bars = [GridBar("a", "b", 1e3, 1e3), GridBar("b", "c", 1e3, 1e3)]
        with self.assertRaises(InvalidInputError):
            grid(nodes, bars, ["a", "b"], loads_n={"c": 1.0})
        with self.assertRaises(InvalidInputError):
            grid(nodes, [GridBar("a", "b", 0.0, 1.0)], ["a"], loads_n={})

    def test_torsion_of_rectangles(self) -> None:
        # Published coefficients of a b³: square 0.141, 2:1 0.229, 4:1 0.281, very long 1/3.
        for ratio, coefficient in ((1, 0.1406), (2, 0.229), (4, 0.281), (1000, 1 / 3)):
            self.assertAlmostEqual(
                torsion_constant_m4(0.04 * ratio, 0.04) / (0.04 * ratio * 0.04**3), coefficient, delta=0.002
            )
        self.assertEqual(torsion_constant_m4(0.1, 0.04), torsion_constant_m4(0.04, 0.1))
        with self.assertRaises(InvalidInputError):
            torsion_constant_m4(0.1, 0.0)
        self.assertTrue(math.isfinite(torsion_constant_m4(1e-6, 1e-6)))
