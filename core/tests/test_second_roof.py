"""Random slatted roofs beside the second calculator: what they weigh, catch and bend under."""

import random
import unittest
from dataclasses import replace
from typing import Any

from steady.catalog.items import sticks
from steady.ground.site import Site
from steady.plan.model import Plan
from steady.structures.pergola.checks import PergolaResult, check_pergola, pushes_n
from steady.structures.pergola.kind import PERGOLA
from steady.structures.pergola.layout import rafter_run
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import MPH

from tests.make import case, planned
from tests.second import roof as second

RAFTERS = ("joist 2x6 pine", "joist 2x8 pine", "joist 2x10 pine")


def one(rng: random.Random) -> tuple[Any, Site]:
    words = f"{rng.uniform(9, 22):.2f}x{rng.uniform(7, 14):.2f} high{rng.choice((8, 9, 10))} brace2"
    spec = replace(
        PERGOLA.read(NewStructureRequest(text=words, id="p", bare="ft", school="us")),
        rafter=rng.choice(RAFTERS),
        rafter_spacing_m=rng.uniform(0.3, 0.8),
        slat_gap_m=rng.uniform(0.03, 0.2),
        rafter_past_m=rng.uniform(0.0, 0.7),
        second_slats=rng.random() < 0.3,
    )
    where = Site(
        soil="sand", exposure=rng.choice(("B", "C")), wind_speed_m_per_s=rng.uniform(85, 125) * MPH, frost_m=0.4
    )
    return spec, where


class SecondRoofTest(unittest.TestCase):
    def setUp(self) -> None:
        rng = random.Random(23)
        self.roofs: list[tuple[Any, Site, PergolaResult]] = []
        while len(self.roofs) < 40:
            spec, where = one(rng)
            self.roofs.append((spec, where, check_pergola(case(spec, where))))

    def layers(self, spec: Any, found: PergolaResult) -> list[second.Layer]:
        rafter, slat = sticks()[spec.rafter], sticks()[spec.slat]
        assert found.layout.slats is not None
        rows = found.layout.slats
        made = [
            second.Layer(rafter.thickness_m, rafter.width_m, found.layout.rafters.pitch_m, rafter.density_kg_per_m3)
        ]
        layer = second.Layer(slat.thickness_m, slat.width_m, rows.pitch_m, slat.density_kg_per_m3)
        return [*made, *([layer] * (2 if spec.second_slats else 1))]

    def test_it_weighs_what_its_sticks_weigh(self) -> None:
        for spec, _, found in self.roofs:
            weight = sum(layer.pa for layer in self.layers(spec, found))
            self.assertAlmostEqual(found.loads.dead_pa / weight, 1.0, delta=1e-6)

    def test_wind_and_people_by_what_is_closed(self) -> None:
        for spec, where, found in self.roofs:
            layers = self.layers(spec, found)
            rafter, beam = sticks()[spec.rafter], sticks()[spec.beam]
            top = spec.high_m + beam.width_m + rafter.width_m
            share = second.closed(layers)
            wind = second.on_slats_pa(where.wind_speed_m_per_s, where.exposure, top, share)
            self.assertAlmostEqual((found.loads.wind_pa or 0) / wind, 1.0, delta=0.004)
            self.assertAlmostEqual(found.loads.live_pa / second.live_pa(share), 1.0, delta=0.004)

    def test_rafters_bend_as_much(self) -> None:
        """On posts fixed in the ground: where braces meet rafters, the sway bends them, too."""
        fixed = [(replace(spec, upright="fixed posts"), where) for spec, where, _ in self.roofs]
        for spec, found in ((spec, check_pergola(case(spec, where))) for spec, where in fixed):
            run = rafter_run(spec, found.layout.lines_m)
            if len(run.supports_m) != 2:
                continue
            spacing = found.layout.rafters.spacing_m
            loads = {
                "dead": found.loads.dead_pa * spacing,
                "live": found.loads.live_pa * spacing,
                "wind": (found.loads.wind_pa or 0.0) * spacing,
            }
            theirs = second.rafter_use(spec.rafter, run.length_m, list(run.supports_m), loads)
            ours = max(check.use for check in found.findings.checks if check.key == "rafter.bending")
            with self.subTest(rafter=spec.rafter, run=run, spacing=spacing):
                self.assertAlmostEqual(ours / theirs, 1.0, delta=0.01)

    def test_slats_sag_as_much_on_the_first_day(self) -> None:
        """Southern pine No.2, wet: E 1.4 million psi, nine tenths of it."""
        for spec, _, found in self.roofs:
            slat = sticks()[spec.slat]
            sag = second.slat_sag_m(
                slat.width_m, found.layout.rafters.spacing_m, slat.density_kg_per_m3, 1.4e6 * 0.9 * 6894.757293168362
            )
            has = next(check for check in found.findings.checks if check.key == "slat.deflection")
            self.assertAlmostEqual(has.demand.value * 0.0254 / sag, 1.0, delta=0.02)

    def test_braces_by_moments_about_the_foot(self) -> None:
        for spec, where, found in self.roofs[:20]:
            pushes = pushes_n(case(spec, where), found.layout)
            made: Plan = planned(spec, where)
            uses = [check for check in made.checks if check.key.startswith("Knee brace")]
            frame = found.layout.frame
            for way, bents, posts in (("along", len(frame.lines_m), frame.per_line), ("across", frame.per_line, 2)):
                self.assertGreater(pushes[way], 0)
                least = second.brace_n(pushes[way] / bents, posts, spec.high_m, spec.brace_m, 2)
                most = second.brace_n(pushes[way] / bents, posts, spec.high_m + 0.4, spec.brace_m, 1)
                said = [c.demand.value * second.LB for c in uses if way in c.case or way in c.about]
                for force in said:
                    self.assertGreater(force, 0.5 * least)
                    self.assertLess(force, 2.0 * most)

    def test_more_sky_closed_is_more_wind_and_never_less_weight(self) -> None:
        spec, where, _ = self.roofs[0]
        winds, weights = [], []
        for gap in (0.2, 0.1, 0.05, 0.02):
            loads = check_pergola(case(replace(spec, slat_gap_m=gap), where)).loads
            winds.append(loads.wind_pa)
            weights.append(loads.dead_pa)
        self.assertEqual(winds, sorted(winds))
        self.assertEqual(weights, sorted(weights))
