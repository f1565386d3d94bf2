"""The gust that a plain fence stands up to, as one sum: the fence planner's own answer for one straight run."""

from dataclasses import replace

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.weather import WIND
from steady.calculators.wood import SCHOOL, inputs, school_of
from steady.catalog.items import sticks, usual
from steady.catalog.purchasing import PurchasingSettings
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.plan.model import Basis
from steady.structures.fence.designs.wind_rating import Gust, wind_rating
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec.fence import FenceSpec, PracticeDetail, Straight
from steady.structures.fence.spec.localise import localized
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

TRIED_M_PER_S = 40.0
TRIED_PA = 400.0
"""A wind to begin the search from, where none is given."""


def _post(given: Given, school: str) -> str:
    """The yard's post of a size written as its merchant writes it, in the school's usual wood first."""
    size = given.text("post").lower().removesuffix("mm").strip()
    fits = [
        item
        for item in sticks().values()
        if item.role == "post"
        and school in item.schools
        and size in (item.key, item.size.removesuffix("mm").strip(), item.says.split(" ")[0])
    ]
    if not fits:
        known = sorted(
            {item.size for item in sticks().values() if item.role == "post" and school in item.schools and item.size}
        )
        raise InvalidInputError("post", f"The yard has no post {size[:20]} here. It has: {', '.join(known)}")
    home = sticks()[usual(school).post].species
    return min(fits, key=lambda item: (item.species != home, item.key)).key


def _gust(given: Given) -> Gust:
    book = school_of(given)
    start = usual(book.key)
    plain = localized(FenceSpec(id="f", straights=(Straight(id="a", length_m=given.length("length", 30.0)),)), book.key)
    solidity = given.number("solidity", 1.0)
    if not 0.2 <= solidity <= 1:
        raise InvalidInputError("solidity", "must be from .2 to 1")
    style = plain.infill
    if solidity < 1:
        board_m = sticks()[plain.board].width_m
        style = replace(style, style="even gaps", gap_most_m=board_m * (1 / solidity - 1))
    practice = PracticeDetail(
        embedment_m=given.length("depth"), hole_width_m=given.length("hole_width", 0.3), accepted_by="as asked"
    )
    spec = replace(
        plain,
        height_m=given.length("height"),
        bay_max_m=given.length("bay"),
        rails_count=given.count("rails", plain.rails_count),
        post=_post(given, book.key),
        end_post=None,
        infill=style,
        bay_by_strength=False,
        built_on=Basis.PRACTICE,
        practice=practice,
    )
    by_pressure = book.wind_given_as == "pressure"
    site = Site(
        soil=given.text("soil", start.soil),
        exposure=given.text("exposure", start.exposure),  # type: ignore[arg-type]
        wind_speed_m_per_s=given.quantity("wind_speed", "speed", TRIED_M_PER_S),
        wind_pressure_pa=given.quantity("wind_pressure", "pressure", TRIED_PA if by_pressure else 0.0),
    )
    tape, yard = Tape("metric" if book.metric else "imperial", 0.001), PurchasingSettings()
    case = DesignInput(spec=spec, site=site, book=book, yard=yard, tape=tape)
    found = wind_rating(case, plan_fence(case))
    if found is None:
        raise OutOfScopeError("the wind on this fence is not covered", "an exposure and a wind that the code knows")
    return found


SUMS = (
    Calculator(
        name="fence.stands_up_to",
        asks="What gust does a plain fence stand up to?",
        inputs=(
            SCHOOL,
            *inputs(("height", "length"), ("bay", "length")),
            Input(name="post", kind="text", says="4x4, 90x90"),
            Input(name="rails", kind="count", default="the code's"),
            Input(name="depth", kind="length", says="embedment"),
            Input(name="hole_width", kind="length", default="300 mm"),
            Input(name="solidity", kind="ratio", default="1"),
            Input(name="soil", kind="text", default="the code's"),
            Input(name="length", kind="length", default="30 m"),
            *WIND,
        ),
        outputs=(
            Output(name="gust", unit="mph|m/s", calculate=lambda g: _gust(g).gust_m_per_s),
            Output(name="gives_first", unit="text", calculate=lambda g: _gust(g).gives),
            Output(name="says", unit="text", calculate=lambda g: _gust(g).says),
        ),
        source="statics: the code's own checks, by bisection",
        picture="wind on fence",
    ),
)
