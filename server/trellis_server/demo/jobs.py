"""The demo's jobs: made-up places, all inside what the rules may answer."""

import math
from dataclasses import replace

from steady.ground.access import SiteAccess
from steady.ground.placement import SitePlacement
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Locate, Site
from steady.ground.zoning_notes import SiteNote
from steady.jobs.dimension_conflicts import KeyDimension
from steady.jobs.document import JobDocument, Structure
from steady.jobs.estimate import EstimateRates
from steady.jobs.quote_terms import QuoteTerms
from steady.schedule.settings import CalendarTerms, DayOff, Outside
from steady.schedule.weather_limits import Day
from steady.structures.deck.spec.deck import Corner, DeckSpec, GuardDesign, Ledger, StairDesign
from steady.structures.fence.spec.fence import FenceSpec, Infill, LookApproved, Straight
from steady.structures.fence.spec.line_parser import read_line
from steady.structures.fence.text.appearance import look_items, look_of
from steady.structures.gate.spec import Arch, LeafDesign
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.units.show import Tape
from steady.units.units import FT, IN, LB, MPH, PLF

from trellis_server.demo.canopies import path_pergola, table_pergola
from trellis_server.demo.kestrel import kestrel_ridge
from trellis_server.demo.quillet import quillet_plots
from trellis_server.demo.surroundings import larkspur_things
from trellis_server.demo.tui import tui_terrace

WINDBREAK = "windbreak"
LINE = "0 c38'4r18 g4 x59'6~2=water-main c81l14 g4+7 118'6"


LEAVES = {
    "gate-1": LeafDesign(frame="rail 2x4 pine", front_grade=0.02, hinge_rating_n=750 * LB, latch_rating_n=200 * LB),
    "gate-2": LeafDesign(
        frame="rail 2x6 pine",
        front_grade=0.01,
        cross_rails=3,
        hinges_count=3,
        hinge_rating_n=1100 * LB,
        latch_rating_n=300 * LB,
        joint_slip_m=IN / 64,
    ),
}
"""Ratings made up for the demo: a crew enters its maker's own."""


def garden_gate() -> FenceSpec:
    """A gate under an arch between two posts of its own, on a path that rises."""
    line = read_line("0 g3'6@0 3'11.5")
    leaf = LeafDesign(front_grade=0.03, hinge_rating_n=900 * LB, latch_rating_n=200 * LB, cross_rails=1)
    arch = Arch(headroom_m=7 * FT, plants_n_per_m=12 * PLF)
    return FenceSpec(
        id="garden-gate",
        purposes=("small dog",),
        straights=line.straights,
        openings=tuple(replace(opening, what="garden gate", leaf=leaf, arch=arch) for opening in line.openings),
        height_m=4.5 * FT,
        gap_m=2 * IN,
        hole_width_m=18 * IN,
        ratings=(ManufacturerRating(what="arch_header.connection_capacity", holds_n=450 * LB),),
    )


def herb_yard() -> FenceSpec:
    """Board on board in level steps down the bank behind the herb beds."""
    return FenceSpec(
        id="herb-yard",
        straights=(Straight(id="s1", length_m=34 * FT, follows="stepped"),),
        infill=Infill(style="board on board", overlap_m=1 * IN),
        height_m=4 * FT,
        gap_m=2 * IN,
        bay_max_m=5 * FT,
        rails_count=2,
        rail_laid="flat",
        hole_width_m=18 * IN,
    )


def lower_path() -> FenceSpec:
    """Pine boards with 2-in gaps along the lower path, low enough to look over and too close for a child."""
    return FenceSpec(
        id="lower-path",
        straights=read_line("0 c26l35 52").straights,
        infill=Infill(style="even gaps", gap_most_m=2 * IN),
        keeps="a child",
        post="post 6x6 pine",
        rail="rail 2x4 pine",
        board="board 1x6 pine",
        height_m=3.5 * FT,
        gap_m=2 * IN,
        bay_max_m=6 * FT,
        rails_count=2,
        rail_laid="flat",
        hole_width_m=18 * IN,
    )


def kitchen_deck() -> DeckSpec:
    """A raised deck outside the kitchen, on ground that falls away from the house, with a stair to the garden."""
    width, depth = 18 * FT, 11 * FT
    heights = ((0.0, 0.0, 34), (width, 0.0, 37), (width, depth, 46), (0.0, depth, 42))
    return DeckSpec(
        id="kitchen-deck",
        outline=tuple(Corner(x_m=x, y_m=y, height_m=inches * IN) for x, y, inches in heights),
        ledger=Ledger(hanger_rating_n=500 * LB),
        joist="joist 2x8 pine",
        beam="joist 2x10 pine",
        overhang_m=18 * IN,
        guard=GuardDesign(anchor_rating_n=2200 * LB),
        stairs=(StairDesign(id="stair-1", edge=2, at_m=6 * FT, width_m=42 * IN),),
        ratings=(
            ManufacturerRating(what="stringer_hanger.capacity", holds_n=420 * LB),
            ManufacturerRating(what="handrail_brackets.capacity", holds_n=250 * LB),
            ManufacturerRating(what="post_pocket.uplift_capacity", holds_n=450 * LB),
            ManufacturerRating(what="joist_hanger_under_post.capacity", holds_n=900 * LB),
            ManufacturerRating(what="house_ties.lateral_load_from_roof", holds_n=1500 * LB),
        ),
    )


def larkspur_rise() -> JobDocument:
    """A windbreak along a drive on a falling bank: two bends, a water main, an unequal double gate and a walk gate."""
    line = read_line(LINE)
    readings_ft = (
        (0, 0.0),
        (12, -0.15),
        (24, -0.55),
        (38.33, -1.1),
        (50, -1.3),
        (62, -1.45),
        (74, -1.7),
        (86, -2.3),
        (98, -3.05),
        (110, -3.7),
        (118.5, -4.1),
    )
    zones = tuple(
        type(zone)(
            id=zone.id,
            what=zone.what,
            letter="W",
            at_m=zone.at_m,
            half_width_m=zone.half_width_m,
            hand_dig_m=3.5 * FT,
        )
        for zone in line.zones
    )
    spec = FenceSpec(
        id=WINDBREAK,
        straights=line.straights,
        openings=tuple(replace(opening, leaf=LEAVES[opening.id]) for opening in line.openings),
        zones=zones,
        post="post 6x6 pine",
        gate_post="post 8x8 pine",
        rail="rail 2x6 pine",
        rails_count=3,
        rail_laid="flat",
        board="board 1x6 pine",
        height_m=6 * FT,
        gap_m=2 * IN,
        bay_max_m=7 * FT,
        hole_width_m=18 * IN,
        ratings=(ManufacturerRating(what="gate_pair.head_restraint_wind", holds_n=700 * LB),),
    )
    spec = replace(
        spec,
        look=LookApproved(
            by="the house at Larkspur Rise", on="2026-11-20", of=look_of(spec), items=look_items(spec, Tape())
        ),
    )
    site = Site(
        use="house",
        soil="clay",
        frost_m=30 * IN,
        none_here=("snow",),
        wind_speed_m_per_s=105 * MPH,
        exposure="B",
        latitude_rad=math.radians(41.2),
        time_zone="America/New_York",
        longitude_rad=math.radians(-81.6),
        north_rad=0.5,
        notes=(
            SiteNote(
                id="height",
                structure=WINDBREAK,
                kind="height limit",
                value_m=6.5 * FT,
                text="6 ft 6 in along the drive, no permit up to that",
                source="clerk at the town office",
                on="2026-11-12",
            ),
            SiteNote(
                id="setback",
                kind="setback",
                value_m=2 * FT,
                text="off the edge of the drive",
                source="the deed's plan",
                on="2026-11-12",
            ),
        ),
        things=larkspur_things(),
        locate=Locate(ticket="LR-4417", expires="2026-12-11", owners_answered=True),
        access=SiteAccess(
            gate_m=44 * IN,
            corner_from_m=7 * FT,
            corner_to_m=9 * FT,
            carry_m=60 * FT,
            grade=0.06,
            machine_m=36 * IN,
            truck="in the lane, two wheels on the verge",
        ),
        grounds=tuple(
            Ground(line=line_id, shots=tuple(LevelReading(at_m=at * FT, height_m=z * FT) for at, z in shots))
            for line_id, shots in (
                (WINDBREAK, readings_ft),
                ("herb-yard", ((0, 0.0), (9, -0.7), (17, -1.2), (26, -2.1), (34, -2.6))),
                ("lower-path", ((0, 0.0), (13, 0.2), (26, 0.1), (39, -0.3), (52, -0.5))),
            )
        ),
    )
    return JobDocument(
        name="Larkspur Rise",
        place="the drive, on the falling bank",
        client="the house at Larkspur Rise",
        wanted="Shelter from the wind along the drive; a way through for the mower and one for people.",
        site=site,
        dimensions=(
            KeyDimension(
                id="gate-post",
                what="Walk gate's first post from the start",
                structure=WINDBREAK,
                stage="dig",
                first_m=38 * FT + 4 * IN,
                first_from="the survey",
                second_m=38 * FT,
                second_from="the sketch on the fridge",
                decided="first",
                decided_by="Wren",
            ),
        ),
        days=(
            Day(
                id="pour",
                work="pour",
                on="2026-12-09",
                temperature_c=7.0,
                rain_mm=2.0,
                wind_m_per_s=3.0,
                strength_h=24.0,
            ),
            Day(id="lift", work="lift", on="2026-12-14", temperature_c=5.0, rain_mm=0.0, wind_m_per_s=8.0),
        ),
        calendar=CalendarTerms(
            starts_on="2026-12-07",
            days_off=(DayOff(on="2026-12-11", why="Wren at the dentist"),),
            outside=(
                Outside(
                    id="timber",
                    kind="delivery",
                    what="Posts and concrete",
                    on="2026-12-07",
                    waits=(f"{WINDBREAK}/dig",),
                ),
                Outside(
                    id="footings",
                    kind="inspection",
                    what="Deck footings looked at",
                    on="2026-12-14",
                    after=("kitchen-deck/dig",),
                ),
                Outside(
                    id="sparks",
                    kind="other trade",
                    what="Electrician: light over the kitchen door",
                    on="2026-12-21",
                    after=("kitchen-deck/joists",),
                ),
            ),
        ),
        offer=QuoteTerms(
            warranty=(
                "Posts stand plumb for two years, storms and diggers apart",
                "Gates are set again once, in their first spring, without charge",
            )
        ),
        quote=EstimateRates(delivery_price=85.0, stumps_count=3, stump_price=40.0, least_charge=600.0),
        structures=(
            Structure(name="Windbreak", spec=spec, stands=SitePlacement(level_m=-0.3)),
            Structure(
                name="Herb yard",
                spec=herb_yard(),
                stands=SitePlacement(x_m=27.5, y_m=-22.0, turn_rad=0.2, level_m=-0.3),
            ),
            Structure(name="Lower path", spec=lower_path(), stands=SitePlacement(x_m=1.0, y_m=-27.0)),
            Structure(name="Kitchen garden gate", spec=garden_gate(), stands=SitePlacement(x_m=21.2, y_m=-12.8)),
            Structure(name="Kitchen deck", spec=kitchen_deck(), stands=SitePlacement(x_m=9.0, y_m=-12.0)),
            Structure(name="Path pergola", spec=path_pergola(), stands=SitePlacement(x_m=25.0, y_m=-12.4)),
            Structure(name="Table pergola", spec=table_pergola()),
        ),
    )


READINGS = (
    # post, what, value in inches (None: a tick), note, phone, hour
    ("start", "stands at", 0.0, "", "Wren's phone", 8),
    ("start", "set", None, "", "Wren's phone", 8),
    ("start+1", "stands at", 76.75, "", "Wren's phone", 9),
    ("start+1", "stands at", 77.25, "", "Moss's phone", 9),
    ("start+1", "hole depth", 70.0, "", "Wren's phone", 9),
    ("start+1", "plumb along", 0.125, "", "Wren's phone", 10),
    ("start+1", "set", None, "", "Wren's phone", 10),
    ("start+2", "hit something", None, "old brick at 14 in, came out whole", "Moss's phone", 11),
)
"""What the demo crew measured on its first morning, two phones not quite agreeing."""


def all_jobs() -> tuple[JobDocument, ...]:
    """Every demo job."""
    return (larkspur_rise(), kestrel_ridge(), quillet_plots(), tui_terrace())
