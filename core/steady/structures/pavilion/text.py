"""What is said of a pavilion: its members, its notes, its hips and jacks drawn true, its sheets bought three ways."""

import math
from collections.abc import Sequence

from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.sheet_nesting import CutOut, SheetOrder, sheet_order
from steady.plan.model import Area, Detail, DetailLine, DetailMember, Measure, Member, Part
from steady.structures.canopy.text import plies_of, post_members, upright_member
from steady.structures.lifting import heaviest_says
from steady.structures.pavilion.checks import PavilionResult
from steady.structures.pavilion.layout import PavilionLayout, hip_length_m, ring_seat_m, sheet_side
from steady.structures.pavilion.roof_planes import RoofSide
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

SHEETS_APART_M = 0.12
MOST_SHEETS = 40
"""More than this are told in words alone."""


def orders(spec: PavilionSpec, layout: PavilionLayout) -> tuple[SheetOrder, SheetOrder]:
    """The least number of stock sheets by square cuts alone, and with pieces turned; unlike sides are ordered apart.

    Raises:
        OutOfScopeError: A piece longer than the stock, or more to look through than is done here.
    """
    cover = layout.timber.sheet.width_m
    groups = _groups(layout)

    def whole(turn: bool) -> SheetOrder:
        made = [sheet_order(sheet_side(side, cover, n), spec.sheet_stock_m, turn=turn) for side, n in groups]
        return SheetOrder(
            pieces=sum(one.pieces for one in made),
            one_a_piece=sum(one.one_a_piece for one in made),
            nested=sum(one.nested for one in made),
        )

    return whole(False), whole(True)


def _groups(layout: PavilionLayout) -> list[tuple[RoofSide, int]]:
    """Alike sides together, the raised centre's own apart."""
    groups = [(layout.sides[0], 4)] if _alike(layout) else [(layout.sides[0], 2), (layout.sides[1], 2)]
    return groups if layout.raised is None else [*groups, (layout.raised.sides[0], 4)]


def _alike(layout: PavilionLayout) -> bool:
    first, second = layout.sides[0], layout.sides[1]
    return abs(first.eave_m - second.eave_m) < 1e-6 and abs(first.pitch_rad - second.pitch_rad) < 1e-9


def sheet_detail(spec: PavilionSpec, layout: PavilionLayout) -> list[Detail]:
    """Every stock sheet flat, with what is cut out of it: pieces of one sheet are partners, alike ones have one number."""
    cover = layout.timber.sheet.width_m
    alike = _alike(layout)
    groups = _groups(layout)
    areas: list[Area] = []
    frames: list[DetailLine] = []
    measures: list[Measure] = []
    sheets = 0
    for side, count in groups:
        try:
            order = sheet_order(sheet_side(side, cover, count), spec.sheet_stock_m, turn=spec.sheet_turn)
        except (OutOfScopeError, InvalidInputError):
            return []  # the note says why, and that they are bought to length
        named: dict[int, str] = {}
        for sheet in order.sheets:
            left = sheets * (cover + SHEETS_APART_M)
            frames.append(DetailLine(what="edge", points=_flat(left, cover, spec.sheet_stock_m)))
            for piece in sheet:
                if piece.kind not in named:
                    named[piece.kind] = str(len(measures) + 1)
                    where = "" if alike else f", {side.name} and its opposite"
                    where = ", raised centre" if side.lift_m else where
                    where += "" if spec.sheet_turn else ", in both hands"
                    measures.append(Measure(says=f"Piece {named[piece.kind]}{where}", value_m=piece.strip.square_m))
                areas.append(Area(points=_piece(piece, left, cover), group=sheets, label=named[piece.kind]))
            sheets += 1
    if sheets > MOST_SHEETS:
        return []
    return [
        Detail(
            id=f"{spec.id}/true/sheets",
            about=f"{spec.id}/sheets",
            title=f"{sheets} sheets, and what is cut out of each",
            areas=tuple(areas),
            traces=tuple(frames),
            measures=tuple(measures),
        )
    ]


def _flat(left: float, cover: float, long_m: float) -> tuple[tuple[float, float], ...]:
    return (left, 0.0), (left + cover, 0.0), (left + cover, long_m), (left, long_m), (left, 0.0)


def _piece(piece: CutOut, left: float, cover: float) -> tuple[tuple[float, float], ...]:
    """A piece on its sheet: its eave end first, its slanted end up; a turned one the other way about."""
    outline = piece.strip.outline
    if piece.turned:
        top = piece.from_m + piece.strip.square_m
        upper = [(left + cover - x, top - height) for x, height in outline]
        return (left, top), *reversed(upper), (left + cover, top)
    upper = [(left + x, piece.from_m + height) for x, height in outline]
    return (left, piece.from_m), *upper, (left + cover, piece.from_m)


def sheets_says(spec: PavilionSpec, layout: PavilionLayout, tape: Tape) -> str:
    """Three ways of buying the sheets, together."""
    try:
        square, turned = orders(spec, layout)
    except (OutOfScopeError, InvalidInputError) as refused:
        why = refused.reason if isinstance(refused, OutOfScopeError) else refused.message
        return f"Sheets of {tape.length(spec.sheet_stock_m)}: {why}"
    default = turned.nested if spec.sheet_turn else square.nested
    return (
        f"{square.pieces} sheets to length; or of {tape.length(spec.sheet_stock_m)}: {square.one_a_piece} one a piece, "
        f"{square.nested} by square cuts, {turned.nested} with pieces turned, only where profile and side lap are the same "
        f"both ways round. Buy {default}"
    )


def notes(case: DesignInput, found: PavilionResult, made: Sequence[Part]) -> list[str]:
    """What the crew should know beside the drawing."""
    spec: PavilionSpec = case.spec
    layout, tape = found.layout, case.tape
    said = [
        f"Its peak stands {tape.length(layout.high_m)} over the floor; head room under the beams {tape.length(layout.frame.high_m)}"
    ]
    if layout.ring:
        prop = layout.peak_m - layout.timber.ring.width_m
        said.append(
            f"The ring waits on a prop of {tape.length(prop)} with a saddle: four hips in opposite pairs, one common each side, "
            "the rest, then the jacks in opposite pairs; the prop comes out last"
        )
    if layout.raised is not None:
        said.append(
            f"The raised centre: legs of {tape.length(layout.raised.leg_m)} notched on two faces onto both rings, "
            f"{tape.length(spec.raised_m)} of air; the large roof's sheets end under a flashing behind the legs. "
            "Mesh keeps birds out"
        )
    said.append(sheets_says(spec, layout, tape))
    if layout.left_out:
        said.append(f"{layout.left_out} jacks shorter than {tape.length(0.1524)} are left out")
    said.append(heaviest_says(case, made))
    how = "backed: their top edge is planed to both planes" if layout.backed_m else "dropped, not backed"
    said.append(f"Every rafter is cut for the same height above the beam; the hips are {how}")
    seat_m = layout.seat_of(layout.sides[0]).level_m
    if seat_m < spec.seat_m - 1e-6:
        said.append(
            f"Seats are {tape.length(seat_m)} long, not {tape.length(spec.seat_m)}: a longer one would cut away more than a "
            "third of a rafter or of the hip. Deeper rafters allow it"
        )
    said.append("A joint that nothing lifts still gets two fixings")
    return said


def members(case: DesignInput, found: PavilionResult) -> list[Member]:
    """What the sheet lists and selects."""
    spec: PavilionSpec = case.spec
    layout, tape, me, t, u = found.layout, case.tape, spec.id, found.layout.timber, case.book.units
    commons = [one for one in layout.rafters if one.hand == 0]
    jacks = [one for one in layout.rafters if one.hand]
    length, _ = hip_length_m(layout)
    rows = [
        Member(
            id=f"{me}/rafters",
            what="rafters",
            name="Commons and jacks",
            says=f"{len(commons)} commons and {len(jacks)} jacks of {t.rafter.says}, half of them each hand, {_pitches(layout)}",
        ),
        Member(
            id=f"{me}/hips",
            what="hips",
            name=f"Hips, {tape.length(length)}",
            says=f"4 of {_plies(layout)}{t.hip.says} at {math.degrees(layout.hip_rad):.2f}°, {_hip_set(layout, tape)}; each "
            f"{found.hip.axial_n / u.force_n:,.4g} {u.force} along itself",
        ),
    ]
    if layout.ring:
        top = f"{t.ring.says}, {_ring(layout, tape)} outside, top at {tape.length(layout.peak_m)}"
        rows.append(Member(id=f"{me}/ring", what="ring", name="Centre ring", says=top))
        if layout.raised is not None:
            says = (
                f"4 legs of {t.leg.says}, {tape.length(layout.raised.leg_m)}; a second ring, top at "
                f"{tape.length(layout.raised.ring_m)}; its peak at {tape.length(layout.raised.peak_m)}"
            )
            rows.append(Member(id=f"{me}/raised", what="raised centre", name="Raised centre", says=says))
    elif layout.ridge:
        top = f"{t.ring.says}, {tape.length(layout.ridge_m)}, top at {tape.length(layout.peak_m)}"
        rows.append(Member(id=f"{me}/ridge", what="ridge", name="Ridge", says=top))
        rows.append(
            Member(id=f"{me}/ring", what="ring", name="Hips at the ridge", says="two hips meet each end of the ridge")
        )
    else:
        rows.append(Member(id=f"{me}/ring", what="ring", name="The peak", says="four hips meet in a point"))
    rows.append(Member(id=f"{me}/purlins", what="purlins", name="Purlins", says=f"{t.purlin.says} on every rafter"))
    rows.append(Member(id=f"{me}/sheets", what="sheets", name="Sheets", says=sheets_says(spec, layout, tape)))
    for line, name in ((1, "front"), (2, "back"), (3, "right"), (4, "left")):
        tie = found.hip.tie_x_n if line < 3 else found.hip.tie_y_n
        rows.append(
            Member(
                id=f"{me}/beam/{line}",
                what="beam",
                name=f"Beam, {name}",
                says=f"{_beam_says(layout, spec)}, top at {tape.length(spec.beam_top_m)}; ties its corners with "
                f"{tie / u.force_n:,.4g} {u.force}",
            )
        )
    rows += post_members(layout.frame, found.held, tape)
    return [*rows, upright_member(layout.frame, found.held, tape)]


def _beam_says(layout: PavilionLayout, spec: PavilionSpec) -> str:
    return plies_of(spec.plies, layout.timber.beam) if layout.timber.boxed is None else layout.timber.beam.says


def _plies(layout: PavilionLayout) -> str:
    return f"{layout.hip_plies} plies of " if layout.hip_plies > 1 else ""


def _hip_set(layout: PavilionLayout, tape: Tape) -> str:
    if not layout.backed_m:
        return f"dropped {tape.length(layout.dropped_m)}"
    angles = dict.fromkeys(f"{math.degrees(angle):.1f}°" for angle in layout.backing_rad)
    return f"backed {' and '.join(angles)}"


def _hip_measures(layout: PavilionLayout) -> list[Measure]:
    if not layout.backed_m:
        return [Measure(says="Dropped under the planes", value_m=layout.dropped_m)]
    first, second = layout.backing_rad
    if abs(first - second) < 1e-9:
        return [Measure(says="Top edge planed to both sides", angle_rad=first)]
    return [
        Measure(says="Top edge planed toward front or back", angle_rad=first),
        Measure(says="Top edge planed toward the end", angle_rad=second),
    ]


def _ring(layout: PavilionLayout, tape: Tape) -> str:
    """Its outside; both ways where the frame is out of square."""
    sizes = dict.fromkeys(tape.length(side.top_m) for side in layout.sides[:2])
    return " × ".join(sizes)


def _pitches(layout: PavilionLayout) -> str:
    first, second = (math.degrees(side.pitch_rad) for side in layout.sides[:2])
    return (
        f"{first:.1f}°" if abs(first - second) < 1e-6 else f"{first:.1f}° on the long sides, {second:.1f}° on the ends"
    )


def cut_details(case: DesignInput, layout: PavilionLayout) -> list[Detail]:
    """Rafters and hips true, with every cut as an angle and as a mark from the tail."""
    spec: PavilionSpec = case.spec
    front = layout.sides[0]
    a, h, t = front.pitch_rad, layout.hip_rad, layout.timber
    tail, common = front.past_m / math.cos(a), (front.past_m + front.run_m) / math.cos(a)
    hip, _ = hip_length_m(layout)
    seat, hip_seat = layout.seat_of(front), layout.hip_seat

    def piece(name: str, about: str, long_m: float, *, deep_m: float, measures: list[Measure]) -> Detail:
        bar = DetailMember(
            id=f"{spec.id}/true/{name}", what="stile", start=(0.0, 0.0), end=(long_m, 0.0), width_m=deep_m
        )
        return Detail(
            id=f"{spec.id}/true/{name}",
            about=about,
            title=f"{name.capitalize()}, true length",
            bars=(bar,),
            measures=tuple(measures),
        )

    rafters = [
        Measure(says="Common, along its upper edge", value_m=common),
        Measure(says="Tail to the beam's outer face", value_m=tail),
        Measure(says="Plumb cuts", angle_rad=a),
        Measure(says="Seat, level", value_m=seat.level_m),
        Measure(says="Notch, square to the edge", value_m=seat.cut_m),
        Measure(says="Height above the beam, plumb", value_m=layout.above_m),
    ]
    for side in layout.sides[:1] if _alike(layout) else layout.sides[:2]:
        rafters += _jack_measures(layout, side, "" if _alike(layout) else f", {side.name} and its opposite")
    hips = [
        Measure(says="Hip, along its top", value_m=hip),
        Measure(says="Plumb cuts", angle_rad=h),
        Measure(says="Cheek cuts on plan, from its line", angle_rad=layout.hip_plan_rad),
        *_hip_measures(layout),
        Measure(says="Seat over the beams' corner, level", value_m=hip_seat.level_m),
        Measure(says="Its notch, square to the edge", value_m=hip_seat.cut_m),
        Measure(
            says="Tail to the corner of the beams", value_m=math.hypot(front.past_m, front.side_past_m) / math.cos(h)
        ),
    ]
    small: list[Detail] = []
    if layout.raised is not None:
        top = layout.raised.sides[0]
        leg = [
            Measure(says="Leg", value_m=layout.raised.leg_m),
            Measure(says="Notch at either end, the ring's depth", value_m=t.ring.width_m),
            Measure(says="Notch, the ring's thickness", value_m=t.ring.thickness_m),
            Measure(says="Small roof's common, along its upper edge", value_m=(top.past_m + top.run_m) / math.cos(a)),
            Measure(says="Small roof's hip, along its top", value_m=hip_length_m(layout, top)[0]),
            Measure(says="Small roof's seat on its ring, level", value_m=ring_seat_m(spec, t)),
        ]
        small = [
            piece(
                "leg of the raised centre", f"{spec.id}/raised", layout.raised.leg_m, deep_m=t.leg.width_m, measures=leg
            )
        ]
    return [
        *small,
        piece("common and jacks", f"{spec.id}/rafters", common, deep_m=t.rafter.width_m, measures=rafters),
        piece("hip", f"{spec.id}/hips", hip, deep_m=t.hip.width_m, measures=hips),
    ]


def _jack_measures(layout: PavilionLayout, side: RoofSide, where: str) -> list[Measure]:
    """Jacks of one side from the longest, and their side cut."""
    level = {side.past_m + one.in_m for one in layout.rafters if one.side is side and one.hand}
    lengths = sorted({round(value / math.cos(side.pitch_rad), 6) for value in level}, reverse=True)
    cut = Measure(says=f"Jacks' side cut over the edge{where}", angle_rad=side.jack_cut_rad)
    jacks = [Measure(says=f"Jack {k}, with its tail{where}", value_m=value) for k, value in enumerate(lengths, start=1)]
    return [*jacks, cut] if jacks else []
