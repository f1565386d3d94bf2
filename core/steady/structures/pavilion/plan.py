"""A pavilion's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from steady.plan.model import Part, Plan
from steady.structures.canopy.actions import size_targets
from steady.structures.canopy.assemble_plan import Own, edge_handle, whole_plan
from steady.structures.canopy.path import roof_details
from steady.structures.canopy.pieces import curves
from steady.structures.canopy.text import NOTHING_UPRIGHT
from steady.structures.part_grouping import pieces_of
from steady.structures.pavilion import parts as pieces
from steady.structures.pavilion import text
from steady.structures.pavilion.checks import check_pavilion, out_of_scope
from steady.structures.pavilion.layout import SIZES, PavilionLayout
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.structure_type import DesignInput


def plan_pavilion(case: DesignInput) -> Plan:
    """Plan a pavilion.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: PavilionSpec = case.spec
    found = check_pavilion(case)
    layout = found.layout
    made, clashes = pieces.build(case, found)
    out_of_scope(found.findings, case, layout)
    own = Own(
        called="pavilion",
        reads="Two tapes from the beams' outer corner: along the front, and square out from it. Marks to centres.",
        parts=made,
        tables="pavilion",
        counts=_counts(layout, made),
        curves=tuple(curves(layout.frame, pieces.outline(layout), 0.0)),
        handles=(
            edge_handle(spec.id, "edge/right", "beams_m", axis="x", at_m=spec.beams_m),
            edge_handle(spec.id, "edge/front", "deep_m", axis="y", at_m=spec.deep_m),
        ),
        details=(
            *text.cut_details(case, layout),
            *text.sheet_detail(spec, layout),
            *roof_details(case.book, layout.frame, found.loads, held=found.held),
        ),
        members=tuple(text.members(case, found)),
        conflicts=(*clashes, *([NOTHING_UPRIGHT] if spec.lateral.none else [])),
        notes=tuple(text.notes(case, found, made)),
        high_m=layout.high_m,
        targets=size_targets(spec, SIZES),
    )
    return whole_plan(case, found.findings, layout.frame, held=found.held, own=own)


def _counts(layout: PavilionLayout, made: tuple[Part, ...]) -> dict[str, float]:
    return {
        "beams": 4.0,
        "rings": float(layout.ring),
        "raised": float(layout.raised is not None),
        "ridges": pieces_of(made, "ridge"),
        "hips": pieces_of(made, "hip"),
        "rafters": pieces_of(made, "rafter"),
        "jacks": pieces_of(made, "jack"),
        "sheets": pieces_of(made, "sheet"),
    }
