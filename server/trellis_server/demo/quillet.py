"""Quillet Plots: allotments held by one family, under the United Kingdom school."""

from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.ground.placement import SitePlacement
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Locate, Site
from steady.jobs.document import JobDocument, Structure, UnitSettings
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.structures.fence.spec.line_parser import read_line
from steady.structures.fence.spec.presets import preset
from steady.structures.gate.spec import LeafDesign

from trellis_server.demo.afloat import pump_platform
from trellis_server.demo.canopies import plot_pavilion, shed_lean_to
from trellis_server.demo.surroundings import quillet_things

PEN = "goose-pen"
PANELS = "low-panels"
RUN = "hen-run"


def goose_pen() -> FenceSpec:
    """Three sides of a pen against the old wall, with a gate wide enough for a barrow."""
    line = read_line("0 c4.2r90 c11.4r90 g1.1@13.2 16", "m")
    leaf = LeafDesign(
        frame="rail 47x100 C24",
        front_grade=0.02,
        hinge_rating_n=3600.0,
        latch_rating_n=1200.0,
        hinge_gap_m=0.01,
        latch_gap_m=0.012,
        hinge_inset_m=0.15,
        joint_slip_m=0.0005,
    )
    return FenceSpec(
        id=PEN,
        straights=line.straights,
        openings=tuple(replace(opening, what="pen gate", leaf=leaf) for opening in line.openings),
        post="post 100 C24",
        gate_post="post 125 C24",
        rail="rail 47x100 C24",
        rails_count=2,
        board="board 22x100",
        height_m=1.2,
        gap_m=0.04,
        bay_max_m=1.8,
        gravel_m=0.1,
        hole_width_m=0.35,
        depth_step_m=0.025,
        rail_inset_m=0.2,
    )


def low_panels() -> FenceSpec:
    """Low panels between two plots: level, stepping down toward the ditch, each made up flat and hung between its posts."""
    return FenceSpec(
        id=PANELS,
        straights=(Straight(id="s1", length_m=12.6, follows="stepped"),),
        infill=Infill(style="even gaps", gap_most_m=0.02),
        keeps="a small animal",
        post="post 100 C24",
        rail="rail 38x88 C16",
        rails_count=2,
        rail_laid="flat",
        board="board 22x100",
        height_m=0.6,
        gap_m=0.02,
        bay_max_m=1.8,
        gravel_m=0.1,
        hole_width_m=0.3,
        depth_step_m=0.025,
        rail_inset_m=0.12,
    )


def hen_run() -> FenceSpec:
    """A run of welded panels round the hens, closed all the way."""
    start = FenceSpec(
        id=RUN,
        straights=read_line("0 c4.8r90 c9.6r90 c14.4r90 19.2", "m").straights,
        post="post 100 C24",
        rail="rail 47x100 C24",
        board="board 22x100",
        gravel_m=0.1,
        hole_width_m=0.35,
        depth_step_m=0.025,
    )
    return preset(start, "stock pen")


def quillet_plots() -> JobDocument:
    """The pen, on ground that falls toward the ditch."""
    readings_m = ((0, 0.0), (4.2, -0.08), (8, -0.22), (11.4, -0.31), (13.2, -0.27), (16, -0.05))
    site = Site(
        use="farm",
        soil="average",
        bearing_pa=100_000.0,
        frost_m=0.45,
        none_here=("snow",),
        wind_speed_m_per_s=22.0,
        exposure="II",
        north_rad=1.1,
        things=quillet_things(),
        locate=Locate(ticket="QP-208", expires="2026-12-18", owners_answered=True),
        grounds=(
            Ground(line=PEN, shots=tuple(LevelReading(at_m=at, height_m=z) for at, z in readings_m)),
            Ground(
                line=PANELS,
                shots=(
                    LevelReading(at_m=0, height_m=0.0),
                    LevelReading(at_m=6, height_m=-0.09),
                    LevelReading(at_m=12.6, height_m=-0.2),
                ),
            ),
        ),
    )
    return JobDocument(
        name="Quillet Plots",
        place="the lower plots, by the ditch",
        client="the family at Quillet Plots",
        wanted="Keep the geese in and the fox out; a gate that a full barrow goes through.",
        school="uk",
        reading=UnitSettings(system="metric", mark_m=0.001),
        site=site,
        yard=PurchasingSettings(bag="concrete 20 kg", kerf_m=0.003, trim_m=0.005),
        structures=(
            Structure(name="Goose pen", spec=goose_pen()),
            Structure(name="Low panels between plots", spec=low_panels()),
            Structure(name="Hen run", spec=hen_run()),
            Structure(name="Tool shed lean-to", spec=shed_lean_to()),
            Structure(name="Pavilion", spec=plot_pavilion()),
            Structure(name="Pump platform", spec=pump_platform(), stands=SitePlacement(x_m=25.6, y_m=-33.4)),
        ),
    )
