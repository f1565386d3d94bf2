"""What must never happen, over structures of every kind and school: silent assumptions, worse that reads better."""

import random
import unittest
from collections import Counter
from dataclasses import replace
from typing import Any

from django.test import tag
from steady.data.checks import check_label
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure
from steady.jobs.starting_designs import start, starts_of
from steady.jobs.suggested_fixes import options
from steady.plan.model import Plan
from steady.plan.results import STATES, headline, state, unchecked_items
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput

from tests import randoms
from tests.every import every
from tests.test_kept_plans import case_of

SEEN = ("pass_by_practice", "at_limit", "pass_as_specified", "pass")
GROWS: tuple[tuple[str, tuple[str, ...], dict[str, Any]], ...] = (
    ("pergola", ("beams_m", "rafters_m"), {"posts": 2}),
    ("lean-to", ("beams_m", "depth_m"), {"posts": 2}),
    ("pavilion", ("beams_m", "deep_m"), {}),
)
BY_CHANCE = (("fence", 12), ("deck", 8), ("platform", 6))


def made(case: DesignInput) -> Plan | None:
    """Its plan, or None where it is refused in words."""
    try:
        return plan(case)
    except (InvalidInputError, OutOfScopeError):
        return None


def cases() -> list[tuple[str, DesignInput]]:
    """One of every kind in every school and each rarer make, and random ones of every school."""
    found = [(one.name, one.case) for one in every()]
    for school in randoms.SCHOOLS:
        rng = random.Random(f"guards {school}")
        for what, count in BY_CHANCE:
            for number in range(count):
                spec, site = getattr(randoms, what)(rng, school)
                found.append((f"{what} {number} in {school}", case_of(spec, site, school)))
    return found


class SilentAssumptionTest(unittest.TestCase):
    def test_nothing_passes_on_what_nobody_said(self) -> None:
        """Frost, snow, wind and soil left as a new job has them: never "pass", and each gap says what is missing."""
        told: Counter[str] = Counter()
        for name, case in cases():
            known: dict[str, Any] = {
                "none_here": (),
                "frost_m": 0.0,
                "ground_snow_pa": 0.0,
                "assumed": ("wind", "soil"),
            }
            one = made(replace(case, site=replace(case.site, **known)))
            if one is None or not one.checks:
                continue
            self.assertNotIn(state(one), SEEN, name)
            names = {gap.key for gap in unchecked_items(one)}
            digs = any(footing.hole_m > 0 for footing in one.footings)
            for gap, asked in (
                ("site.wind", True),
                ("site.soil", digs),
                ("site.frost_depth", digs and case.book.frost_asked),
            ):
                self.assertEqual(gap in names, asked, (name, gap, names))
                told[gap] += gap in names
                # Whatever else is wrong, the sentence that every page shows names what is assumed.
                word = check_label(gap).lower()
                self.assertEqual(word in headline(one).lower(), asked, (name, headline(one)))
        self.assertTrue(all(told[gap] > 20 for gap in ("site.wind", "site.soil", "site.frost_depth")), told)

    def test_what_was_said_to_be_none_is_an_answer(self) -> None:
        for name, case in cases():
            said: dict[str, Any] = {
                "none_here": ("frost", "snow"),
                "frost_m": 0.0,
                "ground_snow_pa": 0.0,
                "assumed": (),
            }
            one = made(replace(case, site=replace(case.site, **said)))
            if one is not None:
                self.assertFalse(
                    {gap.key for gap in unchecked_items(one)}
                    & {"site.wind", "site.soil", "site.frost_depth", "site.ground_snow"},
                    name,
                )


class WorseTest(unittest.TestCase):
    def worse(self, change: dict[str, Any]) -> None:
        seen = 0
        for name, case in cases():
            before = made(case)
            if before is None:
                continue
            site = case.site
            there = replace(site, **{field: round(getattr(site, field) * ratio, 6) for field, ratio in change.items()})
            after = made(replace(case, site=there))
            if after is None or there == site:
                continue
            seen += 1
            self.assertLessEqual(
                STATES.index(state(after)), STATES.index(state(before)), (name, state(before), state(after))
            )
        self.assertGreater(seen, 20)

    def test_more_wind_never_reads_better(self) -> None:
        for ratio in (1.15, 1.6):
            self.worse({"wind_speed_m_per_s": ratio, "wind_pressure_pa": ratio**2})

    def test_more_snow_never_reads_better(self) -> None:
        for ratio in (1.3, 2.0):
            self.worse({"ground_snow_pa": ratio})

    def test_deeper_frost_never_reads_better(self) -> None:
        self.worse({"frost_m": 1.7})

    def test_taller_never_reads_better(self) -> None:
        """A post over its code's own limit of slenderness fails: it does not become one that no rule reaches."""
        seen = 0
        for name, case in cases():
            field = next((f for f in ("height_m", "high_m", "beam_top_m") if hasattr(case.spec, f)), None)
            if field is None or not case.spec.kind or case.spec.kind == "float":
                continue
            last: tuple[int, str] | None = None
            for ratio in (1.0, 1.1, 1.2, 1.35, 1.5, 1.75, 2.0):
                taller = made(replace(case, spec=replace(case.spec, **{field: getattr(case.spec, field) * ratio})))
                if taller is None:
                    break
                now = (STATES.index(state(taller)), f"{name}, {field} x {ratio}: {state(taller)}")
                if last is not None:
                    self.assertLessEqual(now[0], last[0], (last[1], now[1]))
                    seen += 1
                last = now
        self.assertGreater(seen, 100)

    def test_larger_on_the_same_supports_never_reads_better(self) -> None:
        """Roofs that grow out of what a house tool answers for: what failed before still fails."""
        seen: Counter[str] = Counter()
        for school in randoms.SCHOOLS:
            for kind, fields, fixed in GROWS:
                for name, case in cases():
                    if case.spec.kind != kind or case.book.key != school:
                        continue
                    last: tuple[int, str] | None = None
                    for ratio in (1.0, 1.15, 1.3, 1.5, 1.75, 2.0, 2.4):
                        size = {field: getattr(case.spec, field) * ratio for field in fields}
                        grown = made(replace(case, spec=replace(case.spec, **fixed, **size)))
                        if grown is None:
                            break
                        now = (STATES.index(state(grown)), f"{name} x {ratio}: {state(grown)}")
                        if last is not None and state(grown) not in SEEN:
                            # What is larger may need one connector more or one less: only leaving "fails" is held here.
                            self.assertFalse(last[0] <= 1 < now[0], (last[1], now[1]))
                            seen[kind] += 1
                        last = now
        self.assertTrue(all(seen[kind] > 3 for kind, _, _ in GROWS), seen)


@tag("slow")
class UnaskedTest(unittest.TestCase):
    """No start and no option touches the line, its openings, its height or what closes it, unless it says so by its kind."""

    NEVER = (
        "straights",
        "openings",
        "height_m",
        "zones",
        "locks",
        "infill",
        "outline",
        "steps",
        "stairs",
        "long_m",
        "wide_m",
    )

    def test_starts_and_options_leave_the_line_alone(self) -> None:
        looked = 0
        for school in randoms.SCHOOLS:
            rng = random.Random(f"unasked {school}")
            for number in range(3):
                spec, site = randoms.fence(rng, school)
                structures = (Structure(name="F", spec=spec),)
                job = JobDocument(name="x", school=school, site=self.known(site), structures=structures)  # type: ignore[arg-type]
                for which, _ in starts_of(job, "f").ways:
                    if which == "our crew":  # what the crew has kept: nothing yet
                        continue
                    found = start(job, "f", which)
                    touched = {name for name, _ in found.change} & set(self.NEVER)
                    touched -= {"openings"} if self.frames_alone(spec, dict(found.change)) else set()
                    self.assertFalse(touched, (school, number, which, touched))
                    looked += 1
                for option in options(job, "f"):
                    touched = {name for name, _ in option.change} & {
                        "straights",
                        "openings",
                        "height_m",
                        "zones",
                        "locks",
                    }
                    self.assertFalse(touched, (school, number, option.says, touched))
        self.assertGreater(looked, 20)

    def frames_alone(self, spec: Any, change: dict[str, Any]) -> bool:
        """Whether nothing of the openings differs but what their leaves are framed of, and how many latches hold them."""
        bare = [
            tuple(replace(one, leaf=replace(one.leaf, frame="", latches_count=1)) for one in openings)
            for openings in (spec.openings, change.get("openings", ()))
        ]
        return bare[0] == bare[1]

    def known(self, site: Site) -> Site:
        return replace(site, none_here=("frost", "snow"))
