"""What schools of rules are asked with: wood, loads, and what is to be sized."""

from typing import Literal

from steady.errors import InvalidInputError
from steady.value_objects import value_object

LoadType = Literal["permanent", "storage", "floor", "person", "snow", "roof", "wind", "impact"]
LOAD_TYPES: tuple[LoadType, ...] = ("permanent", "storage", "floor", "person", "snow", "roof", "wind", "impact")
Kind = Literal["bending", "tension", "shear", "bearing", "compression", "stiffness", "stiffness_min"]
KINDS: tuple[Kind, ...] = ("bending", "tension", "shear", "bearing", "compression", "stiffness", "stiffness_min")


@value_object
class Wood:
    """Timber as a rulebook needs it. `width_m` is the thickness of one ply, `depth_m` the wider side; `flat` lays it down.

    `shared`: equal members close together help each other; `sheathed`: under a nailed floor, not gapped boards.
    `members`, `spacing_m` and `span_m` tell of equal members side by side, for schools that count them.
    """

    species: str
    size: str
    width_m: float
    depth_m: float
    grade: str = ""
    plies: int = 1
    wet: bool = True
    incised: bool = False
    flat: bool = False
    shared: bool = False
    sheathed: bool = True
    members: int = 0
    spacing_m: float = 0.0
    span_m: float = 0.0

    @property
    def across_m(self) -> float:
        """Width of the whole section as it bends."""
        return self.plies * (self.depth_m if self.flat else self.width_m)

    @property
    def bending_depth_m(self) -> float:
        """Depth of the section as it bends."""
        return self.width_m if self.flat else self.depth_m

    @property
    def area_m2(self) -> float:
        """Area of the whole section."""
        return self.plies * self.width_m * self.depth_m

    @property
    def modulus_m3(self) -> float:
        """Section modulus as it bends."""
        return self.across_m * self.bending_depth_m**2 / 6

    @property
    def second_moment_m4(self) -> float:
        """Second moment of area as it bends."""
        return self.across_m * self.bending_depth_m**3 / 12


@value_object
class FloorLoad:
    """What lies on joists, rafters or a beam: area loads (Pa) and how long the live one stays."""

    live_pa: float
    dead_pa: float
    load: LoadType = "floor"


@value_object
class LateralRestraint:
    """How a beam is held sideways, and strengths typed in place of its wood's. One of the two lengths is needed."""

    unbraced_m: float | None = None
    effective_m: float | None = None
    load_case: str = "uniform"
    loaded_edge: str = "compression"
    bending_pa: float | None = None
    stiffness_pa: float | None = None
    stiffness_min_pa: float | None = None
    load: LoadType = "floor"


@value_object
class ColumnInput:
    """How a post stands and what it carries (N, N m about the strong axis). `height_weak_m`: the weak way, braced differently."""

    height_m: float
    end_factor: float = 1.0
    height_weak_m: float | None = None
    axial_n: float = 0.0
    moment_n_m: float = 0.0


@value_object
class JoistInput:
    """Joists at a spacing under a floor: from the table or calculated; None takes the school's own limit."""

    spacing_m: float
    floor: FloorLoad
    table: bool = False
    limit_ratio: float | None = None
    longest_m: float | None = None
    stiffening: str = ""
    subfloor_m: float = 0.0155


@value_object
class RafterInput:
    """Rafters at a spacing under a roof."""

    spacing_m: float
    roof: FloorLoad
    limit_ratio: float
    longest_m: float | None = None


@value_object
class BeamInput:
    """A beam under joists: by their span or by the length of joist that it carries."""

    floor: FloorLoad
    table: bool = False
    joist_span_m: float | None = None
    supported_m: float | None = None
    edition: str = ""


@value_object
class PostInput:
    """A deck post under an area of deck, centred: calculated up to a length, or from the table of an edition."""

    area_m2: float
    floor: FloorLoad
    longest_m: float | None = None
    table: bool = False
    edition: str = ""


@value_object
class SeatInput:
    """A bearing perpendicular to grain: its width and length, how far it is from the stick's end, and the school's kind."""

    width_m: float
    length_m: float
    from_end_m: float
    kind: str = "plain"


@value_object
class PadInput:
    """A prescriptive pad: by the area that it carries and the soil, or by storeys and the columns' spacing."""

    live_pa: float
    dead_pa: float
    round_pad: bool
    area_m2: float | None = None
    bearing_pa: float | None = None
    storeys: int | None = None
    column_spacing_m: float | None = None


@value_object
class OpenRoofInput:
    """An open roof of one slope in the wind: `own_half` asks for the harder blown half, not for the mean of both."""

    height_m: float
    slope_rad: float
    obstructed: bool
    uplift: bool
    own_half: bool = False


@value_object
class SnowInput:
    """Snow on a roof: ground and rain loads, the roof's shape, and the factors of schools that have them.

    Args:
        exposure_factor: Typed by who knows it; None: by the terrain, and by how the roof is sheltered there.
        rain_on_snow: None: by the roof's slope and width.
    """

    ground_pa: float
    rain_pa: float | None = None
    method: str = "part 9"
    roof_width_m: float | None = None
    slope_rad: float = 0.0
    slippery: bool = False
    terrain: str = ""
    shelter: str = "partially"
    exposure_factor: float | None = None
    thermal_factor: float = 1.2
    importance_factor: float = 1.0
    rain_on_snow: bool | None = None
    edition: str = ""


@value_object
class DriftInput:
    """Snow against a higher roof: on the ground (and on the lower roof, where a school starts from it), lengths, the step."""

    ground_pa: float
    upper_length_m: float
    step_m: float
    lower_roof_pa: float | None = None
    lower_length_m: float | None = None
    importance_factor: float = 1.0
    edition: str = ""


@value_object
class FastenerInput:
    """One fixing loaded sideways. `wood` is a species or a strength class, as the school names its wood."""

    fastener: str
    diameter_m: float
    side_m: float
    main_m: float
    wood: str
    angle_rad: float = 0.0
    predrilled: bool = False
    rope: bool = False


@value_object
class ScrewInput:
    """Screws of a fence outdoors under wind: how many, their diameter, how far they reach in, and what is gone through (m).

    `pulled`: along their length, else sideways; `slanted`: driven at a slant through the end of what they hold.
    """

    count: int
    diameter_m: float
    holds_m: float
    through_m: float
    wood: Wood
    density_kg_per_m3: float
    pulled: bool = True
    slanted: bool = False


@value_object
class WindPlace:
    """Where the wind blows, in the school's own words: a speed or a pressure, terrain, edition, zone."""

    speed_m_per_s: float = 0.0
    pressure_pa: float = 0.0
    exposure: str = ""
    edition: str = ""
    zone: str = ""
    return_years: float = 0.0
    crest: float = 1.0
    importance: float = 1.0
    """`crest`: factor on the pressure for a hill or escarpment; `importance`: for schools that have one."""


@value_object
class LegEnd:
    """How a leg of a fence ends to the wind: free, or against a wall; and how long the fence that turns away there is (m)."""

    free: bool = True
    return_m: float = 0.0


@value_object
class WindLeg:
    """One face of a fence to the wind, from corner to corner: its length, solid part and top (m), how solid, how it ends.

    `round_members`: wires and tubes, where a code tells them from flat ones.
    """

    length_m: float
    solid_height_m: float
    top_height_m: float
    solidity: float = 1.0
    round_members: bool = False
    start: LegEnd = LegEnd()
    end: LegEnd = LegEnd()

    @property
    def face(self) -> "WindFace":
        """The same as a face whose returns are looked at end by end."""
        return WindFace(
            length_m=max(self.length_m, self.solid_height_m),
            solid_height_m=self.solid_height_m,
            top_height_m=self.top_height_m,
            solidity=self.solidity,
        )


@value_object
class WindFace:
    """A free-standing face: its line's length, the solid part, the top, how solid, and a return at its end (m)."""

    length_m: float
    solid_height_m: float
    top_height_m: float
    solidity: float = 1.0
    return_length_m: float = 0.0

    def __post_init__(self) -> None:
        """Raises InvalidInputError for a face that cannot be."""
        if not 0 < self.solid_height_m <= self.top_height_m + 1e-12:
            raise InvalidInputError("solid_height", "must be above 0 and not above the top")
        if not 0 < self.solidity <= 1:
            raise InvalidInputError("solidity", "must be above 0 and at most 1")
        if not self.length_m > 0:
            raise InvalidInputError("length", "must be above 0")


@value_object
class OpenFace:
    """A fence or screen that is mostly open: its height, its solid share, whether its members are round, and how thick (m)."""

    height_m: float
    solidity: float
    round_members: bool
    thick_m: float = 0.0
