"""What can be measured of posts, whatever stands on them: targets made from a plan's marks and footings."""

from collections.abc import Iterable, Sequence

from steady.plan.model import Footing, Mark, MeasurementTarget, SquareDiagonal
from steady.units.units import IN

PLACE_M, PLUMB_M, DEPTH_M, TOP_M = IN / 4, IN / 4, IN, IN / 8
LATCH_M = IN / 4
GAP_M = IN / 8
COATED_AT_MOST = 0.18
"""Gaps between boards, and the moisture under which wood takes a coat [common practice: the tin says]."""
LEVEL_M = IN / 4
AGAIN = ", before locking in"
STANDS_AT = "stands at"
MENDS = {
    STANDS_AT: "Shift the post before the concrete sets; later take the reading into the plan, which cuts rails and boards to it",
    "plumb": "Loosen its brace, push it plumb and brace it again while the concrete is soft; later plane or shim what meets it",
    "hole depth": "Dig on to the planned depth: what is missing below is missing in what the post holds",
    "pier top": "Too high: grind it. Too low: form and pour it up, or a thicker base",
    "cut height": "Too long: cut it again to the string. Too short: pack it, or lower the whole line by what is missing",
    "gap": "Change the spacer for the next boards and share the difference over the rest of the stretch",
    "moisture before coating": "Wait for dry days and measure again: a coat on wet wood peels",
    "diagonal": "Push the frame along its longer diagonal by half of the difference; measure both again before it is nailed",
    "level": "Pack the low post or pier, or plane the high one, before the frame is fixed; never bend the frame down",
    "square": "Move the second line about the corner until the long side is right, then set its stakes again",
    "latch edge": "Tighten the cable or pack the lower hinge; where it goes on sagging, the hinge post leans: brace it",
    "freeboard": "Shift the floats toward the low corner, or take load off it, before anything is fixed above",
}
"""What to do about each when it is out [common practice]."""
"""Usual tolerances [common practice, no source]; a latch edge is measured down from the mark made when the leaf was hung."""


def gap_target(about: str, gap_m: float, between: str = "boards") -> MeasurementTarget:
    """The clear gap between pieces, as laid."""
    return MeasurementTarget(about=about, what=f"gap between {between}", planned=gap_m, within=GAP_M, mend=MENDS["gap"])


def moisture_target(about: str, layout: float, replans: str = "") -> MeasurementTarget:
    """How wet boards are when they are laid, as a share: kept as read, since no meter is wrong; it tells the gap that comes."""
    return MeasurementTarget(about=about, what="moisture", planned=layout, unit="%", replans=replans)


def coat_target(about: str) -> MeasurementTarget:
    """How dry the wood has to be before a coat."""
    most = COATED_AT_MOST
    return MeasurementTarget(
        about=about,
        what="moisture before coating",
        planned=most,
        unit="%",
        within=most,
        sense="at most",
        mend=MENDS["moisture before coating"],
    )


def diagonal_targets(curves: Iterable[object]) -> list[MeasurementTarget]:
    """Both ways across, to square by."""
    squares = (curve for curve in curves if isinstance(curve, SquareDiagonal))
    return [
        MeasurementTarget(
            about=one.id, what=f"diagonal {number}", planned=one.length_m, within=PLACE_M, mend=MENDS["diagonal"]
        )
        for number, one in enumerate(squares, start=1)
    ]


def level_target(about: str, what: str) -> MeasurementTarget:
    """How far something that is to lie level is out, from its highest to its lowest."""
    return MeasurementTarget(about=about, what=what, planned=0.0, within=LEVEL_M, sense="at most", mend=MENDS["level"])


def post_targets(
    marks: Sequence[Mark], footings: Iterable[Footing], movable: Iterable[str] = ()
) -> list[MeasurementTarget]:
    """Where each post stands, how plumb, how deep its hole is (deeper is good), and where its top is.

    Args:
        marks: The plan's marks.
        footings: Its holes; a mark without one stands already and is not measured.
        movable: Ids of the posts that the plan can take in where they stand.
    """
    holes, can_move = {footing.under: footing for footing in footings}, set(movable)
    found = []
    for mark in marks:
        footing = holes.get(mark.id)
        if footing is None:
            continue
        station_m = mark.station_m if mark.across_m is None else mark.leg_station_m
        takes = "hold" if mark.id in can_move else ""
        found.append(
            MeasurementTarget(
                about=mark.id,
                what=STANDS_AT,
                planned=station_m,
                within=PLACE_M,
                replans=takes,
                mend=MENDS[STANDS_AT],
            )
        )
        # Twice: when it is set, and again before rails, beams or boards lock it in. A pier without a post has nothing to plumb.
        has_post = any(layer.what == "post" for layer in footing.layers)
        for when in ("", AGAIN) if has_post else ():
            found += [
                MeasurementTarget(
                    about=mark.id, what=f"plumb {way}{when}", planned=0.0, within=PLUMB_M, mend=MENDS["plumb"]
                )
                for way in ("along", "across")
            ]
        deep = MeasurementTarget(
            about=mark.id,
            what="hole depth",
            planned=footing.hole_m,
            within=DEPTH_M,
            sense="at least",
            mend=MENDS["hole depth"],
        )
        found.append(deep)
        what, top_m = "cut height", mark.cut_height_m
        if not has_post:
            what, top_m = "pier top", max(layer.top_m for layer in footing.layers)
        found.append(MeasurementTarget(about=mark.id, what=what, planned=top_m, within=TOP_M, mend=MENDS[what]))
    return found
