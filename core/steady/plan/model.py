"""The Plan: what was calculated, and the one type at which structures and all that reads them meet.

Site axes: x along the first straight of the line or wall, y to its left, z up; m, N, Pa, kg, rad. Imports nothing but values.
"""

from dataclasses import field
from enum import StrEnum
from typing import Literal

from steady.value_objects import value_object

Id = str
"""Stable, made from the spec's own ids ("windbreak/north+3"): drawings, readings, undo and prices point at it."""
Vec = tuple[float, float, float]


class Basis(StrEnum):
    """What a verdict rests on. Never mixed within one check."""

    CALCULATED = "reckoned"
    TABLE = "table"
    PRACTICE = "practice"


class CheckOrigin(StrEnum):
    """Who asks for a check: a clause of the code, our own safety limit, advice, or advice that the crew has taken in."""

    CODE = "code"
    SAFETY = "House limit"
    ADVICE = "advice"
    CREW = "Crew limit"


Advice = Literal["a person leaning", "sag", "wobble"]
"""Kinds of advice that a crew may take in as limits of its own."""


@value_object
class CalculationStep:
    """One line of working, in the unit that its formula is printed in.

    `formula` is written in Python's own arithmetic over the symbols of `inputs`, so that a test can re-evaluate it and a
    screen can typeset it. An empty formula is a given: a table value or something the user typed.
    """

    symbol: str
    value: float
    unit: str
    formula: str
    inputs: tuple[tuple[str, float, str], ...]
    source: str
    says: str = ""


@value_object
class Check:
    """Comparison of one demand with one limit. `key` is stable, its label comes from the catalog; `case` names the load case.
    `by_wind`: the wind is among its loads.

    `asks`: who asks for it. `fitted`: the tool itself chose what meets the demand (a depth rounded up, a spacing read from a
    table), inside every cap and with no demand refused: it passes, and is never what leaves least to spare.
    """

    key: str
    about: Id
    basis: Basis
    sense: Literal["at most", "at least"]
    demand: CalculationStep
    limit: CalculationStep
    working: tuple[CalculationStep, ...] = ()
    case: str = ""
    asks: CheckOrigin = CheckOrigin.CODE
    fitted: bool = False
    by_wind: bool = False

    @property
    def demanded(self) -> bool:
        """Whether anything is asked at all: a demand of nothing makes no check. NaN does, and fails."""
        return (self.demand if self.sense == "at most" else self.limit).value != 0

    @property
    def counts(self) -> bool:
        """Whether it can fail a plan: advice cannot."""
        return self.basis is Basis.CALCULATED and self.asks is not CheckOrigin.ADVICE

    @property
    def use(self) -> float:
        """Share of the limit that is used: above 1 fails."""
        if self.sense == "at most":
            return self.demand.value / self.limit.value
        return self.limit.value / self.demand.value


@value_object
class UncheckedItem:
    """A rule or table that does not reach this case: it never passes. `crew`: only the crew can enter what is missing.

    `needs`: the force that a maker's rating must reach; where it is given, the crew can type the rating.
    `assumed`: the figure of the site that nobody entered or confirmed ("frost depth"); empty: the gap is another.
    `by_practice`: common practice stands in where the code is silent: it is calculated, and a named person confirms it.
    """

    key: str
    about: Id
    basis: Basis
    reason: str
    would_have_to_change: str
    crew: bool = False
    needs: CalculationStep | None = None
    assumed: str = ""
    by_practice: bool = False
    case: str = ""


@value_object
class PartPlacement:
    """Where a part stands: the centre of its start end, unit vectors of its length and depth.

    A place may stand for a row of `count` alike, each `step` further on (the boards of one bay): ten thousand boards
    are then a hundred places. `about`: what is selected when it is picked in a drawing; empty: the place itself.
    """

    id: Id
    at: Vec
    along: Vec
    up: Vec
    count: int = 1
    step: Vec = (0.0, 0.0, 0.0)
    about: Id = ""


@value_object
class Cut:
    """A cut on a piece: mitre about the depth axis, bevel from square in the plane of length and depth."""

    end: Literal["start", "end", "inside"]
    kind: Literal["saw", "notch", "bore", "rip"]
    at_m: float
    mitre_rad: float
    bevel_rad: float
    size_m: tuple[float, ...] = ()


@value_object
class Part:
    """Identical pieces once, with all their places; fixings too (length 0, `each` per place).

    `length_m` is the finished length along the piece's axis; `stick_m` is what it takes out of a stick, bevels counted;
    `drawn_m`: how long it is drawn where it is bent round something (0: as long as it is).
    `in_place`: it goes up as long as `stick_m` and is cut where it stands, along a line or the ground; all such pieces of one
    `stick_m` and section are one on every list.
    """

    id: Id
    role: str
    item: str
    length_m: float
    section_m: tuple[float, float]
    places: tuple[PartPlacement, ...]
    cuts: tuple[Cut, ...] = ()
    each: int = 1
    joins: tuple[Id, ...] = ()
    mass_kg: float = 0.0
    from_part: Id | None = None
    stick_m: float = 0.0
    drawn_m: float = 0.0
    in_place: bool = False

    @property
    def count(self) -> int:
        """Pieces in all."""
        return self.each * sum(place.count for place in self.places)


@value_object
class Layer:
    """One layer of a footing, heights relative to the ground at its post (down is negative).

    A bell: the lowest `bell_m` widens to `bell_width_m` at the bottom.
    """

    what: Literal["soil", "gravel", "sand", "concrete", "foam", "slab", "block", "pipe", "post", "air"]
    bottom_m: float
    top_m: float
    width_m: float
    shape: Literal["round", "square"]
    bell_m: float = 0.0
    bell_width_m: float = 0.0


@value_object
class Footing:
    """A hole and what goes into it, bottom first; `at` is on the ground; `foot_m`: a post on a base stands so far over it.

    `pull_out_n`: what it holds against being lifted, by `pull_out_says`; `keeps_upright`: what does, where the ground does not.
    """

    id: Id
    under: Id
    at: Vec
    kind: str
    layers: tuple[Layer, ...]
    embedment_m: float
    hole_m: float
    hole_width_m: float
    depth_governed_by: str
    width_governed_by: str
    hand_dug: str = ""
    foot_m: float = 0.0
    pull_out_n: float = 0.0
    pull_out_says: str = ""
    keeps_upright: str = ""


@value_object
class Curve:
    """What is drawn and measured but not bought: string, ground, water, wall, zone, opening, swing."""

    id: Id
    what: str
    points: tuple[Vec, ...]
    closed: bool = False
    label: str = ""


@value_object
class Opening(Curve):
    """A gate or a bay that lifts out: its corners, what the crew calls it, which way it swings, its leaves' widths (m).

    `hung`: whether it has a gate; a way through stays open.
    """

    swing: str = ""
    leaves_m: tuple[float, ...] = ()
    hung: bool = True


@value_object
class Zone(Curve):
    """A stretch across the line, its near edge, middle and far edge: a service, a way, a slab. `depth`: in words."""

    letter: str = ""
    depth: str = ""


@value_object
class Wall(Curve):
    """A wall of what stands already, its face along the curve; `thick_m` behind it (to the curve's right), drawn up to `top_m`."""

    thick_m: float = 0.25
    top_m: float = 0.35


@value_object
class SquareDiagonal(Curve):
    """A length to square a set-out by, corner to corner (m, level)."""

    length_m: float


@value_object
class Bay:
    """The stretch between two marks that follow each other; `opening`: the gate or way through it is, if it is one."""

    id: Id
    start: Id
    end: Id
    opening: Id = ""


@value_object
class MeasurementTarget:
    """What can be measured on site: of which thing, its planned value, how far off it may be, and what measuring it does.

    Args:
        about: The thing it is measured of.
        what: Its name, the same for all things of one sort ("hole depth").
        of: Which of several, in words ("walk gate at 10' 0", leaf 1"); empty where the thing has its own place or number.
        planned: In `unit`: m, rad, or for % as a share of one.
        within: Off by so much it still counts as built; None: it is kept as read, nothing is judged.
        sense: Which side counts: either; at least (a hole may be deeper); at most.
        asks_over: Farther off than this a phone asks whether it was read right; a sheet says it.
        replans: What the structure is planned again with when it is taken into the plan; empty: nothing.
        mend: What to do where it is farther off than `within`.
    """

    about: Id
    what: str
    planned: float
    unit: Literal["m", "rad", "%"] = "m"
    within: float | None = None
    sense: Literal["either", "at least", "at most"] = "either"
    replans: str = ""
    of: str = ""
    asks_over: float | None = None
    mend: str = ""


@value_object
class ViewSpec:
    """A view that a plan wants drawn. `how`: from above; pulled straight (from above, or from the side); the tape; the true
    shape of its line; or a section seen along x or y. `datum`: what its level 0 is called.
    """

    name: str
    title: str
    how: Literal["above", "above straight", "side straight", "tape", "shape", "along x", "along y"]
    datum: str = ""


@value_object
class Mark:
    """A reading off one tape, level from the first point of the curve `line`; `across_m`: off a second one, square to it."""

    id: Id
    line: Id
    station_m: float
    to: Literal["centre", "near face", "far face"]
    kind: str = "line"
    label: str = ""
    tape_on_ground_m: float | None = None
    cut_height_m: float = 0.0
    leg: Id = ""
    leg_station_m: float = 0.0
    across_m: float | None = None


@value_object
class DragHandle:
    """What may be moved along an axis: by how much, and where not. What moving it means is the kind's own.

    `axis`: along the line, or one of the site's axes; `holds`: it can be locked where it stands, and let go again.
    """

    id: Id
    field: str
    line: Id
    station_m: float
    locked: bool
    axis: Literal["line", "x", "y"] = "line"
    holds: bool = False
    blocked_m: tuple[tuple[float, float], ...] = ()
    back_m: float | None = None
    on_m: float | None = None
    fails_first: tuple[str, str] = ("", "")


@value_object
class Option:
    """A change to the spec that was planned and passes. change: field -> value."""

    about: Id
    says: str
    change: tuple[tuple[str, object], ...]
    use: float
    governs: str
    price: float = 0.0
    price_change: float = 0.0
    not_covered: tuple[str, ...] = ()


DRYING = "drying"
"""What a task's work calls the hours, at 20 °C, that what waits "dry" on it has to wait."""


@value_object
class Task:
    """Quantities, not hours: the crew's own rates live in schedule. after: (task, "", "cure" or "dry").

    `stage`: set-out, dig, anchor (to what stands already) or frame; empty: it waits for no document.
    """

    id: Id
    what: str
    about: tuple[Id, ...]
    work: tuple[tuple[str, float, str], ...]
    after: tuple[tuple[Id, str], ...] = ()
    hold: str = ""
    stage: str = ""


@value_object
class TemporaryPart:
    """What is put in only while it is built: how many, the task it goes up with, and what must stand before it goes."""

    id: Id
    what: str
    count: int
    task: Id
    until: str


@value_object
class Caution:
    """Where the work can hurt someone or go wrong. `stops`: tasks not ready until `cleared_by` is settled."""

    about: Id
    kind: Literal["hurt", "permit", "licence", "drawing", "rot"]
    text: str
    source: str
    stops: tuple[Id, ...] = ()
    cleared_by: str = ""


@value_object
class TypicalPractice:
    """What crews do, beside the calculation and never inside it: not checked against wind, never shown as passing."""

    about: Id
    name: str
    value_m: float
    needed_m: float
    says: str


@value_object
class DetailMember:
    """A member of a detail, in the detail's own plane: its line, its width there, and its force (pull positive, N)."""

    id: Id
    what: str
    start: tuple[float, float]
    end: tuple[float, float]
    width_m: float
    force_n: float = 0.0


@value_object
class ForceArrow:
    """A force or reaction on a detail: where, which way, how much."""

    at: tuple[float, float]
    along: tuple[float, float]
    force_n: float
    label: str


@value_object
class DetailLine:
    """A line of a detail that is neither bought nor loaded: the ground under an arc, the path of an edge."""

    what: str
    points: tuple[tuple[float, float], ...]
    label: str = ""


@value_object
class Area:
    """A piece laid out flat on a detail; pieces of one `group` come out of the same stock; `label` is written in it."""

    points: tuple[tuple[float, float], ...]
    group: int = 0
    label: str = ""


@value_object
class Measure:
    """A length to cut, mark or check by, in words; with `angle_rad` the saw's tilt from square instead of a length."""

    says: str
    value_m: float = 0.0
    angle_rad: float | None = None


@value_object
class Detail:
    """A part of the structure drawn large in a plane of its own (m), with the figures that belong to it.

    `cut`: its measures are of what is cut, not of room that is kept clear or of how it looks.
    """

    id: Id
    about: Id
    title: str
    bars: tuple[DetailMember, ...] = ()
    pushes: tuple[ForceArrow, ...] = ()
    traces: tuple[DetailLine, ...] = ()
    areas: tuple[Area, ...] = ()
    facts: tuple[CalculationStep, ...] = ()
    measures: tuple[Measure, ...] = ()
    cut: bool = True


@value_object
class Member:
    """What a sheet lists and selects: a kind of joists, one beam, a post, the ledger; checks are about its id."""

    id: Id
    what: str
    name: str
    says: str = ""


@value_object
class Plan:
    """All that was calculated of one structure. `built_on`: whose sizes are drawn and bought; other verdicts stand beside.

    `called`: what it is, in a word; `reads`: how its marks are read off the tape, in a sentence.
    `exact_holes`: posts are cut before they are set, so that every
    hole's bottom has a level to hit. `floats`: it stands on water, whose level is its 0.
    """

    format: int
    id: Id
    school: str
    built_on: Basis
    accepted: str
    parts: tuple[Part, ...]
    footings: tuple[Footing, ...]
    curves: tuple[Curve, ...]
    marks: tuple[Mark, ...]
    checks: tuple[Check, ...]
    not_covered: tuple[UncheckedItem, ...]
    practice: tuple[TypicalPractice, ...]
    handles: tuple[DragHandle, ...]
    tasks: tuple[Task, ...]
    cautions: tuple[Caution, ...]
    details: tuple[Detail, ...] = field(default=())
    members: tuple[Member, ...] = field(default=())
    conflicts: tuple[str, ...] = field(default=())
    notes: tuple[str, ...] = field(default=())
    views: tuple[ViewSpec, ...] = field(default=())
    bays: tuple[Bay, ...] = field(default=())
    targets: tuple[MeasurementTarget, ...] = field(default=())
    reads: str = ""
    exact_holes: bool = False
    called: str = "structure"
    floats: bool = False
    temporary: tuple[TemporaryPart, ...] = field(default=())

    @property
    def openings(self) -> tuple[Opening, ...]:
        """Its gates and bays that lift out, along the line."""
        return tuple(curve for curve in self.curves if isinstance(curve, Opening))
