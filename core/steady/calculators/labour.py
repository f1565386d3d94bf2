"""Calculators of labour: digging, hauling, concrete, posts, lifting, pieces, finish, days, learned rates."""

from collections.abc import Callable

from steady.calculators.estimate_inputs import list_rows
from steady.calculators.fields import needs, number, takes
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.estimating import labour
from steady.estimating.money import decimal

H = 3600.0


def _level(given: Given) -> labour.Level:
    return given.choice("level", labour.LEVELS, "typical")  # type: ignore[return-value]


def _count(given: Given, name: str, default: int | None = None) -> int:
    count = given.count(name, default)
    if count < 1:
        raise InvalidInputError(name, "must be 1 or more")
    return count


def _hole(given: Given) -> labour.HoleSize:
    square = given.choice("shape", ("round", "square"), "round") == "square"
    return labour.HoleSize(width_m=given.length("hole_width"), depth_m=given.length("hole_depth"), square=square)


def _dig_h(given: Given) -> float:
    return labour.dig_hole_h(_hole(given), given.text("soil"), given.text("tool"), level=_level(given))


def _volume(given: Given) -> float:
    _dig_h(given)
    return _hole(given).volume_m3


def _haul(given: Given) -> labour.Trips:
    return labour.haul_spoil(
        given.quantity("volume", "volume"),
        given.text("soil"),
        given.length("distance"),
        way=given.text("way", "barrow"),
        level=_level(given),
    )


def _concrete(given: Given) -> labour.Trips:
    way, distance, level = given.text("way"), given.length("distance", 0.0), _level(given)
    if way in ("truck chute", "truck barrow"):
        crew = _count(given, "crew", 3)
        return labour.concrete_by_truck(
            given.quantity("volume", "volume"), crew, way == "truck barrow", distance_m=distance, level=level
        )
    return labour.concrete_by_bag(
        given.count("bags"), given.quantity("bag_mass", "mass"), way, distance_m=distance, level=level
    )


def _set_post(given: Given) -> labour.ByHand:
    mass, height = given.quantity("post_mass", "mass"), given.length("height")
    return labour.set_post(mass, height, _count(given, "posts", 1), level=_level(given))


def _lift(given: Given) -> labour.ByHand:
    mass, height = given.quantity("mass", "mass"), given.length("height")
    return labour.lift(mass, height, _count(given, "pieces", 1), level=_level(given))


def _rate(given: Given) -> float:
    return labour.piece_rate_h(given.text("task"), _level(given))


def _pieces(given: Given) -> float:
    count, factor = given.number("count"), given.number("factor", 1.0)
    for name, amount in (("count", count), ("factor", factor)):
        if not amount >= 0:
            raise InvalidInputError(name, "must be 0 or more")
    return count * _rate(given) * factor


def _finish(given: Given) -> labour.Finished:
    coating = labour.Coating(
        area_m2=given.quantity("area", "area"),
        coats_count=given.count("coats", 2),
        way=given.text("way", "brush"),
        surface=given.text("surface", "rough"),
        coverage_m2_per_l=given.number("coverage") if given.has("coverage") else None,
        tin_l=given.number("tin", 5.0),
    )
    return labour.finish(coating, _level(given))


def _days(given: Given) -> labour.PaidDays:
    working = labour.Working(
        crew_count=given.count("crew"),
        day_h=given.number("day", 8.0),
        setup_h=given.number("setup", 0.5),
        travel_h=given.number("travel", 0.0),
        travel_in_day=given.flag("travel_in_day", True),
    )
    return labour.days(given.number("hours"), working, given.number("contingency", 0.0))


def _learned(given: Given) -> labour.LearnedRate:
    rows = list_rows(given, "records", 3, default=[])
    records = [tuple(float(decimal(cell, "records")) for cell in row) for row in rows]
    none = given.text("half_life", "") == "none"
    half_life = None if none else given.number("half_life", labour.HALF_LIFE_DAYS)
    return labour.learned_rate(given.number("rate"), given.number("weight"), records, half_life_days=half_life)  # type: ignore[arg-type]


LEVEL = Input(name="level", kind="low|typical|high", default="typical")


PRACTICE = "practice: one estimator's rates and ways, from memory, low"


def _time(name: str, calculate: Callable[[Given], float]) -> Output:
    return Output(name=name, unit="h", calculate=lambda given: calculate(given) * H)


SUMS = (
    Calculator(
        name="labour.dig_hole",
        asks="How long does it take to dig holes?",
        inputs=(
            *needs("hole_width", "hole_depth", kind="length"),
            *needs("soil", kind="|".join(labour.SOILS)),
            *needs("tool", kind="text"),
            *takes("round|square", shape="round"),
            *takes("count", holes="1"),
            LEVEL,
        ),
        outputs=(
            Output(name="volume", unit="ft3|m3", calculate=_volume),
            _time("hours_each", _dig_h),
            _time("hours", lambda g: _dig_h(g) * _count(g, "holes", 1)),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.haul_spoil",
        asks="How long does it take to haul spoil?",
        inputs=(
            *needs("volume", kind="volume"),
            *needs("soil", kind="text"),
            *needs("distance", kind="length"),
            *takes("barrow|loader", way="barrow"),
            LEVEL,
        ),
        outputs=(
            Output(name="loose", unit="ft3|m3", calculate=lambda g: _haul(g).loose_m3),
            number("loads", lambda g: _haul(g).count),
            _time("hours", lambda g: _haul(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.concrete",
        asks="How long does it take to place concrete?",
        inputs=(
            *needs("way", kind="by hand|mixer|dry|truck chute|truck barrow"),
            *takes("count", bags="by truck none"),
            *takes("mass", bag_mass="by truck none"),
            *takes("volume", volume="by bag none"),
            *takes("count", crew="3"),
            *takes("length", distance="0"),
            LEVEL,
        ),
        outputs=(
            number("trips", lambda g: _concrete(g).count),
            _time("hours", lambda g: _concrete(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.set_post",
        asks="How many people set a post, and how long?",
        inputs=(
            *needs("post_mass", kind="mass"),
            *needs("height", kind="length"),
            *takes("count", posts="1"),
            LEVEL,
        ),
        outputs=(
            number("people", lambda g: _set_post(g).people_count),
            _time("hours", lambda g: _set_post(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.lift",
        asks="How many people lift a piece, and how long?",
        inputs=(*needs("mass", kind="mass"), *needs("height", kind="length"), *takes("count", pieces="1"), LEVEL),
        outputs=(
            number("people", lambda g: _lift(g).people_count),
            _time("hours", lambda g: _lift(g).hours),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.pieces",
        asks="How long does so much of a task take?",
        inputs=(*needs("task", kind="text"), *needs("count", kind="number"), *takes("number", factor="1"), LEVEL),
        outputs=(_time("rate", _rate), _time("hours", _pieces)),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.finish",
        asks="How long does a finish take, and how much of it?",
        inputs=(
            *needs("area", kind="area"),
            *takes("count", coats="2"),
            *takes("brush|roller|spray", way="brush"),
            *takes("rough|planed", surface="rough"),
            *takes("number", coverage="by the surface, m2 a litre", tin="5 litres"),
            LEVEL,
        ),
        outputs=(
            _time("hours", lambda g: _finish(g).hours),
            Output(name="litres", unit="L", calculate=lambda g: _finish(g).litres / 1000),
            number("tins", lambda g: _finish(g).tins_count),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.days",
        asks="How many days does a crew take?",
        inputs=(
            *needs("hours", kind="number"),
            *needs("crew", kind="count"),
            *takes("number", day="8", setup="0.5", travel="0"),
            *takes("flag", travel_in_day="yes"),
            *takes("number", contingency="0"),
        ),
        outputs=(
            number("days", lambda g: _days(g).days_count),
            _time("work_hours", lambda g: _days(g).work_h),
            _time("setup_hours", lambda g: _days(g).setup_h),
            _time("travel_hours", lambda g: _days(g).travel_h),
            _time("paid_hours", lambda g: _days(g).paid_h),
        ),
        source=PRACTICE,
    ),
    Calculator(
        name="labour.rate_update",
        asks="What is a crew's own rate, from its records?",
        inputs=(
            *needs("rate", "weight", kind="number"),
            *needs("records", kind="list"),
            *takes("number", half_life="730 days"),
        ),
        outputs=(
            _time("rate", lambda g: _learned(g).rate_h),
            Output(name="share", unit="-", calculate=lambda g: _learned(g).share),
            number("used", lambda g: _learned(g).used_count),
        ),
        source=PRACTICE,
    ),
)
