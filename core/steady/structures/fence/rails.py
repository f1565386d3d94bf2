"""The checks of a fence's rails: wind and dead load together, a leaning person, sag over years."""

import math

from steady.errors import OutsideScope
from steady.loads.tributary import gather
from steady.measure.units import FT, GRAVITY, IN, PLF, PSF
from steady.plan.model import Basis, Check, Step
from steady.rulebooks.base import Rulebook
from steady.structures.fence.findings import Loads, Reckoning, Timber, gap, wood
from steady.structures.fence.setout import Bay
from steady.structures.fence.spec import FenceSpec


class RailReckoner:
    """Rails bay by bay: wind and dead load together, a person leaning, sag over years."""

    def __init__(self, spec: FenceSpec, book: Rulebook, loads: Loads, timber: Timber, found: Reckoning) -> None:
        self.spec, self.loads, self.found = spec, loads, found
        # Bays alike in span and wind share their working: name, demand, limit, steps, case.
        self._alike: dict[tuple[float, float], list[tuple[str, Step, Step, tuple[Step, ...], str]]] = {}
        self._fresh: list[tuple[str, Step, Step, tuple[Step, ...], str]] = []
        rail, board = timber.rail, timber.board
        flat = spec.rail_laid == "flat"
        wide_in, thin_in = rail.width_m / IN, rail.thickness_m / IN
        # A rail laid flat meets the wind on its strong axis and sags on its weak one; on edge it is the other way round.
        self.across = _modulus("S_w", thin_in if flat else wide_in, wide_in if flat else thin_in)
        self.down = _modulus("S_d", wide_in if flat else thin_in, thin_in if flat else wide_in)
        self.inertia = _inertia(wide_in if flat else thin_in, thin_in if flat else wide_in)
        self.refused: OutsideScope | None = None
        self.person_n, self.person_step = book.person_leaning()
        self.sag_ratio, self.sag_step = book.sag_limit()
        dead_kg_per_m = board.density_kg_per_m3 * board.thickness_m * spec.height_m / spec.rails_count
        dead_kg_per_m += rail.density_kg_per_m3 * rail.width_m * rail.thickness_m
        dead_plf = dead_kg_per_m * GRAVITY / PLF
        self.dead = Step(
            symbol="w_d", value=dead_plf, unit="lb/ft", formula="", inputs=(),
            source="practice: usual densities of the yard's timbers", says="this rail, and its share of the boards",
        )  # fmt: skip
        try:
            self.f_across = book.bending_strength(wood(rail, flat=not flat), "wind")
            self.f_down = book.bending_strength(wood(rail, flat=flat), "wind")
            self.e = book.stiffness(wood(rail))
            self.creep = book.creep_factor(wood(rail))
        except OutsideScope as refused:
            self.refused = refused
        spacing_m = (spec.height_m - 2 * spec.rail_inset_m) / (spec.rails_count - 1)
        ends_m = spec.rail_inset_m + spacing_m / 2
        self.strip_m = max(ends_m, spacing_m) if spec.rails_count > 2 else spec.height_m / 2

    def reckon(self, bay: Bay) -> None:
        """The worst rail of one bay."""
        about = f"{self.spec.id}/bay/{bay.id}"
        if self.refused is not None:
            self.found.not_covered.append(gap("Rails", about, self.refused))
            return
        zones = gather(self.loads.zones, bay.start.station_m, bay.end.station_m)
        span_ft = round(bay.width_m * math.hypot(1.0, bay.grade) / FT, 9)
        pressure_pa = max((p for _, p in zones), default=0.0)
        key = (span_ft, pressure_pa)
        if key not in self._alike:
            self._fresh = []
            self._worst_rail(span_ft, pressure_pa)
            self._alike[key] = self._fresh
        self.found.checks += [
            Check(
                name=name,
                about=about,
                basis=Basis.RECKONED,
                sense="at most",
                demand=demand,
                limit=limit,
                working=working,
                case=case,
            )
            for name, demand, limit, working, case in self._alike[key]
        ]

    def _worst_rail(self, span_ft: float, pressure_pa: float) -> None:
        span = ("L", span_ft, "ft")
        dead_psi = self._stress("f_d", self.dead.value * span_ft**2 / 8, self.down, "w_d * L ** 2 / 8", self.dead, span)
        if pressure_pa > 0:
            self._sideways(pressure_pa, span, dead_psi)
        self._person(span)
        self._sag(span)

    def _stress(
        self, symbol: str, moment_lb_ft: float, modulus: Step, formula: str, load: Step, span: tuple[str, float, str]
    ) -> tuple[Step, Step]:
        moment = Step(
            symbol="M", value=moment_lb_ft, unit="lb-ft", formula=formula,
            inputs=((load.symbol, load.value, load.unit), span), source="statics: simple span",
        )  # fmt: skip
        return moment, Step(
            symbol=symbol, value=12 * moment_lb_ft / modulus.value, unit="psi", formula=f"12 * M / {modulus.symbol}",
            inputs=(("M", moment_lb_ft, "lb-ft"), (modulus.symbol, modulus.value, "in³")), source="statics",
        )  # fmt: skip

    def _sideways(self, pressure_pa: float, span: tuple[str, float, str], dead: tuple[Step, Step]) -> None:
        strip_ft = self.strip_m / FT
        load = Step(
            symbol="w", value=pressure_pa / PSF * strip_ft, unit="lb/ft", formula="p * t",
            inputs=(("p", pressure_pa / PSF, "psf"), ("t", strip_ft, "ft")),
            source="statics: half-way to the next rail, end rails to the edge", says="wind on the most loaded rail",
        )  # fmt: skip
        wind = self._stress("f_w", load.value * span[1] ** 2 / 8, self.across, "w * L ** 2 / 8", load, span)
        ratio = wind[1].value / self.f_across.value + dead[1].value / self.f_down.value
        demand = Step(
            symbol="r", value=ratio, unit="", formula="f_w / F_w + f_d / F_d",
            inputs=(
                ("f_w", wind[1].value, "psi"), ("F_w", self.f_across.value, "psi"),
                ("f_d", dead[1].value, "psi"), ("F_d", self.f_down.value, "psi"),
            ),
            source="nds: 3.9.2, without buckling: the boards hold the rail along its length; high",
            says="wind sideways and dead load downward together",
        )  # fmt: skip
        self._add("Rails bend", demand, _one(), (load, *wind, *dead, self.f_across, self.f_down), "wind")

    def _person(self, span: tuple[str, float, str]) -> None:
        load = Step(
            symbol="P", value=self.person_step.value, unit="lb", formula="", inputs=(), source=self.person_step.source
        )
        moment, stress = self._stress("f_b", load.value * span[1] / 4, self.across, "P * L / 4", load, span)
        self._add("Rails bend", stress, self.f_across, (load, moment, self.across), "a person leaning")

    def _sag(self, span: tuple[str, float, str]) -> None:
        at_once = 5 * self.dead.value / 12 * (12 * span[1]) ** 4 / (384 * self.e.value * self.inertia.value)
        sag = Step(
            symbol="y", value=self.creep.value * at_once, unit="in",
            formula="K_cr * 5 * (w_d / 12) * (12 * L) ** 4 / (384 * E * I)",
            inputs=(
                ("K_cr", self.creep.value, ""), ("w_d", self.dead.value, "lb/ft"), span,
                ("E", self.e.value, "psi"), ("I", self.inertia.value, "in⁴"),
            ),
            source="nds: 3.5.2; high; simple span", says="sag of a rail after years",
        )  # fmt: skip
        limit = Step(
            symbol="y_most", value=12 * span[1] / self.sag_ratio, unit="in", formula="12 * L / n",
            inputs=(span, ("n", self.sag_ratio, "")), source=self.sag_step.source,
        )  # fmt: skip
        self._add("Rails sag", sag, limit, (self.dead, self.e, self.inertia, self.creep), "after years")

    def _add(self, name: str, demand: Step, limit: Step, working: tuple[Step, ...], case: str) -> None:
        self._fresh.append((name, demand, limit, working, case))


def _modulus(symbol: str, b_in: float, d_in: float) -> Step:
    return Step(
        symbol=symbol, value=b_in * d_in**2 / 6, unit="in³", formula="b * d ** 2 / 6",
        inputs=(("b", b_in, "in"), ("d", d_in, "in")), source="geometry",
    )  # fmt: skip


def _inertia(b_in: float, d_in: float) -> Step:
    return Step(
        symbol="I", value=b_in * d_in**3 / 12, unit="in⁴", formula="b * d ** 3 / 12",
        inputs=(("b", b_in, "in"), ("d", d_in, "in")), source="geometry",
    )  # fmt: skip


def _one() -> Step:
    return Step(symbol="1", value=1.0, unit="", formula="", inputs=(), source="nds: 3.9.2; high")
