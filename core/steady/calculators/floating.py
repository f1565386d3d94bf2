"""Sums of a floating platform on barrels: draft, people, stability and lean."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.statics.floating import Barrels, Carried, Mass, Stability, draft_m, edge_rad, heel_rad, people, stability

VOLUME = Input(name="barrel_volume", kind="volume", says="of one")
DIAMETER = Input(name="barrel_diameter", kind="length")
WATER = Input(name="water_density", kind="density", says="sea 1025", default="1000 kg/m3")
LOADED = (
    Input(name="barrels_at", kind="list of lengths", says="offset of each barrel from the middle line"),
    VOLUME,
    DIAMETER,
    Input(name="masses", kind="list of [mass, offset, height]", says="height above the barrels' underside"),
    WATER,
)


def _barrels(given: Given, at_m: list[float]) -> Barrels:
    return Barrels(
        tuple(at_m),
        given.quantity("barrel_volume", "volume"),
        given.length("barrel_diameter"),
        given.quantity("water_density", "density", 1000.0),
    )


def _draft(given: Given) -> float:
    many = given.count("barrels")
    if not 1 <= many <= 1000:
        raise InvalidInputError("barrels", "must be from 1 to 1000")
    return draft_m(_barrels(given, [0.0] * many), given.quantity("mass", "mass"))


def _masses(given: Given) -> list[Mass]:
    return [(a, b, c) for a, b, c in given.table("masses", ("mass", "length", "length"))]


def _stable(given: Given) -> Stability:
    return stability(_barrels(given, given.lengths("barrels_at")), _masses(given))


def _heel(given: Given) -> float | None:
    return heel_rad(_barrels(given, given.lengths("barrels_at")), _masses(given))


def _angle(given: Given) -> float:
    found = _heel(given)
    if found is None:
        raise InvalidInputError("masses", "no balance below 60 degrees: it turns over")
    return found


def _people(given: Given) -> int:
    return people(
        given.quantity("dead_mass", "mass"),
        given.quantity("person", "mass"),
        Carried(
            barrels=given.count("barrels"),
            volume_m3=given.quantity("barrel_volume", "volume"),
            sunk_share=given.number("sunk_share", 0.5),
        ),
    )


SUMS = (
    Calculator(
        name="float.draft",
        asks="How deep do the barrels sit?",
        inputs=(
            Input(name="barrels", kind="count"),
            VOLUME,
            DIAMETER,
            Input(name="mass", kind="mass", says="all in"),
            WATER,
        ),
        outputs=(Output(name="draft", unit="mm", calculate=_draft),),
        source="statics",
    ),
    Calculator(
        name="float.people",
        asks="How many people before the barrels are sunk to a set share?",
        inputs=(
            Input(name="barrels", kind="count"),
            VOLUME,
            Input(name="sunk_share", kind="ratio", default="0.5"),
            Input(name="dead_mass", kind="mass"),
            Input(name="person", kind="mass"),
        ),
        outputs=(Output(name="people", unit="count", calculate=_people),),
        source="statics",
    ),
    Calculator(
        name="float.stability",
        asks="How stable is it before it heels?",
        inputs=LOADED,
        outputs=(
            Output(name="GM", unit="m", calculate=lambda g: _stable(g).gm_m),
            Output(name="KB", unit="m", calculate=lambda g: _stable(g).kb_m),
            Output(name="BM", unit="m", calculate=lambda g: _stable(g).bm_m),
            Output(name="KG", unit="m", calculate=lambda g: _stable(g).kg_m),
            Output(name="draft", unit="mm", calculate=lambda g: _stable(g).draft_m),
            Output(name="small_heel", unit="deg", calculate=lambda g: _stable(g).small_heel_rad),
        ),
        source="statics",
    ),
    Calculator(
        name="float.heel",
        asks="How far does it lean with the crowd on one side?",
        inputs=LOADED,
        outputs=(
            Output(name="heel", unit="deg", calculate=_angle),
            Output(name="steady", unit="text", calculate=lambda g: "no" if _heel(g) is None else "yes"),
        ),
        source="statics",
    ),
    Calculator(
        name="float.edge_angle",
        asks="At what lean does the edge go under, by geometry?",
        inputs=(Input(name="freeboard", kind="length"), Input(name="half_beam", kind="length")),
        outputs=(
            Output(
                name="angle", unit="deg", calculate=lambda g: edge_rad(g.length("freeboard"), g.length("half_beam"))
            ),
        ),
        source="geometry",
    ),
)
