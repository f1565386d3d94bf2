"""A lean-to's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from steady.plan.model import DragHandle, Part, Plan
from steady.structures.canopy.actions import size_targets
from steady.structures.canopy.assemble_plan import Own, edge_handle, post_handles, whole_plan
from steady.structures.canopy.ledger import wall_conflicts
from steady.structures.canopy.path import roof_details
from steady.structures.canopy.pieces import curves
from steady.structures.lean_to import parts as pieces
from steady.structures.lean_to import text
from steady.structures.lean_to.checks import check_lean_to, out_of_scope
from steady.structures.lean_to.layout import SIZES, LeanToLayout, outline
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.part_grouping import pieces_of
from steady.structures.structure_type import DesignInput


def plan_lean_to(case: DesignInput) -> Plan:
    """Plan a lean-to.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: LeanToSpec = case.spec
    found = check_lean_to(case)
    layout = found.layout
    made, clashes = pieces.build(case, found)
    out_of_scope(found.findings, case)
    edges, wall_m = outline(spec, layout), pieces.wall_top_m(spec, layout)
    own = Own(
        called="lean-to",
        reads="Two tapes from the left end of the ledger: along the wall, and square out from it. Marks to centres.",
        parts=made,
        tables="lean_to",
        counts=_counts(layout, made),
        cases={spec.roof},
        curves=(*curves(layout.frame, edges, wall_m), pieces.keep_clear(spec, layout)),
        handles=tuple(_handles(spec, layout)),
        details=(text.level_detail(case, layout), *roof_details(case.book, layout.frame, found.loads, held=found.held)),
        members=tuple(text.members(case, found)),
        conflicts=(*clashes, *wall_conflicts(spec.wall), *_falls(spec), *text.clashes(spec, layout, case.tape)),
        notes=tuple(text.notes(case, found, made)),
        high_m=layout.chain.roof_at_wall_m,
        targets=size_targets(spec, SIZES),
    )
    return whole_plan(case, found.findings, layout.frame, held=found.held, own=own)


def _falls(spec: LeanToSpec) -> list[str]:
    if not spec.lateral.none:
        return []
    return ["Nothing keeps its posts upright: knee braces along the beam, or embedded posts"]


def _counts(layout: LeanToLayout, made: tuple[Part, ...]) -> dict[str, float]:
    return {
        "beams": 1.0,
        "rafters": float(layout.rafters.count),
        "purlins": pieces_of(made, "purlin"),
        "sheets": pieces_of(made, "sheet"),
        "slats": pieces_of(made, "slat"),
        "blocks": pieces_of(made, "blocking"),
        "fascias": pieces_of(made, "fascia"),
    }


def _handles(spec: LeanToSpec, layout: LeanToLayout) -> list[DragHandle]:
    """Posts along the beam, and the roof's far edges."""
    return [
        *post_handles(layout.frame, {lock.id for lock in spec.locks}),
        edge_handle(spec.id, "beam/1", "depth_m", axis="y", at_m=layout.lines_m[0]),
        edge_handle(spec.id, "edge/right", "beams_m", axis="x", at_m=spec.beams_m),
    ]
