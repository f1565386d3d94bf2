"""The house itself: imports go one way, the core stands alone, data tables are sound, every formula re-evaluates."""

import ast
import math
import re
import subprocess
import sys
import unittest
from collections import defaultdict
from dataclasses import replace
from pathlib import Path

import steady
from django.test import tag
from steady.catalog.purchasing import PurchasingSettings
from steady.data import loader
from steady.data.loader import TableError, sources, table
from steady.design_codes.registry import rulebook
from steady.plan.model import CalculationStep
from steady.structures import ROOMS
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import Bridge, StairDesign
from steady.structures.deck.spec.line_parser import read_deck
from steady.units.show import Tape

from tests.make import fence, plan, planned, site

CORE = Path(steady.__file__).parent
ROOM_OF = {room: level for level, rooms in enumerate(steady.ORDER) for room in rooms}
FORBIDDEN = {
    "django",
    "ninja",
    "pydantic",
    "gunicorn",
    "reportlab",
    "ezdxf",
    "trellis_server",
    "socket",
    "sqlite3",
    "requests",
}


def faults(module: str, source: str) -> list[str]:
    """Imports of one module that run against the order, or out of the core."""
    room = module.split(".")[0]
    found = []
    for node in ast.walk(ast.parse(source)):
        names = []
        if isinstance(node, ast.Import):
            names = [alias.name for alias in node.names]
        elif isinstance(node, ast.ImportFrom) and node.module:
            names = [node.module]
        for name in names:
            if name.split(".")[0] in FORBIDDEN:
                found.append(f"{module} imports {name}")
            if name.startswith("steady."):
                other = name.split(".")[1]
                if other != room and ROOM_OF[other] >= ROOM_OF[room]:
                    found.append(f"{module} imports {name}")
    return found


def steps(made: object) -> list[CalculationStep]:
    """Every step of a plan's checks."""
    return [step for check in made.checks for step in (*check.working, check.demand, check.limit)]  # type: ignore[attr-defined]


def climbs(kind: str, module: str, source: str) -> list[str]:
    """Imports of one module of a kind that climb from a room back to a later one."""
    here = module.split(".")[2]
    found = []
    for node in ast.walk(ast.parse(source)):
        if not isinstance(node, ast.ImportFrom) or not (node.module or "").startswith(f"steady.structures.{kind}"):
            continue
        inside = (node.module or "").split(".")[3:4]
        for there in inside or [alias.name for alias in node.names]:
            if here in ROOMS and there in ROOMS and ROOMS.index(there) > ROOMS.index(here):
                found.append(f"{module} imports {there}")
    return found


SHARED = (
    "results",
    "requests",
    "base",
    "bending_members",
    "canopies",
    "dowel_joints",
    "fences",
    "joint_rules",
    "pole_embedment",
    "short_piles",
    "treatment",
)
"""Modules that every school may use."""


class HouseTest(unittest.TestCase):
    def test_imports_go_one_way(self) -> None:
        found = []
        for path in CORE.rglob("*.py"):
            module = ".".join(path.relative_to(CORE).with_suffix("").parts)
            if module != "__init__":
                found += faults(module, path.read_text(encoding="utf-8"))
        self.assertEqual(found, [])

    def test_one_public_class_name_per_thing(self) -> None:
        server = CORE.parent.parent / "server" / "trellis_server"
        places = defaultdict(list)
        for path in (*CORE.rglob("*.py"), *server.rglob("*.py")):
            if {"migrations", "commands", "tests"} & set(path.parts):  # Django asks for one name there
                continue
            for node in ast.parse(path.read_text(encoding="utf-8")).body:
                if isinstance(node, ast.ClassDef) and not node.name.startswith("_"):
                    places[node.name].append(path.name)
        self.assertGreater(len(places), 500)
        self.assertEqual({name: found for name, found in places.items() if len(found) > 1}, {})

    def test_a_kinds_rooms_import_one_way(self) -> None:
        found, rooms = [], set()
        for folder in (path.parent for path in (CORE / "structures").glob("*/kind.py")):
            for path in folder.rglob("*.py"):
                module = ".".join(path.relative_to(CORE).with_suffix("").parts)
                rooms.add(module.split(".")[2])
                found += climbs(folder.name, module, path.read_text(encoding="utf-8"))
        self.assertEqual(found, [])
        self.assertLessEqual(set(ROOMS), rooms)
        back = "from steady.structures.fence.checks.posts import calculate"
        self.assertEqual(len(climbs("fence", "structures.fence.layout.line", back)), 1)

    def test_a_planted_fault_is_found(self) -> None:
        self.assertEqual(len(faults("units.lengths", "from steady.plan.model import Plan")), 1)
        self.assertEqual(len(faults("layout.bays", "import django.db")), 1)
        self.assertEqual(len(faults("takeoff.bill", "from steady.drawing.views import views")), 1)
        self.assertEqual(faults("structures.fence.plan", "from steady.footings.hole import layers"), [])

    def test_rulebooks_do_not_import_siblings(self) -> None:
        for path in (CORE / "design_codes").glob("*/*.py"):
            for other in re.findall(r"steady\.design_codes\.(\w+)", path.read_text(encoding="utf-8")):
                self.assertIn(other, (*SHARED, path.parent.name), path)

    @tag("slow")
    def test_the_core_runs_without_django(self) -> None:
        code = (
            "import sys\n"
            "for name in ('django','pydantic','ninja'): sys.modules[name] = None\n"
            "from steady.structures.fence.spec.fence import FenceSpec, Straight\n"
            "from steady.structures.registry import plan\nfrom steady.structures.structure_type import DesignInput\n"
            "from steady.ground.site import Site\nfrom steady.design_codes.registry import rulebook\n"
            "from steady.catalog.purchasing import PurchasingSettings\nfrom steady.units.show import Tape\n"
            "s = FenceSpec(id='f', straights=(Straight(id='a', length_m=12.0),))\n"
            "case = DesignInput(spec=s, site=Site(), book=rulebook('us'), yard=PurchasingSettings(), tape=Tape())\n"
            "print(len(plan(case).marks))\n"
        )
        run = subprocess.run(
            [sys.executable, "-c", code], cwd=CORE.parent, capture_output=True, text=True, check=False, timeout=60
        )
        self.assertEqual(run.stderr, "")
        self.assertEqual(run.stdout.strip(), "6")

    def test_every_formula_re_evaluates(self) -> None:
        space = {
            "ln": math.log,
            "sqrt": math.sqrt,
            "cos": math.cos,
            "sin": math.sin,
            "max": max,
            "min": min,
            "__builtins__": {},
        }
        seen = 0
        deck = replace(
            read_deck("16x12 up3 free", "d"), upright="knee braces", stairs=(StairDesign(id="s", edge=2, at_m=1.0),)
        )
        snow = site(ground_snow_pa=2400.0, rain_snow_pa=400.0, soil="stiff clay")
        abroad = replace(localized(read_deck("1x2.7 up0.4", "b", "m"), "ca"), attach="free", bridge=Bridge(water_m=1.0))
        plans = [planned(fence()), planned(fence(60, rail_laid="flat", rails_count=2), site(0.1, 60)), planned(deck)]
        plans += [plan(spec, snow, rulebook("ca"), PurchasingSettings(), Tape("metric", 0.001)) for spec in (abroad,)]
        for made in plans:
            for step in steps(made):
                if not step.formula:
                    continue
                names = {name.replace("'", "_prime"): value for name, value, _ in step.inputs}
                formula = step.formula.replace("'", "_prime")
                self.assertTrue(
                    math.isclose(eval(formula, space, names), step.value, rel_tol=1e-9, abs_tol=1e-12), step
                )
                seen += 1
        self.assertGreater(seen, 500)

    def test_every_step_names_a_known_source(self) -> None:
        known = {*sources(), "statics", "geometry", "practice", "user"}
        for step in [*steps(planned(fence())), *steps(planned(read_deck("16x12 up3", "d")))]:
            self.assertIn(re.split(r"[:;]", step.source)[0].strip(), known, step.source)

    def test_every_table_loads(self) -> None:
        names = [path.stem for path in (CORE / "data").glob("*.csv")]
        self.assertGreaterEqual(len(names), 10)
        for name in names:
            with self.subTest(name):
                self.assertTrue(all(row.source for row in table(name)))

    def test_the_loader_refuses_what_it_does_not_know(self) -> None:
        folder = Path(self.enterContext(__import__("tempfile").TemporaryDirectory()))
        (folder / "bad_unit.csv").write_text("key,depth_cubits,source\n1,2,nds\n")
        (folder / "bad_source.csv").write_text("key,depth_in,source\n1,2,hearsay\n")
        (folder / "twice.csv").write_text("key,depth_in,source\n1,2,nds\n1,3,nds\n")
        real, loader.HERE = loader.HERE, folder
        self.addCleanup(setattr, loader, "HERE", real)
        sources.cache_clear()
        (folder / "sources.toml").write_text((real / "sources.toml").read_text(encoding="utf-8"))
        for name in ("bad_unit", "bad_source", "twice"):
            with self.assertRaises(TableError):
                table(name)
        sources.cache_clear()
