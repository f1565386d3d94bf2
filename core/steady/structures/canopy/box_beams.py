"""Box beams: two sticks laid flat as flanges, plywood webs nailed to their sides, joints of the webs staggered.

Nailed, never glued: glue made on site earns nothing. The nails' slip takes a share of the glued box's stiffness, and bending stress
is that of the glued box over the share; where a web has a joint it is missing there, in bending and in shear.
"""

import itertools
import math
from collections.abc import Sequence
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.design_codes.requests import Wood
from steady.design_codes.results import Action, given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.canopy import WEB_APART_M, WebJoints, web_joints
from steady.plan.model import CalculationStep, CheckOrigin, PartPlacement
from steady.statics.sections import BoxBeam
from steady.structures.canopy.factors import factors_of
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import Bends, Loaded, worst_of_each
from steady.structures.part_grouping import UP, Grouper
from steady.units.quantities import UNITS
from steady.value_objects import value_object

SLENDER = 70.0
"""A web is at most so many times as deep as thick. Source: EN 1995-1-1 9.1.1 (from memory, high)."""
NAIL_SLIP_N_PER_M = 571e3
"""One nail of 3 mm in one plane. Source: EN 1995-1-1 7.1, K_ser at 460 kg/m3 (from memory, high)."""
SAG_RATIO = 240.0
"""Share of the span that a beam may sag [practice, our own; as other beams of roofs]."""
RULE = "ec5: 9.1.1 and Annex B; high"


@value_object
class Boxed:
    """A box: its flange's stick, its web's, how many webs, the plywood's stiffness along the span (Pa), nails apart and the longest
    sheet on sale (m).
    """

    flange: SectionItem
    web: SectionItem
    webs: int
    web_e_pa: float
    web_g_pa: float
    web_shear_pa: float | None
    nails_m: float
    sheet_m: float

    @property
    def deep_m(self) -> float:
        """Over everything: the web's width as it is sold."""
        return self.web.width_m

    @property
    def wide_m(self) -> float:
        """Over flange and webs."""
        return self.flange.width_m + self.webs * self.web.thickness_m

    def joints(self, length_m: float, sheet_m: float) -> WebJoints:
        """Where its webs are joined. Raises InvalidInputError: no joints out of the middle third reach."""
        return web_joints(length_m, sheet_m, self.webs)

    def as_stick(self) -> SectionItem:
        """What lies there, for places and weight: as wide and deep as the box, as heavy as what it is made of."""
        heavy = 2 * self.flange.thickness_m * self.flange.width_m * self.flange.density_kg_per_m3
        heavy += self.webs * self.web.thickness_m * self.web.width_m * self.web.density_kg_per_m3
        return replace(
            self.flange,
            thickness_m=self.wide_m,
            width_m=self.deep_m,
            density_kg_per_m3=heavy / (self.wide_m * self.deep_m),
            says=f"box of two {self.flange.says} and {self.webs} webs of {self.web.says}",
        )

    def statics(self, e_pa: float, webs: int) -> BoxBeam:
        """The box as it bends, so many of its webs whole."""
        return BoxBeam(
            flange_width_m=self.flange.width_m,
            flange_depth_m=self.flange.thickness_m,
            depth_m=self.deep_m,
            web_thickness_m=self.web.thickness_m,
            webs=webs,
            flange_e_pa=e_pa,
            web_e_pa=self.web_e_pa,
            web_g_pa=self.web_g_pa,
        )

    def share(self, e_pa: float, span_m: float) -> float:
        """What nails leave of the glued box's stiffness."""
        whole = self.statics(e_pa, self.webs)
        gamma = whole.nailed_gamma(span_m=span_m, slip_n_per_m=NAIL_SLIP_N_PER_M, spacing_m=self.nails_m, rows=1)
        return whole.nailed_share(gamma)

    def as_wood(self, flange: Wood, e_pa: float, span_m: float) -> Wood:
        """A stick of the flange's wood as stiff as the nailed box: for the frame that it stiffens."""
        second = self.statics(e_pa, self.webs).inertia_m4 * self.share(e_pa, span_m)
        return replace(flange, plies=1, flat=False, depth_m=self.deep_m, width_m=12 * second / self.deep_m**3)


def fits(box: Boxed) -> Boxed:
    """The box, where it can be one.

    Raises:
        InvalidInputError: A web too shallow for its flanges, or too slender.
    """
    web, flange = box.web, box.flange
    if web.width_m <= 4 * flange.thickness_m:
        raise InvalidInputError("web", "The webs are hardly deeper than both flanges: deeper ones, or beams of plies")
    if web.width_m - 2 * flange.thickness_m > SLENDER * web.thickness_m:
        raise InvalidInputError("web", "The webs are more than 70 times as deep as thick: thicker or shallower ones")
    return box


def add_box(g: Grouper, box: Boxed, named: str, *, place: PartPlacement, length_m: float) -> str:
    """Two flanges, the webs in their pieces, a block at either end; why its joints will not do, or nothing.

    Args:
        place: The middle of its end, and the way it runs.
    """
    (x, y, z), (ax, ay, _) = place.at, place.along
    side = (-ay, ax, 0.0)
    flange, web = box.flange, box.web
    for name, off in (("lower", -1.0), ("upper", 1.0)):
        at = (x, y, z + off * (box.deep_m - flange.thickness_m) / 2)
        g.add("beam", flange, length_m, place=replace(place, id=f"{named}/{name} flange", at=at, up=side))
    joints, why = joints_say(box, length_m)
    for k, cuts in enumerate(joints.joints_m):
        out = (flange.width_m + web.thickness_m) / 2 + k // 2 * web.thickness_m
        out = out if k % 2 == 0 else -out
        for n, (a, b) in enumerate(itertools.pairwise((0.0, *cuts, length_m))):
            at = (x + ax * a + side[0] * out, y + ay * a + side[1] * out, z)
            g.add("web", web, b - a, place=replace(place, id=f"{named}/web/{k}/{n}", at=at, up=UP))
    tall = box.deep_m - 2 * flange.thickness_m
    for name, off in (("start", flange.thickness_m / 2), ("end", length_m - flange.thickness_m / 2)):
        at = (x + ax * off, y + ay * off, z - tall / 2)
        g.add(
            "blocking",
            flange,
            tall,
            place=PartPlacement(id=f"{named}/block/{name}", about=place.about, at=at, along=UP, up=side),
        )
    g.fix("web nail", 2 * box.webs * (math.ceil(length_m / box.nails_m) + 1), place.at, role="screw")
    return why


def check_boxed(collector: CheckCollector, box: Boxed, one: Bends, *, dead: Action, loads: Sequence[Loaded]) -> None:
    """Flanges pulled and pressed, webs sheared, and the whole's sag, under each load in turn; the worst of each is kept.

    The rafters hold the upper flange sideways. Source: EN 1995-1-1 9.1.1 and Annex B; the mechanics stand in every school.
    """
    try:
        e_pa = si(collector.book.stiffness(one.wood))
        share = box.share(e_pa, one.run.span_m)
        jointed = any(box.joints(one.run.length_m, box.sheet_m).joints_m)
        if jointed and box.webs < 2:
            raise OutOfScopeError(
                "one web alone has a joint without a plate", "two webs, or a sheet as long as the beam"
            )
        weak = box.statics(e_pa, box.webs - 1 if jointed else box.webs)
        f, sheared = factors_of(collector.book), list[tuple[float, Loaded]]()
        for load in loads:
            times = f.wind_up if load.lasts == "wind" else f.live
            moment = f.dead * dead.moment_n_m + times * load.action.moment_n_m
            shear = f.dead * dead.shear_n + times * load.action.shear_n
            _flanges(collector, one, load, weak=(weak, share), moment_n_m=moment)
            sheared.append((weak.web_shear_pa(shear), load))
            if load.sags:
                _sags(collector, box, one, stiff=(e_pa, share), under=(dead, load))
        shear_pa, hardest = max(sheared, key=lambda pair: pair[0])
        _webs(collector, box, one, shear_pa=shear_pa, load=hardest)
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = (
            refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(refused.message, "beams of plies")
        )
        collector.gap(f"{one.what}.bending", one.about, outside)
    collector.checks = worst_of_each(collector.checks, one.about)


def _flanges(
    collector: CheckCollector, one: Bends, load: Loaded, *, weak: tuple[BoxBeam, float], moment_n_m: float
) -> None:
    (box, share), book = weak, collector.book
    strengths = [book.strength(kind, one.wood, load.lasts) for kind in ("tension", "compression")]
    least = min(strengths, key=lambda collector: collector.allowed_pa)
    bend, size, stress = ("kN.m", "mm", "MPa") if book.metric else ("lb-in", "in", "psi")
    per = UNITS[bend][1] / UNITS[size][1] ** 3 / UNITS[stress][1]
    inputs = (
        ("k", per, ""),
        ("M", moment_n_m / UNITS[bend][1], bend),
        ("H", box.depth_m / UNITS[size][1], size),
        ("I", box.inertia_m4 / UNITS[size][1] ** 4, f"{size}4"),
        ("r", share, ""),
    )
    demand = CalculationStep(
        symbol="f_f",
        value=box.flange_stress_pa(moment_n_m) / share / UNITS[stress][1],
        unit=stress,
        formula="k * M * H / (2 * I * r)",
        inputs=inputs,
        source=RULE,
        says="outer face of a flange; r: what nails leave of the glued box",
    )
    limit = given_step(
        "f_max", least.allowed_pa / UNITS[stress][1], stress, source=least.step.source, says=least.step.says
    )
    collector.at_most(f"{one.what}.bending", one.about, demand, limit=limit, working=(least.step,), case=load.says)


def _webs(collector: CheckCollector, box: Boxed, one: Bends, *, shear_pa: float, load: Loaded) -> None:
    stress = "MPa" if collector.book.metric else "psi"
    demand = given_step(
        "tau", shear_pa / UNITS[stress][1], stress, source=RULE, says="webs that are whole, at the middle"
    )
    if box.web_shear_pa is None:
        collector.gap(
            f"{one.what}.shear",
            one.about,
            OutOfScopeError(
                f"no strength of the plywood is entered; its webs must hold {demand.value:.3g} {stress} in shear",
                "the maker's number for the panel, at this load's duration",
            ),
            crew=True,
        )
        return
    limit = given_step(
        "tau_max", box.web_shear_pa / UNITS[stress][1], stress, source="user: the panel's maker", says="the panel"
    )
    collector.at_most(f"{one.what}.shear", one.about, demand, limit=limit, working=(), case=load.says)


def _sags(
    collector: CheckCollector, box: Boxed, one: Bends, *, stiff: tuple[float, float], under: tuple[Action, Loaded]
) -> None:
    (e_pa, share), (dead, load) = stiff, under
    size = "mm" if collector.book.metric else "in"
    whole = box.statics(e_pa, box.webs)
    bending = (dead.sag_n_m3 + load.action.sag_n_m3) / (e_pa * whole.inertia_m4 * share)
    web_m2 = box.webs * box.web.thickness_m * (box.deep_m - box.flange.thickness_m)
    shear = (dead.moment_n_m + load.action.moment_n_m) / (box.web_g_pa * web_m2)
    demand = CalculationStep(
        symbol="w",
        value=(bending + shear) / UNITS[size][1],
        unit=size,
        formula="w_M + w_V",
        inputs=(("w_M", bending / UNITS[size][1], size), ("w_V", shear / UNITS[size][1], size)),
        source=RULE,
        says="bending of the nailed box, and shear of its webs",
    )
    limit = CalculationStep(
        symbol="w_max",
        value=one.run.span_m / SAG_RATIO / UNITS[size][1],
        unit=size,
        formula="L / n",
        inputs=(("L", one.run.span_m / UNITS[size][1], size), ("n", SAG_RATIO, "")),
        source="practice: our own",
    )
    collector.at_most(
        f"{one.what}.deflection", one.about, demand, limit=limit, working=(), case=load.says, asks=CheckOrigin.ADVICE
    )


def joints_say(box: Boxed, length_m: float) -> tuple[WebJoints, str]:
    """Where the webs of a beam are joined; a reason where their joints lie too near each other. Raises InvalidInputError."""
    found = box.joints(length_m, box.sheet_m)
    if found.stagger_m is not None and found.stagger_m < WEB_APART_M - 1e-9:
        return (
            found,
            "Joints of different webs lie nearer than 600 mm (2 ft) to each other: longer sheets, or fewer webs",
        )
    return found, ""
