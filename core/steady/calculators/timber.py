"""Sums of single sticks: sections, book values, strengths, capacities, members and their side hold."""

from collections.abc import Callable

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import GRID, PLIES, SERVICE, WOOD, inputs, load_type, of_step, school_of, wood_of
from steady.design_codes.bending_members import BendingDemand, check_member, even_action
from steady.design_codes.requests import KINDS, Kind, LateralRestraint, Wood
from steady.design_codes.results import MemberCheck, si
from steady.design_codes.us import sizes as us_sizes
from steady.errors import InvalidInputError, OutOfScopeError

FACTORS = ("size_factor", "duration_factor", "sharing_factor")
LOAD_CASES = "uniform|mid point|cantilever uniform|cantilever tip|end moment|other"


def _section(given: Given) -> Wood:
    size = given.text("size")
    width_m, depth_m = school_of(given).section_m(size) if given.has("school") else us_sizes.section_m(size)
    plies = given.count("plies", 1)
    if not 1 <= plies <= 20:
        raise InvalidInputError("plies", "must be 1 to 20")
    return Wood(species="", size=size, width_m=width_m, depth_m=depth_m, plies=plies, flat=given.flag("flat"))


def _book(kind: Kind) -> Output:
    return Output(name=kind, unit="psi|MPa", calculate=of_step(lambda g: school_of(g).book_value(kind, wood_of(g))))


def _strength(kind: Kind) -> Output:
    def calculate(given: Given) -> float:
        book, wood = school_of(given), wood_of(given)
        if given.has("permanent_load"):
            lasting, standard = (
                given.quantity("permanent_load", "pressure"),
                given.quantity("standard_load", "pressure"),
            )
            if not (lasting >= 0 and standard > 0):
                raise InvalidInputError("standard_load", "must be above 0, and permanent_load 0 or more")
            return si(
                book.long_term_strength(kind, wood, load_type(given), permanent_over_standard=lasting / standard).step
            )
        return si(book.strength(kind, wood, load_type(given)).step)

    return Output(name=kind, unit="psi|MPa", calculate=calculate)


def _factor(name: str) -> Output:
    def calculate(given: Given) -> float:
        book, wood, load = school_of(given), wood_of(given), load_type(given)
        if name == "duration_factor" and given.has("permanent_load"):
            strong = given.quantity("permanent_load", "pressure") / given.quantity("standard_load", "pressure")
            long = book.long_term_strength("bending", wood, load, permanent_over_standard=strong)
            return book.named_factor(name, wood, load) * long.factors / book.strength("bending", wood, load).factors
        return book.named_factor(name, wood, load)

    return Output(name=name, unit="-", calculate=calculate)


def _moment_capacity(given: Given) -> float:
    return si(school_of(given).moment_capacity(wood_of(given), load_type(given)))


def _stiff(given: Given) -> float:
    wood = wood_of(given)
    return school_of(given).strength("stiffness", wood, "floor").allowed_pa * wood.second_moment_m4


def _member(given: Given) -> tuple[MemberCheck, ...]:
    book, wood, span_m = school_of(given), wood_of(given), given.length("span")
    if not span_m > 0:
        raise InvalidInputError("span", "must be above 0")
    live, dead = given.quantity("live_line", "line load"), given.quantity("dead_line", "line load")
    if not (live >= 0 and dead >= 0 and live + dead > 0):
        raise InvalidInputError(
            "live_line" if live < 0 or live + dead == 0 else "dead_line", "loads must be 0 or more, and not all 0"
        )
    out_m = wood.bending_depth_m if given.flag("drop_load_near_support") else 0.0
    stability = 1.0
    if given.has("restraint_spacing"):
        stability = book.stability(
            wood,
            LateralRestraint(
                unbraced_m=given.length("restraint_spacing"),
                effective_m=None,
                load_case="uniform",
                load=load_type(given),
            ),
        )[0].value
    return check_member(
        book,
        wood,
        BendingDemand(
            dead=even_action(dead, span_m, out_m),
            live=even_action(live, span_m, out_m),
            span_m=span_m,
            load=load_type(given),
            live_use=given.text("live_use", ""),
            stability=stability,
        ),
    )


def _main(given: Given, kind: str) -> MemberCheck:
    """The check of a kind under the most of the live load: the last of its combinations."""
    found = [item for item in _member(given) if item.kind == kind]
    if not found:
        raise OutOfScopeError("the code gives no rule for this", "another code")
    return max(found, key=lambda item: item.check.demand.value)


def _demand(kind: str) -> Callable[[Given], float]:
    return lambda given: si(_main(given, kind).check.demand)


def _limit(kind: str) -> Callable[[Given], float]:
    return lambda given: si(_main(given, kind).check.limit)


def _use(kind: str) -> Callable[[Given], float]:
    return lambda given: max(item.check.use for item in _member(given) if item.kind == kind)


def _instant(given: Given) -> float:
    """Everything at once, short-term: what the tape would show on the day the load comes."""
    book, wood, span_m = school_of(given), wood_of(given), given.length("span")
    live, dead = given.quantity("live_line", "line load"), given.quantity("dead_line", "line load")
    # Limits of some schools leave the dead load out; the sag itself has both.
    w = dead + book.instant_live(given.text("live_use", "")) * live
    return even_action(w, span_m).sag_n_m3 / (
        book.strength("stiffness", wood, "floor").allowed_pa * wood.second_moment_m4
    )


def _stability(given: Given) -> tuple[float, float]:
    book = school_of(given)
    if given.has("slenderness"):
        slenderness = given.number("slenderness")
        return book.stability_of(slenderness).value, slenderness
    length = "unbraced_length" if given.has("unbraced_length") else "span"
    typed = given.has("bending_strength")
    bare = typed or not (given.has("species") or given.has("grade"))
    wood = wood_of_shape(given) if bare else wood_of(given)
    step, slenderness = book.stability(
        wood,
        LateralRestraint(
            unbraced_m=given.maybe(length, "length"),
            effective_m=given.maybe("effective_length", "length"),
            load_case=given.text("load_case", "uniform"),
            loaded_edge=given.text("loaded_edge", "compression"),
            bending_pa=_positive(given, "bending_strength") if typed else None,
            stiffness_pa=_positive(given, "stiffness"),
            stiffness_min_pa=_positive(given, "stiffness_min"),
            load=load_type(given),
        ),
    )
    return step.value, slenderness


def _positive(given: Given, name: str) -> float | None:
    found = given.maybe(name, "pressure")
    if found is not None and not found > 0:
        raise InvalidInputError(name, "must be above 0")
    return found


def wood_of_shape(given: Given) -> Wood:
    """A stick whose strengths are typed: its shape alone is read, its wood where told."""
    if given.has("species") or given.has("grade"):
        return wood_of(given)
    return _section(given)


MEMBER = (
    PLIES,
    *inputs(("span", "length"), ("live_line", "line load"), ("dead_line", "line load")),
    Input(
        name="live_use",
        kind="A|B|C|H|domestic floor",
        default="a dwelling's",
        says="uk A, B, C, H; nz domestic floor or roof",
    ),
    Input(name="restraint_spacing", kind="length", default="edge held all along"),
    Input(name="drop_load_near_support", kind="flag", default="no"),
)

SUMS = (
    Calculator(
        name="timber.section",
        asks="Real size of a stick, and how stiff and strong its shape is?",
        inputs=(
            Input(name="size", kind="text", says="2x10, or 38x235 mm"),
            PLIES,
            Input(name="flat", kind="flag", default="no"),
        ),
        outputs=(
            Output(name="area", unit="in2|mm2", calculate=lambda g: _section(g).area_m2),
            Output(name="section_modulus", unit="in3|mm3", calculate=lambda g: _section(g).modulus_m3),
            Output(name="second_moment", unit="in4|mm4", calculate=lambda g: _section(g).second_moment_m4),
            Output(name="width", unit="in|mm", calculate=lambda g: _section(g).across_m),
            Output(name="depth", unit="in|mm", calculate=lambda g: _section(g).bending_depth_m),
        ),
        source="us-sizes: tables 1A, 1B; high",
        picture="section",
    ),
    Calculator(
        name="timber.table_value",
        asks="What does the book give for this wood before any factor?",
        inputs=(*WOOD, Input(name="wet", kind="flag", default="yes", says="nz books wet and dry apart")),
        outputs=(
            *(_book(kind) for kind in KINDS),
            Output(name="specific_gravity", unit="-", calculate=lambda g: school_of(g).specific_gravity(wood_of(g))),
        ),
        source="us-4a, us-4b, us-4d; o86; en-338; nzs-3603",
    ),
    Calculator(
        name="timber.design_strength",
        asks="What may I count on: wet, incised, short load, shared?",
        inputs=(
            *WOOD,
            *SERVICE,
            PLIES,
            *GRID,
            Input(name="permanent_load", kind="pressure", default="none", says="ca: much lasting load lowers K_D"),
            Input(name="standard_load", kind="pressure", default="none"),
        ),
        outputs=(*(_strength(kind) for kind in KINDS), *(_factor(name) for name in FACTORS)),
        source="nds: Table 4.3.1; o86: 6.4; ec5: 2.4.1; nzs-3603: 3.2",
    ),
    Calculator(
        name="timber.capacity",
        asks="Most moment and shear one stick takes; how hard does a given moment use it?",
        inputs=(*WOOD, *SERVICE, PLIES, Input(name="moment", kind="moment", default="for the use only")),
        outputs=(
            Output(name="moment_capacity", unit="lb-ft|kN.m", calculate=_moment_capacity),
            Output(
                name="shear_capacity",
                unit="lb|kN",
                calculate=of_step(lambda g: school_of(g).shear_capacity(wood_of(g), load_type(g))),
            ),
            Output(name="bending_stiffness", unit="kN.m2", calculate=_stiff),
            Output(name="use", unit="-", calculate=lambda g: g.quantity("moment", "moment") / _moment_capacity(g)),
        ),
        source="nds: 3.3, 3.4; o86: 6.5; ec5: 6.1; nzs-3603: 3.2",
        picture="section",
    ),
    Calculator(
        name="timber.member_check",
        asks="Simple span, even load: is it strong and stiff enough?",
        inputs=(*WOOD, *SERVICE, *MEMBER),
        outputs=(
            Output(name="bending_stress", unit="psi|MPa", calculate=_demand("bending")),
            Output(name="shear_stress", unit="psi|MPa", calculate=_demand("shear")),
            Output(name="bending_strength", unit="psi|MPa", calculate=_limit("bending")),
            Output(name="shear_strength", unit="psi|MPa", calculate=_limit("shear")),
            Output(name="bending_use", unit="-", calculate=_use("bending")),
            Output(name="shear_use", unit="-", calculate=_use("shear")),
            Output(name="deflection_instant", unit="in|mm", calculate=_instant),
            Output(name="deflection_final", unit="in|mm", calculate=_demand("long-term deflection")),
        ),
        source="nds: 3.3, 3.4, 3.5; o86: 6.5; ec5: 6.1, 2.2.3; nzs-3603: 3.2, 2.7",
        picture="simple span",
    ),
    Calculator(
        name="timber.lateral_stability",
        asks="How much bending strength is lost when the squeezed edge can buckle sideways?",
        inputs=(
            *WOOD,
            *SERVICE,
            PLIES,
            Input(name="unbraced_length", kind="length", default="the span"),
            Input(name="span", kind="length", default="the unbraced length"),
            Input(name="effective_length", kind="length", default="by load case"),
            Input(name="load_case", kind=LOAD_CASES, default="uniform"),
            Input(name="loaded_edge", kind="compression|tension|middle", default="compression", says="uk"),
            Input(name="bending_strength", kind="pressure", default="by species"),
            Input(name="stiffness", kind="pressure", default="by species", says="ca"),
            Input(name="stiffness_min", kind="pressure", default="by species", says="us, uk"),
            Input(name="slenderness", kind="number", default="by size", says="nz: the curve alone"),
        ),
        outputs=(
            Output(name="stability_factor", unit="-", calculate=lambda g: _stability(g)[0]),
            Output(name="slenderness", unit="-", calculate=lambda g: _stability(g)[1]),
        ),
        source="nds: 3.3.3; o86: 6.5.4; ec5: 6.3.3; nzs-3603: 3.2.5",
        picture="simple span",
    ),
)
