"""The checks of a fence: each post's hold in the ground and bending, each bay's rails sideways and downward.

What is not reckoned is said: gate leaves' own load on their posts, and anything for public use.
"""

import math
from dataclasses import dataclass, field

from steady.errors import OutsideScope
from steady.footings.depth import Depth, habit_m, needed, rounded_up_m
from steady.ground.site import Site
from steady.loads.tributary import gather
from steady.measure.units import FT, GRAVITY, IN, LB, PLF, PSF
from steady.plan.model import Basis, Check, NotCovered, Practice, Step
from steady.rulebooks.base import Rulebook, WindOnFence, Wood
from steady.structures.fence.setout import Bay, Post, SetOut
from steady.structures.fence.spec import FenceSpec
from steady.yard.stock import Stick

PUBLIC = "public use is outside what a house tool may answer"
ASK = "ask an engineer"


@dataclass(slots=True)
class Reckoning:
    """Checks and gaps as they are found, and each post's embedment."""

    checks: list[Check] = field(default_factory=list)
    not_covered: list[NotCovered] = field(default_factory=list)
    practice: list[Practice] = field(default_factory=list)
    embedment_m: dict[str, float] = field(default_factory=dict)
    governs: dict[str, str] = field(default_factory=dict)
    depths: dict[str, Depth] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Loads:
    """Wind on the whole line, or why there is none."""

    wind: WindOnFence | None
    zones: tuple[tuple[float, float, float], ...]
    refused: OutsideScope | None


@dataclass(frozen=True, slots=True)
class Timber:
    """The timbers a fence is made of."""

    post: Stick
    rail: Stick
    board: Stick


def wood(stick: Stick, flat: bool = False) -> Wood:
    """A stick as the rulebook wants it: outdoors, so wet."""
    return Wood(
        species=stick.species,
        size=stick.size,
        width_m=stick.thickness_m,
        depth_m=stick.width_m,
        wet=True,
        incised=stick.incised,
        flat=flat,
    )


def reckon(spec: FenceSpec, site: Site, book: Rulebook, out: SetOut, timber: Timber, hole_width_m: float) -> Reckoning:
    """Reckon every post and bay of a fence."""
    found = Reckoning()
    loads = _wind(spec, site, book, out)
    if loads.refused is not None:
        found.not_covered.append(_gap("Wind on the fence", spec.id, loads.refused))
    found.not_covered.append(
        NotCovered(
            name="Span table",
            about=spec.id,
            basis=Basis.TABLE,
            reason=f"{book.title} has no prescriptive table for fences",
            would_have_to_change="nothing: use the reckoning",
        )
    )
    posts = _PostReckoner(spec, site, book, loads, timber, hole_width_m, found)
    for index, post in enumerate(out.posts):
        before = out.posts[index - 1] if index else None
        after = out.posts[index + 1] if index + 1 < len(out.posts) else None
        posts.reckon(post, before, after)
    rails = _RailReckoner(spec, book, loads, timber, found)
    for bay in out.bays:
        if bay.opening is None:
            rails.reckon(bay)
        else:
            found.not_covered.append(
                NotCovered(
                    name="Gate load",
                    about=f"{spec.id}/gate/{bay.opening.id}",
                    basis=Basis.RECKONED,
                    reason="gate load not reckoned yet: the leaf's weight and a person on it are not in these posts. "
                    "Size them with whoever hangs the gate",
                    would_have_to_change="",
                )
            )
    if site.use == "public":
        found.checks.clear()
        found.not_covered = [
            NotCovered(name="All checks", about=spec.id, basis=basis, reason=PUBLIC, would_have_to_change=ASK)
            for basis in (Basis.RECKONED, Basis.TABLE)
        ]
    return found


def _gap(name: str, about: str, refused: OutsideScope) -> NotCovered:
    return NotCovered(
        name=name,
        about=about,
        basis=Basis.RECKONED,
        reason=refused.reason,
        would_have_to_change=refused.would_have_to_change,
    )


def _wind(spec: FenceSpec, site: Site, book: Rulebook, out: SetOut) -> Loads:
    try:
        wind = book.wind_on_fence(
            length_m=out.path.length_m,
            solid_height_m=spec.height_m,
            top_height_m=spec.height_m + spec.gap_m,
            speed_m_per_s=site.wind_speed_m_per_s,
            exposure=site.exposure,
            edition=site.edition,
        )
    except OutsideScope as refused:
        return Loads(None, (), refused)
    return Loads(wind, tuple((z.from_m, z.to_m, z.pressure_pa) for z in wind.zones), None)


class _PostReckoner:
    """Posts one after another; posts that carry the same share their working."""

    def __init__(
        self,
        spec: FenceSpec,
        site: Site,
        book: Rulebook,
        loads: Loads,
        timber: Timber,
        hole_width_m: float,
        found: Reckoning,
    ) -> None:
        self.spec, self.site, self.book, self.loads, self.found = spec, site, book, loads, found
        self.post, self.hole_width_m = timber.post, hole_width_m
        self.top_m = spec.height_m + spec.gap_m
        self.person_n, self.person_step = book.person_leaning()
        self.lateral_pa_per_m, self.soil_refused = 0.0, None
        self._depths: dict[tuple[float, float, float], tuple[Step, tuple[Step, ...]]] = {}
        self._built_steps: dict[float, Step] = {}
        self._bends: dict[float, tuple[Step, Step]] = {}
        self._frost = _given("frost depth", site.frost_m, "user: frost depth")
        self.person = Step(
            symbol="P",
            value=self.person_step.value,
            unit="lb",
            formula="",
            inputs=(),
            source=self.person_step.source,
        )
        self.strength: Step | None = None
        self.strength_refused: OutsideScope | None = None
        try:
            self.lateral_pa_per_m = book.soil(site.soil).lateral_pa_per_m
        except OutsideScope as refused:
            self.soil_refused = refused
        try:
            self.strength = book.bending_strength(wood(self.post), "wind")
        except OutsideScope as refused:
            self.strength_refused = refused
        b_in, d_in = self.post.thickness_m / IN, self.post.width_m / IN
        self.modulus = Step(
            symbol="S",
            value=b_in * d_in**2 / 6,
            unit="in³",
            formula="b * d ** 2 / 6",
            inputs=(("b", b_in, "in"), ("d", d_in, "in")),
            source="geometry",
        )

    def reckon(self, post: Post, before: Post | None, after: Post | None) -> None:
        """One post: what it carries, how deep it goes, whether it bends too far."""
        about = f"{self.spec.id}/post/{post.id}"
        from_m = (before.station_m + post.station_m) / 2 if before else post.station_m - self.post.width_m / 2
        to_m = (after.station_m + post.station_m) / 2 if after else post.station_m + self.post.width_m / 2
        factor = 1.0 if post.kind == "gate" or post.opening else 2.0
        demands: list[tuple[str, float, Step]] = []
        working: dict[str, tuple[Step, ...]] = {}
        force = self._force(max(0.0, from_m), to_m)
        if force is not None and self.loads.wind is not None:
            steps = (*self.loads.wind.working, *force[1:], force[0], self.loads.wind.arm_step)
            self._ground(about, "Wind", force[0].value * LB, self.loads.wind.arm_m, factor, demands, working, steps)
        self._ground(
            about, "A person leaning", self.person_n, self.top_m, factor, demands, working, (self.person_step,)
        )
        demands.append(("Frost", self.site.frost_m, self._frost))
        if self.site.embedment_least_m > 0:
            least = self.site.embedment_least_m
            demands.append(("Local least", least, _given("local least", least, "user: local rule")))
        depth = needed(demands)
        built_m = self._built(about, post, depth)
        self._hold(about, depth, built_m, working)
        if force is not None and self.loads.wind is not None:
            arm_ft = self.loads.wind.arm_m / FT
            self._bend(about, "wind", force[0], arm_ft, force[1:])
        self._bend(about, "a person leaning", self.person, self.top_m / FT, ())

    def _force(self, from_m: float, to_m: float) -> tuple[Step, ...] | None:
        """Wind force on the post (lb), then the pressures it came from."""
        parts = gather(self.loads.zones, from_m, to_m)
        if not parts:
            return None
        s_ft = self.spec.height_m / FT
        inputs: list[tuple[str, float, str]] = [("s", s_ft, "ft")]
        terms: list[str] = []
        for index, (width_m, pressure_pa) in enumerate(parts, start=1):
            tag = f"_{index}" if len(parts) > 1 else ""
            inputs += [(f"p{tag}", pressure_pa / PSF, "psf"), (f"w{tag}", width_m / FT, "ft")]
            terms.append(f"p{tag} * w{tag}")
        formula = f"s * ({' + '.join(terms)})" if len(terms) > 1 else f"s * {terms[0]}"
        value = s_ft * math.fsum(p / PSF * w / FT for w, p in parts)
        force = Step(
            symbol="P", value=value, unit="lb", formula=formula, inputs=tuple(inputs),
            source="statics: pressure by zone on the post's own width", says="wind on this post",
        )  # fmt: skip
        met = (
            [zone.step for zone in self.loads.wind.zones if zone.from_m < to_m and zone.to_m > from_m]
            if self.loads.wind
            else []
        )
        return (force, *met)

    def _ground(
        self,
        about: str,
        name: str,
        load_n: float,
        arm_m: float,
        factor: float,
        demands: list[tuple[str, float, Step]],
        working: dict[str, tuple[Step, ...]],
        before: tuple[Step, ...],
    ) -> None:
        if self.soil_refused is not None:
            if name == "Wind":
                self.found.not_covered.append(_gap("Holds in the ground", about, self.soil_refused))
            return
        key = (round(load_n, 6), round(arm_m, 9), factor)
        try:
            if key not in self._depths:
                self._depths[key] = self.book.embedment(
                    load_n=load_n,
                    height_m=arm_m,
                    width_m=self.hole_width_m,
                    lateral_pa_per_m=self.lateral_pa_per_m,
                    soil_factor=factor,
                )
        except OutsideScope as refused:
            self.found.not_covered.append(_gap(f"Holds in the ground: {name.lower()}", about, refused))
            return
        depth, steps = self._depths[key]
        demands.append((name, depth.value * FT, depth))
        working[name] = (*before, *steps)

    def _built(self, about: str, post: Post, depth: Depth) -> float:
        spec = self.spec
        needed_m = rounded_up_m(depth.needed_m, spec.depth_step_m)
        built_m = needed_m
        governs = depth.governs
        if spec.built_on is Basis.PRACTICE and spec.practice is not None:
            built_m, governs = spec.practice.embedment_m, f"practice, accepted by {spec.practice.accepted_by}"
        pid = post.id
        self.found.embedment_m[pid], self.found.governs[pid], self.found.depths[pid] = built_m, governs, depth
        usual_m = habit_m(self.top_m)
        self.found.practice.append(
            Practice(
                about=about,
                name="Trade habit",
                value_m=usual_m,
                needed_m=depth.needed_m,
                says="the greater of 2 ft and a third of the whole post; common, and not checked against wind",
            )
        )
        return built_m

    def _hold(self, about: str, depth: Depth, built_m: float, working: dict[str, tuple[Step, ...]]) -> None:
        for name, limit in depth.demands:
            if limit.value <= 0:
                continue
            has = self._has(built_m)
            self.found.checks.append(
                Check(
                    name="Holds in the ground",
                    about=about,
                    basis=Basis.RECKONED,
                    sense="at least",
                    demand=has,
                    limit=limit,
                    working=working.get(name, ()),
                    case=name.lower(),
                )
            )

    def _has(self, built_m: float) -> Step:
        if built_m not in self._built_steps:
            self._built_steps[built_m] = Step(
                symbol="d_has",
                value=built_m / FT,
                unit="ft",
                formula="",
                inputs=(),
                source="user: what is built",
                says="embedment of the post",
            )
        return self._built_steps[built_m]

    def _bend(self, about: str, case: str, force: Step, arm_ft: float, before: tuple[Step, ...]) -> None:
        if self.strength is None:
            assert self.strength_refused is not None
            if case == "wind":
                self.found.not_covered.append(_gap("Bends at the ground", about, self.strength_refused))
            return
        key = force.value * arm_ft
        if key not in self._bends:
            moment = Step(
                symbol="M", value=force.value * arm_ft, unit="lb-ft", formula="P * h_a",
                inputs=(("P", force.value, "lb"), ("h_a", arm_ft, "ft")), source="statics",
            )  # fmt: skip
            stress = Step(
                symbol="f_b", value=12 * moment.value / self.modulus.value, unit="psi", formula="12 * M / S",
                inputs=(("M", moment.value, "lb-ft"), ("S", self.modulus.value, "in³")), source="statics",
                says="bending stress in the post at the ground",
            )  # fmt: skip
            self._bends[key] = (moment, stress)
        moment, stress = self._bends[key]
        self.found.checks.append(
            Check(
                name="Bends at the ground",
                about=about,
                basis=Basis.RECKONED,
                sense="at most",
                demand=stress,
                limit=self.strength,
                working=(*before, force, moment, self.modulus),
                case=case,
            )
        )


def _given(says: str, value_m: float, source: str) -> Step:
    return Step(symbol="d", value=value_m / FT, unit="ft", formula="", inputs=(), source=source, says=says)


class _RailReckoner:
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
            self.found.not_covered.append(_gap("Rails", about, self.refused))
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
