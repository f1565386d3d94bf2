"""Sums of decks, guards and stairs."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import (
    BASIS,
    FLOOR_INPUTS,
    GRADE,
    SCHOOL,
    SERVICE,
    WOOD,
    basis_is_table,
    floor_of,
    load_type,
    school_of,
    wood_of,
    woods_of,
)
from steady.design_codes.requests import JoistInput, PostInput, Wood
from steady.design_codes.results import GuardNeeded, SpanResult, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units.units import FT, IN, LB


def _joist(given: Given) -> SpanResult:
    book = school_of(given)
    spacing = given.length("spacing")
    if not spacing > 0:
        raise InvalidInputError("spacing", "must be above 0")
    longest = given.length("longest") if given.has("longest") else book.joist_longest_m
    subfloor = given.length("subfloor", 0.0155)
    return book.joist_span(
        woods_of(given),
        JoistInput(
            spacing_m=spacing,
            floor=floor_of(given),
            table=basis_is_table(given),
            limit_ratio=_limit(given),
            longest_m=longest,
            stiffening=given.text("stiffening", ""),
            subfloor_m=subfloor,
        ),
    )


def _limit(given: Given) -> float | None:
    if not given.has("deflection_limit"):
        return None
    found = given.number("deflection_limit")
    if not found > 0:
        raise InvalidInputError("deflection_limit", "must be above 0")
    return found


def _cantilever(given: Given) -> SpanResult:
    book = school_of(given)
    if basis_is_table(given):
        return book.joist_cantilever_table(woods_of(given), spacing_m=given.length("spacing"), floor=floor_of(given))
    tip = given.quantity("tip_load", "force", 220 * LB)
    ratio = given.number("tip_deflection_limit", 180.0)
    back_m = given.length("back_span") if given.has("back_span") else _joist(given).span_m
    if not back_m > 0:
        raise InvalidInputError("back_span", "must be above 0")
    return book.joist_cantilever(woods_of(given), back_span_m=back_m, tip_n=tip, tip_limit_ratio=ratio)


def _height(given: Given) -> SpanResult:
    table = basis_is_table(given)
    return school_of(given).post_height(
        wood_of(given),
        PostInput(
            area_m2=given.quantity("supported_area", "area"),
            floor=floor_of(given),
            longest_m=given.length("longest", 14 * FT),
            table=table,
            edition=given.text("edition", ""),
        ),
    )


def _ledger_spacing(given: Given) -> float:
    book = school_of(given)
    if not basis_is_table(given) and given.text("basis", "") == "reckoned":
        raise OutOfScopeError(
            "a spacing is only in the table: the calculation gives the load on each fixing", "basis table"
        )
    return si(
        book.ledger_table(
            fixing=given.text("fixing"),
            diameter_m=given.length("diameter", 0.5 * IN),
            sheathing_m=given.length("sheathing", 0.5 * IN),
            joist_span_m=_joist_length(given),
            live_pa=given.quantity("live", "pressure", book.default_live_pa),
        )
    )


def _joist_length(given: Given) -> float:
    found = given.length("joist_span")
    if not found > 0:
        raise InvalidInputError("joist_span", "must be above 0")
    return found


def _ledger_load(given: Given) -> float:
    """Design load of half the joists' span on each fixing."""
    book, floor = school_of(given), floor_of(given)
    if given.has("fixing_spacing"):
        spacing, rows = given.length("fixing_spacing"), given.count("rows", 1)
    else:
        spacing, rows = _ledger_spacing(given), 1
    if not (spacing > 0 and rows > 0):
        raise InvalidInputError("fixing_spacing" if not spacing > 0 else "rows", "must be above 0")
    total = max(
        case.total(floor.dead_pa, floor.live_pa) for case in book.combinations() if not (case.snow or case.wind)
    )
    return total * _joist_length(given) / 2 * spacing / rows


def _guard(given: Given) -> GuardNeeded:
    height = given.length("height_above_ground")
    if not height >= 0:
        raise InvalidInputError("height_above_ground", "must be 0 or more")
    units = given.count("dwelling_units", 1)
    if units < 1:
        raise InvalidInputError("dwelling_units", "must be at least 1")
    return school_of(given).guard_needed(
        height_m=height, dwelling_units=units, inside=given.flag("inside_dwelling"), stair=given.flag("stair")
    )


def _guard_force(given: Given) -> float:
    """Design force of people at the top of one post (N)."""
    people = school_of(given).guard_load()
    point = given.quantity("point_load", "force", people.point_n)
    line = given.quantity("line_load", "line load", people.line_n_per_m)
    if point < 0 or line < 0:
        raise InvalidInputError("point_load" if point < 0 else "line_load", "must be 0 or more")
    if line and not given.has("post_spacing") and given.has("line_load"):
        raise InvalidInputError("post_spacing", "is needed with a line load")
    spacing = given.length("post_spacing", 0.0)
    if spacing < 0:
        raise InvalidInputError("post_spacing", "must be 0 or more")
    return people.factor * max(point, line * spacing)


def _guard_moment(given: Given) -> float:
    arm = given.length("arm")
    if not arm > 0:
        raise InvalidInputError("arm", "must be above 0")
    return _guard_force(given) * arm


def _guard_post(given: Given) -> tuple[float, float, bool]:
    """Width, depth left and whether the post is notched."""
    size = given.text("post", school_of(given).default_post)
    width, depth = school_of(given).section_m(size)
    left = given.length("left_after_notch", depth)
    if not 0 < left <= depth + 1e-12:
        raise InvalidInputError("left_after_notch", "must be above 0 and at most the post's depth")
    return width, left, left < depth - 1e-9


def _guard_stress(given: Given) -> float:
    width, left, _ = _guard_post(given)
    return _guard_moment(given) / (width * left**2 / 6)


def _holddown(given: Given) -> float:
    above, lever = given.length("rail_above_fixing"), given.length("fixing_lever")
    if not (above > 0 and lever > 0):
        raise InvalidInputError("rail_above_fixing" if not above > 0 else "fixing_lever", "must be above 0")
    return _guard_force(given) * (above + lever) / lever


def _guard_use(given: Given) -> float:
    book = school_of(given)
    size = given.text("post", book.default_post)
    width, depth = book.section_m(size)
    wood = Wood(
        species=given.words("species")[0] if book.species() else "",
        size=size,
        width_m=width,
        depth_m=depth,
        grade=given.text("grade", book.default_grade),
        wet=given.flag("wet", True),
        incised=given.flag("incised"),
    )
    load = load_type(given) if given.has("load_type") else book.guard_load().load
    _, left, _ = _guard_post(given)
    return _guard_moment(given) / (si(book.moment_capacity(wood, load)) * (left / depth) ** 2)


def _notched_guard(given: Given) -> str:
    return "a guard post may not be notched" if _guard_post(given)[2] else ""


def _stair(name: str) -> Output:
    def calculate(given: Given) -> float:
        found = getattr(school_of(given).stair(given.choice("stringer", ("cut", "solid"), "cut")), f"{name}_m")
        if found is None:
            raise OutOfScopeError(f"no {name.replace('_', ' ')} is entered for this code", "the local code's own limit")
        return float(found)

    return Output(name=name, unit="in", calculate=calculate)


def _live(given: Given) -> float:
    found = school_of(given).deck_live_pa(
        ground_snow_pa=given.maybe("ground_snow", "pressure"),
        rain_pa=given.maybe("rain_load", "pressure"),
        deck_width_m=given.maybe("deck_width", "length"),
        raised=given.flag("raised", True),
    )
    return si(found)


JOIST = (
    *WOOD,
    BASIS,
    Input(name="spacing", kind="length"),
    *SERVICE,
    *FLOOR_INPUTS,
    Input(name="deflection_limit", kind="number", default="360, nz and uk 300"),
    Input(name="longest", kind="length", default="us 18 ft"),
)

SUMS = (
    Calculator(
        name="deck.joist_span",
        asks="How far may these joists span?",
        inputs=(
            *JOIST,
            Input(name="stiffening", kind="strapping|bridging|bridging and strapping", default="strapping", says="ca"),
            Input(name="subfloor", kind="length", default="15.5 mm", says="ca"),
        ),
        outputs=(
            Output(name="span", unit="in|m|mm", calculate=lambda g: _joist(g).span_m),
            Output(name="span_shown", unit="in", calculate=lambda g: school_of(g).shown_m(_joist(g).span_m)),
            Output(name="governs", unit="text", calculate=lambda g: _joist(g).governs),
        ),
        source="irc: R507.6; nds; nbc: A-9.23.4.2.(2); o86; ec5; nzs-3603",
        picture="simple span",
    ),
    Calculator(
        name="deck.joist_cantilever",
        asks="How far may the joists run past the beam?",
        inputs=(
            *JOIST,
            Input(
                name="back_span",
                kind="length",
                default="the longest that passes",
                says="the real span behind the overhang",
            ),
            Input(name="tip_load", kind="force", default="220 lb"),
            Input(name="tip_deflection_limit", kind="number", default="180", says="overhang over this"),
        ),
        outputs=(Output(name="cantilever", unit="in|mm", calculate=lambda g: _cantilever(g).span_m),),
        source="irc: R507.6; high",
        picture="overhang",
    ),
    Calculator(
        name="deck.post_height",
        asks="How tall may a deck post be under this much deck?",
        inputs=(
            *WOOD,
            BASIS,
            Input(name="supported_area", kind="area"),
            *SERVICE,
            *FLOOR_INPUTS,
            Input(name="longest", kind="length", default="14 ft"),
            Input(name="edition", kind="IRC 2018|IRC 2021", default="IRC 2021", says="table"),
        ),
        outputs=(Output(name="height", unit="in|m", calculate=lambda g: _height(g).span_m),),
        source="nds: 3.7.1; irc: R507.4",
        picture="post",
    ),
    Calculator(
        name="deck.ledger_fixing",
        asks="Spacing of ledger bolts or screws, or the load on each?",
        inputs=(
            SCHOOL,
            Input(name="basis", kind="table|reckoned", default="table for the spacing"),
            Input(name="joist_span", kind="length"),
            Input(name="fixing", kind="lag screw|bolt|screw", default="for us"),
            Input(name="diameter", kind="length", default="0.5 in"),
            Input(name="sheathing", kind="length", default="0.5 in"),
            Input(name="rows", kind="count", default="1"),
            Input(name="fixing_spacing", kind="length", default="us: the table's"),
            *FLOOR_INPUTS,
        ),
        outputs=(
            Output(name="spacing", unit="in|mm", calculate=_ledger_spacing),
            Output(name="load_per_fixing", unit="lb|kN", calculate=_ledger_load),
        ),
        source="irc: R507.9.1.3(1); statics",
        picture="ledger",
    ),
    Calculator(
        name="deck.live_load",
        asks="What load does a deck have to carry here?",
        inputs=(
            SCHOOL,
            Input(name="ground_snow", kind="pressure", default="for ca"),
            Input(name="rain_load", kind="pressure", default="for ca"),
            Input(name="deck_width", kind="length", default="for ca"),
            Input(name="raised", kind="flag", default="yes", says="uk: over 600 mm"),
        ),
        outputs=(Output(name="live", unit="psf|kPa", calculate=_live),),
        source="irc: R301.5; nbc: 9.4.2.3; ec0; as-nzs-1170",
    ),
    Calculator(
        name="guard.height",
        asks="Is a guard needed here, and how high (0: none)?",
        inputs=(
            SCHOOL,
            Input(name="height_above_ground", kind="length"),
            Input(name="dwelling_units", kind="count", default="1"),
            Input(name="inside_dwelling", kind="flag", default="no"),
            Input(name="stair", kind="flag", default="no"),
        ),
        outputs=(
            Output(name="height", unit="in|mm", calculate=lambda g: _guard(g).height_m),
            Output(name="sphere", unit="in|mm", calculate=lambda g: _guard(g).sphere_m),
        ),
        source="irc: R312.1; nbc: 9.8.8; uk-k; nz-f4",
        picture="guard",
    ),
    Calculator(
        name="guard.post_check",
        asks="Moment, stress and bolt pull of a guard post?",
        inputs=(
            SCHOOL,
            Input(name="species", kind="text", default="for the use only"),
            GRADE,
            Input(name="wet", kind="flag", default="yes"),
            Input(name="incised", kind="flag", default="no"),
            Input(name="load_type", kind="floor|snow|wind", default="the code's"),
            Input(name="post", kind="text", default="4x4"),
            Input(name="point_load", kind="force", default="us 200 lb, ca 1.0 kN, uk and nz 0.5 kN"),
            Input(name="line_load", kind="line load", default="ca 0.5, uk 0.74, nz 0.75 kN/m"),
            Input(name="post_spacing", kind="length", default="for the line load"),
            Input(name="arm", kind="length", says="from the rail to the section checked"),
            Input(name="left_after_notch", kind="length", default="no notch"),
            Input(name="rail_above_fixing", kind="length", default="for the pull only"),
            Input(name="fixing_lever", kind="length", default="for the pull only"),
        ),
        outputs=(
            Output(name="moment", unit="lb-ft|kN.m", calculate=_guard_moment),
            Output(name="bending_stress", unit="psi|MPa", calculate=_guard_stress),
            Output(name="holddown", unit="lb|kN", calculate=_holddown),
            Output(name="use", unit="-", calculate=_guard_use),
        ),
        source="irc: R301.5; nbc: Table 9.8.8.2; ec0; as-nzs-1170; statics",
        picture="guard",
        verdict=_notched_guard,
    ),
    Calculator(
        name="stair.limits",
        asks="Greatest riser, least tread and width, rail height, stringer span?",
        inputs=(SCHOOL, Input(name="stringer", kind="cut|solid", default="cut")),
        outputs=tuple(
            _stair(name)
            for name in ("riser_most", "tread_least", "width_least", "rail_low", "rail_high", "stringer_span")
        ),
        source="irc: R311.7; nbc: 9.8.4; high",
        picture="stair",
    ),
)
