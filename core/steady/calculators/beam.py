"""Sums of beams: supported length, spans, overhangs, load combinations, boxes with plywood webs."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import (
    BASIS,
    FLOOR_INPUTS,
    PLIES,
    SCHOOL,
    SERVICE,
    WOOD,
    basis_is_table,
    floor_of,
    inputs,
    load_type,
    school_of,
    wood_of,
    woods_of,
)
from steady.design_codes.requests import BeamInput
from steady.design_codes.results import Combination, SpanResult
from steady.errors import InvalidInputError
from steady.statics.beam import PointLoad, Solved, SpreadLoad, solve
from steady.statics.sections import BoxBeam
from steady.statics.simple_span import moment_n_m, shear_n


def _supported(given: Given) -> float:
    """Half of each neighbouring span and the overhang on that side. Practice; joists broken over the beams."""
    spans = given.lengths("joist_spans")
    start, end = given.length("overhang_start", 0.0), given.length("overhang_end", 0.0)
    beam = given.count("beam")
    if not (all(span > 0 for span in spans) and start >= 0 and end >= 0):
        raise InvalidInputError("joist_spans", "spans must be above 0, and overhangs 0 or more")
    if not 1 <= beam <= len(spans) + 1:
        raise InvalidInputError("beam", f"must be 1 to {len(spans) + 1}")
    before = spans[beam - 2] / 2 if beam > 1 else start
    after = spans[beam - 1] / 2 if beam <= len(spans) else end
    return before + after


def _span(given: Given) -> SpanResult:
    return school_of(given).beam_span(
        woods_of(given),
        BeamInput(
            table=basis_is_table(given),
            joist_span_m=_above(given, "joist_span"),
            supported_m=_above(given, "supported_length"),
            floor=floor_of(given),
            edition=given.text("edition", ""),
        ),
    )


def _above(given: Given, name: str) -> float | None:
    found = given.maybe(name, "length")
    if found is not None and not found > 0:
        raise InvalidInputError(name, "must be above 0")
    return found


def _share(given: Given) -> float:
    other = given.length("compare_with")
    if not other > 0:
        raise InvalidInputError("compare_with", "must be above 0")
    return _span(given).span_m / other


def _overhang(given: Given, even_w: float | None = None, over_w: float = 0.0) -> Solved:
    """The stick solved: even load everywhere, more on the overhang, and the tip load."""
    span_m, over_m = given.length("span"), given.length("overhang")
    other_m = given.length("overhang_2", 0.0)
    if not (span_m > 0 and over_m >= 0 and other_m >= 0):
        raise InvalidInputError(
            "span" if not span_m > 0 else "overhang", "spans must be above 0, and overhangs 0 or more"
        )
    length_m, near_m = other_m + span_m + over_m, other_m + span_m
    w = _line_load(given) if even_w is None else even_w
    loads: list[PointLoad | SpreadLoad] = [SpreadLoad(from_m=0, to_m=length_m, start_n_per_m=w, end_n_per_m=w)]
    if over_w and over_m > 0:
        loads.append(SpreadLoad(from_m=near_m, to_m=length_m, start_n_per_m=over_w, end_n_per_m=over_w))
    if given.has("tip_load"):
        loads.append(PointLoad(at_m=length_m, load_n=given.quantity("tip_load", "force")))
    return solve(length_m, [other_m, near_m], loads, stiffness_n_m2=_stiffness(given))


def _stiffness(given: Given) -> float:
    if given.has("stiffness"):
        found = given.quantity("stiffness", "pressure") * given.quantity("second_moment", "inertia")
        if not found > 0:
            raise InvalidInputError("stiffness", "must be above 0, and the second moment too")
        return found
    if given.has("school") and given.has("size"):
        wood = wood_of(given)
        return school_of(given).strength("stiffness", wood, load_type(given)).allowed_pa * wood.second_moment_m4
    return 1.0


def _line_load(given: Given) -> float:
    if given.has("load"):
        return given.quantity("load", "line load")
    return given.quantity("dead_line", "line load", 0.0) + given.quantity("live_line", "line load", 0.0)


def _far_least(given: Given) -> float:
    dead, live = given.quantity("dead_line", "line load"), given.quantity("live_line", "line load", 0.0)
    return _overhang(given, even_w=dead, over_w=live).reactions_n[0]


def _tip(given: Given) -> float:
    if not (given.has("stiffness") or given.has("size")):
        raise InvalidInputError("stiffness", "is needed, or school, species and size")
    solved = _overhang(given)
    return solved.deflection_m(solved.pieces[-1].to_m)


def _near_moment(given: Given) -> float:
    return _overhang(given).moment_n_m(given.length("overhang_2", 0.0) + given.length("span"))


def _combined(given: Given) -> float:
    """The largest of the school's combinations, uplift apart."""
    dead, live, snow, wind = _actions(given)
    return max(case.total(dead, live, snow, wind=wind) for case in _cases(given))


def _cases(given: Given) -> tuple[Combination, ...]:
    return school_of(given).combinations(given.text("live_use", ""), given.text("rule", ""), given.text("edition", ""))


def _actions(given: Given) -> tuple[float, float, float, float]:
    dead = given.quantity("dead", "pressure")
    live, snow, wind = (given.quantity(name, "pressure", 0.0) for name in ("live", "snow", "wind"))
    for name, value in (("dead", dead), ("live", live), ("snow", snow), ("wind", wind)):
        if not value >= 0:
            raise InvalidInputError(name, "must be 0 or more")
    return dead, live, snow, wind


def _uplift(given: Given) -> float:
    dead, _, _, wind = _actions(given)
    return school_of(given).uplift_net(dead, wind)


def _box(given: Given) -> BoxBeam:
    return BoxBeam(
        flange_width_m=given.length("flange_width"),
        flange_depth_m=given.length("flange_depth"),
        depth_m=given.length("depth"),
        web_thickness_m=given.length("web_thickness"),
        webs=given.count("webs"),
        flange_e_pa=given.quantity("flange_E", "pressure"),
        web_e_pa=given.quantity("web_E", "pressure"),
        web_g_pa=given.quantity("web_G", "pressure", 0.0),
    )


def _gamma(given: Given) -> float:
    return _box(given).nailed_gamma(
        span_m=given.length("span"),
        slip_n_per_m=given.quantity("nail_slip", "line load"),
        spacing_m=given.length("nail_spacing"),
        rows=given.count("nail_rows", 1),
    )


def _box_sag(given: Given) -> float:
    return _box(given).sag_m(_load(given), _box_span(given))


def _load(given: Given) -> float:
    found = given.quantity("load", "line load")
    if not found >= 0:
        raise InvalidInputError("load", "must be 0 or more")
    return found


def _box_span(given: Given) -> float:
    found = given.length("span")
    if not found > 0:
        raise InvalidInputError("span", "must be above 0")
    return found


BOX = inputs(
    ("flange_width", "length"),
    ("flange_depth", "length"),
    ("depth", "length"),
    ("web_thickness", "length"),
    ("webs", "count"),
    ("flange_E", "pressure"),
    ("web_E", "pressure"),
)

SUMS = (
    Calculator(
        name="beam.supported_length",
        asks="How much joist does each beam carry?",
        inputs=(
            Input(name="joist_spans", kind="list of lengths"),
            Input(name="overhang_start", kind="length", default="0 in"),
            Input(name="overhang_end", kind="length", default="0 in"),
            Input(name="beam", kind="count", says="1 is the first"),
        ),
        outputs=(Output(name="supported_length", unit="ft|m", calculate=_supported),),
        source="practice: half of each neighbouring span and the overhang; joists broken over the beams",
        picture="supported",
    ),
    Calculator(
        name="beam.span",
        asks="How far apart may the posts stand under this beam?",
        inputs=(
            *WOOD,
            BASIS,
            PLIES,
            *SERVICE,
            *FLOOR_INPUTS,
            Input(name="joist_span", kind="length", default="for us", says="us"),
            Input(
                name="supported_length",
                kind="length",
                default="for ca, uk and nz",
                says="ca, uk, nz; us when calculated",
            ),
            Input(name="compare_with", kind="length", default="for the share only", says="a cell of your own code"),
            Input(name="edition", kind="IRC 2018|IRC 2021", default="IRC 2018", says="us, table"),
        ),
        outputs=(
            Output(name="span", unit="in|m", calculate=lambda g: _span(g).span_m),
            Output(name="span_shown", unit="in", calculate=lambda g: school_of(g).shown_m(_span(g).span_m)),
            Output(name="governs", unit="text", calculate=lambda g: _span(g).governs),
            Output(name="share_of_compared", unit="-", calculate=_share),
        ),
        source="irc: R507.5; nds; nbc: 9.23.4.2; o86; ec5; nzs-3603",
        picture="beam on posts",
    ),
    Calculator(
        name="beam.overhang",
        asks="Reactions, moments and tip drop of a stick running past its support?",
        inputs=(
            *inputs(("span", "length"), ("overhang", "length")),
            Input(name="overhang_2", kind="length", default="0 in"),
            Input(name="load", kind="line load", says="everything together", default="dead_line + live_line"),
            Input(name="dead_line", kind="line load", default="0 lb/ft"),
            Input(name="live_line", kind="line load", default="0 lb/ft"),
            Input(name="tip_load", kind="force", default="none"),
            Input(name="stiffness", kind="pressure", default="for the tip only"),
            Input(name="second_moment", kind="inertia", default="for the tip only"),
        ),
        outputs=(
            Output(name="reaction_near", unit="lb|kN", calculate=lambda g: _overhang(g).reactions_n[1]),
            Output(name="reaction_far", unit="lb|kN", calculate=lambda g: _overhang(g).reactions_n[0]),
            Output(name="reaction_far_least", unit="lb|kN", calculate=_far_least),
            Output(name="moment_near", unit="lb-ft|kN.m", calculate=_near_moment),
            Output(name="moment_span", unit="lb-ft|kN.m", calculate=lambda g: _overhang(g).moment_extremes_n_m()[1]),
            Output(name="tip_deflection", unit="in|mm", calculate=_tip),
        ),
        source="statics",
        picture="overhang",
    ),
    Calculator(
        name="beam.load_combination",
        asks="What load do I design for, from dead, live, snow and wind?",
        inputs=(
            SCHOOL,
            Input(name="dead", kind="pressure"),
            Input(name="live", kind="pressure", default="0"),
            Input(name="snow", kind="pressure", default="0"),
            Input(name="wind", kind="pressure", default="0"),
            Input(name="live_use", kind="A|B|C|H|domestic floor|roof", default="a dwelling's"),
            Input(name="rule", kind="6.10|6.10a/b", default="6.10", says="uk"),
            Input(name="edition", kind="text", default="ASCE 7-16, NBC 2015"),
        ),
        outputs=(
            Output(name="design_load", unit="psf|kPa", calculate=_combined),
            Output(name="uplift", unit="psf|kPa", calculate=_uplift),
        ),
        source="asce-7-16: 2.4.1; nbc: Table 4.1.3.2.-A; ec0: 6.10; as-nzs-1170: 4.2",
    ),
    Calculator(
        name="beam.box_beam",
        asks="How stiff is a box or I beam with plywood webs, glued?",
        inputs=(
            *BOX,
            *inputs(("web_G", "pressure"), ("span", "length"), ("load", "line load")),
            Input(name="webs_spliced", kind="count", default="0", says="webs with an unplated joint at the section"),
        ),
        outputs=(
            Output(name="inertia", unit="in4|mm4", calculate=lambda g: _box(g).inertia_m4),
            Output(name="sag", unit="in|mm", calculate=_box_sag),
            Output(name="inertia_loss", unit="-", calculate=lambda g: _box(g).loss(g.count("webs_spliced", 0))),
            Output(
                name="web_shear",
                unit="psi|MPa",
                calculate=lambda g: _box(g).web_shear_pa(shear_n(_load(g), _box_span(g))),
            ),
            Output(
                name="flange_stress",
                unit="psi|MPa",
                calculate=lambda g: _box(g).flange_stress_pa(moment_n_m(_load(g), _box_span(g))),
            ),
        ),
        source="statics",
        picture="box",
    ),
    Calculator(
        name="beam.nailed_box",
        asks="How much of the glued stiffness is left when the box is only nailed?",
        inputs=(
            *BOX,
            Input(name="span", kind="length"),
            Input(name="nail_slip", kind="line load", says="of one nail in one plane, as 571 N/mm"),
            Input(name="nail_spacing", kind="length"),
            Input(name="nail_rows", kind="count", default="1"),
        ),
        outputs=(
            Output(name="gamma", unit="-", calculate=_gamma),
            Output(name="stiffness_share", unit="-", calculate=lambda g: _box(g).nailed_share(_gamma(g))),
        ),
        source="ec5: Annex B; high",
        picture="box",
    ),
)
