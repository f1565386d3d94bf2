"""Beams against a general structural library, and what must hold for any beam."""

import itertools
import random
import unittest
import warnings
from typing import Any

from steady.errors import InvalidInputError
from steady.statics.beam import PointLoad, Solved, SpreadLoad, solve

E_PA, I_M4 = 10e9, 8e-6


def random_beam(seed: int) -> tuple[float, list[float], list[PointLoad | SpreadLoad]]:
    rng = random.Random(seed)
    spans = [rng.uniform(1, 4) for _ in range(rng.randint(1, 4))]
    left, right = rng.choice((0.0, rng.uniform(0.2, 1.2))), rng.choice((0.0, rng.uniform(0.2, 1.2)))
    supports = [left]
    for span in spans:
        supports.append(supports[-1] + span)
    length = supports[-1] + right
    loads: list[PointLoad | SpreadLoad] = []
    for _ in range(rng.randint(1, 4)):
        if rng.random() < 0.5:
            loads.append(PointLoad(at_m=rng.uniform(0.01, length - 0.01), load_n=rng.uniform(-2000, 5000)))
        else:
            a, b = sorted((rng.uniform(0, length), rng.uniform(0, length)))
            if b - a > 0.05:
                loads.append(
                    SpreadLoad(from_m=a, to_m=b, start_n_per_m=rng.uniform(0, 3000), end_n_per_m=rng.uniform(0, 3000))
                )
    return length, supports, loads


def solved(seed: int) -> tuple[float, list[float], list[PointLoad | SpreadLoad], Solved]:
    length, supports, loads = random_beam(seed)
    return length, supports, loads, solve(length, supports, loads, stiffness_n_m2=E_PA * I_M4)


def put_loads(model: Any, stations: list[float], loads: list[Any]) -> None:
    """One plain member between each two stations: the library's own splitting of long members loses digits."""
    for k, (a, b) in enumerate(itertools.pairwise(stations)):
        model.add_member(f"b{k}", f"n{k}", f"n{k + 1}", "m", "s")
        for load in loads:
            if isinstance(load, SpreadLoad) and load.from_m <= a and load.to_m >= b:
                slope = (load.end_n_per_m - load.start_n_per_m) / (load.to_m - load.from_m)
                w1, w2 = (load.start_n_per_m + slope * (at - load.from_m) for at in (a, b))
                model.add_member_dist_load(f"b{k}", "Fy", -w1, -w2, 0, b - a)
    for load in loads:
        if isinstance(load, PointLoad):
            model.add_node_load(f"n{stations.index(load.at_m)}", "FY", -load.load_n)


class AgainstLibraryTest(unittest.TestCase):
    def test_random_beams_agree_with_a_structural_library(self) -> None:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            from Pynite import FEModel3D
        for seed in range(12):
            length, supports, loads, ours = solved(seed)
            edges = [e for p in loads if isinstance(p, SpreadLoad) for e in (p.from_m, p.to_m)]
            points = [p.at_m for p in loads if isinstance(p, PointLoad)]
            stations = sorted({0.0, length, *supports, *points, *edges})
            model = FEModel3D()
            model.add_material("m", E_PA, E_PA / 2.6, 0.3, 0.0)
            model.add_section("s", 1e-2, I_M4, I_M4, 2 * I_M4)
            for k, at in enumerate(stations):
                model.add_node(f"n{k}", at, 0, 0)
                model.def_support(f"n{k}", at == supports[0], at in supports, True, k == 0, k == 0, False)
            put_loads(model, stations, loads)
            model.analyze(check_statics=False)
            scale = sum(abs(p.load_n) if isinstance(p, PointLoad) else 3000 * (p.to_m - p.from_m) for p in loads)
            for at, reaction in zip(supports, ours.reactions_n, strict=True):
                theirs = model.nodes[f"n{stations.index(at)}"].RxnFY["Combo 1"]
                self.assertAlmostEqual(reaction / scale, theirs / scale, 6, f"seed {seed}")
            for k, (a, b) in enumerate(itertools.pairwise(stations)):
                for share in (0.1, 0.5, 0.9):
                    theirs = model.members[f"b{k}"].moment("Mz", share * (b - a))
                    at = a + share * (b - a)
                    self.assertAlmostEqual(ours.moment_n_m(at) / scale, -theirs / scale, 6, f"seed {seed} at {at}")
            for k, at in enumerate(stations):
                theirs = model.nodes[f"n{k}"].DY["Combo 1"]
                self.assertAlmostEqual(ours.deflection_m(at), -theirs, 7, f"seed {seed} at {at}")

    def test_closed_forms(self) -> None:
        # Two spans of 3 m under 2 kN/m: w L²/8 over the support, 1.25 w L on it, 9/128 w L² in the spans.
        two = solve(
            6, [0, 3, 6], [SpreadLoad(from_m=0, to_m=6, start_n_per_m=2000, end_n_per_m=2000)], stiffness_n_m2=1e6
        )
        self.assertAlmostEqual(two.reactions_n[1], 7500, 6)
        least, most = two.moment_extremes_n_m()
        self.assertAlmostEqual(least, -2250, 6)
        self.assertAlmostEqual(most, 9 / 128 * 2000 * 9, 6)
        # Simple span, even load: 5 w L⁴ / 384 EI.
        one = solve(4, [0, 4], [SpreadLoad(from_m=0, to_m=4, start_n_per_m=1000, end_n_per_m=1000)], stiffness_n_m2=1e6)
        self.assertAlmostEqual(one.deflection_m(2), 5 * 1000 * 4**4 / 384 / 1e6, 12)
        # Settlement of the middle support by s: M = 3 EI s / L² there.
        sunk = solve(6, [0, 3, 6], [], stiffness_n_m2=1e6, settlements_m=[0, 0.01, 0])
        self.assertAlmostEqual(sunk.moment_n_m(3), 3 * 1e6 * 0.01 / 9, 6)
        self.assertAlmostEqual(sunk.deflection_m(3), 0.01, 12)


class PropertiesTest(unittest.TestCase):
    def test_reactions_carry_the_load(self) -> None:
        for seed in range(100, 160):
            _, _, loads, ours = solved(seed)
            total = sum(
                p.load_n if isinstance(p, PointLoad) else (p.start_n_per_m + p.end_n_per_m) / 2 * (p.to_m - p.from_m)
                for p in loads
            )
            self.assertAlmostEqual(sum(ours.reactions_n), total, 6)

    def test_supports_do_not_move_and_free_ends_have_no_moment(self) -> None:
        for seed in range(200, 240):
            length, supports, _, ours = solved(seed)
            for at in supports:
                self.assertAlmostEqual(ours.deflection_m(at), 0, 9)
            self.assertAlmostEqual(ours.moment_n_m(length), 0, 5)

    def test_a_mirrored_beam_gives_mirrored_answers(self) -> None:
        for seed in range(300, 330):
            length, supports, loads, ours = solved(seed)
            flipped: list[PointLoad | SpreadLoad] = [
                PointLoad(at_m=length - p.at_m, load_n=p.load_n)
                if isinstance(p, PointLoad)
                else SpreadLoad(
                    from_m=length - p.to_m,
                    to_m=length - p.from_m,
                    start_n_per_m=p.end_n_per_m,
                    end_n_per_m=p.start_n_per_m,
                )
                for p in loads
            ]
            other = solve(length, [length - s for s in reversed(supports)], flipped, stiffness_n_m2=E_PA * I_M4)
            for a, b in zip(ours.reactions_n, reversed(other.reactions_n), strict=True):
                self.assertAlmostEqual(a, b, 5)

    def test_what_cannot_be_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            solve(3, [0], [], stiffness_n_m2=1.0)
        with self.assertRaises(InvalidInputError):
            solve(3, [0, 3], [PointLoad(at_m=4, load_n=1)], stiffness_n_m2=1.0)
        with self.assertRaises(InvalidInputError):
            solve(3, [0, 3], [], stiffness_n_m2=float("nan"))
