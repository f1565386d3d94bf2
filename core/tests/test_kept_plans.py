"""Plans as they were: every choice and every measure of every kind changed once, and structures drawn by chance, in every school.

What a plan holds is kept as one mark for each of its parts. A change of rules or layout that is meant is kept anew on purpose:

    python -m tests.test_kept_plans --keep
"""

import hashlib
import json
import math
import random
import re
import sys
import types
import unittest
from collections.abc import Iterator
from dataclasses import fields, is_dataclass, replace
from pathlib import Path
from typing import Annotated, Any, Literal, Union, get_args, get_origin, get_type_hints

from django.test import tag
from pydantic_core import to_json
from steady.catalog.items import usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.plan.model import Plan
from steady.structures.canopy.spec import SlabUnder
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.registry import KINDS, plan
from steady.structures.structure_type import DesignInput, NewStructureRequest
from steady.units.show import Tape

from tests import randoms
from tests.ordinary import ordinary
from tests.test_calculation_steps import shown, value_of

KEPT = Path(__file__).parent / "kept" / "plans.json"
DIGITS = 6
NUMBER = re.compile(r"-?\d+\.\d+(?:[eE][-+]?\d+)?")
SCHOOLS = ("us", "ca", "uk", "nz")
WHOLE = ("us", "uk")
"""In these every choice is changed; the others have structures by chance alone."""
WATER_IN = "uk"
"""What floats stands in no ground and no wind: its place is changed in one school."""
BY_CHANCE = {"fence": 14, "deck": 8, "platform": 6}
NUDGE = 1.07


RARER: dict[str, tuple[tuple[str, dict[str, Any]], ...]] = {
    "pavilion": (
        ("16x16 over9in pitch25 ring3 sheets2x12 raise8in mid1", {}),
        ("16x12 pitch25+40 backed mid2", {}),
        ("12x12 pitch25", {"web": "web plywood 14 in", "beam": "rail 2x4 pine"}),
        ("16x14 pitch20", {"web": "web plywood 14 in", "beam": "rail 2x4 pine", "web_shear_pa": 1.7e6}),
    ),
    "pergola": (
        ("24x14 high8 posts4 bays5x2 turn attached", {}),
        ("24x14 high8 posts4 bays5x2 turn", {}),
        ("14x10 posts3", {"core": "rail 2x4 pine", "seat": "in a pocket", "plies": 1}),
        ("14x10 feet=ground", {"second_slats": True, "grows": "climbers"}),
        ("14x10 feet=slab", {"slab": SlabUnder(thick_m=0.1, edge_m=1.2, sound=True, appendix=True)}),
    ),
    "lean-to": (("14x8 fall5", {"upright": "fixed posts"}),),
    "deck": (
        ("18x12 up6 free", {"upright": "knee braces"}),
        ("16x12 up3 less4x3left", {"seat": "notch"}),
        ("14x14 up1.5", {"seat": "flush", "overhang_m": 0.0}),
        ("16x12 up4", {"stairs": (StairDesign(id="s", edge=2, at_m=1.0, width_m=1.2, going_m=0.28),)}),
    ),
}
"""Lines, and what is changed of them, that no first line has, in the us school."""


def rarer(key: str, school: str) -> Iterator[tuple[str, Any]]:
    """Specs of a kind's rarer makes; none where its line does not read them any more."""
    kind = next(one for one in KINDS if one.key == key)
    for number, (text, changes) in enumerate(RARER.get(key, ()) if school == "us" else ()):
        yield (
            f"rarer {number}",
            replace(kind.read(NewStructureRequest(text=text, id="k", bare="ft", school=school)), **changes),
        )


def site_of(school: str) -> Site:
    """A place with everything known: falling ground, snow, a house's sun."""
    start = usual(school)
    shots = (
        LevelReading(at_m=0.0, height_m=0.0),
        LevelReading(at_m=6.0, height_m=-0.2),
        LevelReading(at_m=20.0, height_m=-0.7),
    )
    return Site(
        soil=start.soil,
        exposure=start.exposure,  # type: ignore[arg-type]
        frost_m=0.4,
        wind_speed_m_per_s=start.wind_speed_m_per_s,
        wind_pressure_pa=400.0 if school == "ca" else 0.0,
        ground_snow_pa=900.0,
        rain_snow_pa=300.0,
        latitude_rad=0.7,
        longitude_rad=0.0,
        grounds=(Ground(line="k", shots=shots),),
    )


def _short(number: re.Match[str]) -> str:
    value = float(number[0])
    return f"{value:.{DIGITS}g}" if value else "0"


def untrue(made: Plan, seen: set[Any]) -> list[str]:
    """Steps whose formula does not give their value, of checks not seen before."""
    found = []
    for check in made.checks:
        key = (check.key, check.demand.formula, check.limit.formula, check.demand.inputs, check.limit.inputs)
        if key in seen:
            continue
        seen.add(key)
        for step in shown(check):
            if step.formula and not math.isclose(value_of(step), step.value, rel_tol=1e-8, abs_tol=1e-12):
                found.append(f"{check.key}: {step.symbol} = {step.formula}")
    return found


def marks(case: DesignInput, wrong: list[str] | None = None, seen: set[Any] | None = None) -> str:
    """One mark for each part of the plan, in their order, or why it cannot be planned.

    Numbers count to so many digits, so that no machine's last bit tells.

    Args:
        wrong: Takes up steps whose formula is untrue; `seen`: what was looked at.
    """
    try:
        made = plan(case)
    except (InvalidInputError, OutOfScopeError) as refused:
        return f"refused: {str(refused)[:160]}"
    if wrong is not None and seen is not None:
        wrong += untrue(made, seen)
    told = []
    for one in fields(made):
        held = getattr(made, one.name)
        if one.name == "checks":  # how each came about is told by its own formula, which is tested apart
            held = [
                (check.key, check.about, check.case, check.sense, check.asks, check.demand.value, check.limit.value)
                for check in held
            ]
        text = NUMBER.sub(_short, to_json(held, inf_nan_mode="strings").decode())
        told.append(hashlib.sha256(text.encode()).hexdigest()[:5])
    return " ".join(told)


def plain(hint: Any) -> Any:
    """A hint without what is said about it: limits, and that it may be left out."""
    while get_origin(hint) is Annotated:
        hint = get_args(hint)[0]
    if get_origin(hint) in (Union, types.UnionType):
        return plain(next(one for one in get_args(hint) if one is not type(None)))
    return hint


def changed(spec: Any) -> Iterator[tuple[str, Any]]:
    """The spec with each of its choices, ticks and numbers changed once, also inside its parts."""
    hints = get_type_hints(type(spec), include_extras=True)
    for one in fields(spec):
        now, hint = getattr(spec, one.name), plain(hints[one.name])
        if one.name in ("kind", "format", "id", "built_on"):
            continue
        if get_origin(hint) is Literal:
            yield from (
                (f"{one.name}={word}", replace(spec, **{one.name: word})) for word in get_args(hint) if word != now
            )
        elif isinstance(now, bool):
            yield f"{one.name}={not now}", replace(spec, **{one.name: not now})
        elif isinstance(now, int | float):
            more = now + 1 if isinstance(now, int) else now * NUDGE + (0.01 if now == 0 else 0.0)
            yield f"{one.name}+", replace(spec, **{one.name: more})
        elif is_dataclass(now):
            yield from ((f"{one.name}/{name}", replace(spec, **{one.name: inner})) for name, inner in changed(now))
        elif isinstance(now, tuple) and now and is_dataclass(now[0]):
            yield from (
                (f"{one.name}/0/{name}", replace(spec, **{one.name: (inner, *now[1:])}))
                for name, inner in changed(now[0])
            )


def case_of(spec: Any, site: Site, school: str) -> DesignInput:
    book = rulebook(school)
    tape = Tape("metric", 0.001) if book.metric else Tape()
    return DesignInput(spec=spec, site=site, book=book, yard=PurchasingSettings(bag=usual(school).bag), tape=tape)


def kind_cases(key: str, school: str) -> Iterator[tuple[str, DesignInput]]:
    """A kind's own first line, and everything about it and its place changed once."""
    kind = next(one for one in KINDS if one.key == key)
    metric = rulebook(school).metric
    text = kind.line.metric if metric else kind.line.imperial
    spec = kind.read(NewStructureRequest(text=text, id="k", bare="m" if metric else "ft", school=school))
    site = site_of(school)
    yield "as it starts", case_of(spec, site, school)
    if school in WHOLE:
        yield from ((name, case_of(one, site, school)) for name, one in changed(spec))
    if key != "float" or school == WATER_IN:
        yield from ((f"site/{name}", case_of(spec, there, school)) for name, there in changed(site))
    yield from ((name, case_of(one, site, school)) for name, one in rarer(key, school))


def chance_cases(school: str) -> Iterator[tuple[str, DesignInput]]:
    """Structures by chance, and ordinary fences."""
    rng = random.Random(f"kept {school}")
    for what, count in BY_CHANCE.items():
        for number in range(count):
            spec, site = getattr(randoms, what)(rng, school)
            yield f"{what} {number}", case_of(spec, site, school)
    for number, one in enumerate(ordinary(school)):
        if number % 3 == 0:
            yield one.name, case_of(one.spec, one.site, school)


def of_group(group: str, wrong: list[str] | None = None) -> dict[str, str]:
    """Every mark of one group: a kind in a school, or a school's structures by chance."""
    key, _, school = group.rpartition(" in ")
    cases = chance_cases(school) if key == "by chance" else kind_cases(key, school)
    seen: set[Any] = set()
    return {name: marks(case, wrong, seen) for name, case in cases}


def groups() -> list[str]:
    """All of them."""
    return [
        *(f"{kind.key} in {school}" for kind in KINDS for school in SCHOOLS),
        *(f"by chance in {school}" for school in SCHOOLS),
    ]


@tag("kept")
class KeptPlansTest(unittest.TestCase):
    """One test a group, made below."""

    def held(self, group: str) -> None:
        wrong: list[str] = []
        kept, now = json.loads(KEPT.read_text())[group], of_group(group, wrong)
        self.assertEqual(wrong[:5], [], "a formula does not give its value")
        parts = [one.name for one in fields(Plan)]
        other = {}
        for name in kept:
            if name not in now or now[name] == kept[name]:
                continue
            pairs = list(zip(parts, now[name].split(), kept[name].split(), strict=False))
            refused = now[name].startswith("refused") or kept[name].startswith("refused")
            other[name] = now[name] if refused else [part for part, a, b in pairs if a != b]
        self.assertFalse(other, "plans are other than they were; if that is meant, keep them anew (see above)")
        self.assertEqual(set(now), set(kept))

    def test_enough_of_them_can_be_planned(self) -> None:
        rows = [row for group in json.loads(KEPT.read_text()).values() for row in group.values()]
        self.assertGreater(len(rows), 800)
        self.assertLess(sum(row.startswith("refused") for row in rows), 0.1 * len(rows))


def _test(group: str) -> Any:
    def test(self: KeptPlansTest) -> None:
        self.held(group)

    # Coverage by test goes by the code's own name.
    test.__name__ = f"test_{re.sub('[^a-z]', '_', group)}"
    test.__qualname__ = f"KeptPlansTest.{test.__name__}"
    test.__code__ = test.__code__.replace(co_name=test.__name__, co_qualname=test.__qualname__)
    return test


for _one in map(_test, groups()):
    setattr(KeptPlansTest, _one.__name__, _one)


if __name__ == "__main__" and "--keep" in sys.argv:
    KEPT.write_text(json.dumps({group: of_group(group) for group in groups()}, indent=0, ensure_ascii=False) + "\n")
