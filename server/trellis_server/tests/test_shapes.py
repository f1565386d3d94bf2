"""Drawings of the demo's structures stay what they are: how many shapes of each layer each view holds, and how far it reaches.

A change that is meant is kept by: KEEP_SHAPES=1 ./trellis test --fast trellis_server.tests.test_shapes, and looked at in the diff.
"""

import json
import os
from collections import Counter
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase
from steady.drawing.views import views
from steady.jobs.document import plan_structure
from steady.jobs.site_layout import site_sheet

from trellis_server.demo.jobs import all_jobs

KEPT = Path(__file__).parent / "kept" / "shapes.json"
NEAR_M = 0.002


def drawn() -> dict[str, Any]:
    """Every view of every demo structure, and every site, told by layers and bounds."""
    found: dict[str, Any] = {}
    for job in all_jobs():
        tape = job.reading.tape()
        for item in job.structures:
            for view in views(plan_structure(job, item.spec.id), tape):
                found[f"{job.name} / {item.spec.id} / {view.name}"] = told(view)
        found[f"{job.name} / site"] = told(site_sheet(job))
    return found


def told(view: Any) -> dict[str, Any]:
    layers = Counter(shape.layer for shape in view.shapes)
    return {"layers": dict(sorted(layers.items())), "bounds": [round(value, 3) for value in view.bounds]}


class ShapesTest(SimpleTestCase):
    maxDiff = None

    def test_the_demo_s_drawings_hold_what_they_held(self) -> None:
        now = drawn()
        if os.environ.get("KEEP_SHAPES"):
            KEPT.write_text(json.dumps(now, indent=1, ensure_ascii=False, sort_keys=True) + "\n", encoding="utf-8")
        kept = json.loads(KEPT.read_text(encoding="utf-8"))
        self.assertEqual(sorted(now), sorted(kept))
        for name, view in now.items():
            with self.subTest(name):
                self.assertEqual(view["layers"], kept[name]["layers"])
                for one, other in zip(view["bounds"], kept[name]["bounds"], strict=True):
                    self.assertAlmostEqual(one, other, delta=NEAR_M)

    def test_nothing_is_drawn_without_a_place(self) -> None:
        for name, view in drawn().items():
            with self.subTest(name):
                left, low, right, high = view["bounds"]
                self.assertTrue(left < right and low < high)
                self.assertGreater(sum(view["layers"].values()), 2)
