"""The checks of a fence's posts: hold in the ground against wind, a leaning person, frost and a local rule; bending."""

import math
from collections.abc import Hashable, Mapping
from dataclasses import replace

from steady.data.checks import case_label
from steady.design_codes.results import Soil, given_step, si
from steady.errors import EmbedmentLimitError, OutOfScopeError
from steady.footings.depth import Depth, needed, rounded_up_m, typical_embedment_m
from steady.loads.tributary import gather
from steady.plan.model import Basis, CalculationStep, CheckOrigin, TypicalPractice, UncheckedItem
from steady.structures.check_collector import Alike
from steady.structures.fence.checks.findings import FenceCheckCollector, LineWind, gap
from steady.structures.fence.checks.foundations import FoundationType, side_width_m, way_at, within
from steady.structures.fence.checks.person_load import leaning, leaning_asks
from steady.structures.fence.checks.plants import plants_at_post, turned_with
from steady.structures.fence.checks.post_bending import PostBends
from steady.structures.fence.checks.post_wood import PostWood, PostWoods, turned
from steady.structures.fence.checks.stability import LateralChecks, LateralPush, PierInput
from steady.structures.fence.layout.stations import Post
from steady.structures.fence.spec.case import FenceCase
from steady.structures.gate.arch import together
from steady.structures.gate.hinges import PullOnPost, hung_on
from steady.structures.soil import soil_of
from steady.units.trade import Units
from steady.value_objects import positional_value_object

PIER_LEAST_M = 0.3048
"""A pier goes at least so far below ground. Source: IRC R403.1.4 (from memory, high); elsewhere common practice."""


SLEEVE_M = 0.6
"""How deep a lift-out bay's ground sleeve is set [common practice]."""
BELOW_ICE_M = 0.15
"""Where ice and salt lie a post goes so far below the frost [common practice]."""


OPEN_IN_WIND = case_label("wind gate open").capitalize()
DEEPER_KINDS = frozenset({"end", "corner", "gate"})
"""Posts that a practice may set deeper than the line's: no neighbour on one side holds them, or a leaf pulls on them."""


class PostChecks:
    """Posts one after another; posts that carry the same share their working."""

    def __init__(self, case: FenceCase, loads: LineWind, collector: FenceCheckCollector) -> None:
        self.case = case
        spec, site, book, timber = case.spec, case.site, case.book, case.timber
        self.spec, self.site, self.book, self.loads, self.found = spec, site, book, loads, collector
        self.u = book.units
        self.timber = timber
        self.top_m = spec.height_m + spec.gap_m
        self.guard = book.guard_load()
        self.person_n, self.person_step = leaning(case)
        self.soil: Soil | None = None
        self.soil_refused: OutOfScopeError | None = None
        self._depths: dict[tuple[float, float, float, float], tuple[CalculationStep, tuple[CalculationStep, ...]]] = {}
        self.ways: dict[str, FoundationType] = {}
        self.upright = LateralChecks(case, timber.rail, collector)
        self._built_steps: dict[float, CalculationStep] = {}
        self.dug_m: Mapping[str, float] = {}
        """Depths that posts share, by post; empty: each its own."""
        self._alike: dict[Hashable, _Kept] = collector.alike.posts
        self.woods = PostWoods(case)
        self._frost = _given("frost depth", site.frost_m, "user: frost depth", units=self.u)
        if spec.weather == "ice and salt" and site.frost_m > 0:
            source = "user: frost depth; practice: 6 in (150 mm) more where ice and salt lie"
            self._frost = _given("below the frost", site.frost_m + BELOW_ICE_M, source, units=self.u)
        try:
            self.soil = soil_of(site, book)
        except OutOfScopeError as refused:
            self.soil_refused = refused
        self.bends = PostBends(case, self.soil, collector)

    def calculate(self, post: Post, sides: "Sides") -> None:
        """One post: what it carries from both sides, how deep it goes, whether it bends too far."""
        about = f"{self.spec.id}/post/{post.id}"
        if post.kind == "standing":
            self.found.not_covered.append(
                UncheckedItem(
                    key="existing_post",
                    about=about,
                    basis=Basis.CALCULATED,
                    reason="what an existing post holds is not known",
                    crew=True,
                    would_have_to_change="survey it: plumb, sound at the ground line, and how deep it stands",
                )
            )
            return
        if post.kind == "loose":
            self._loose(post, about, sides)
            return
        old_hole = any(zone.kind == "old hole" and within(zone, post.station_m) for zone in self.spec.zones)
        way = self.ways[post.id] = way_at(self.spec, post.station_m)
        key = self._key(post, sides, way) if way.in_ground and not old_hole else None
        if key is not None and key in self._alike:
            self._again(post, about, self._alike[key])
            return
        mark = self.found.mark()
        if old_hole:
            self.found.not_covered.append(
                UncheckedItem(
                    key="disturbed_soil_at_old_hole",
                    about=about,
                    basis=Basis.CALCULATED,
                    reason="loose fill has no soil values",
                    would_have_to_change="dig it out to sound ground, or move the post",
                )
            )
        self._stands(post, sides, way)
        if key is not None:
            name, found = post.id, self.found
            self._alike[key] = _Kept(
                found.since(mark), found.practice[-1], found.embedment_m[name], found.governs[name], found.depths[name]
            )

    def _key(self, post: Post, sides: "Sides", way: FoundationType) -> tuple[Hashable, ...]:
        """All that a post in the ground is calculated from."""
        found, zones = self.found, self.loads.zones
        return (
            (post.kind == "gate" or bool(post.opening), post.stick.key, post.turned_rad, way.key, sides.turn_rad),
            (found.rise_m.get(post.id, 0.0), found.extra_m.get(post.id, 0.0)),
            (found.pulls.get(post.id), found.slams.get(post.id), found.high.get(post.id)),
            tuple((round(width_m, 9), pressure_pa) for width_m, pressure_pa in gather(zones, *sides.before)),
            tuple((round(width_m, 9), pressure_pa) for width_m, pressure_pa in gather(zones, *sides.after)),
            (self.dug_m.get(post.id), round(_carries_m(sides), 9) if self.spec.infill.grows != "nothing" else 0.0),
        )

    def _again(self, post: Post, about: str, kept: "_Kept") -> None:
        found = self.found
        found.again(kept.alike, about)
        like = kept.practice
        found.practice.append(
            TypicalPractice(about=about, name=like.name, value_m=like.value_m, needed_m=like.needed_m, says=like.says)
        )
        found.embedment_m[post.id], found.governs[post.id] = kept.embedment_m, kept.governs
        found.depths[post.id] = kept.depth

    def _stands(self, post: Post, sides: "Sides", way: FoundationType) -> None:
        """A post that is set: what pushes on it, how deep it goes, how it bends."""
        about = f"{self.spec.id}/post/{post.id}"
        width_m = side_width_m(self.spec, way, post.stick, hole_width_m=self.case.hole_width_m(post.stick))
        wood = turned(self.woods.at_ground(post, way), post.turned_rad)
        rise_m = self.found.rise_m.get(post.id, 0.0)
        top_m = self.top_m + rise_m
        pushes = self._pushes(post, sides, top_m)
        if not way.in_ground:
            self._on_base(post, way, pushes, wood=wood, width_m=width_m)
            return
        factor = 1.0 if post.kind == "gate" or post.opening else 2.0
        demands: list[tuple[str, float, CalculationStep]] = []
        working: dict[str, tuple[CalculationStep, ...]] = {}
        capped = False
        for push in pushes:
            capped |= self._ground(about, push, (factor, width_m), demands=demands, working=working)
        pulls = self.found.pulls.get(post.id, ())
        wind = next((push for push in pushes if push.by_wind), None)
        if pulls:
            self._leaf_in_ground(about, width_m, (pulls, wind), demands=demands, working=working)
        demands.append(("Frost", si(self._frost), self._frost))
        if self.site.embedment_least_m > 0:
            least = self.site.embedment_least_m
            demands.append(("local minimum", least, _given("local least", least, "user: local rule", units=self.u)))
        advised = {push.case.capitalize() for push in pushes if push.asks is CheckOrigin.ADVICE}
        depth = needed([demand for demand in demands if demand[0] not in advised])
        built_m = self._built(about, post, depth, top_m=top_m, capped=capped)
        asks = {push.case.capitalize(): push.asks for push in pushes}
        windy = {push.case.capitalize() for push in pushes if push.by_wind} | {OPEN_IN_WIND}
        rows = [(*one, working.get(one[0], ()), asks.get(one[0], _asks(one[0]))) for one in demands]
        self._hold(about, rows, built_m, capped=capped, windy=windy)
        self._left_open(about, way)
        for push in pushes:
            self.bends.at_ground(wood, about, push, arm=push.arm_m / self.u.span_m, before=push.steps)
            if way.side == "post":
                self.bends.in_ground(wood, about, push, hole=(width_m, built_m))
            elif way.key == "over a pipe":
                self.bends.over_pipe(self.woods.of(post.stick), about, push)
        if post.id in self.found.slams:
            self.bends.by_slam(wood, about, self.found.slams[post.id])
        if pulls:
            self.bends.by_leaf(wood, about, pulls, wind=wind)

    def _left_open(self, about: str, way: FoundationType) -> None:
        """What no rule covers of a post in the ground: a fill of unknown strength, ground that falls away."""
        if way.unchecked:
            self._gap(
                about, "footing.fill_strength", way.unchecked, change="concrete round the post, or the maker's figures"
            )
        if self.spec.falls_away > 0:
            self._gap(
                about,
                "sloping_ground_in_front_of_post",
                "the formulas for depth are for level ground",
                change="a deeper hole by the fall over three post depths, or an engineer",
            )

    def _gap(self, about: str, name: str, reason: str, *, change: str, crew: bool = False) -> None:
        self.found.not_covered.append(
            UncheckedItem(
                key=name, about=about, basis=Basis.CALCULATED, reason=reason, would_have_to_change=change, crew=crew
            )
        )

    def _pushes(self, post: Post, sides: "Sides", top_m: float) -> list[LateralPush]:
        """Everything that pushes sideways on a post: wind, stock, a person."""
        spec, found, u = self.spec, self.found, self.u
        pushes: list[LateralPush] = []
        wind = self.loads.wind
        force = self._force(post, sides)
        if force is not None and wind is not None:
            extra_m = found.extra_m.get(post.id, 0.0)
            rise_m = found.rise_m.get(post.id, 0.0)
            # What reaches lower than the boards' own height pushes lower, too.
            arm_m = wind.arm_m + rise_m - extra_m / 2
            demand, own_steps = force
            arm = self._arm(wind.arm_step, rise_m, extra_m)
            steps = (*wind.working, *own_steps, arm)
            if post.id in found.high:
                demand, at, both = together(demand, arm, found.high[post.id], span=(u.span, u.span_m))
                arm, arm_m, steps = at, si(at), (*steps, *both, at)
            pushes.append(LateralPush("wind", demand, demand.value * u.force_n, arm_m, steps, arm=arm))
        if spec.stock_n > 0:
            push = self.book.factored(
                given_step(
                    "P_s",
                    spec.stock_n / u.force_n,
                    u.force,
                    source="user: what stock push with",
                    says="stock against the fence at half height",
                ),
                "P_sd",
            )
            pushes.append(
                LateralPush(
                    "livestock",
                    push,
                    si(push),
                    top_m - spec.height_m / 2,
                    (),
                    load=self.guard.load,
                    asks=CheckOrigin.SAFETY,
                )
            )
        if self.person_n > 0:
            pushes.append(
                LateralPush(
                    "person",
                    self.person_step,
                    self.person_n,
                    top_m,
                    (),
                    load=self.guard.load,
                    asks=leaning_asks(spec),
                )
            )
        plants = plants_at_post(self.case, _carries_m(sides))
        return [turned_with(push, plants, self.book) for push in pushes]

    def _loose(self, post: Post, about: str, sides: "Sides") -> None:
        """A loose post in a ground sleeve: its wood bends as any post's; what the sleeve holds is its maker's to say."""
        wood = self.woods.of(post.stick)
        for push in self._pushes(post, sides, self.top_m):
            self.bends.at_ground(wood, about, push, arm=push.arm_m / self.u.span_m, before=push.steps)
        self._gap(
            about,
            "ground_sleeve.moment_capacity",
            "what a sleeve in the ground holds upright is its maker's to say",
            change="ask its maker for the moment it holds",
            crew=True,
        )
        self.found.embedment_m[post.id], self.found.governs[post.id] = SLEEVE_M, "its ground sleeve"

    def _on_base(
        self, post: Post, way: FoundationType, pushes: list[LateralPush], *, wood: PostWood, width_m: float
    ) -> None:
        """A post whose foot stands on a pier, slab or block: what keeps it upright, and how it bends."""
        about = f"{self.spec.id}/post/{post.id}"
        factor = 1.0 if post.kind == "gate" or post.opening else 2.0
        self.upright.calculate(about, way, pushes, hinged=bool(self.found.pulls.get(post.id)))
        self.found.embedment_m[post.id], self.found.governs[post.id] = 0.0, "no excavation"
        if way.on_pier:
            if self.soil is None:
                assert self.soil_refused is not None
                self.found.not_covered.append(gap("pier.lateral_embedment", about, self.soil_refused))
            demands = [("Frost", si(self._frost), self._frost)]
            least_m = max(self.site.embedment_least_m, PIER_LEAST_M)
            demands.append(
                ("local minimum", least_m, _given("least depth", least_m, "practice: 12 in at least", units=self.u))
            )
            ask = PierInput(width_m, self.soil, factor, tuple(demands))
            self.upright.pier_m(post, pushes if self.soil is not None else [], ask)
        else:
            self.found.governs[post.id] = "existing slab" if way.on_slab else "a block on its bed"
        if self.spec.foot_detail.upright.by == "brace":
            up_m = self.spec.foot_detail.upright.brace_up_m
            for push in pushes:
                self.bends.at_ground(
                    wood, about, push, arm=self._arm_over_brace(push, up_m) / self.u.span_m, before=push.steps
                )
            return
        for push in pushes:
            self.bends.at_ground(wood, about, push, arm=push.arm_m / self.u.span_m, before=push.steps)

    def _arm_over_brace(self, push: LateralPush, up_m: float) -> float:
        """The arm by which a push bends the post where a brace meets it, or between that and the foot: the greater (m).

        Wind over the brace is its pressure there integrated, w (h − u)² / 2 with w = P / s, and all of what its resultant stands
        above the middle; a push at the top has its own lever. Source: statics.
        """
        if not push.by_wind:
            return max(push.arm_m - up_m, push.arm_m / 4)
        high_m = push.arm_m + self.spec.height_m / 2
        middle_m = self.top_m - self.spec.height_m / 2
        over_m = max(0.0, high_m - up_m)
        over_m = min(over_m, self.spec.height_m) ** 2 / (2 * self.spec.height_m) + max(0.0, over_m - self.spec.height_m)
        return max(over_m + max(0.0, push.arm_m - middle_m), push.arm_m / 4)

    def _arm(self, level: CalculationStep, rise_m: float, extra_m: float) -> CalculationStep:
        """Where the wind pushes: raised by what a stepped panel stands higher, lowered by what reaches below the boards."""
        if rise_m <= 0 and extra_m <= 0:
            return level
        rise, low = rise_m / self.u.span_m, extra_m / 2 / self.u.span_m
        return CalculationStep(
            symbol="h_s",
            value=level.value + rise - low,
            unit=level.unit,
            formula=f"{level.symbol} + u - v",
            inputs=((level.symbol, level.value, level.unit), ("u", rise, self.u.span), ("v", low, self.u.span)),
            source="geometry: the panel's step above this post's ground, and half of what closes the gap below",
            says="height of wind resultant",
        )

    def _leaf_in_ground(
        self,
        about: str,
        width_m: float,
        leaf: tuple[tuple[PullOnPost, ...], LateralPush | None],
        *,
        demands: list[tuple[str, float, CalculationStep]],
        working: dict[str, tuple[CalculationStep, ...]],
    ) -> None:
        """A leaf on its hinge post: with a person on it; and its weight with the wind, open so that both push one way."""
        pulls, wind = leaf
        if self.soil is None:
            return
        cases: list[tuple[str, float, LateralPush | None]] = [
            (case_label("gate and person").capitalize(), sum(p.with_person_n_m for p in pulls), None)
        ]
        if wind is not None and wind.force_n > 0:
            cases.append((OPEN_IN_WIND, sum(p.weight_n_m for p in pulls), wind))
        for name, moment_n_m, push in cases:
            try:
                if push is None:
                    depth, more = self.book.embedment_for_moment(
                        moment_n_m=moment_n_m, width_m=width_m, soil=self.soil, soil_factor=1.0
                    )
                else:
                    # A force at a height and a moment are the force at a greater height.
                    height_m = push.arm_m + moment_n_m / push.force_n
                    depth, more = self.book.embedment(
                        load_n=push.force_n, height_m=height_m, width_m=width_m, soil=self.soil, soil_factor=1.0
                    )
            except OutOfScopeError as refused:
                self.found.not_covered.append(gap("footing.lateral_embedment", about, refused, case=name))
                continue
            demands.append((name, si(depth), depth))
            steps, hung = hung_on(pulls, push is None, self.u.moment)
            if push is None:
                working[name] = (*steps, replace(hung, symbol="M"), *more)
            else:
                working[name] = (*push.steps, push.force, *steps, hung, self._raised(push, hung), *more)

    def _raised(self, push: LateralPush, hung: CalculationStep) -> CalculationStep:
        """The height at which a push alone would turn the post as much as it does together with what hangs on it."""
        assert push.arm is not None
        force, arm = push.force, push.arm
        return CalculationStep(
            symbol="h",
            value=arm.value + hung.value / force.value,
            unit=self.u.span,
            formula=f"{arm.symbol} + {hung.symbol} / {force.symbol}",
            inputs=tuple((step.symbol, step.value, step.unit) for step in (arm, hung, force)),
            source="statics: a force at a height and a moment are the force at a greater height",
            says="height of the push with moment from gate",
        )

    def _force(self, post: Post, sides: "Sides") -> tuple[CalculationStep, tuple[CalculationStep, ...]] | None:
        """Wind on the post from both sides, and the steps it came from; at a corner the two push square to each other's leg.

        A square post bends about both its axes at once: what bends it is the sum of the parts along its sides.
        """
        met: list[CalculationStep] = []
        forces = []
        for tag, (from_m, to_m) in (("1", sides.before), ("2", sides.after)):
            parts = gather(self.loads.zones, from_m, to_m)
            if not parts:
                continue
            forces.append(self._side(post, parts, tag if sides.turn_rad else ""))
            met += (
                [
                    step
                    for z in self.loads.wind.zones
                    if z.from_m < to_m and z.to_m > from_m
                    for step in (*z.more, z.step)
                ]
                if self.loads.wind
                else []
            )
        if not forces:
            return None
        steps = tuple({id(step): step for step in met}.values())
        if not sides.turn_rad:
            widths = [*gather(self.loads.zones, *sides.before), *gather(self.loads.zones, *sides.after)]
            force = self._side(post, widths, "")
            return force, steps
        if len(forces) == 1:
            return forces[0], steps
        return _corner(forces, post, sides.turn_rad), (*steps, *forces)

    def _side(self, post: Post, parts: list[tuple[float, float]], tag: str) -> CalculationStep:
        """Wind force of several widths, each under its own pressure."""
        u = self.u
        alike: dict[float, float] = {}
        for width_m, pressure_pa in parts:
            alike[pressure_pa] = alike.get(pressure_pa, 0.0) + width_m
        s = (self.spec.height_m + self.found.extra_m.get(post.id, 0.0)) / u.span_m
        inputs: list[tuple[str, float, str]] = [("s", s, u.span)]
        terms: list[str] = []
        for index, (pressure_pa, width_m) in enumerate(alike.items(), start=1):
            name = f"_{index}" if len(alike) > 1 else ""
            inputs += [(f"p{name}", pressure_pa / u.pressure_pa, u.pressure), (f"w{name}", width_m / u.span_m, u.span)]
            terms.append(f"p{name} * w{name}")
        formula = f"s * ({' + '.join(terms)})" if len(terms) > 1 else f"s * {terms[0]}"
        value = s * math.fsum(p / u.pressure_pa * w / u.span_m for p, w in alike.items())
        return CalculationStep(
            symbol=f"P_{tag}" if tag else "P",
            value=value,
            unit=u.force,
            formula=formula,
            inputs=tuple(inputs),
            source="statics: pressure by zone on the post's own width",
            says="wind on this post",
        )

    def _ground(
        self,
        about: str,
        push: LateralPush,
        hole: tuple[float, float],
        *,
        demands: list[tuple[str, float, CalculationStep]],
        working: dict[str, tuple[CalculationStep, ...]],
    ) -> bool:
        """Adds the depth that a push asks for; `hole`: the factor of its soil, and its width (m).

        True where no depth is enough: the hole then stays at the formula's end.
        """
        if self.soil is None:
            if push.by_wind:
                assert self.soil_refused is not None
                self.found.not_covered.append(gap("footing.lateral_embedment", about, self.soil_refused))
            return False
        factor, width_m = hole
        key = (round(push.force_n, 6), round(push.arm_m, 9), factor, width_m)
        name = push.case.capitalize()
        try:
            if key not in self._depths:
                self._depths[key] = self.book.embedment(
                    load_n=push.force_n, height_m=push.arm_m, width_m=width_m, soil=self.soil, soil_factor=factor
                )
        except OutOfScopeError as refused:
            if push.asks is CheckOrigin.ADVICE:
                return False
            self.found.not_covered.append(gap("footing.lateral_embedment", about, refused, case=push.case))
            if isinstance(refused, EmbedmentLimitError):
                step = _given("beyond the formula's range", refused.cap_m, "the formula's own end", units=self.u)
                demands.append((f"{name}, and no depth is enough", refused.cap_m, step))
                return True
            return False
        depth, steps = self._depths[key]
        demands.append((name, si(depth), depth))
        working[name] = (*push.steps, push.force, *steps)
        return False

    def _built(self, about: str, post: Post, depth: Depth, *, top_m: float, capped: bool) -> float:
        spec = self.spec
        built_m = rounded_up_m(depth.needed_m, spec.depth_step_m) + spec.deeper_m
        governs = depth.governs
        usual_m = typical_embedment_m(top_m)
        if not capped and built_m < usual_m and all(name != "Wind" for name, _ in depth.demands):
            # Nothing sideways could be calculated: draw the habit rather than a hole of no depth; the gap says so.
            built_m, governs = rounded_up_m(usual_m, spec.depth_step_m) + spec.deeper_m, "trade habit, not calculated"
        if self.dug_m.get(post.id, 0.0) > built_m + 1e-9:
            built_m, governs = self.dug_m[post.id], "a depth shared with deeper holes"
        if spec.built_on is Basis.PRACTICE and spec.practice is not None:
            more_m = spec.practice.ends_deeper_m if post.kind in DEEPER_KINDS else 0.0
            built_m, governs = spec.practice.embedment_m + more_m, f"practice, accepted by {spec.practice.accepted_by}"
        pid = post.id
        self.found.embedment_m[pid], self.found.governs[pid], self.found.depths[pid] = built_m, governs, depth
        self.found.practice.append(
            TypicalPractice(
                about=about,
                name="Trade habit",
                value_m=usual_m,
                needed_m=depth.needed_m,
                says="the greater of 2 ft and a third of the whole post; common, and not checked against wind",
            )
        )
        return built_m

    def _hold(
        self,
        about: str,
        demands: list[tuple[str, float, CalculationStep, tuple[CalculationStep, ...], CheckOrigin]],
        built_m: float,
        *,
        capped: bool,
        windy: set[str],
    ) -> None:
        """A check of each depth that is asked for. `windy`: the demands that the wind is among the loads of."""
        fitted = self.spec.built_on is not Basis.PRACTICE and not capped
        for name, _, limit, working, asks in demands:
            if limit.value <= 0 or name.endswith("no depth is enough"):
                continue
            self.found.at_least(
                "footing.lateral_embedment",
                about,
                self._has(built_m),
                needs=limit,
                working=working,
                case=name.lower(),
                asks=asks,
                fitted=fitted,
                by_wind=name in windy,
            )

    def _has(self, built_m: float) -> CalculationStep:
        if built_m not in self._built_steps:
            crew = self.spec.built_on is Basis.PRACTICE
            self._built_steps[built_m] = given_step(
                "d_has",
                built_m / self.u.span_m,
                self.u.span,
                source="user: the crew's own detail" if crew else "tool: the deepest demand, rounded up to what is dug",
                says="embedment of the post",
            )
        return self._built_steps[built_m]


def _corner(forces: list[CalculationStep], post: Post, turn_rad: float) -> CalculationStep:
    """Wind from both legs on a corner post: the sum of its parts along the post's own two axes.

    A post set square with the leg that goes on takes that leg's wind along one axis, and the first leg's along both. One that
    splits the turn takes both legs at half of it: the same share of each, which its smaller modulus already carries.

    Source: statics; a square section bent about both axes is stressed by the sum of the two moments.
    """
    first, second = forces
    split = bool(post.turned_rad)
    c, n = abs(math.cos(turn_rad)), abs(math.sin(turn_rad))
    legs = tuple((step.symbol, step.value, step.unit) for step in forces)
    return CalculationStep(
        symbol="P",
        value=first.value + second.value if split else second.value + first.value * (c + n),
        unit=first.unit,
        formula="P_1 + P_2" if split else "P_2 + P_1 * c + P_1 * n",
        inputs=legs if split else (*legs, ("c", c, ""), ("n", n, "")),
        source="statics: both legs on the axes of a square post, which splits the turn"
        if split
        else "statics: both legs on the axes of a square post, square with the leg that goes on; c and n of the turn",
        says="wind on this corner post from both legs",
    )


@positional_value_object
class _Kept:
    """What one post came to, for those alike."""

    alike: Alike
    practice: TypicalPractice
    embedment_m: float
    governs: str
    depth: Depth


@positional_value_object
class Sides:
    """The stretch of line that a post carries on either side (stations), and the turn between them (rad; 0: straight on)."""

    before: tuple[float, float]
    after: tuple[float, float]
    turn_rad: float = 0.0


def _carries_m(sides: Sides) -> float:
    """How much of the line a post carries (m)."""
    return sides.before[1] - sides.before[0] + sides.after[1] - sides.after[0]


def _given(says: str, value_m: float, source: str, *, units: Units) -> CalculationStep:
    return given_step("d", value_m / units.span_m, units.span, source=source, says=says)


def _asks(demand: str) -> CheckOrigin:
    """Who asks for a depth that no push names."""
    return CheckOrigin.SAFETY if demand == "A leaf and a person on it" else CheckOrigin.CODE
