"""The checks of a fence's rails: wind and dead load together, a leaning person, sag over years."""

import math
from collections.abc import Callable, Hashable
from dataclasses import replace
from typing import Unpack

from steady.catalog.items import SLAT_M, SectionItem
from steady.data.checks import case_label
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.loads.tributary import gather
from steady.plan.model import Basis, CalculationStep, CheckOrigin, UncheckedItem
from steady.statics.simple_span import greatest_moment_n_m
from steady.statics.tubes import STEEL_PA
from steady.structures.bending_check import CheckContext, check_reach
from steady.structures.check_collector import More
from steady.structures.fence.checks.findings import FenceCheckCollector, LineWind, gap
from steady.structures.fence.checks.person_load import leaning, leaning_asks
from steady.structures.fence.checks.plants import GROWS_KG_PER_M2
from steady.structures.fence.checks.steel import tube_bending
from steady.structures.fence.layout.infill import rows, strip_m
from steady.structures.fence.layout.stations import LineBay
from steady.structures.fence.spec.case import FenceCase
from steady.structures.steel_tubes import is_tube, tube_of
from steady.structures.wood import WITHIN, outdoors
from steady.units.trade import Units
from steady.units.units import GRAVITY

_Row = tuple[str, CalculationStep, CalculationStep, tuple[CalculationStep, ...], More]
"""Key, demand, limit, steps, and what the check says of itself besides."""
"""A check of a rail before it has a place: name, demand, limit, working, case, who asks."""


class RailChecks:
    """Rails bay by bay: wind and dead load together, a person leaning, sag over years."""

    def __init__(self, case: FenceCase, loads: LineWind, collector: FenceCheckCollector) -> None:
        self.case = case
        spec, book, timber = case.spec, case.book, case.timber
        self.spec, self.loads, self.found = spec, loads, collector
        u = self.u = book.units
        self.added_source = book.added_source
        # Bays alike in span and wind share their working: name, demand, limit, steps, case.
        self._alike: dict[Hashable, list[_Row]] = collector.alike.rails
        self._fresh: list[_Row] = []
        rail = timber.rail
        slats = spec.infill.traits.level
        lie = rows(spec, rail)
        self.count = lie.count
        flat = not lie.upright and lie.tilt_rad is None
        wide, thin = rail.width_m / u.size_m, rail.thickness_m / u.size_m
        # A rail laid flat meets the wind on its strong axis and sags on its weak one; on edge it is the other way round.
        self.across = _modulus("S_w", thin if flat else wide, wide if flat else thin, u=u)
        # A louvre leans: its weak axis is taken both ways [on the safe side].
        lying = flat or lie.tilt_rad is not None
        self.down = _modulus("S_d", wide if lying else thin, thin if lying else wide, u=u)
        self.inertia = _inertia(wide if lying else thin, thin if lying else wide, u)
        self.refused: OutOfScopeError | None = None
        self.book = book
        self.person_step = leaning(case)[1]
        self.leans = leaning_asks(spec)
        self.sags = CheckOrigin.CREW if "sag" in spec.own_limits else CheckOrigin.ADVICE
        self.sag_ratio, self.sag_step = book.sag_limit()
        # Slats carry themselves alone; boards that lap are taken as two layers.
        if slats:
            hung, hangs_m = GROWS_KG_PER_M2[spec.infill.grows], lie.step_m
        else:
            hung, hangs_m = (
                _hung_kg_per_m2(case),
                spec.height_m / max(1, lie.count),
            )
        own = rail.density_kg_per_m3 * rail.width_m * rail.thickness_m
        own_unit, hung_unit, strip = own * GRAVITY / u.line_n_per_m, hung * GRAVITY / u.pressure_pa, hangs_m / u.span_m
        self.dead = CalculationStep(
            symbol="w_d",
            value=own_unit + hung_unit * strip,
            unit=u.line,
            formula="w_r + g_b * s",
            inputs=(("w_r", own_unit, u.line), ("g_b", hung_unit, u.pressure), ("s", strip, u.span)),
            source="practice: usual densities of the yard's timbers",
            says="rail self-weight + tributary infill",
        )
        self.dead_design = book.factored(self.dead, "w_dd")
        try:
            if is_tube(rail):
                self._of_tube(rail)
            else:
                self._of_wood(rail, flat)
        except OutOfScopeError as refused:
            self.refused = refused
        thin = slats and rail.thickness_m < SLAT_M
        self.slat = rail if self.refused is not None and thin else None
        self.post_m = timber.post.width_m
        self.noun = spec.infill.traits.stick
        self.heights_m = [lie.first_m + k * lie.step_m for k in range(lie.count)]
        self.strip_m = strip_m(spec, lie)
        self.person_share = 1.0 if slats or spec.infill.traits.wired else top_share(self.heights_m, spec.height_m)

    def _of_wood(self, rail: SectionItem, flat: bool) -> None:
        """Strength and stiffness of a rail of wood.

        Raises:
            OutOfScopeError: The code has no values for it.
        """
        book = self.book
        self.f_across = book.bending_strength(outdoors(rail, flat=not flat), "wind")
        self.f_person = book.bending_strength(outdoors(rail, flat=not flat), book.guard_load().load)
        self.f_down = book.bending_strength(outdoors(rail, flat=flat), "wind")
        self.e = book.stiffness(outdoors(rail))
        self.creep = book.creep_factor(outdoors(rail))

    def _of_tube(self, rail: SectionItem) -> None:
        """Strength and stiffness of a steel tube, alike both ways; steel does not creep.

        Raises:
            OutOfScopeError: Its wall is too thin for the formulas.
        """
        strength, modulus, thin = tube_bending(rail, self.book)
        if strength is None:
            raise thin or OutOfScopeError("the tube has no strength here", "its maker's value")
        u, tube = self.u, tube_of(rail).tube
        self.across, self.down = replace(modulus, symbol="Z_w"), replace(modulus, symbol="Z_d")
        self.inertia = given_step("I", tube.second_m4 / u.size_m**4, u.inertia, source="geometry", says="of the tube")
        self.f_across = self.f_person = self.f_down = strength
        self.e = given_step(
            "E", STEEL_PA / u.stress_pa, u.stress, source="practice: steel, 200 GPa", says="modulus of elasticity"
        )
        self.creep = given_step("k_cr", 1.0, "", source="practice: steel does not creep", says="creep")

    def calculate(self, bay: LineBay) -> None:
        """The worst rail of one bay."""
        about = f"{self.spec.id}/bay/{bay.id}"
        if self.spec.infill.traits.made:
            zones = gather(self.loads.zones, bay.start.station_m, bay.end.station_m)
            needs = self._even_pressure(zones) if zones else None
            wind = f"; the wind on it is {needs.value:.3g} {needs.unit}" if needs is not None else ""
            self.found.not_covered.append(
                UncheckedItem(
                    key="panel.manufacturer_rating",
                    about=about,
                    basis=Basis.CALCULATED,
                    crew=True,
                    reason=f"what a bought panel bears is its maker's to say{wind}",
                    would_have_to_change="ask its maker for wind and load",
                    needs=needs,
                )
            )
            return
        if not self.count:
            self._no_rail(about)
            return
        if self.refused is not None and self.slat is None:
            self.found.not_covered.append(gap(self.noun, about, self.refused))
            return
        if self.slat is not None:
            self._slat_reaches(bay, about, self.slat)
            return
        zones = gather(self.loads.zones, bay.start.station_m, bay.end.station_m)
        # Rails between the posts end at their faces; rails on the posts' face are joined on the posts' centers.
        reach_m = bay.width_m if self.spec.rail_laid == "on edge" else max(bay.width_m - self.post_m, bay.width_m / 2)
        span_length = round(reach_m * math.hypot(1.0, bay.grade) / self.u.span_m, 9)
        pressures = [(round(width_m, 9), round(p, 9)) for width_m, p in zones]
        key = (span_length, tuple(pressures))
        if key not in self._alike:
            self._fresh = []
            self._worst_rail(span_length, pressures)
            self._alike[key] = self._fresh
        for name, demand, limit, working, more in self._alike[key]:
            self.found.at_most(name, about, demand, limit=limit, working=working, **more)

    def _no_rail(self, about: str) -> None:
        """Wire without a rail: what a strained wire hands to its posts, and how far it gives, is not calculated."""
        self.found.not_covered.append(
            UncheckedItem(
                key="wire_mesh.manufacturer_rating",
                about=about,
                basis=Basis.CALCULATED,
                crew=True,
                reason="what a strained wire or welded panel bears between its posts is its maker's to say",
                would_have_to_change="ask its maker, or add a timber rail along the top",
            )
        )

    def _slat_reaches(self, bay: LineBay, about: str, slat: SectionItem) -> None:
        """A slat of board stock has no stress in the tables: it is held to a span of our own for its thickness."""
        u = self.u
        zones = gather(self.loads.zones, bay.start.station_m, bay.end.station_m)
        within = self.loads.within_run(max((p for _, p in zones), default=0.0))
        clear = (bay.width_m * math.hypot(1.0, bay.grade) - self.post_m) / u.span_m
        self.found.checks.append(
            check_reach(
                u,
                slat.thickness_m,
                given_step("L", clear, u.span, source="geometry", says="a slat between its posts"),
                asked=CheckContext(f"{self.noun}.max_span", about, case_label("wind")),
                where=("interior zone", WITHIN) if within else ("end zone", 1.0),
            )
        )

    def longest_m(self, pressure_pa: float) -> float | None:
        """The longest span on which the worst rail passes, under a pressure; None where it is not calculated (m)."""
        if self.refused is not None or not self.count:
            return None

        def passes(span_m: float) -> bool:
            self._fresh = []
            self._worst_rail(span_m / self.u.span_m, [(span_m, pressure_pa)])
            return all(
                row[1].value <= row[2].value for row in self._fresh if row[4].get("asks") is not CheckOrigin.ADVICE
            )

        low_m, high_m = 0.0, LONGEST_M
        while high_m - low_m > FINEST_M:
            middle_m = (low_m + high_m) / 2
            low_m, high_m = (middle_m, high_m) if passes(middle_m) else (low_m, middle_m)
        return low_m

    def _worst_rail(self, span_length: float, pressures: list[tuple[float, float]]) -> None:
        """One rail over a span, in the widths (m) and pressures (Pa) of the wind's zones along its bay."""
        span = ("L", span_length, self.u.span)
        load = self.dead_design
        dead = self._stress("f_d", self.down, load, span=span)
        if any(pressure_pa > 0 for _, pressure_pa in pressures):
            self._sideways(self._even_pressure(pressures), span, dead)
        self._person(span)
        self._sag(span)

    def _stress(
        self, symbol: str, modulus: CalculationStep, load: CalculationStep, *, span: tuple[str, float, str]
    ) -> tuple[CalculationStep, CalculationStep]:
        moment = load.value * span[1] ** 2 / 8
        bent = CalculationStep(
            symbol="M",
            value=moment,
            unit=self.u.moment,
            formula=f"{load.symbol} * L ** 2 / 8",
            inputs=((load.symbol, load.value, load.unit), span),
            source="statics: simple span",
        )
        return bent, CalculationStep(
            symbol=symbol,
            value=self.u.bend * moment / modulus.value,
            unit=self.u.stress,
            formula=f"{self.u.bend} * M / {modulus.symbol}",
            inputs=(("M", moment, self.u.moment), (modulus.symbol, modulus.value, self.u.modulus)),
            source="statics",
        )

    def _even_pressure(self, pressures: list[tuple[float, float]]) -> CalculationStep:
        """The wind on a bay; where it lies in two zones, the even pressure that bends a rail as much as they do."""
        u = self.u
        greatest = max(pressure_pa for _, pressure_pa in pressures) / u.pressure_pa
        length_m = sum(width_m for width_m, _ in pressures)
        if len(pressures) == 1 or not length_m > 0:
            return given_step("p", greatest, u.pressure, source="statics: wind on its bay", says="wind on the bay")
        bent = greatest_moment_n_m(pressures) / (u.pressure_pa * u.span_m**2)
        length = length_m / u.span_m
        return CalculationStep(
            symbol="p",
            value=8 * bent / length**2,
            unit=u.pressure,
            formula="8 * m / L_b ** 2",
            inputs=(("m", bent, f"{u.pressure}·{u.span}²"), ("L_b", length, u.span)),
            source="statics: simple span under the pressures of its zones",
            says="even pressure that bends a rail as much as the bay's zones do",
        )

    def _sideways(
        self, even: CalculationStep, span: tuple[str, float, str], dead: tuple[CalculationStep, CalculationStep]
    ) -> None:
        u = self.u
        strip = self.strip_m / u.span_m
        load = CalculationStep(
            symbol="w",
            value=even.value * strip,
            unit=u.line,
            formula="p * t",
            inputs=(("p", even.value, u.pressure), ("t", strip, u.span)),
            source="statics: half-way to the next rail, end rails to the edge",
            says="wind on the most loaded rail",
        )
        wind = self._stress("f_w", self.across, load, span=span)
        ratio = wind[1].value / self.f_across.value + dead[1].value / self.f_down.value
        demand = CalculationStep(
            symbol="r",
            value=ratio,
            unit="",
            formula="f_w / F_w + f_d / F_d",
            inputs=(
                ("f_w", wind[1].value, u.stress),
                ("F_w", self.f_across.value, u.stress),
                ("f_d", dead[1].value, u.stress),
                ("F_d", self.f_down.value, u.stress),
            ),
            source=self.added_source,
            says="wind sideways and dead load downward together",
        )
        self._add(
            f"{self.noun}.bending",
            (demand, _one(self.added_source)),
            (*((even,) if even.formula else ()), load, *wind, self.dead_design, *dead, self.f_across, self.f_down),
            case=case_label("wind"),
            by_wind=True,
        )

    def _person(self, span: tuple[str, float, str]) -> None:
        """A person over a foot of the top, handed to the rails by the boards; one slat takes it alone."""
        if self.person_step.value <= 0:
            return
        wide = min(LEAN_WIDE_M / self.u.span_m, span[1])
        load = CalculationStep(
            symbol="P_r",
            value=self.person_step.value * self.person_share,
            unit=self.person_step.unit,
            formula="P * k",
            inputs=(("P", self.person_step.value, self.person_step.unit), ("k", self.person_share, "")),
            source="statics: boards as stiff levers over the rails",
            says="the most loaded rail's share of a person at the top",
        )
        moment = load.value * (span[1] / 4 - wide / 8)
        bent = CalculationStep(
            symbol="M",
            value=moment,
            unit=self.u.moment,
            formula="P_r * (L / 4 - c / 8)",
            inputs=((load.symbol, load.value, load.unit), span, ("c", wide, self.u.span)),
            source="statics: simple span, the push over a short length",
            says="a person leaning at mid-span",
        )
        stress = CalculationStep(
            symbol="f_b",
            value=self.u.bend * moment / self.across.value,
            unit=self.u.stress,
            formula=f"{self.u.bend} * M / {self.across.symbol}",
            inputs=(("M", moment, self.u.moment), (self.across.symbol, self.across.value, self.u.modulus)),
            source="statics",
        )
        working = (self.person_step, load, bent, self.across)
        self._add(f"{self.noun}.bending", (stress, self.f_person), working, case=case_label("person"), asks=self.leans)

    def _sag(self, span: tuple[str, float, str]) -> None:
        u = self.u
        k, per = u.line_to_size, u.per_span
        at_once = 5 * self.dead.value / k * (per * span[1]) ** 4 / (384 * self.e.value * self.inertia.value)
        sag = CalculationStep(
            symbol="y",
            value=self.creep.value * at_once,
            unit=u.size,
            formula=f"K_cr * 5 * (w_d / {k}) * ({per} * L) ** 4 / (384 * E * I)",
            inputs=(
                ("K_cr", self.creep.value, ""),
                ("w_d", self.dead.value, u.line),
                span,
                ("E", self.e.value, u.stress),
                ("I", self.inertia.value, u.inertia),
            ),
            source=f"{self.creep.source}; simple span",
            says="sag of a rail after years",
        )
        limit = CalculationStep(
            symbol="y_most",
            value=per * span[1] / self.sag_ratio,
            unit=u.size,
            formula=f"{per} * L / n",
            inputs=(span, ("n", self.sag_ratio, "")),
            source=self.sag_step.source,
        )
        self._add(
            f"{self.noun}.deflection",
            (sag, limit),
            (self.dead, self.e, self.inertia, self.creep),
            case="long-term (creep)",
            asks=self.sags,
        )

    def _add(
        self,
        key: str,
        sides: tuple[CalculationStep, CalculationStep],
        working: tuple[CalculationStep, ...],
        **more: Unpack[More],
    ) -> None:
        self._fresh.append((key, *sides, working, more))


LEAN_WIDE_M = 0.3
"""A person pushes over so much of the top [our own, as the other loads of people]."""


def top_share(heights_m: list[float], top_m: float) -> float:
    """The most loaded rail's share of a push at the boards' top: boards as stiff levers over rails that give alike.

    Source: statics: 1/n + (h − y) (y_i − y) / Σ (y_i − y)², the middle y of the rails.
    """
    if len(heights_m) < 2:
        return 1.0
    middle = math.fsum(heights_m) / len(heights_m)
    spread = math.fsum((y - middle) ** 2 for y in heights_m)
    return max(1 / len(heights_m) + (top_m - middle) * (y - middle) / spread for y in heights_m)


def _hung_kg_per_m2(case: FenceCase) -> float:
    """What hangs on the rails: boards, lapped ones as two layers, or wire; and what climbs them."""
    spec, timber = case.spec, case.timber
    kg = spec.infill.traits.board_layers * timber.board.density_kg_per_m3 * timber.board.thickness_m
    if timber.stock is not None and not spec.infill.traits.made:
        kg += timber.stock.density_kg_per_m3 * timber.stock.thickness_m
    return kg + GROWS_KG_PER_M2[spec.infill.grows]


LONGEST_M = 6.0
"""No rail is looked for beyond this."""
FINEST_M = 0.0254 / 16


def bears_bay(case: FenceCase, loads: LineWind) -> Callable[[float, float], float | None]:
    """The longest rail, along its slope, that bears wind, person and years between two stations; None: not calculated (m).

    Source: the rails' own checks, their span halved in on until they just pass.
    """
    checks = RailChecks(case, loads, FenceCheckCollector(book=case.book))
    known: dict[float, float | None] = {}

    def longest(from_m: float, to_m: float) -> float | None:
        pressure_pa = max((p for _, p in gather(loads.zones, from_m, to_m)), default=0.0)
        if pressure_pa not in known:
            known[pressure_pa] = checks.longest_m(pressure_pa)
        return known[pressure_pa]

    return longest


def _modulus(symbol: str, b: float, d: float, *, u: Units) -> CalculationStep:
    return CalculationStep(
        symbol=symbol,
        value=b * d**2 / 6,
        unit=u.modulus,
        formula="b * d ** 2 / 6",
        inputs=(("b", b, u.size), ("d", d, u.size)),
        source="geometry",
    )


def _inertia(b: float, d: float, u: Units) -> CalculationStep:
    return CalculationStep(
        symbol="I",
        value=b * d**3 / 12,
        unit=u.inertia,
        formula="b * d ** 3 / 12",
        inputs=(("b", b, u.size), ("d", d, u.size)),
        source="geometry",
    )


def _one(source: str) -> CalculationStep:
    return given_step("1", 1.0, "", source=source)
