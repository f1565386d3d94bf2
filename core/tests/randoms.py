"""Random structures of every school, on ground, in wind and on soils that the school knows: what contracts are held to."""

import random
from dataclasses import replace
from typing import Any

from steady.catalog.items import usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.errors import InvalidInputError
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.plan.model import Plan
from steady.structures.deck.designs.candidates import localized as deck_at_home
from steady.structures.deck.spec.deck import DeckSpec, StairDesign
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Infill, Straight
from steady.structures.fence.spec.localise import localized
from steady.structures.floating_platform.kind import localize as float_at_home
from steady.structures.floating_platform.spec import FloatSpec, Ramp
from steady.structures.gate.spec import LeafDesign
from steady.units.show import Tape

from tests.make import plan

SCHOOLS = ("us", "ca", "uk", "nz")
STYLES = ("butted", "even gaps", "board on board", "slats")
WORDS = (
    "16x12 up3",
    "12x10 up7 free",
    "20x14 up5",
    "10x8 up2",
    "18x11 up4",
    "14x14 up1.5",
    "16x12 up3 less4x3left",
    "24x10 up6",
)


def where(school: str, rng: random.Random, length_m: float, fall: float = 0.25) -> Site:
    """Uneven ground and the school's own wind and soil."""
    start = usual(school)
    shots = [LevelReading(at_m=0.0, height_m=0.0)]
    while shots[-1].at_m < length_m:
        shots.append(LevelReading(at_m=shots[-1].at_m + rng.uniform(1.5, 4), height_m=rng.uniform(-fall, fall)))
    return Site(
        soil=start.soil,
        exposure=start.exposure,  # type: ignore[arg-type]
        frost_m=rng.choice((0.0, 0.5)),
        none_here=("frost", "snow"),
        wind_speed_m_per_s=start.wind_speed_m_per_s,
        wind_pressure_pa=400.0 if school == "ca" else 0.0,
        grounds=(Ground(line="f", shots=tuple(shots)),),
    )


def fence(rng: random.Random, school: str, gate: bool | None = None) -> tuple[FenceSpec, Site]:
    """One to three legs of any infill of wood, with perhaps a gate."""
    lengths = [rng.uniform(5, 14) for _ in range(rng.randint(1, 3))]
    straights = tuple(
        Straight(
            id=f"s{k}",
            length_m=length,
            turn_rad=rng.uniform(-1.6, 1.6) if k else 0.0,
            follows=rng.choice(("raked", "stepped")),
        )
        for k, length in enumerate(lengths)
    )
    leaf = LeafDesign(brace=rng.choice(("strut", "cable", "both")), cross_rails=rng.choice((0, 1)))
    wants = rng.random() < 0.4 if gate is None else gate
    base = FenceSpec(
        id="f",
        straights=straights,
        infill=Infill(style=rng.choice(STYLES)),  # type: ignore[arg-type]
        height_m=rng.uniform(0.9, 1.9),
        bay_max_m=rng.uniform(1.5, 2.4),
        rails_count=rng.choice((2, 3)),
    )
    spec = localized(base, school)
    if wants:
        leaf = replace(leaf, frame=spec.rail)
        spec = replace(
            spec,
            openings=(
                GateOpening(id="g", at_m=rng.uniform(1.5, lengths[0] - 2.5), clear_m=rng.uniform(0.9, 1.3), leaf=leaf),
            ),
        )
    return spec, where(school, rng, sum(lengths))


def platform(rng: random.Random, school: str) -> tuple[FloatSpec, Site]:
    """A platform on barrels, with perhaps a ramp."""
    rows = rng.choice((2, 2, 3))
    spec = FloatSpec(
        id="p",
        long_m=rng.uniform(2.6, 5.6),
        wide_m=rng.uniform(2.0, 4.4),
        rows=rows,
        barrels=rows * rng.randint(2, 5),
        ramp=Ramp(length_m=rng.choice((0.0, 2.4, 3.6)), lands=rng.choice(("end", "side"))),
        water=rng.choice(("fresh", "salt")),
        people=rng.choice((None, None, 2, 4)),
        moorings=rng.choice(("", "two anchors")),
    )
    site = Site(
        soil=usual(school).soil,
        ground_snow_pa=1000.0 if school == "ca" else 0.0,
        rain_snow_pa=400.0,
        none_here=("frost", "snow"),
    )
    return float_at_home(spec, school), site


def deck(rng: random.Random, school: str) -> tuple[DeckSpec, Site]:
    """A deck on a house or on its own, with perhaps a stair."""
    from tests.test_deck import deck as named

    changes: dict[str, Any] = {
        "joists_over": rng.choice(("unbroken", "spliced")),
        "plies": rng.choice((2, 3)),
        "upright": rng.choice(("knee braces", "fixed posts")),
        "seat": rng.choice(("top", "top", "beside", "flush")),
    }
    words = rng.choice(WORDS)
    spec = deck_at_home(named(words, **changes), school)
    if rng.random() < 0.4 and "up1.5" not in words and "less" not in words:
        spec = replace(
            spec, stairs=(StairDesign(id="s", edge=2, at_m=1.0, width_m=rng.uniform(0.95, 1.3), going_m=0.28),)
        )
    soil = {"us": "sand", "ca": "stiff clay", "nz": "good ground", "uk": "average"}[school]
    snow = (1000.0, 400.0) if school == "ca" else (0.0, 0.0)
    return spec, Site(soil=soil, frost_m=0.6, none_here=("snow",), ground_snow_pa=snow[0], rain_snow_pa=snow[1])


def planned(spec: Any, site: Site, school: str) -> Plan | None:
    """Its plan, or None where it is refused at a field, in words."""
    try:
        return plan(spec, site, rulebook(school), PurchasingSettings(bag=usual(school).bag), Tape("metric", 0.001))
    except InvalidInputError as error:
        assert error.field and error.message, spec
        return None
