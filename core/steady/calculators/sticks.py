"""Sums of sticks at work: posts, seats, notches, built-up sections, bounce, stresses together, weight and treatment."""

import math
from dataclasses import replace

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import PLIES, SCHOOL, SERVICE, WOOD, inputs, load_type, school_of, wood_of
from steady.design_codes.requests import ColumnInput, SeatInput, Wood
from steady.design_codes.results import BearingArea, Column, Notched, si
from steady.design_codes.us import members as us_members
from steady.design_codes.us.members import AxialBendingResult
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units.units import PCF, PSI


def _column(given: Given) -> Column:
    return school_of(given).column(wood_of(given), load_type(given), ColumnInput(**_lengths(given)))


def _lengths(given: Given) -> dict[str, float]:
    height, factor = given.length("height"), given.number("end_factor", 1.0)
    if not height > 0:
        raise InvalidInputError("height", "must be above 0")
    if not factor > 0:
        raise InvalidInputError("end_factor", "must be above 0")
    found = {"height_m": height, "end_factor": factor}
    if given.has("height_weak"):
        found["height_weak_m"] = given.length("height_weak")
        if not found["height_weak_m"] > 0:
            raise InvalidInputError("height_weak", "must be above 0")
    return found


def _column_use(given: Given) -> float:
    lengths = _lengths(given)
    axial, moment = given.quantity("axial_load", "force", 0.0), given.quantity("moment", "moment", 0.0)
    if axial < 0 or moment < 0:
        raise InvalidInputError("axial_load" if axial < 0 else "moment", "must be 0 or more")
    if not (given.has("axial_load") or given.has("moment")):
        raise InvalidInputError("axial_load", "is needed, or moment")
    step = school_of(given).column_use(
        wood_of(given),
        load_type(given),
        ColumnInput(
            height_m=lengths["height_m"],
            end_factor=lengths["end_factor"],
            height_weak_m=lengths.get("height_weak_m"),
            axial_n=axial,
            moment_n_m=moment,
        ),
    )
    return step.value


def _seat(given: Given) -> BearingArea:
    book = school_of(given)
    width = given.length("width")
    wood = _seat_wood(given, width)
    length = given.length("bearing_length")
    if not (width > 0 and length > 0):
        raise InvalidInputError("width" if not width > 0 else "bearing_length", "must be above 0")
    return book.seat(
        wood,
        load_type(given),
        SeatInput(
            width_m=width * wood.plies,
            length_m=length,
            from_end_m=given.length("distance_from_end", 0.0),
            kind=given.text("bearing_kind", "plain"),
        ),
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
        raise OutOfScopeError("this sum stands in the United States code alone", "use us")


def _combined(given: Given) -> float:
    _only_us(given)

    def psi(name: str, default: float | None = None) -> float:
        value = given.quantity(name, "pressure", default)
        if value < 0:
            raise InvalidInputError(name, "must be 0 or more")
        return value / PSI

    strengths = ("compression_strength", "buckling_stress_strong", "buckling_stress_weak", "bending_strength_strong")
    for name in strengths:
        if not psi(name) > 0:
            raise InvalidInputError(name, "must be above 0")
    return us_members.combined_use(
        AxialBendingResult(
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
    )


def _density(given: Given) -> float:
    _only_us(given)
    gravity, moisture = given.number("specific_gravity"), given.quantity("moisture_percent", "percent")
    if not 0 < gravity < 1.5:
        raise InvalidInputError("specific_gravity", "must be above 0 and below 1.5")
    if not 0 <= moisture <= 200:
        raise InvalidInputError("moisture_percent", "must be 0 to 200")
    return us_members.density_pcf(gravity, moisture) * PCF


def _built(given: Given) -> Wood:
    """Sticks side by side, each perhaps ripped along its depth: the section as it will bend."""
    wood = wood_of(given)
    if not given.has("ripped_to"):
        return wood
    left = given.length("ripped_to")
    if not 0 < left <= wood.depth_m + 1e-12:
        raise InvalidInputError("ripped_to", "must be above 0 and at most the stick's depth")
    size = f"{wood.width_m * 1000:.3f}x{left * 1000:.3f} mm"
    return replace(wood, depth_m=left, size=size)


def _layers(given: Given) -> int:
    found = given.count("stacked", 1)
    if not 1 <= found <= 6:
        raise InvalidInputError("stacked", "must be 1 to 6")
    return found


def _built_strong(given: Given) -> Wood:
    """The built section where its grade still holds.

    Raises:
        OutOfScopeError: Ripped and not graded again: a rip changes where the knots stand.
    """
    if given.has("ripped_to") and not given.flag("regraded"):
        raise OutOfScopeError("a ripped stick has lost its grade", "have it graded again, then answer regraded=yes")
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
        raise InvalidInputError("span" if not span > 0 else "load", "must be above 0")
    e = school_of(given).strength("stiffness", wood, "floor").allowed_pa
    return load * span**3 / (48 * e * wood.second_moment_m4)


def _treatment(given: Given) -> tuple[str, str]:
    return school_of(given).treatment(given.text("part"), given.maybe("ground_clearance", "length"))


SUMS = (
    Calculator(
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
            Output(name="capacity", unit="lb|kN", calculate=lambda g: si(_column(g).capacity)),
            Output(name="buckling_factor", unit="-", calculate=lambda g: _column(g).buckling.value),
            Output(name="use", unit="-", calculate=_column_use),
        ),
        source="nds: 3.7, 3.9; o86: 6.5.6; ec5: 6.3.2; nzs-3603: 3.3",
        picture="post",
    ),
    Calculator(
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
            Output(name="bearing_factor", unit="-", calculate=_seat_factor),
            Output(name="effective_length", unit="in|mm", calculate=lambda g: _seat(g).effective_length_m),
            Output(name="capacity", unit="lb|kN", calculate=lambda g: si(_seat(g).capacity)),
            Output(name="use", unit="-", calculate=lambda g: g.quantity("reaction", "force") / si(_seat(g).capacity)),
        ),
        source="nds: 3.10; o86: 6.5.7; ec5: 6.1.5; nzs-3603: 3.2.10",
        picture="seat",
    ),
    Calculator(
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
            Output(name="notch_factor", unit="-", calculate=lambda g: _notch(g).factor),
            Output(name="shear_capacity", unit="lb|kN", calculate=lambda g: si(_notch(g).capacity)),
        ),
        source="nds: 3.4.3.2; o86: 6.5.5.3; ec5: 6.5.2",
        picture="notch",
    ),
    Calculator(
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
            Output(name="bending_stiffness", unit="kN.m2", calculate=_built_stiffness),
            Output(name="stiffness_share", unit="-", calculate=_built_share),
            Output(
                name="moment_capacity",
                unit="lb-ft|kN.m",
                calculate=lambda g: _layers(g) * si(school_of(g).moment_capacity(_built_strong(g), load_type(g))),
            ),
            Output(
                name="shear_capacity",
                unit="lb|kN",
                calculate=lambda g: _layers(g) * si(school_of(g).shear_capacity(_built_strong(g), load_type(g))),
            ),
        ),
        source="statics",
        picture="section",
    ),
    Calculator(
        name="timber.bounce",
        asks="How far does one joist give under a person at its middle?",
        inputs=(
            *WOOD,
            Input(name="wet", kind="flag", default="yes"),
            PLIES,
            Input(name="span", kind="length"),
            Input(name="load", kind="force", default="1 kN", says="2 mm under 1 kN is our own line for decks"),
        ),
        outputs=(Output(name="sag", unit="in|mm", calculate=_bounce),),
        source="practice: at most 2 mm under 1 kN; statics",
        picture="simple span",
    ),
    Calculator(
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
        outputs=(Output(name="use", unit="-", calculate=_combined),),
        source="nds: 3.9.2 Eq. 3.9-3; high",
    ),
    Calculator(
        name="timber.density",
        asks="What does the wood weigh at its moisture?",
        inputs=(SCHOOL, *inputs(("specific_gravity", "number"), ("moisture_percent", "percent"))),
        outputs=(Output(name="density", unit="lb/ft3", calculate=_density),),
        source="nds: Supplement 3.1.3; high",
    ),
    Calculator(
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
            Output(name="treatment_class", unit="text", calculate=lambda g: _treatment(g)[0]),
            Output(name="note", unit="text", calculate=lambda g: _treatment(g)[1]),
        ),
        source="bs-8417; nzs-3602",
    ),
)
