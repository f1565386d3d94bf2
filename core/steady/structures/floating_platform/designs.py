"""Changes to a platform that might help, each to be planned: what floats it, what holds it, who may be on it."""

from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import sold_with, sticks
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.option import Change
from steady.structures.structure_type import DesignInput

MOST_BARRELS, MOST_ROWS, MOST_WIDE_M, MOST_RAMP_M = 24, 4, 5.0, 9.0


def candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """More barrels, barrels farther out, a wider platform, deeper wood, a longer ramp, fewer people."""
    spec: FloatSpec = case.spec
    yield from _barrels(spec)
    yield from _sizes(case, spec)
    yield from _wood(case, spec)
    if spec.people is not None:
        yield "Post the maximum it supports", (("people", None),)


def _barrels(spec: FloatSpec) -> Iterator[tuple[str, Change]]:
    for more in (spec.rows, 2 * spec.rows):
        if spec.barrels + more <= MOST_BARRELS:
            yield f"{spec.barrels + more} barrels", (("barrels", spec.barrels + more),)
    each = spec.barrels // spec.rows
    if spec.rows < MOST_ROWS and each * (spec.rows + 1) <= MOST_BARRELS:
        yield f"{spec.rows + 1} rows", (("rows", spec.rows + 1), ("barrels", each * (spec.rows + 1)))
    if spec.inset_m > 0.02:
        yield "Barrels out to the edge", (("inset_m", 0.0),)


def _sizes(case: DesignInput, spec: FloatSpec) -> Iterator[tuple[str, Change]]:
    for wider_m in (0.3, 0.6):
        if spec.wide_m + wider_m <= MOST_WIDE_M:
            yield f"{case.tape.length(wider_m)} wider", (("wide_m", spec.wide_m + wider_m),)
    for longer_m in (0.6, 1.2, 1.8) if spec.ramp.length_m else ():
        if spec.ramp.length_m + longer_m <= MOST_RAMP_M:
            longer = replace(spec.ramp, length_m=spec.ramp.length_m + longer_m)
            yield f"Ramp {case.tape.length(longer.length_m)} long", (("ramp", longer),)


def _wood(case: DesignInput, spec: FloatSpec) -> Iterator[tuple[str, Change]]:
    joist = sticks()[spec.joist]
    for other in sold_with(joist, "joist"):
        if other.species == joist.species and other.width_m > joist.width_m:
            yield f"Joists {other.says}", (("joist", other.key),)
            yield f"Cradle rails {other.says}", (("cradle", other.key),)
            yield f"Ramp's stringers {other.says}", (("ramp", replace(spec.ramp, stringer=other.key)),)
    for closer_m in (0.3, 0.4) if case.book.metric else (0.3048, 0.4064):
        if closer_m < spec.spacing_m - 1e-6:
            yield f"Joists {case.tape.length(closer_m)} apart", (("spacing_m", closer_m),)
