"""Whether a pavilion's raised centre stands: its legs bend in the wind on what their notches leave, and it is held down."""

from dataclasses import replace

from steady.design_codes.canopies import FrameRows, bare_frame
from steady.design_codes.results import given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep, Check, UncheckedItem
from steady.structures.bending_check import CheckContext, check_bends
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.frame import line_weight
from steady.structures.canopy.loads import CanopyLoads
from steady.structures.check_collector import CheckCollector, said
from steady.structures.pavilion.layout import PavilionLayout
from steady.structures.structure_type import DesignInput
from steady.structures.wind_site import place_of
from steady.units.trade import Units

LEGS_BEND = "cupola_leg.bending"


def raised_weight_n(layout: PavilionLayout) -> float:
    """Legs and second ring of a raised centre; its roof weighs as the rest does."""
    if layout.raised is None:
        return 0.0
    # Mitred pieces are by a thickness shorter in their middle than the ring outside.
    rings = sum(side.long_m - layout.timber.ring.thickness_m for side in layout.raised.sides)
    rings *= line_weight(layout.timber.ring)
    return 4 * layout.raised.leg_m * line_weight(layout.timber.leg) + rings


def check_cupola(collector: CheckCollector, case: DesignInput, layout: PavilionLayout, *, loads: CanopyLoads) -> None:
    """The wind pushes the small roof over on its legs, which the ring holds upright; and lifts it, where that is known."""
    raised, book, u = layout.raised, case.book, case.book.units
    if raised is None:
        return
    about, f = f"{layout.frame.me}/raised", factors_of(case.book)
    side = raised.sides[0]
    face = side.long_m * (layout.timber.ring.width_m + 2 * layout.timber.leg.width_m) + side.eave_m * (
        raised.peak_m - raised.ring_m
    )
    try:
        place = place_of(case.site)
        push_n = f.wind_up * bare_frame(book, place, raised.peak_m, behind=FrameRows(row_m2=face, rows=1)).force_n
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(refused.message, "type the wind")
        collector.gap(LEGS_BEND, about, outside)
        return
    arm_m = raised.ring_m - layout.peak_m
    moment = CalculationStep(
        symbol="M_l",
        value=push_n / 4 * arm_m / u.moment_n_m,
        unit=u.moment,
        formula="P / 4 * h",
        inputs=(("P", push_n / u.force_n, u.force), ("h", arm_m / u.span_m, u.span)),
        source="statics: four legs held in the ring",
        says="each leg, at the ring",
    )
    one = check_bends(
        book, layout.frame.wood(layout.timber.leg), (moment, "wind"), asked=CheckContext(LEGS_BEND, about, "wind")
    )
    try:
        collector.take(_notched(one, leg_left(layout, u)))
    except OutOfScopeError as refused:
        collector.gap(LEGS_BEND, about, refused)
    if loads.wind_pa:
        up_pa = loads.up_pa if loads.up_pa is not None else loads.wind_pa
        lift_n = raised.plan_m2 * (f.wind_up * up_pa - f.lasting * loads.dead_pa) / 4
        if lift_n > 0:
            needs = given_step(
                "T_l", lift_n / u.force_n, u.force, source="statics: a quarter of its lift", says="up, at each leg"
            )
            collector.gap(
                "cupola.uplift",
                about,
                OutOfScopeError(
                    f"no rating is entered; each leg's joint to either ring must hold {said(needs)} up",
                    "the maker's number for one joint, or bolts that an engineer sizes",
                ),
                crew=True,
                needs=needs,
            )


def leg_left(layout: PavilionLayout, u: Units) -> CalculationStep:
    """What notches for the rings' pieces leave of a raised centre's leg: both outer faces are cut, and it bends the weak way.

    Raises:
        OutOfScopeError: The ring's pieces are as thick as the leg, so nothing is left.
    """
    leg, lost_m = layout.timber.leg, layout.timber.ring.thickness_m
    b, d = sorted((leg.thickness_m, leg.width_m))
    if b <= lost_m:
        raise OutOfScopeError("notches for the rings' pieces leave nothing of its legs", "thinner pieces for the ring")
    return CalculationStep(
        symbol="k_left",
        value=(d - lost_m) * (b - lost_m) ** 2 / (b * d**2),
        unit="",
        formula="(d - t) * (b - t) ** 2 / (b * d ** 2)",
        inputs=(("d", d / u.size_m, u.size), ("b", b / u.size_m, u.size), ("t", lost_m / u.size_m, u.size)),
        source="geometry",
        says="of its section modulus, notched on two faces",
    )


def _notched(one: Check | UncheckedItem, left: CalculationStep) -> Check | UncheckedItem:
    """A whole leg's bending, held to what its notches leave of it: it bends most where they are."""
    if isinstance(one, UncheckedItem):
        return one
    whole = one.limit
    limit = CalculationStep(
        symbol="M_left",
        value=whole.value * left.value,
        unit=whole.unit,
        formula="M_max * k_left",
        inputs=(("M_max", whole.value, whole.unit), ("k_left", left.value, "")),
        source=whole.source,
        says="what its notches leave",
    )
    return replace(one, limit=limit, working=(*one.working, replace(whole, symbol="M_max"), left))
