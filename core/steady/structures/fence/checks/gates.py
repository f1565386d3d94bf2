"""Gates of a fence: each opening's leaves, calculated where the fence puts them, their pieces and their loads on posts."""

from dataclasses import replace

from steady.catalog.items import stick
from steady.design_codes.base import Rulebook
from steady.design_codes.results import si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.loads.tributary import gather
from steady.statics.tubes import STEEL_PA
from steady.structures.fence.checks.findings import LineWind
from steady.structures.fence.layout.stations import LineBay, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import GateOpening
from steady.structures.gate.calculate import HingePostLoad, LeafResult, calculate_leaf
from steady.structures.gate.hinges import PullOnPost
from steady.structures.gate.leaf import Hung, Leaf, make, widths
from steady.structures.gate.slam_impact import Slam, slam
from steady.structures.gate.spec import LeafDesign
from steady.structures.gate.wind import Closing
from steady.structures.steel_tubes import is_tube, tube_of
from steady.structures.wood import outdoors
from steady.value_objects import positional_value_object


@positional_value_object
class Hanging:
    """A leaf where it hangs: the bay it fills, the post that carries it, and which way it runs from there along the line."""

    bay: LineBay
    post: str
    forward: bool
    found: LeafResult


def hang(case: FenceCase, out: SetOut, loads: LineWind) -> list[Hanging]:
    """Make and calculate every leaf.

    Raises:
        InvalidInputError: A leaf that cannot be, at its field in the spec.
    """
    made: list[Hanging] = []
    stiffness = _post_n_m2(case)
    for bay in out.bays:
        if bay.opening is None or not bay.opening.hung:
            continue
        index = case.spec.openings.index(bay.opening)
        try:
            made += _hang_bay(case, bay, stiffness, loads=loads)
        except InvalidInputError as error:
            raise InvalidInputError(f"openings/{index}/{error.field}", error.message) from None
    return made


def _post_n_m2(case: FenceCase) -> float | None:
    """Bending stiffness of a gate's posts (N m²); None where their wood has none in the code."""
    post = case.timber.gate_post
    if is_tube(post):
        return STEEL_PA * tube_of(post).tube.second_m4
    try:
        return si(case.book.stiffness(outdoors(post))) * post.thickness_m * post.width_m**3 / 12
    except OutOfScopeError:
        return None


def _hang_bay(case: FenceCase, bay: LineBay, stiffness: float | None, *, loads: LineWind) -> list[Hanging]:
    spec, timber = case.spec, case.timber
    opening = bay.opening
    assert opening is not None
    design = _turned(opening)
    frame = stick(design.frame, "rail", "leaf/frame")
    clear_m = bay.width_m - timber.gate_post.width_m
    gate = f"{spec.id}/gate/{opening.id}"
    base = Hung(
        opening_m=clear_m,
        wished_m=opening.leaves_m,
        top_m=spec.height_m + spec.gap_m,
        fence_gap_m=spec.gap_m,
        grade_along=bay.grade,
    )
    wind_pa = max((p for _, p in gather(loads.zones, bay.start.station_m, bay.end.station_m)), default=0.0)
    sizes = widths(design, base)

    def leaves(with_design: LeafDesign) -> list[tuple[Leaf, bool]]:
        made = []
        for index, width_m in enumerate(sizes):
            forward = index == 0 if len(sizes) == 2 else design.hung == "start"
            hung = replace(base, grade_along=bay.grade if forward else -bay.grade)
            made.append(
                (
                    make(
                        with_design,
                        hung,
                        (f"{gate}/leaf-{index + 1}", index),
                        width_m=width_m,
                        sticks=(frame, timber.board),
                    ),
                    forward,
                )
            )
        return made

    found = leaves(design)
    if design.raked and len(found) == 2:
        # A raked pair is built as one frame to common strings and cut apart: one gap under both.
        common_m = max(leaf.gap_m for leaf, _ in found)
        found = [(replace(leaf, design=design), forward) for leaf, forward in leaves(replace(design, gap_m=common_m))]
    on = HingePostLoad(
        post=timber.gate_post,
        post_n_m2=stiffness,
        own_limits=spec.own_limits,
        wind_pa=wind_pa,
        closed=_closing(case),
        sag_ratio=case.yard.sag_ratio,
    )
    made = []
    for leaf, forward in found:
        calculated = calculate_leaf(leaf, case.book, gate, on=on)
        made.append(Hanging(bay, bay.start.id if forward else bay.end.id, forward, calculated))
    return made


def _closing(case: FenceCase) -> Closing:
    """What closes a leaf: cut from the same stock as the fence's own wire."""
    traits = case.spec.infill.traits
    if not traits.wired or case.timber.stock is None:
        return "boards"
    return "tied mesh" if traits.fitted else "wire"


def _turned(opening: GateOpening) -> LeafDesign:
    """The design with the ground of the side it swings to: `front_grade` is read toward the inside."""
    design = opening.leaf
    if opening.swing == "in" or design.front_grade is None:
        return design
    return replace(design, front_grade=-design.front_grade, twist_per_m=-design.twist_per_m)


def pulls(hangings: list[Hanging]) -> dict[str, tuple[PullOnPost, ...]]:
    """What each hinge post has to carry."""
    found: dict[str, tuple[PullOnPost, ...]] = {}
    for hanging in hangings:
        found[hanging.post] = (*found.get(hanging.post, ()), hanging.found.pull)
    return found


def slams(hangings: list[Hanging], book: Rulebook) -> dict[str, Slam]:
    """The worst slam on each latch post; two leaves meet each other, not a post."""
    found: dict[str, Slam] = {}
    for hanging in hangings:
        assert hanging.bay.opening is not None
        if len(hanging.bay.opening.leaves_m) == 2:
            continue
        latch = hanging.bay.end.id if hanging.forward else hanging.bay.start.id
        hit = slam(hanging.found.leaf, book.units)
        if hit is not None:
            found[latch] = hit
    return found
