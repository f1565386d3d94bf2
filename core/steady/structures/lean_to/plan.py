"""A lean-to's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from collections.abc import Sequence

from steady.data.loader import keyed
from steady.ground.permits import too_high
from steady.plan.model import Basis, Diagonal, Handle, Part, Plan, Projection, Target
from steady.structures.canopy import pieces as frames
from steady.structures.canopy.steps import cautions_from, tasks_from
from steady.structures.kind import Case
from steady.structures.lean_to import parts as pieces
from steady.structures.lean_to import words
from steady.structures.lean_to.checks import out_of_scope, reckon_lean_to
from steady.structures.lean_to.layout import Laid
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.measured import PLACE_M, post_targets

PLAN_FORMAT = 1


def plan_lean_to(case: Case) -> Plan:
    """Plan a lean-to.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    spec: LeanToSpec = case.spec
    found = reckon_lean_to(case)
    laid = found.laid
    made, clashes = pieces.build(case, found)
    out_of_scope(found.findings, case)
    marks, handles = frames.marks(laid.frame), _handles(spec, laid)
    edges, wall_m = pieces.outline(spec, laid), pieces.wall_top_m(spec, laid)
    curves = [*frames.curves(laid.frame, edges, wall_m), pieces.keep_clear(spec, laid)]
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
        tasks=tuple(tasks_from("lean_to_tasks", spec.id, _counts(laid, made))),
        cautions=tuple(cautions_from("lean_to_cautions", spec.id, {"always", spec.roof})),
        details=(words.level_detail(case, laid),),
        members=tuple(words.members(case, found)),
        conflicts=(
            *clashes,
            *_wall(spec),
            *_falls(spec),
            *words.clashes(spec, laid, case.tape),
            *too_high(case.site.notes, spec.id, [(0.0, laid.chain.roof_at_wall_m)], case.tape),
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
        called="lean-to",
        reads="Two tapes from the left end of the ledger: along the wall, and square out from it. Marks to centres.",
    )


def _wall(spec: LeanToSpec) -> list[str]:
    """Walls that carry no ledger are refused, whatever the rest says."""
    row = keyed("deck_walls").get(spec.wall)
    if row is None or row.text["ledger"] == "yes":
        return []
    return [f"No ledger on this wall: {row.text['reason']}"]


def _falls(spec: LeanToSpec) -> list[str]:
    if spec.upright != "none":
        return []
    return ["Nothing keeps its posts upright: knee braces along the beam, or posts fixed in the ground"]


def _counts(laid: Laid, made: Sequence[Part]) -> dict[str, float]:
    def count(role: str) -> float:
        return float(sum(part.count for part in made if part.role == role))

    return {
        "posts": float(len(laid.frame.posts)),
        "beams": 1.0,
        "braces": count("brace"),
        "rafters": float(laid.rafters.count),
        "purlins": count("purlin"),
        "sheets": count("sheet"),
        "slats": count("slat"),
        "blocks": count("blocking"),
        "fascias": count("fascia"),
        "looks": 1.0,
    }


def _handles(spec: LeanToSpec, laid: Laid) -> list[Handle]:
    """Posts along the beam, and the roof's far edges."""
    held, me = {lock.id for lock in spec.locks}, spec.id
    found = [
        Handle(
            id=f"{me}/post/{post.id}",
            field=f"locks/{post.id}",
            line=f"{me}/x",
            station_m=post.x_m,
            locked=post.id in held,
            axis="x",
            holds=True,
        )
        for post in laid.frame.posts
    ]
    found.append(
        Handle(id=f"{me}/beam/1", field="depth_m", line=f"{me}/y", station_m=laid.lines_m[0], locked=False, axis="y")
    )
    found.append(
        Handle(id=f"{me}/edge/right", field="beams_m", line=f"{me}/x", station_m=spec.beams_m, locked=False, axis="x")
    )
    return found
