"""Calculators of mesh fences, steel tubes, pool barriers and fences for animals."""

from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.weather import WIND, place_of
from steady.calculators.wood import SCHOOL, school_of
from steady.design_codes.requests import OpenFace
from steady.design_codes.results import si
from steady.errors import InvalidInputError
from steady.layout.barriers import Barrier, animal_fence, gate_width_m, pool_faults
from steady.layout.mesh import (
    ChainLinkCount,
    ChainLinkParts,
    MeshBay,
    TerminalBrace,
    chain_link,
    checked_bay,
    screened,
    solidity,
    terminal_brace,
)
from steady.plan.model import CalculationStep
from steady.statics.tubes import SHAPES, Tube, checked, moment_n_m
from steady.units.units import FT, IN


def _mesh(given: Given) -> float:
    mesh = given.length("mesh")
    return solidity(given.length("wire"), mesh, given.length("mesh_across", mesh))


def _open_face(given: Given) -> tuple[float, CalculationStep]:
    height, share = given.length("height"), given.number("solidity")
    if not height > 0:
        raise InvalidInputError("height", "must be above 0")
    if not 0 < share <= 1:
        raise InvalidInputError("solidity", "must be above 0 and at most 1")
    face = OpenFace(
        height_m=height,
        solidity=share,
        round_members=given.choice("members", ("flat", "round")) == "round",
        thick_m=given.length("thick", 0.0),
    )
    return school_of(given).open_face_pressure(place_of(given), face)


def _bay(given: Given) -> MeshBay:
    return checked_bay(
        MeshBay(
            height_m=given.length("height"),
            bay_m=given.length("bay"),
            mesh_solidity=given.number("mesh_solidity"),
            post_m=given.length("post"),
            rail_m=given.length("rail", 0.0),
        )
    )


def _bay_pa(given: Given) -> float:
    bay = _bay(given)
    face = OpenFace(height_m=bay.height_m, solidity=bay.solidity, round_members=True)
    return si(school_of(given).open_face_pressure(place_of(given), face)[1])


def _bay_moment(given: Given) -> float:
    bay = _bay(given)
    solid_pa = _bay_pa(given) / bay.solidity
    return sum(solid_pa * area * at for area, at in bay.areas_m2)


def _tube(given: Given) -> Tube:
    """A tube that the school's rule covers: one with too thin a wall has no figures here."""
    _capacity(given)
    return _plain_tube(given)


def _plain_tube(given: Given) -> Tube:
    return checked(
        Tube(
            outside_m=given.length("outside"),
            wall_m=given.length("wall"),
            shape=given.choice("shape", SHAPES, "round"),  # type: ignore[arg-type]
        )
    )


def _capacity(given: Given) -> float:
    book = school_of(given) if given.has("school") else school_of(Given({**given.raw, "school": "us"}))
    return moment_n_m(
        _plain_tube(given),
        given.quantity("strength", "pressure"),
        book.steel_factor,
        american=not book.metric,
        elastic=given.choice("basis", ("plastic", "elastic"), "plastic") == "elastic",
    )


def _chain_link(given: Given) -> ChainLinkCount:
    parts = ChainLinkParts(
        spacing_most_m=given.length("spacing_most", 10 * FT),
        stick_m=given.length("stick", 21 * FT),
        lap_m=given.length("lap", 3 * IN),
        roll_m=given.length("roll", 50 * FT),
        tie_m=given.length("tie", 15 * IN),
        ring_m=given.length("ring", 24 * IN),
    )
    return chain_link(given.length("run"), given.length("height"), parts)


def _terminal(given: Given) -> TerminalBrace:
    height_m, brace_height_m, run_m = (given.length(name) for name in ("height", "brace_height", "brace_run"))
    return terminal_brace(given.quantity("pull", "force"), height_m, brace_height_m, brace_run_m=run_m)


def _pool(given: Given) -> list[str]:
    barrier = Barrier(
        height_m=given.length("height"),
        gap_under_m=given.length("gap_under"),
        soft_ground=given.choice("ground", ("soft", "hard")) == "soft",
        opening_m=given.length("opening"),
        rail_tops_m=given.maybe("rail_tops", "length"),
        rails_inside=given.choice("rails", ("inside", "outside"), "inside") == "inside",
        swings_out=given.choice("swing", ("out", "in"), "out") == "out",
        self_closing=given.flag("self_closing", True),
        latch_m=given.maybe("latch_height", "length"),
        latch_guarded=given.flag("latch_guarded"),
        clear_outside_m=given.maybe("clear_outside", "length"),
    )
    return pool_faults(school_of(given).key, barrier)


def _animal(given: Given) -> tuple[float, float]:
    asked = animal_fence(given.text("animal"), school_of(given).metric)
    return asked.height_m, asked.gap_m


SUMS = (
    Calculator(
        name="mesh.solidity",
        asks="How much of a mesh is solid?",
        inputs=(
            *needs("wire", "mesh", kind="length"),
            *takes("length", mesh_across="as the mesh"),
            *takes("ratio", screen="0"),
        ),
        outputs=(
            number("solidity", _mesh, "-"),
            number("with_screen", lambda g: screened(_mesh(g), g.number("screen", 0.0)), "-"),
        ),
        source="geometry: wires and gaps",
    ),
    Calculator(
        name="wind.open_face",
        asks="What wind is on a face that is mostly open?",
        inputs=(
            SCHOOL,
            *WIND,
            *needs("height", kind="length"),
            *needs("solidity", kind="ratio"),
            *needs("members", kind="flat|round"),
            *takes("length", thick="thin"),
        ),
        outputs=(
            number("coefficient", lambda g: _open_face(g)[0], "-"),
            Output(name="pressure", unit="psf|kPa", calculate=lambda g: si(_open_face(g)[1])),
        ),
        source="asce-7-16: Fig. 29.4-2; ec1-4: 7.11, bounds of our own",
    ),
    Calculator(
        name="fence.mesh_post",
        asks="What wind is on a post of a mesh fence?",
        inputs=(
            SCHOOL,
            *WIND,
            *needs("height", "bay", kind="length"),
            *needs("mesh_solidity", kind="ratio"),
            *needs("post", kind="length"),
            *takes("length", rail="none"),
        ),
        outputs=(
            number("solidity", lambda g: _bay(g).solidity, "-"),
            Output(name="pressure", unit="psf|kPa", calculate=_bay_pa),
            Output(name="force", unit="lb|kN", calculate=lambda g: _bay_pa(g) * _bay(g).gross_m2),
            Output(name="moment_at_ground", unit="lb-ft|kN.m", calculate=_bay_moment),
        ),
        source="asce-7-16: Fig. 29.4-2; ec1-4: 7.11, bounds of our own",
    ),
    Calculator(
        name="steel.tube",
        asks="What does a steel tube weigh and carry?",
        inputs=(
            *needs("outside", "wall", kind="length"),
            *needs("strength", kind="pressure"),
            Input(name="school", kind="us|ca|nz|uk", default="us"),
            *takes("round|square", shape="round"),
            *takes("moment", moment="none"),
            *takes("plastic|elastic", basis="plastic"),
        ),
        outputs=(
            Output(name="area", unit="in2|mm2", calculate=lambda g: _tube(g).area_m2),
            Output(name="modulus", unit="in3|mm3", calculate=lambda g: _tube(g).modulus_m3),
            Output(name="plastic", unit="in3|mm3", calculate=lambda g: _tube(g).plastic_m3),
            Output(name="second", unit="in4|mm4", calculate=lambda g: _tube(g).second_m4),
            Output(name="weight", unit="plf|kN/m", calculate=lambda g: _tube(g).kg_per_m * 9.80665),
            Output(name="capacity", unit="lb-ft|kN.m", calculate=_capacity),
            number("use", lambda g: g.quantity("moment", "moment") / _capacity(g), "-"),
        ),
        source="practice: AISC 360-16 F7, F8; EN 1993-1-1, from memory",
    ),
    Calculator(
        name="fence.chain_link_count",
        asks="What does a stretch of chain link take?",
        inputs=(
            *needs("run", "height", kind="length"),
            *takes("length", spacing_most="10 ft", stick="21 ft", lap="3 in", roll="50 ft", tie="15 in", ring="24 in"),
        ),
        outputs=(
            number("bays", lambda g: _chain_link(g).bays),
            Output(name="bay", unit="ft|m", calculate=lambda g: _chain_link(g).bay_m),
            number("line_posts", lambda g: _chain_link(g).line_posts),
            number("loop_caps", lambda g: _chain_link(g).line_posts),
            number("bars", lambda g: 2 + 0 * _chain_link(g).bays),
            number("tension_bands", lambda g: _chain_link(g).bands),
            number("rail_ends", lambda g: 2 + 0 * _chain_link(g).bays),
            number("bolts", lambda g: _chain_link(g).bolts),
            number("post_ties", lambda g: _chain_link(g).post_ties),
            number("rail_ties", lambda g: _chain_link(g).rail_ties),
            number("hog_rings", lambda g: _chain_link(g).rail_ties),
            number("rail_sticks", lambda g: _chain_link(g).rail_sticks),
            number("rolls", lambda g: _chain_link(g).rolls),
        ),
        source="practice: from memory, medium to high",
    ),
    Calculator(
        name="fence.terminal_brace",
        asks="What pulls and pushes in a braced end post?",
        inputs=(*needs("pull", kind="force"), *needs("height", "brace_height", "brace_run", kind="length")),
        outputs=(
            Output(name="brace", unit="lb|kN", calculate=lambda g: _terminal(g).brace_n),
            Output(name="rod", unit="lb|kN", calculate=lambda g: _terminal(g).rod_n),
            Output(name="line_post_down", unit="lb|kN", calculate=lambda g: _terminal(g).line_post_down_n),
        ),
        source="statics: pinned joints",
    ),
    Calculator(
        name="fence.for_animal",
        asks="How high is a fence for an animal, and how small its gaps?",
        inputs=(*needs("animal", kind="text"), SCHOOL),
        outputs=(
            Output(name="height", unit="in|mm", calculate=lambda g: _animal(g)[0]),
            Output(name="gap_most", unit="in|mm", calculate=lambda g: _animal(g)[1]),
        ),
        source="practice: from memory, medium",
    ),
    Calculator(
        name="gate.width_for",
        asks="How wide is a gate, by what goes through it?",
        inputs=(*needs("use", kind="text"), SCHOOL),
        outputs=(
            Output(name="width", unit="in|mm", calculate=lambda g: gate_width_m(g.text("use"), school_of(g).metric)),
        ),
        source="practice: from memory",
    ),
    Calculator(
        name="barrier.pool",
        asks="What of a pool's barrier is against the table, by which the local office decides?",
        inputs=(
            SCHOOL,
            *needs("height", "gap_under", kind="length"),
            *needs("ground", kind="soft|hard"),
            *needs("opening", kind="length"),
            *takes("length", rail_tops="not looked at"),
            *takes("inside|outside", rails="inside"),
            *takes("out|in", swing="out"),
            *takes("flag", self_closing="yes"),
            *takes("length", latch_height="not looked at"),
            *takes("flag", latch_guarded="no"),
            *takes("length", clear_outside="not looked at"),
        ),
        outputs=(
            number("failing", lambda g: len(_pool(g))),
            text("fails", lambda g: ", ".join(_pool(g)) or "none"),
        ),
        source="practice: ISPSC 305; F9/AS1, from memory; the local office decides",
    ),
)
