"""A pavilion's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from collections.abc import Sequence

from steady.ground.permits import too_high
from steady.plan.model import Basis, Diagonal, Handle, Part, Plan, Projection, Target
from steady.structures.canopy import pieces as frames
from steady.structures.canopy.steps import cautions_from, tasks_from
from steady.structures.kind import Case
from steady.structures.measured import PLACE_M, post_targets
from steady.structures.pavilion import parts as pieces
from steady.structures.pavilion import words
from steady.structures.pavilion.checks import out_of_scope, reckon_pavilion
from steady.structures.pavilion.layout import Laid
from steady.structures.pavilion.spec import PavilionSpec

PLAN_FORMAT = 1


def plan_pavilion(case: Case) -> Plan:
    """Plan a pavilion.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    spec: PavilionSpec = case.spec
    found = reckon_pavilion(case)
    laid = found.laid
    made, clashes = pieces.build(case, found)
    out_of_scope(found.findings, case, laid)
    marks, handles = frames.marks(laid.frame), _handles(spec)
    curves = frames.curves(laid.frame, pieces.outline(laid), 0.0)
    holes = frames.footings(laid.frame, found.held.feet)
    return Plan(
        format=PLAN_FORMAT,
        id=spec.id,
        school=case.book.key,
        built_on=Basis.RECKONED,
        accepted="",
        parts=made,
        footings=tuple(holes),
        curves=tuple(curves),
        marks=tuple(marks),
        checks=tuple(check for check in found.findings.checks if check.demanded),
        not_covered=tuple(found.findings.not_covered),
        practice=(),
        handles=tuple(handles),
        tasks=tuple(tasks_from("pavilion_tasks", spec.id, _counts(laid, made))),
        cautions=tuple(cautions_from("pavilion_cautions", spec.id, {"always"})),
        details=tuple(words.cut_details(case, laid)),
        members=tuple(words.members(case, found)),
        conflicts=(
            *clashes,
            *_falls(spec),
            *too_high(case.site.notes, spec.id, [(0.0, laid.peak_m)], case.tape),
        ),
        notes=tuple(words.notes(case, found, made)),
        views=(
            Projection(name="plan", title="Framing plan, from above", how="above"),
            Projection(name="elevation", title="From the front", how="along y", datum="floor, 0"),
            Projection(name="section", title="From the side", how="along x", datum="floor, 0"),
        ),
        targets=(
            *post_targets(marks, holes, (handle.id for handle in handles if handle.holds)),
            *(
                Target(about=curve.id, what=f"diagonal {number}", planned=curve.length_m, within=PLACE_M)
                for number, curve in enumerate((c for c in curves if isinstance(c, Diagonal)), start=1)
            ),
        ),
        called="pavilion",
        reads="Two tapes from the beams' outer corner: along the front, and square out from it. Marks to centres.",
    )


def _falls(spec: PavilionSpec) -> list[str]:
    if spec.upright != "none":
        return []
    return ["Nothing keeps it upright: knee braces both ways, or posts fixed in the ground"]


def _counts(laid: Laid, made: Sequence[Part]) -> dict[str, float]:
    def count(role: str) -> float:
        return float(sum(part.count for part in made if part.role == role))

    return {
        "posts": 4.0,
        "beams": 4.0,
        "braces": count("brace"),
        "rings": float(laid.ring),
        "ridges": count("ridge"),
        "hips": count("hip"),
        "rafters": count("rafter"),
        "jacks": count("jack"),
        "sheets": count("sheet"),
        "looks": 1.0,
    }


def _handles(spec: PavilionSpec) -> list[Handle]:
    """The roof's far edges."""
    me = spec.id
    return [
        Handle(id=f"{me}/edge/right", field="beams_m", line=f"{me}/x", station_m=spec.beams_m, locked=False, axis="x"),
        Handle(id=f"{me}/edge/front", field="deep_m", line=f"{me}/y", station_m=spec.deep_m, locked=False, axis="y"),
    ]
