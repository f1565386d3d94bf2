"""Tui Terrace: a house under the New Zealand and Australia school."""

import math
from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Locate, Site
from steady.jobs.document import JobDocument, Structure, UnitSettings
from steady.structures.fence.spec.fence import FenceSpec, Infill
from steady.structures.fence.spec.line_parser import read_line
from steady.structures.fence.spec.presets import preset

from trellis_server.demo.canopies import terrace_pergola

SCREEN = "bin-screen"
YARD = "wash-yard"


def bin_screen() -> FenceSpec:
    """Level slats round two sides of the bins, open toward the drive."""
    return FenceSpec(
        id=SCREEN,
        straights=read_line("0 c2.7l90 4.5", "m").straights,
        post="post 115 SG8",
        rail="rail 45x90 SG8",
        board="board 19x140",
        infill=Infill(style="slats", spacer_m=0.02),
        height_m=1.35,
        gap_m=0.06,
        bay_max_m=0.85,
        gravel_m=0.1,
        hole_width_m=0.35,
        depth_step_m=0.025,
        boards_on="right",
    )


def wash_yard() -> FenceSpec:
    """A low screen on three sides of the clothes line, standing on loose blocks under the paving: nothing is dug."""
    start = replace(bin_screen(), id=YARD, straights=read_line("0 c1l90 c3.1l90 4.1", "m").straights)
    spec = preset(start, "enclosure on blocks")
    return replace(spec, foot_detail=replace(spec.foot_detail, block_kg=180.0, tie_rating_n=6000.0))


def tui_terrace() -> JobDocument:
    """The screen, on a strip beside the paving."""
    readings_m = ((0, 0.0), (2.7, -0.03), (4.5, -0.05))
    site = Site(
        use="house",
        soil="good ground",
        cohesion_pa=50_000.0,
        none_here=("frost", "snow"),
        embedment_least_m=0.45,
        wind_speed_m_per_s=37.0,
        exposure="B",
        north_rad=0.5,
        latitude_rad=math.radians(-36.9),
        time_zone="Pacific/Auckland",
        longitude_rad=math.radians(174.8),
        locate=Locate(ticket="TT-31", expires="2026-12-12", owners_answered=True),
        grounds=(Ground(line=SCREEN, shots=tuple(LevelReading(at_m=at, height_m=z) for at, z in readings_m)),),
    )
    return JobDocument(
        name="Tui Terrace",
        place="beside the drive",
        client="the family at Tui Terrace",
        wanted="The bins out of sight from the street, with air through and a way in for the truck day.",
        school="nz",
        reading=UnitSettings(system="metric", mark_m=0.001),
        site=site,
        yard=PurchasingSettings(bag="concrete 20 kg", kerf_m=0.003, trim_m=0.005),
        structures=(
            Structure(name="Bin screen", spec=bin_screen()),
            Structure(name="Wash yard on blocks", spec=wash_yard()),
            Structure(name="Terrace pergola", spec=terrace_pergola()),
        ),
    )
