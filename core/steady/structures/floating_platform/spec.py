"""What the installer says about a platform on barrels. Lengths in metres; x along it, y across, z up from the still water."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.plan.model import Basis
from steady.structures.coating import Finish
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.value_objects import value_object

Id = Annotated[str, MinLen(1), MaxLen(40)]
Words = Annotated[str, MaxLen(200)]


@value_object
class Barrel:
    """One barrel, as measured or as its maker says.

    Args:
        item: What is bought.
        volume_m3: What it displaces, shut. `diameter_m`: over its body.
        long_m: Over its ends, for its place in the cradle.
        mass_kg: Empty.
    """

    item: Words = "barrel 55 gal"
    volume_m3: Annotated[float, Ge(0.02), Le(0.5)] = 0.2082
    diameter_m: Annotated[float, Ge(0.2), Le(0.9)] = 0.585
    long_m: Annotated[float, Ge(0.3), Le(1.6)] = 0.8763
    mass_kg: Annotated[float, Ge(1), Le(60)] = 10.0


@value_object
class Ramp:
    """The ramp from the bank; `length_m` 0: there is none.

    Args:
        bank_m: The sill on the bank over today's water.
        lands: On the platform's left end, or on the middle of its long side toward the bank.
        onto_m: How far its moving end reaches onto the platform today.
        stringer: A joist of the yard; `count` of them.
    """

    length_m: Annotated[float, Ge(0), Le(9)] = 2.7432
    width_m: Annotated[float, Ge(0.6), Le(1.8)] = 0.9144
    bank_m: Annotated[float, Ge(-1), Le(3)] = 0.6096
    lands: Literal["end", "side"] = "end"
    onto_m: Annotated[float, Ge(0.1), Le(1)] = 0.3048
    stringer: Words = "joist 2x8 pine"
    count: Annotated[int, Ge(2), Le(5)] = 4


@value_object
class FloatSpec:
    """A rectangular platform on barrels that lie in rows along it.

    Args:
        long_m: Along the barrels; `wide_m` across them, the way it heels first.
        barrels: In all, shared alike by the rows. `rows`: evenly from one side to the other.
        inset_m: From the platform's edge to the outer row's barrels.
        soaked_ratio: What wet wood weighs beside dry wood.
        people: That it must carry; None: the maximum it supports. `person_kg`: with what each carries.
        crowd_x_m, crowd_y_m: Where they stand in the picture, from the platform's middle.
        water: Fresh or salt. `low_m`, `high_m`: the year's range of water under and over today's.
        moorings: Anchors and lines, in the crew's own words; they are not calculated. `moored_m`: free water it needs.
        ice: Whether the water freezes, and whether it is taken out or left in.
        boats, roofed: What this program will not answer for: boats tied to it, a roof on it.
        live_pa: Load of people on any one part; None: as the school asks of decks.
    """

    kind: Literal["float"] = "float"
    format: Literal[1] = 1
    id: Id
    long_m: Annotated[float, Ge(1.8), Le(7.4)] = 4.2672
    wide_m: Annotated[float, Ge(1.5), Le(5)] = 3.048
    barrels: Annotated[int, Ge(4), Le(24)] = 8
    rows: Annotated[int, Ge(2), Le(4)] = 2
    barrel: Barrel = Barrel()
    inset_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    joist: Words = "joist 2x6 pine"
    spacing_m: Annotated[float, Ge(0.2), Le(0.62)] = 0.4064
    cradle: Words = "joist 2x6 pine"
    board: Words = "decking 5/4x6 pine"
    board_gap_m: Annotated[float, Ge(0.002), Le(0.02)] = 0.00635
    soaked_ratio: Annotated[float, Ge(1), Le(2)] = 1.3
    people: Annotated[int, Ge(1), Le(30)] | None = None
    person_kg: Annotated[float, Ge(50), Le(150)] = 90.0
    crowd_x_m: Annotated[float, Ge(-4), Le(4)] = 0.0
    crowd_y_m: Annotated[float, Ge(-3), Le(3)] = 0.0
    water: Literal["fresh", "salt"] = "fresh"
    low_m: Annotated[float, Ge(0), Le(3)] = 0.4572
    high_m: Annotated[float, Ge(0), Le(3)] = 0.4572
    ramp: Ramp = Ramp()
    moorings: Words = ""
    cleats: Annotated[int, Ge(0), Le(8)] = 4
    ice: Literal["none", "out", "in"] = "none"
    boats: bool = False
    roofed: bool = False
    live_pa: Annotated[float, Gt(0), Le(10000)] | None = None
    wet: bool = True
    coating: Finish = Finish()
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()
    built_on: Basis = Basis.CALCULATED
