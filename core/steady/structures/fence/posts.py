"""The checks of a fence's posts: hold in the ground against wind, a leaning person, frost and a local rule; bending."""

import math
from dataclasses import dataclass

from steady.errors import OutsideScope
from steady.footings.depth import Depth, habit_m, needed, rounded_up_m
from steady.ground.site import Site
from steady.loads.tributary import gather
from steady.measure.trade import Units
from steady.plan.model import Basis, Check, NotCovered, Practice, Step
from steady.rulebooks.answers import si
from steady.rulebooks.base import Rulebook
from steady.structures.fence.feet import FootWay, pipe_of, side_width_m, way_at, within
from steady.structures.fence.findings import Loads, Reckoning, Timber, gap
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.stations import Post
from steady.structures.fence.steel import maker_strength, pipe_modulus, steel_modulus
from steady.structures.fence.upright import PierAsk, Push, UprightReckoner
from steady.structures.gate.arch import together
from steady.structures.gate.reckon import PullOnPost
from steady.structures.gate.slam import Slam
from steady.structures.wood import outdoors
from steady.yard.stock import Stick, sticks

PIER_LEAST_M = 0.3048
"""A pier goes at least so far below ground. Source: IRC R403.1.4 (from memory, high); elsewhere common practice."""


BELOW_ICE_M = 0.15
"""Where ice and salt lie a post goes so far below the frost [common practice]."""


@dataclass(frozen=True, slots=True)
class _PostWood:
    """Bending of one kind of post: its strength in wind and under a leaf, or why there is none, and its modulus."""

    key: str
    strength: Step | None
    leaf_strength: Step | None
    refused: OutsideScope | None
    modulus: Step


class PostReckoner:
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
        self.u = book.units
        self.timber, self.hole_width_m = timber, hole_width_m
        self.top_m = spec.height_m + spec.gap_m
        self.person_n, self.person_step = book.person_leaning()
        self.lateral_pa_per_m, self.soil_refused = 0.0, None
        self._depths: dict[tuple[float, float, float, float], tuple[Step, tuple[Step, ...]]] = {}
        self._width_m = hole_width_m
        self.ways: dict[str, FootWay] = {}
        self.upright = UprightReckoner(spec, book, timber.rail, found)
        self._built_steps: dict[float, Step] = {}
        self._bends: dict[tuple[str, float], tuple[Step, Step]] = {}
        self._woods: dict[str, _PostWood] = {}
        self._frost = _given("frost depth", site.frost_m, "user: frost depth", self.u)
        if spec.weather == "ice and salt" and site.frost_m > 0:
            source = "user: frost depth; practice: 6 in (150 mm) more where ice and salt lie"
            self._frost = _given("below the frost", site.frost_m + BELOW_ICE_M, source, self.u)
        self.person = Step(
            symbol="P",
            value=self.person_step.value,
            unit=self.person_step.unit,
            formula="",
            inputs=(),
            source=self.person_step.source,
        )
        try:
            self.lateral_pa_per_m = book.soil(site.soil).lateral_pa_per_m
        except OutsideScope as refused:
            self.soil_refused = refused
        self.now = self._wood(timber.post)

    def _wood(self, stick: Stick) -> "_PostWood":
        """What bending needs of one stick, reckoned once for all its posts."""
        if stick.key not in self._woods and stick.species == "steel":
            self._woods[stick.key] = self._steel(stick.key, steel_modulus(self.spec.foot_detail.steel, self.u))
        if stick.key not in self._woods:
            strength = leaf_strength = refused = None
            try:
                # A built-up post is as strong as its plies side by side, each on edge to the wind.
                wood = self.timber.ply if self.timber.ply is not None and stick == self.timber.post else stick
                strength = self.book.bending_strength(outdoors(wood), "wind")
                leaf_strength = self.book.bending_strength(outdoors(wood), "floor")
            except OutsideScope as outside:
                refused = outside
            # Wind bends a post across the line: its depth is the thickness, its breadth the width along the line.
            b, d = stick.width_m / self.u.size_m, stick.thickness_m / self.u.size_m
            modulus = Step(
                symbol="S", value=b * d**2 / 6, unit=self.u.modulus, formula="b * d ** 2 / 6",
                inputs=(("b", b, self.u.size), ("d", d, self.u.size)), source="geometry",
            )  # fmt: skip
            self._woods[stick.key] = _PostWood(stick.key, strength, leaf_strength, refused, modulus)
        return self._woods[stick.key]

    def _steel(self, key: str, modulus: Step | None) -> _PostWood:
        """Steel by its maker's figures, as the crew typed them; what is missing is not covered."""
        strength = maker_strength(self.spec.foot_detail.steel, self.u)
        refused = None
        if strength is None or modulus is None:
            what = "strength" if strength is None else "section modulus"
            refused = OutsideScope(f"the steel's {what} is not entered", f"type the maker's {what}")
            strength = None
        none = Step(symbol="S", value=1.0, unit=self.u.modulus, formula="", inputs=(), source="user: not entered")
        return _PostWood(key, strength, strength, refused, modulus or none)

    def _at_ground(self, post: Post) -> "_PostWood":
        """What bends at the ground: the post, or the pipe that its sleeve stands over."""
        if self.ways[post.id].key != "over a pipe":
            return self._wood(post.stick)
        pipe = pipe_of(self.spec)
        if pipe.key not in self._woods:
            self._woods[pipe.key] = self._steel(
                pipe.key, pipe_modulus(pipe.width_m, self.spec.foot_detail.steel, self.u)
            )
        return self._woods[pipe.key]

    def reckon(self, post: Post, before: Post | None, after: Post | None, wraps_m: float = 0.0) -> None:
        """One post: what it carries, how deep it goes, whether it bends too far.

        `wraps_m`: half of the last bay of a closed loop, which this first post carries, too.
        """
        about = f"{self.spec.id}/post/{post.id}"
        if post.kind == "standing":
            self.found.not_covered.append(
                NotCovered(
                    name="A post that stands already", about=about, basis=Basis.RECKONED,
                    reason="what an existing post holds is not known", crew=True,
                    would_have_to_change="survey it: plumb, sound at the ground line, and how deep it stands",
                )
            )  # fmt: skip
            return
        if any(zone.kind == "old hole" and within(zone, post.station_m) for zone in self.spec.zones):
            self.found.not_covered.append(
                NotCovered(
                    name="Loose ground of an old hole", about=about, basis=Basis.RECKONED,
                    reason="loose fill has no soil values", would_have_to_change="dig it out to sound ground, or move the post",
                )
            )  # fmt: skip
        way = self.ways[post.id] = way_at(self.spec, post.station_m)
        self._width_m = side_width_m(self.spec, way, post.stick, self.hole_width_m)
        self.now = self._at_ground(post)
        from_m = (before.station_m + post.station_m) / 2 if before else post.station_m - post.stick.width_m / 2
        to_m = (after.station_m + post.station_m) / 2 if after else post.station_m + post.stick.width_m / 2
        factor = 1.0 if post.kind == "gate" or post.opening else 2.0
        demands: list[tuple[str, float, Step]] = []
        working: dict[str, tuple[Step, ...]] = {}
        force = self._force(max(0.0, from_m), to_m, wraps_m)
        # A stepped panel stands higher above this post's ground: all that pushes on it does, too.
        rise_m = self.found.rise_m.get(post.id, 0.0)
        top_m = self.top_m + rise_m
        arm_m = (self.loads.wind.arm_m if self.loads.wind is not None else 0.0) + rise_m
        if force is not None and post.id in self.found.high:
            high = self.found.high[post.id]
            both, arm_m = together(force[0], arm_m, high)
            force = (both, *force, high.force)
        if not way.in_ground:
            self._on_base(post, way, force, arm_m, top_m, factor)
            return
        if force is not None and self.loads.wind is not None:
            steps = (*self.loads.wind.working, *force[1:], force[0], self._arm(self.loads.wind.arm_step, rise_m))
            self._ground(about, "Wind", force[0].value * self.u.force_n, arm_m, factor, demands, working, steps)
        self._ground(about, "A person leaning", self.person_n, top_m, factor, demands, working, (self.person_step,))
        pulls = self.found.pulls.get(post.id, ())
        if pulls:
            self._leaf_in_ground(about, pulls, force[0] if force else None, arm_m, demands, working)
        demands.append(("Frost", si(self._frost), self._frost))
        if self.site.embedment_least_m > 0:
            least = self.site.embedment_least_m
            demands.append(("Local least", least, _given("local least", least, "user: local rule", self.u)))
        depth = needed(demands)
        built_m = self._built(about, post, depth, top_m)
        self._hold(about, depth, built_m, working)
        if force is not None and self.loads.wind is not None:
            self._bend(about, "wind", force[0], arm_m / self.u.span_m, force[1:])
        self._bend(about, "a person leaning", self.person, top_m / self.u.span_m, ())
        if post.id in self.found.slams:
            self._bend_by_slam(about, self.found.slams[post.id])
        if pulls:
            self._bend_by_leaf(about, pulls, force[0] if force else None, arm_m)

    def _on_base(
        self, post: Post, way: FootWay, force: tuple[Step, ...] | None, arm_m: float, top_m: float, factor: float
    ) -> None:
        """A post whose foot stands on a pier, slab or block: what keeps it upright, and how it bends."""
        about = f"{self.spec.id}/post/{post.id}"
        pushes = [Push("a person leaning", self.person, self.person_n, top_m, (self.person_step,))]
        if force is not None and self.loads.wind is not None:
            steps = (*self.loads.wind.working, *force[1:], force[0])
            pushes.insert(0, Push("wind", force[0], force[0].value * self.u.force_n, arm_m, steps))
        elif self.loads.refused is not None:
            pass  # said once for the whole line
        self.upright.reckon(about, way, pushes, hinged=bool(self.found.pulls.get(post.id)))
        self.found.embedment_m[post.id], self.found.governs[post.id] = 0.0, "nothing is dug"
        if way.stands == "pier":
            if self.soil_refused is not None:
                self.found.not_covered.append(gap("Pier holds in the ground", about, self.soil_refused))
            demands = [("Frost", si(self._frost), self._frost)]
            least_m = max(self.site.embedment_least_m, PIER_LEAST_M)
            demands.append(("Local least", least_m, _given("least depth", least_m, "practice: 12 in at least", self.u)))
            ask = PierAsk(self._width_m, self.lateral_pa_per_m, self.site.cohesion_pa, factor, tuple(demands))
            self.upright.pier_m(post, way, pushes if self.soil_refused is None else [], ask)
        else:
            self.found.governs[post.id] = "a slab that is there" if way.stands == "slab" else "a block on its bed"
        up_m = self.spec.foot_detail.upright.brace_up_m if self.spec.foot_detail.upright.by == "brace" else 0.0
        for push in pushes:
            # Above a brace what hangs over bends the post; below it the span's own moment is less [on the safe side].
            over_m = max(push.arm_m - up_m, push.arm_m / 4)
            self._bend(about, push.case, push.force, over_m / self.u.span_m, push.steps)

    def _arm(self, level: Step, rise_m: float) -> Step:
        """Where the wind pushes, raised by what a stepped panel stands higher at this post."""
        if rise_m <= 0:
            return level
        rise = rise_m / self.u.span_m
        return Step(
            symbol="h_s", value=level.value + rise, unit=level.unit, formula=f"{level.symbol} + u",
            inputs=((level.symbol, level.value, level.unit), ("u", rise, self.u.span)),
            source="geometry: the panel's step above this post's ground", says="height of the wind's push",
        )  # fmt: skip

    def _leaf_in_ground(
        self,
        about: str,
        pulls: tuple[PullOnPost, ...],
        wind: Step | None,
        arm_m: float,
        demands: list[tuple[str, float, Step]],
        working: dict[str, tuple[Step, ...]],
    ) -> None:
        """A leaf on its hinge post: with a person on it; and its weight with the wind, open so that both push one way."""
        if self.soil_refused is not None:
            return
        steps = tuple(step for pull in pulls for step in pull.steps)
        cases: list[tuple[str, float, Step | None]] = [
            ("A leaf and a person on it", sum(p.with_person_n_m for p in pulls), None)
        ]
        if wind is not None and self.loads.wind is not None and wind.value > 0:
            cases.append(("Wind and an open leaf", sum(p.weight_n_m for p in pulls), wind))
        for name, moment_n_m, push in cases:
            try:
                if push is None:
                    depth, more = self.book.embedment_for_moment(
                        moment_n_m=moment_n_m,
                        width_m=self._width_m,
                        lateral_pa_per_m=self.lateral_pa_per_m,
                        cohesion_pa=self.site.cohesion_pa,
                        soil_factor=1.0,
                    )
                else:
                    # A force at a height and a moment are the force at a greater height.
                    height_m = arm_m + moment_n_m / (push.value * self.u.force_n)
                    depth, more = self.book.embedment(
                        load_n=push.value * self.u.force_n,
                        height_m=height_m,
                        width_m=self._width_m,
                        lateral_pa_per_m=self.lateral_pa_per_m,
                        cohesion_pa=self.site.cohesion_pa,
                        soil_factor=1.0,
                    )
            except OutsideScope as refused:
                self.found.not_covered.append(gap(f"Holds in the ground: {name.lower()}", about, refused))
                continue
            demands.append((name, si(depth), depth))
            working[name] = (*steps, *((push,) if push else ()), *more)

    def _bend_by_leaf(self, about: str, pulls: tuple[PullOnPost, ...], wind: Step | None, arm_m: float) -> None:
        """Bending of the hinge post at the ground, the person's load taken as lasting as a floor's."""
        if self.now.leaf_strength is None:
            return
        steps = tuple(step for pull in pulls for step in pull.steps)
        person = sum(pull.with_person_n_m for pull in pulls) / self.u.moment_n_m
        weight = sum(pull.weight_n_m for pull in pulls) / self.u.moment_n_m
        cases = [("a leaf and a person on it", person, self.now.leaf_strength, steps)]
        if wind is not None and self.loads.wind is not None and self.now.strength is not None:
            moment = weight + wind.value * arm_m / self.u.span_m
            cases.append(("wind and an open leaf", moment, self.now.strength, (*steps, wind)))
        for case, moment, limit, before in cases:
            stress = self._stress(moment, "bending stress in the hinge post at the ground")
            self.found.checks.append(
                Check(
                    name="Bends at the ground",
                    about=about,
                    basis=Basis.RECKONED,
                    sense="at most",
                    demand=stress,
                    limit=limit,
                    working=(*before, self.now.modulus),
                    case=case,
                )
            )

    def _bend_by_slam(self, about: str, hit: Slam) -> None:
        """Bending of the latch post when the leaf is slammed; the ground is not reckoned for a blow of milliseconds."""
        try:
            if self.now.key not in sticks() or sticks()[self.now.key].species == "steel":
                raise OutsideScope("a slam on a built-up or steel post is not reckoned", "solid wood gate posts")
            limit = self.book.bending_strength(outdoors(sticks()[self.now.key]), "impact")
        except OutsideScope as refused:
            self.found.not_covered.append(gap("Latch post under a slam", about, refused))
            return
        arm = hit.height_m / self.u.span_m
        moment = Step(
            symbol="M", value=hit.force.value * arm, unit=self.u.moment, formula="P * h_l",
            inputs=(("P", hit.force.value, self.u.force), ("h_l", arm, self.u.span)), source="statics",
        )  # fmt: skip
        design = self.book.factored(moment, "M_d")
        self.found.checks.append(
            Check(
                name="Bends at the ground", about=about, basis=Basis.RECKONED, sense="at most",
                demand=self._stress(design.value, "bending stress in the latch post at the ground"), limit=limit,
                working=(hit.force, moment, *(() if design is moment else (design,)), self.now.modulus), case="a slammed leaf",
            )
        )  # fmt: skip

    def _stress(self, moment: float, says: str) -> Step:
        modulus = self.now.modulus
        return Step(
            symbol="f_b",
            value=self.u.bend * moment / modulus.value,
            unit=self.u.stress,
            formula=f"{self.u.bend} * M / S",
            inputs=(("M", moment, self.u.moment), ("S", modulus.value, modulus.unit)),
            source="statics",
            says=says,
        )

    def _force(self, from_m: float, to_m: float, wraps_m: float = 0.0) -> tuple[Step, ...] | None:
        """Wind force on the post (lb), then the pressures it came from."""
        parts = gather(self.loads.zones, from_m, to_m)
        if wraps_m > 0:
            end_m = self.loads.zones[-1][1] if self.loads.zones else 0.0
            parts = [*parts, *gather(self.loads.zones, end_m - wraps_m, end_m)]
        if not parts:
            return None
        u = self.u
        s = self.spec.height_m / u.span_m
        inputs: list[tuple[str, float, str]] = [("s", s, u.span)]
        terms: list[str] = []
        for index, (width_m, pressure_pa) in enumerate(parts, start=1):
            tag = f"_{index}" if len(parts) > 1 else ""
            inputs += [(f"p{tag}", pressure_pa / u.pressure_pa, u.pressure), (f"w{tag}", width_m / u.span_m, u.span)]
            terms.append(f"p{tag} * w{tag}")
        formula = f"s * ({' + '.join(terms)})" if len(terms) > 1 else f"s * {terms[0]}"
        value = s * math.fsum(p / u.pressure_pa * w / u.span_m for w, p in parts)
        force = Step(
            symbol="P", value=value, unit=u.force, formula=formula, inputs=tuple(inputs),
            source="statics: pressure by zone on the post's own width", says="wind on this post",
        )  # fmt: skip
        met = (
            [zone.step for zone in self.loads.wind.zones if zone.from_m < to_m and zone.to_m > from_m]
            if self.loads.wind
            else []
        )
        if self.loads.open_share is not None:
            met.append(self.loads.open_share)
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
                self.found.not_covered.append(gap("Holds in the ground", about, self.soil_refused))
            return
        key = (round(load_n, 6), round(arm_m, 9), factor, self._width_m)
        try:
            if key not in self._depths:
                self._depths[key] = self.book.embedment(
                    load_n=load_n,
                    height_m=arm_m,
                    width_m=self._width_m,
                    lateral_pa_per_m=self.lateral_pa_per_m,
                    cohesion_pa=self.site.cohesion_pa,
                    soil_factor=factor,
                )
        except OutsideScope as refused:
            self.found.not_covered.append(gap(f"Holds in the ground: {name.lower()}", about, refused))
            return
        depth, steps = self._depths[key]
        demands.append((name, si(depth), depth))
        working[name] = (*before, *steps)

    def _built(self, about: str, post: Post, depth: Depth, top_m: float) -> float:
        spec = self.spec
        needed_m = rounded_up_m(depth.needed_m, spec.depth_step_m)
        built_m = needed_m
        governs = depth.governs
        usual_m = habit_m(top_m)
        if not {"Wind", "A person leaning"} & {name for name, _ in depth.demands} and built_m < usual_m:
            # Nothing sideways could be reckoned: draw the habit rather than a hole of no depth; the gap says so.
            built_m, governs = rounded_up_m(usual_m, spec.depth_step_m), "trade habit, not reckoned"
        if spec.built_on is Basis.PRACTICE and spec.practice is not None:
            built_m, governs = spec.practice.embedment_m, f"practice, accepted by {spec.practice.accepted_by}"
        pid = post.id
        self.found.embedment_m[pid], self.found.governs[pid], self.found.depths[pid] = built_m, governs, depth
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
                value=built_m / self.u.span_m,
                unit=self.u.span,
                formula="",
                inputs=(),
                source="user: what is built",
                says="embedment of the post",
            )
        return self._built_steps[built_m]

    def _bend(self, about: str, case: str, force: Step, arm: float, before: tuple[Step, ...]) -> None:
        if self.now.strength is None:
            assert self.now.refused is not None
            if case == "wind":
                self.found.not_covered.append(gap("Bends at the ground", about, self.now.refused))
            return
        key = (self.now.key, force.value * arm)
        if key not in self._bends:
            moment = Step(
                symbol="M", value=force.value * arm, unit=self.u.moment, formula="P * h_a",
                inputs=(("P", force.value, self.u.force), ("h_a", arm, self.u.span)), source="statics",
            )  # fmt: skip
            stress = self._stress(moment.value, "bending stress in the post at the ground")
            self._bends[key] = (moment, stress)
        moment, stress = self._bends[key]
        self.found.checks.append(
            Check(
                name="Bends at the ground",
                about=about,
                basis=Basis.RECKONED,
                sense="at most",
                demand=stress,
                limit=self.now.strength,
                working=(*before, force, moment, self.now.modulus),
                case=case,
            )
        )


def _given(says: str, value_m: float, source: str, units: Units) -> Step:
    return Step(
        symbol="d", value=value_m / units.span_m, unit=units.span, formula="", inputs=(), source=source, says=says
    )
