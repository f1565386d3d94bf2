"""Joints of wood and fasteners: what is asked of a design code, and what a code without a rule answers."""

import math
from collections.abc import Sequence
from typing import Literal, NoReturn

from steady.data.loader import table
from steady.design_codes.requests import LoadType
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.value_objects import value_object

FastenerKind = Literal["bolt", "lag screw", "wood screw", "nail"]
FASTENERS: tuple[FastenerKind, ...] = ("bolt", "lag screw", "wood screw", "nail")
Distance = Literal["end_loaded", "end_unloaded", "edge_loaded", "edge_unloaded", "spacing", "rows"]
DISTANCES: tuple[Distance, ...] = (
    "end_loaded",
    "end_unloaded",
    "edge_loaded",
    "edge_unloaded",
    "spacing",
    "rows",
)
TOE_START_RATIO = 1 / 3
"""A toe screw starts this share of its length from the joint. Source: nds: 12.1.6.3 (from memory, high)."""
TOE_ANGLE_RAD = math.radians(30)
TOE_LATERAL, TOE_WITHDRAWAL = 0.83, 0.67
"""Factors of toe fasteners. NDS names nails only; screws likewise [our own]."""
END_GRAIN_LATERAL = 0.67
FULL_REACH_D = 10.0
"""A point that reaches this many diameters counts whole; less, without its tip [our own in ca, uk and nz]."""


@value_object
class Fastener:
    """One fastener. `root_m`: diameter where the thread crosses the joint; None: the code's usual one."""

    kind: FastenerKind
    diameter_m: float
    root_m: float | None = None


@value_object
class LateralRequest:
    """Fasteners loaded across their axis, between a side member (the head's) and a main member (the point's).

    Args:
        main_m: Thickness of the main member; without `length_m`, what the fastener reaches of it.
        wood: Species (us, ca) or strength class (uk) of the main member; `side_wood` empty: the same.
        length_m: Of the fastener under its head; None: `main_m` is its reach.
        side_steel: The side member is a steel plate.
        planes: Shear planes, 1 or 2 (bolts alone).
        angle_side_rad, angle_main_rad: Of the load to the grain of each member, 0 to 90 degrees.
        toe: Driven at a slant through the end of the side member.
        end_grain: The point stands along the grain of the main member.
        gap_m: Sheathing or a packer between the members.
        group: Share of a row's sum that the row holds (`JointRules.group`).
    """

    fastener: Fastener
    side_m: float
    main_m: float
    wood: str
    side_wood: str = ""
    length_m: float | None = None
    side_steel: bool = False
    planes: int = 1
    angle_side_rad: float = 0.0
    angle_main_rad: float = 0.0
    toe: bool = False
    end_grain: bool = False
    predrilled: bool = False
    gap_m: float = 0.0
    group: float = 1.0
    load: LoadType = "wind"
    wet: bool = True
    count: int = 1


@value_object
class LateralCapacity:
    """What fasteners hold across their axis: one by the book, all at the code's design level, and the mode that yields."""

    reference: CalculationStep
    design: CalculationStep
    mode: str


@value_object
class WithdrawalRequest:
    """Fasteners pulled along their axis. `thread_m`: in the main member; `head_m`: the head's or washer's diameter."""

    fastener: Fastener
    wood: str
    thread_m: float | None = None
    length_m: float | None = None
    toe: bool = False
    head_m: float | None = None
    side_m: float | None = None
    end_grain: bool = False
    load: LoadType = "wind"
    wet: bool = True
    count: int = 1

    @property
    def holding_m(self) -> float:
        """Thread, or length of a toe fastener, in the main member (m).

        Raises:
            InvalidInputError: Neither is given.
        """
        if self.toe and self.length_m is not None:
            return self.length_m * (math.cos(TOE_ANGLE_RAD) - TOE_START_RATIO)
        if self.thread_m is None:
            raise InvalidInputError("thread", "is needed, or the length of a toe fastener")
        return self.thread_m


@value_object
class WithdrawalCapacity:
    """What fasteners hold along their axis: of each length, one, through its head (None: not asked), all at design level."""

    per_length: CalculationStep
    one: CalculationStep
    pull_through: CalculationStep | None
    design: CalculationStep


@value_object
class WoodSection:
    """A member of wood across its grain: `depth_m` in the load's direction."""

    wood: str
    thickness_m: float
    depth_m: float
    load: LoadType = "wind"
    wet: bool = True


class JointRules:
    """Rules of one design code for joints; what it has none for is refused with the reason."""

    title = ""
    unit = "kN"
    key = ""

    def none(self, what: str) -> NoReturn:
        """Refuse what the code has no rule for. Raises OutOfScopeError."""
        raise OutOfScopeError(f"the {self.title} code has no {what} entered here", "another joint, or ask an engineer")

    def lateral(self, request: LateralRequest) -> LateralCapacity:
        """What fasteners hold across their axis. Raises OutOfScopeError, InvalidInputError."""
        self.none("rule for fasteners loaded sideways")

    def withdrawal(self, request: WithdrawalRequest) -> WithdrawalCapacity:
        """What fasteners hold along their axis. Raises OutOfScopeError, InvalidInputError."""
        self.none("rule for fasteners in withdrawal")

    def combined_n(self, lateral_n: float, withdrawal_n: float, angle_rad: float) -> float:
        """What a fastener holds of a load at an angle from the surface: a straight line between the two (N)."""
        return 1 / (math.cos(angle_rad) / lateral_n + math.sin(angle_rad) / withdrawal_n)

    def group(
        self, in_row: int, fastener: Fastener, spacing_m: float, *, stiffness_n: tuple[float, float] | None
    ) -> float:
        """Share of the sum of a row's fasteners that the row holds. `stiffness_n`: E A of side and main member."""
        self.none("rule for rows of fasteners")

    def split_n(self, section: WoodSection, held_m: float, near_end: bool) -> CalculationStep:
        """Shear beside a joint loaded across the grain; `held_m`: from the loaded edge to the farthest fastener."""
        self.none("rule for splitting")

    def washer_n(self, section: WoodSection, washer_m: float, bolt_m: float, *, round_washer: bool) -> CalculationStep:
        """Pull on a bolt by bearing under its washer."""
        self.none("rule for bearing under washers")

    def distance_m(self, which: Distance, fastener: Fastener, angle_rad: float, *, predrilled: bool) -> float:
        """A least distance at the full value (m). `angle_rad`: of the load to the grain.

        Raises:
            OutOfScopeError: The code has none for this fastener.

        Source: data/joint_distances.csv.
        """
        d, kind = fastener.diameter_m, fastener.kind
        as_bolt = kind == "bolt" or (kind != "nail" and d > self.thick_screw_m)
        wanted = {"school": self.key, "distance": which, "fastener": "bolt" if as_bolt else "nail"}
        for row in table("joint_distances"):
            if any(row.text[column] != word for column, word in wanted.items()):
                continue
            if row.text["predrilled"] not in ("", "yes" if predrilled else "no") or d < row.number("from_m") - 1e-9:
                continue
            most_rad = row.value["to_rad"]
            if most_rad is not None and angle_rad > most_rad + 1e-9:
                continue
            factor = row.number("base_factor")
            factor += row.number("sine_factor") * math.sin(angle_rad)
            factor += row.number("cosine_factor") * math.cos(angle_rad)
            return max(max(factor, row.number("least_factor")) * d, row.value["least_m"] or 0.0)
        self.none(f"{which.replace('_', ' ')} distance for a {fastener.kind}")

    thick_screw_m = 0.00635 - 1e-9
    """Screws from here on keep the distances of bolts."""


def design_step(
    symbol: str, factors: Sequence[tuple[str, float, str]], unit: str, *, source: str, says: str = ""
) -> CalculationStep:
    """A value made by multiplying and dividing, so that its formula can be read and evaluated.

    Args:
        factors: Name, value and unit each; a name that begins with "/ " divides. A name that is a number stands for itself.
    """
    value, formula = 1.0, ""
    inputs = []
    for name, amount, word in factors:
        divides, plain = name.startswith("/ "), name.removeprefix("/ ")
        value = value / amount if divides else value * amount
        sign = " / " if divides else " * " if formula else ""
        formula += f"{sign}{plain}"
        if not plain.replace(".", "").isdigit():
            inputs.append((plain, amount, word))
    return CalculationStep(
        symbol=symbol, value=value, unit=unit, formula=formula, inputs=tuple(inputs), source=source, says=says
    )


def checked(request: LateralRequest) -> None:
    """Refuse what no code can answer.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: A bolt in end grain, or two planes of another fastener than a bolt.
    """
    fastener = request.fastener
    if fastener.kind not in FASTENERS:
        raise InvalidInputError("fastener", f"must be one of: {', '.join(FASTENERS)}")
    _checked_sizes(request)
    if request.planes not in (1, 2):
        raise InvalidInputError("planes", "must be 1 or 2")
    if request.count < 1:
        raise InvalidInputError("count", "must be 1 or more")
    if not request.gap_m >= 0:
        raise InvalidInputError("gap", "must be 0 or more")
    if not 0 < request.group <= 1:
        raise InvalidInputError("group", "must be above 0 and no more than 1")
    if fastener.kind == "bolt" and request.end_grain:
        raise OutOfScopeError("bolts in end grain", "a lag screw or wood screw, or a joint across the grain")
    if request.planes == 2 and fastener.kind != "bolt":
        raise OutOfScopeError(f"two shear planes of a {fastener.kind}", "a bolt")


def _checked_sizes(request: LateralRequest) -> None:
    """Refuse sizes and angles that cannot be."""
    fastener = request.fastener
    for name, amount in (
        ("diameter", fastener.diameter_m),
        ("side_member", request.side_m),
        ("main_member", request.main_m),
    ):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    if fastener.root_m is not None and not 0 < fastener.root_m <= fastener.diameter_m + 1e-12:
        raise InvalidInputError("root", "must be above 0, and no more than the diameter")
    for name, angle in (("angle_side", request.angle_side_rad), ("angle_main", request.angle_main_rad)):
        if not 0 <= angle <= math.pi / 2 + 1e-9:
            raise InvalidInputError(name, "must be 0 to 90 degrees")


def point_side_m(request: LateralRequest, least_d: float, tip_d: float) -> tuple[float, float]:
    """Length in the side member, and in the main member without the tip (m).

    Args:
        least_d: Diameters that the point has to reach.
        tip_d: Diameters that the tip's half takes off, where the point reaches less than ten.

    Raises:
        OutOfScopeError: The point reaches too little.
    """
    d, length_m = request.fastener.diameter_m, request.length_m
    side_m = request.side_m
    if request.toe:
        if length_m is None:
            raise InvalidInputError("length", "is needed for a toe fastener")
        side_m = length_m * TOE_START_RATIO
        reach_m = length_m * math.cos(TOE_ANGLE_RAD) - side_m
    elif length_m is None or request.fastener.kind == "bolt":
        return side_m, request.main_m
    else:
        reach_m = length_m - side_m - request.gap_m
    if reach_m < least_d * d - 1e-9:
        raise OutOfScopeError(
            f"the {request.fastener.kind} reaches less than {least_d:g} diameters into the main member",
            "a longer fastener",
        )
    if reach_m > request.main_m:
        return side_m, request.main_m
    return side_m, reach_m - (tip_d * d if reach_m < FULL_REACH_D * d - 1e-9 else 0.0)
