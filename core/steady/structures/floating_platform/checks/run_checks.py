"""A platform calculated as a whole, and what this program does not answer for."""

import math

from steady.errors import OutOfScopeError
from steady.plan.model import Part
from steady.structures.check_collector import PUBLIC, CheckCollector
from steady.structures.floating_platform.buoyancy import Afloat, masses_of
from steady.structures.floating_platform.checks.ramp import check_ramp, seasonal_slopes
from steady.structures.floating_platform.checks.stability import check_stability
from steady.structures.floating_platform.checks.wood import check_joints, check_members
from steady.structures.floating_platform.layout import FloatLayout, Sloped
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.structure_type import DesignInput
from steady.value_objects import value_object

MOST_M2, MOST_PEOPLE = 25.0, 16
"""A larger platform, or one for more people, is not a small private one [our own]."""


@value_object
class Built:
    """What floats: the platform's own pieces, z from the barrels' underside, its ramp's, and what cannot be cut."""

    layout: FloatLayout
    own: tuple[Part, ...]
    ramp: tuple[Part, ...]
    clashes: tuple[str, ...]


@value_object
class FloatResult:
    """Everything calculated. `wet` and `dry`: afloat with soaked and with dry wood; None: it sinks under its own weight."""

    findings: CheckCollector
    layout: FloatLayout
    own: tuple[Part, ...]
    clashes: tuple[str, ...]
    dry: Afloat
    wet: Afloat
    draft_m: float
    ramps: tuple[Sloped, ...]

    @property
    def dry_kg(self) -> float:
        """What is turned over: frame, barrels and straps, dry."""
        return math.fsum(part.mass_kg * part.count for part in self.own if part.role != "decking")


def check_float(case: DesignInput, built: Built) -> FloatResult:
    """Calculate a platform.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: FloatSpec = case.spec
    found, layout, clashes = CheckCollector(book=case.book), built.layout, list(built.clashes)
    ramp_kg = math.fsum(part.mass_kg * part.count for part in built.ramp)
    dry = Afloat(spec, layout, masses_of(spec, layout, built.own, ramp_kg=ramp_kg))
    wet = Afloat(spec, layout, masses_of(spec, layout, built.own, ramp_kg=ramp_kg, soaked=spec.soaked_ratio))
    try:
        draft = wet.draft()
        check_stability(found, wet)
    except OutOfScopeError as refused:
        for name in ("barrels.submergence", "float.stability_full_load_at_edge"):
            found.gap(name, f"{spec.id}/afloat", refused)
        clashes.append("Buoyancy is less than self-weight. Add barrels or use larger ones.")
        draft = spec.barrel.diameter_m
    ramps = tuple(seasonal_slopes(spec, layout.heights.deck_m - draft)) if spec.ramp.length_m else ()
    check_members(found, case, layout)
    check_joints(found, case, layout)
    if ramps:
        check_ramp(found, case, layout, ramps=ramps)
    if not spec.moorings.strip():
        found.gap(
            "moorings.capacity",
            f"{spec.id}/moorings",
            OutOfScopeError(
                "anchors and lines are not calculated, and none are entered", "type what moors it, in your own words"
            ),
            crew=True,
        )
    return FloatResult(
        findings=found,
        layout=layout,
        own=built.own,
        clashes=tuple(clashes),
        dry=dry,
        wet=wet,
        draft_m=draft,
        ramps=ramps,
    )


def out_of_scope(collector: CheckCollector, case: DesignInput) -> None:
    """What this program does not answer for: then nothing is said to pass."""
    spec: FloatSpec = case.spec
    why = ""
    if case.site.use == "public":
        why = PUBLIC
    elif spec.boats:
        why = "boats tied to it pull and strike in ways that are not calculated"
    elif spec.roofed:
        why = "a roof on it catches wind high over the water, and snow: not calculated"
    elif spec.long_m * spec.wide_m > MOST_M2:
        why = "a platform of more than 25 m² (270 sq ft) is outside what a house tool may answer"
    elif (spec.people or 0) > MOST_PEOPLE:
        why = "more than sixteen people are outside what a house tool may answer"
    elif spec.ice == "in":
        why = "how ice squeezes and lifts what is left in it is not calculated"
    if why:
        collector.nothing_said(spec.id, why, MENDS.get(why, "ask an engineer"))


MENDS = {
    "how ice squeezes and lifts what is left in it is not calculated": "take it out before the water freezes",
    "a roof on it catches wind high over the water, and snow: not calculated": "leave the roof off",
    "boats tied to it pull and strike in ways that are not calculated": "moor boats on a buoy of their own",
}
