"""Fences and sites that tests start from."""

from typing import Any

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.base import Rulebook
from steady.design_codes.registry import rulebook
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.jobs.document import JobDocument, Structure
from steady.plan.model import Plan
from steady.structures import registry
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Straight
from steady.structures.gate.spec import LeafDesign
from steady.structures.structure_type import DesignInput, Spec
from steady.units.show import Tape
from steady.units.units import FT, IN, MPH


def case(
    spec: Spec,
    where: Site | None = None,
    book: Rulebook | None = None,
    yard: PurchasingSettings | None = None,
    tape: Tape | None = None,
) -> DesignInput:
    """A structure's case; what is not said is as the us school has it."""
    return DesignInput(
        spec=spec,
        site=where or site(),
        book=book or rulebook("us"),
        yard=yard or PurchasingSettings(),
        tape=tape or Tape(),
    )


def fence_case(spec: FenceSpec, where: Site | None = None) -> FenceCase:
    """A fence's case with its timbers and its ground."""
    return FenceCase.of_case(case(spec, where))


def plan(spec: Spec, where: Site, book: Rulebook, yard: PurchasingSettings, tape: Tape) -> Plan:
    """Plan any structure."""
    return registry.plan(DesignInput(spec=spec, site=where, book=book, yard=yard, tape=tape))


def fence(length_ft: float = 100, **changes: Any) -> FenceSpec:
    """A straight fence."""
    base: dict[str, Any] = {"id": "f", "straights": (Straight(id="a", length_m=length_ft * FT),)}
    return FenceSpec(**{**base, **changes})


def site(fall_per_ft: float = 0.0, length_ft: float = 100, **changes: Any) -> Site:
    """Sand, 105 mph, exposure C, on an even slope."""
    shots = tuple(LevelReading(at_m=at * FT, height_m=-fall_per_ft * at * FT) for at in (0.0, length_ft / 2, length_ft))
    base: dict[str, Any] = {
        "soil": "sand",
        "exposure": "C",
        "wind_speed_m_per_s": 105 * MPH,
        "frost_m": 30 * IN,
        "grounds": (Ground(line="f", shots=shots),),
    }
    return Site(**{**base, **changes})


def on_ground(spec: FenceSpec, shots_m: list[tuple[float, float]], **changes: Any) -> Site:
    """The same, on ground read at (station, height)."""
    shots = tuple(LevelReading(at_m=at, height_m=z) for at, z in shots_m)
    return site(**{"grounds": (Ground(line=spec.id, shots=shots),), **changes})


def planned(spec: Spec, where: Site | None = None) -> Plan:
    """Plan it in the us school."""
    return plan(spec, where or site(), rulebook("us"), PurchasingSettings(), Tape())


def job(spec: FenceSpec, where: Site | None = None) -> JobDocument:
    """A job around one fence."""
    return JobDocument(name="Test", site=where or site(), structures=(Structure(name="Fence", spec=spec),))


def fence_with(leaf: LeafDesign, **more: object) -> FenceSpec:
    opening = GateOpening(id="g", at_m=10 * FT, clear_m=4 * FT, leaf=leaf, **more)  # type: ignore[arg-type]
    return FenceSpec(id="f", straights=(Straight(id="a", length_m=40 * FT),), openings=(opening,))
