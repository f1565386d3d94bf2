"""Sums of single sticks: sections, book values, strengths, members, posts, seats, notches, treatment."""

import math
from collections.abc import Callable
from dataclasses import replace

from steady.errors import InputError, OutsideScope
from steady.measure.units import PCF, PSI
from steady.rulebooks.answers import KINDS, Column, Kind, MemberCheck, Notched, Seat, Sideways, Standing, Wood, si
from steady.rulebooks.bent import check_member, even_action
from steady.rulebooks.us import members as us_members
from steady.rulebooks.us import sizes as us_sizes
from steady.sums.given import Given
from steady.sums.model import Input, Output, Sum
from steady.sums.wood import GRID, PLIES, SCHOOL, SERVICE, WOOD, inputs, load_type, of_step, school_of, wood_of

FACTORS = ("size_factor", "duration_factor", "sharing_factor")
LOAD_CASES = "uniform|mid point|cantilever uniform|cantilever tip|end moment|other"


def _section(given: Given) -> Wood:
    size = given.text("size")
    width_m, depth_m = school_of(given).section_m(size) if given.has("school") else us_sizes.section_m(size)
    plies = given.count("plies", 1)
    if not 1 <= plies <= 20:
        raise InputError("plies", "must be 1 to 20")
    return Wood(species="", size=size, width_m=width_m, depth_m=depth_m, plies=plies, flat=given.flag("flat"))


def _book(kind: Kind) -> Output:
    return Output(name=kind, unit="psi|MPa", reckon=of_step(lambda g: school_of(g).book_value(kind, wood_of(g))))


def _strength(kind: Kind) -> Output:
    def reckon(given: Given) -> float:
        book, wood = school_of(given), wood_of(given)
        if given.has("permanent_load"):
            lasting, standard = (
                given.quantity("permanent_load", "pressure"),
                given.quantity("standard_load", "pressure"),
            )
            if not (lasting >= 0 and standard > 0):
                raise InputError("standard_load", "must be above 0, and permanent_load 0 or more")
            return si(book.long_term_strength(kind, wood, load_type(given), lasting / standard).step)
        return si(book.strength(kind, wood, load_type(given)).step)

    return Output(name=kind, unit="psi|MPa", reckon=reckon)


def _factor(name: str) -> Output:
    def reckon(given: Given) -> float:
        book, wood, load = school_of(given), wood_of(given), load_type(given)
        if name == "duration_factor" and given.has("permanent_load"):
            strong = given.quantity("permanent_load", "pressure") / given.quantity("standard_load", "pressure")
            long = book.long_term_strength("bending", wood, load, strong)
            return book.named_factor(name, wood, load) * long.factors / book.strength("bending", wood, load).factors
        return book.named_factor(name, wood, load)

    return Output(name=name, unit="-", reckon=reckon)


def _moment_capacity(given: Given) -> float:
    return si(school_of(given).moment_capacity(wood_of(given), load_type(given)))


def _stiff(given: Given) -> float:
    wood = wood_of(given)
    return school_of(given).strength("stiffness", wood, "floor").allowed_pa * wood.second_moment_m4


def _member(given: Given) -> tuple[MemberCheck, ...]:
    book, wood, span_m = school_of(given), wood_of(given), given.length("span")
    if not span_m > 0:
        raise InputError("span", "must be above 0")
    live, dead = given.quantity("live_line", "line load"), given.quantity("dead_line", "line load")
    if not (live >= 0 and dead >= 0 and live + dead > 0):
        raise InputError(
            "live_line" if live < 0 or live + dead == 0 else "dead_line", "loads must be 0 or more, and not all 0"
        )
    out_m = wood.bending_depth_m if given.flag("drop_load_near_support") else 0.0
    stability = 1.0
    if given.has("restraint_spacing"):
        stability = book.stability(
            wood,
            Sideways(
                unbraced_m=given.length("restraint_spacing"),
                effective_m=None,
                load_case="uniform",
                load=load_type(given),
            ),
        )[0].value
    return check_member(
        book,
        wood,
        dead=even_action(dead, span_m, out_m),
        live=even_action(live, span_m, out_m),
        span_m=span_m,
        load=load_type(given),
        live_use=given.text("live_use", ""),
        stability=stability,
    )


def _main(given: Given, kind: str) -> MemberCheck:
    """The check of a kind under the most of the live load: the last of its combinations."""
    found = [item for item in _member(given) if item.kind == kind]
    if not found:
        raise OutsideScope("the school gives no rule for this", "another school")
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
        Sideways(
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
        raise InputError(name, "must be above 0")
    return found


def wood_of_shape(given: Given) -> Wood:
    """A stick whose strengths are typed: its shape alone is read, its wood where told."""
    if given.has("species") or given.has("grade"):
        return wood_of(given)
    return _section(given)


def _column(given: Given) -> Column:
    return school_of(given).column(wood_of(given), load_type(given), Standing(**_lengths(given)))


def _lengths(given: Given) -> dict[str, float]:
    height, factor = given.length("height"), given.number("end_factor", 1.0)
    if not height > 0:
        raise InputError("height", "must be above 0")
    if not factor > 0:
        raise InputError("end_factor", "must be above 0")
    found = {"height_m": height, "end_factor": factor}
    if given.has("height_weak"):
        found["height_weak_m"] = given.length("height_weak")
        if not found["height_weak_m"] > 0:
            raise InputError("height_weak", "must be above 0")
    return found


def _column_use(given: Given) -> float:
    lengths = _lengths(given)
    axial, moment = given.quantity("axial_load", "force", 0.0), given.quantity("moment", "moment", 0.0)
    if axial < 0 or moment < 0:
        raise InputError("axial_load" if axial < 0 else "moment", "must be 0 or more")
    if not (given.has("axial_load") or given.has("moment")):
        raise InputError("axial_load", "is needed, or moment")
    step = school_of(given).column_use(
        wood_of(given),
        load_type(given),
        Standing(
            height_m=lengths["height_m"],
            end_factor=lengths["end_factor"],
            height_weak_m=lengths.get("height_weak_m"),
            axial_n=axial,
            moment_n_m=moment,
        ),
    )
    return step.value


def _seat(given: Given) -> Seat:
    book = school_of(given)
    width = given.length("width")
    wood = _seat_wood(given, width)
    length = given.length("bearing_length")
    if not (width > 0 and length > 0):
        raise InputError("width" if not width > 0 else "bearing_length", "must be above 0")
    return book.seat(
        wood,
        load_type(given),
        width_m=width * wood.plies,
        length_m=length,
        from_end_m=given.length("distance_from_end", 0.0),
        kind=given.text("bearing_kind", "plain"),
    )


def _seat_wood(given: Given, width_m: float) -> Wood:
    """The wood of a seat; its size matters only to which table it stands in, so its width serves where none is told."""
    if given.has("size"):
        return wood_of(given)
    book = school_of(given)
    species = given.words("species")[0] if book.species() else ""
    return Wood(
        species=species,
        size=book.seat_size(width_m),
        width_m=width_m,
        depth_m=max(0.14, width_m),
        grade=given.text("grade", book.default_grade),
        plies=given.count("plies", 1) or 1,
        wet=given.flag("wet", True),
        incised=given.flag("incised"),
    )


def _seat_factor(given: Given) -> float:
    if school_of(given).key == "us":
        return us_members.bearing_factor(
            given.length("bearing_length") / 0.0254, given.length("distance_from_end", 0.0) / 0.0254
        )
    return _seat(given).factor


def _notch(given: Given) -> Notched:
    return school_of(given).notched(
        wood_of(given),
        load_type(given),
        left_m=given.length("depth_left"),
        to_reaction_m=given.maybe("notch_to_reaction", "length"),
        slope=given.number("notch_slope", 0.0),
    )


def _only_us(given: Given) -> None:
    if school_of(given).key != "us":
        raise OutsideScope("this sum stands in the United States school alone", "use us")


def _combined(given: Given) -> float:
    _only_us(given)

    def psi(name: str, default: float | None = None) -> float:
        value = given.quantity(name, "pressure", default)
        if value < 0:
            raise InputError(name, "must be 0 or more")
        return value / PSI

    strengths = ("compression_strength", "buckling_stress_strong", "buckling_stress_weak", "bending_strength_strong")
    for name in strengths:
        if not psi(name) > 0:
            raise InputError(name, "must be above 0")
    return us_members.combined_use(
        compression_psi=psi("compression_stress"),
        compression_strength_psi=psi("compression_strength"),
        buckling_strong_psi=psi("buckling_stress_strong"),
        buckling_weak_psi=psi("buckling_stress_weak"),
        bending_strong_psi=psi("bending_stress_strong"),
        bending_strength_strong_psi=psi("bending_strength_strong"),
        bending_weak_psi=psi("bending_stress_weak", 0.0),
        bending_strength_weak_psi=psi("bending_strength_weak", 0.0),
        sideways_buckling_psi=psi("sideways_buckling_stress", math.inf),
    )


def _density(given: Given) -> float:
    _only_us(given)
    gravity, moisture = given.number("specific_gravity"), given.quantity("moisture_percent", "percent")
    if not 0 < gravity < 1.5:
        raise InputError("specific_gravity", "must be above 0 and below 1.5")
    if not 0 <= moisture <= 200:
        raise InputError("moisture_percent", "must be 0 to 200")
    return us_members.density_pcf(gravity, moisture) * PCF


def _built(given: Given) -> Wood:
    """Sticks side by side, each perhaps ripped along its depth: the section as it will bend."""
    wood = wood_of(given)
    if not given.has("ripped_to"):
        return wood
    left = given.length("ripped_to")
    if not 0 < left <= wood.depth_m + 1e-12:
        raise InputError("ripped_to", "must be above 0 and at most the stick's depth")
    size = f"{wood.width_m * 1000:.3f}x{left * 1000:.3f} mm"
    return replace(wood, depth_m=left, size=size)


def _layers(given: Given) -> int:
    found = given.count("stacked", 1)
    if not 1 <= found <= 6:
        raise InputError("stacked", "must be 1 to 6")
    return found


def _built_strong(given: Given) -> Wood:
    """The built section where its grade still holds.

    Raises:
        OutsideScope: Ripped and not graded again: a rip changes where the knots stand.
    """
    if given.has("ripped_to") and not given.flag("regraded"):
        raise OutsideScope("a ripped stick has lost its grade", "have it graded again, then answer regraded=yes")
    return _built(given)


def _built_stiffness(given: Given) -> float:
    wood = _built(given)
    e = school_of(given).strength("stiffness", wood_of(given), "floor").allowed_pa
    return _layers(given) * e * wood.second_moment_m4


def _built_share(given: Given) -> float:
    """Stiffness over that of one solid piece of the same outline: loose layers each bend about their own middle."""
    layers = _layers(given)
    whole = wood_of(given)
    solid = whole.across_m * (layers * whole.bending_depth_m) ** 3 / 12
    return layers * _built(given).second_moment_m4 / solid


def _bounce(given: Given) -> float:
    """Sag of one member under a load at its middle."""
    wood, span, load = wood_of(given), given.length("span"), given.quantity("load", "force", 1000.0)
    if not (span > 0 and load > 0):
        raise InputError("span" if not span > 0 else "load", "must be above 0")
    e = school_of(given).strength("stiffness", wood, "floor").allowed_pa
    return load * span**3 / (48 * e * wood.second_moment_m4)


def _treatment(given: Given) -> tuple[str, str]:
    return school_of(given).treatment(given.text("part"), given.maybe("ground_clearance", "length"))


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
    Sum(
        name="timber.section",
        asks="Real size of a stick, and how stiff and strong its shape is?",
        inputs=(
            Input(name="size", kind="text", says="2x10, or 38x235 mm"),
            PLIES,
            Input(name="flat", kind="flag", default="no"),
        ),
        outputs=(
            Output(name="area", unit="in2|mm2", reckon=lambda g: _section(g).area_m2),
            Output(name="section_modulus", unit="in3|mm3", reckon=lambda g: _section(g).modulus_m3),
            Output(name="second_moment", unit="in4|mm4", reckon=lambda g: _section(g).second_moment_m4),
            Output(name="width", unit="in|mm", reckon=lambda g: _section(g).across_m),
            Output(name="depth", unit="in|mm", reckon=lambda g: _section(g).bending_depth_m),
        ),
        source="us-sizes: tables 1A, 1B; high",
        picture="section",
    ),
    Sum(
        name="timber.table_value",
        asks="What does the book give for this wood before any factor?",
        inputs=(*WOOD, Input(name="wet", kind="flag", default="yes", says="nz books wet and dry apart")),
        outputs=(
            *(_book(kind) for kind in KINDS),
            Output(name="specific_gravity", unit="-", reckon=lambda g: school_of(g).specific_gravity(wood_of(g))),
        ),
        source="us-4a, us-4b, us-4d; o86; en-338; nzs-3603",
    ),
    Sum(
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
    Sum(
        name="timber.capacity",
        asks="Most moment and shear one stick takes; how hard does a given moment use it?",
        inputs=(*WOOD, *SERVICE, PLIES, Input(name="moment", kind="moment", default="for the use only")),
        outputs=(
            Output(name="moment_capacity", unit="lb-ft|kN.m", reckon=_moment_capacity),
            Output(
                name="shear_capacity",
                unit="lb|kN",
                reckon=of_step(lambda g: school_of(g).shear_capacity(wood_of(g), load_type(g))),
            ),
            Output(name="bending_stiffness", unit="kN.m2", reckon=_stiff),
            Output(name="use", unit="-", reckon=lambda g: g.quantity("moment", "moment") / _moment_capacity(g)),
        ),
        source="nds: 3.3, 3.4; o86: 6.5; ec5: 6.1; nzs-3603: 3.2",
        picture="section",
    ),
    Sum(
        name="timber.member_check",
        asks="Simple span, even load: is it strong and stiff enough?",
        inputs=(*WOOD, *SERVICE, *MEMBER),
        outputs=(
            Output(name="bending_stress", unit="psi|MPa", reckon=_demand("bending")),
            Output(name="shear_stress", unit="psi|MPa", reckon=_demand("shear")),
            Output(name="bending_strength", unit="psi|MPa", reckon=_limit("bending")),
            Output(name="shear_strength", unit="psi|MPa", reckon=_limit("shear")),
            Output(name="bending_use", unit="-", reckon=_use("bending")),
            Output(name="shear_use", unit="-", reckon=_use("shear")),
            Output(name="deflection_instant", unit="in|mm", reckon=_instant),
            Output(name="deflection_final", unit="in|mm", reckon=_demand("long-term deflection")),
        ),
        source="nds: 3.3, 3.4, 3.5; o86: 6.5; ec5: 6.1, 2.2.3; nzs-3603: 3.2, 2.7",
        picture="simple span",
    ),
    Sum(
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
            Output(name="stability_factor", unit="-", reckon=lambda g: _stability(g)[0]),
            Output(name="slenderness", unit="-", reckon=lambda g: _stability(g)[1]),
        ),
        source="nds: 3.3.3; o86: 6.5.4; ec5: 6.3.3; nzs-3603: 3.2.5",
        picture="simple span",
    ),
    Sum(
        name="timber.post_capacity",
        asks="What does a post carry standing up, with sideways moment if given?",
        inputs=(
            *WOOD,
            *SERVICE,
            PLIES,
            Input(name="height", kind="length"),
            Input(name="end_factor", kind="number", says="free top 2.1", default="1.0"),
            Input(name="height_weak", kind="length", default="the height"),
            Input(name="axial_load", kind="force", default="for the use only"),
            Input(name="moment", kind="moment", default="none"),
        ),
        outputs=(
            Output(name="capacity", unit="lb|kN", reckon=lambda g: si(_column(g).capacity)),
            Output(name="buckling_factor", unit="-", reckon=lambda g: _column(g).buckling.value),
            Output(name="use", unit="-", reckon=_column_use),
        ),
        source="nds: 3.7, 3.9; o86: 6.5.6; ec5: 6.3.2; nzs-3603: 3.3",
        picture="post",
    ),
    Sum(
        name="timber.bearing",
        asks="Does the end crush on its seat?",
        inputs=(
            SCHOOL,
            Input(name="species", kind="text", default="none in uk and nz"),
            WOOD[2],
            *SERVICE,
            PLIES,
            *inputs(("width", "length"), ("bearing_length", "length")),
            Input(name="distance_from_end", kind="length", default="0 in"),
            Input(name="bearing_kind", kind="plain|continuous|discrete", default="plain", says="uk"),
            Input(name="reaction", kind="force", default="for the use only"),
        ),
        outputs=(
            Output(name="bearing_factor", unit="-", reckon=_seat_factor),
            Output(name="effective_length", unit="in|mm", reckon=lambda g: _seat(g).effective_length_m),
            Output(name="capacity", unit="lb|kN", reckon=lambda g: si(_seat(g).capacity)),
            Output(name="use", unit="-", reckon=lambda g: g.quantity("reaction", "force") / si(_seat(g).capacity)),
        ),
        source="nds: 3.10; o86: 6.5.7; ec5: 6.1.5; nzs-3603: 3.2.10",
        picture="seat",
    ),
    Sum(
        name="timber.end_notch",
        asks="What is left of the shear strength over a notched end?",
        inputs=(
            *WOOD,
            *SERVICE,
            PLIES,
            Input(name="depth_left", kind="length"),
            Input(name="notch_to_reaction", kind="length", default="for ca and uk"),
            Input(name="notch_slope", kind="number", default="0", says="uk: run over rise"),
        ),
        outputs=(
            Output(name="notch_factor", unit="-", reckon=lambda g: _notch(g).factor),
            Output(name="shear_capacity", unit="lb|kN", reckon=lambda g: si(_notch(g).capacity)),
        ),
        source="nds: 3.4.3.2; o86: 6.5.5.3; ec5: 6.5.2",
        picture="notch",
    ),
    Sum(
        name="timber.built_section",
        asks="How strong and stiff are plies, a ripped stick or sticks laid on each other?",
        inputs=(
            *WOOD,
            *SERVICE,
            PLIES,
            Input(name="ripped_to", kind="length", default="not ripped", says="depth left after the rip"),
            Input(name="regraded", kind="flag", default="no", says="graded again after ripping"),
            Input(name="stacked", kind="count", default="1", says="laid on each other, without a glue that counts"),
        ),
        outputs=(
            Output(name="bending_stiffness", unit="kN.m2", reckon=_built_stiffness),
            Output(name="stiffness_share", unit="-", reckon=_built_share),
            Output(
                name="moment_capacity",
                unit="lb-ft|kN.m",
                reckon=lambda g: _layers(g) * si(school_of(g).moment_capacity(_built_strong(g), load_type(g))),
            ),
            Output(
                name="shear_capacity",
                unit="lb|kN",
                reckon=lambda g: _layers(g) * si(school_of(g).shear_capacity(_built_strong(g), load_type(g))),
            ),
        ),
        source="statics",
        picture="section",
    ),
    Sum(
        name="timber.bounce",
        asks="How far does one joist give under a person at its middle?",
        inputs=(
            *WOOD,
            Input(name="wet", kind="flag", default="yes"),
            PLIES,
            Input(name="span", kind="length"),
            Input(name="load", kind="force", default="1 kN", says="2 mm under 1 kN is our own line for decks"),
        ),
        outputs=(Output(name="sag", unit="in|mm", reckon=_bounce),),
        source="practice: at most 2 mm under 1 kN; statics",
        picture="simple span",
    ),
    Sum(
        name="timber.combined_stress",
        asks="Squeeze and bending together: how hard is it used?",
        inputs=(
            SCHOOL,
            *inputs(
                ("compression_stress", "pressure"),
                ("compression_strength", "pressure"),
                ("buckling_stress_strong", "pressure"),
                ("buckling_stress_weak", "pressure"),
                ("bending_stress_strong", "pressure"),
                ("bending_strength_strong", "pressure"),
            ),
            Input(name="bending_stress_weak", kind="pressure", default="0 psi"),
            Input(name="bending_strength_weak", kind="pressure", default="0 psi"),
            Input(name="sideways_buckling_stress", kind="pressure", default="held"),
        ),
        outputs=(Output(name="use", unit="-", reckon=_combined),),
        source="nds: 3.9.2 Eq. 3.9-3; high",
    ),
    Sum(
        name="timber.density",
        asks="What does the wood weigh at its moisture?",
        inputs=(SCHOOL, *inputs(("specific_gravity", "number"), ("moisture_percent", "percent"))),
        outputs=(Output(name="density", unit="lb/ft3", reckon=_density),),
        source="nds: Supplement 3.1.3; high",
    ),
    Sum(
        name="timber.treatment_class",
        asks="Which treatment class does this part need?",
        inputs=(
            SCHOOL,
            Input(name="part", kind="post in ground|joist|bearer|board|rail|gravel board|roof timber|trim|stringer"),
            Input(
                name="ground_clearance",
                kind="length",
                default="well clear",
                says="uk: under 150 mm counts as the ground",
            ),
        ),
        outputs=(
            Output(name="treatment_class", unit="text", reckon=lambda g: _treatment(g)[0]),
            Output(name="note", unit="text", reckon=lambda g: _treatment(g)[1]),
        ),
        source="bs-8417; nzs-3602",
    ),
)
