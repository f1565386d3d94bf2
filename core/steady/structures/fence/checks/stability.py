"""What keeps a fence upright whose posts do not stand in the ground: braces, rated bases, or its own weight as one body."""

import math

from steady.catalog.items import SectionItem
from steady.data.checks import case_label
from steady.design_codes.requests import ColumnInput, LoadType
from steady.design_codes.results import Soil, given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.footings.depth import needed, rounded_up_m
from steady.loads.tributary import gather
from steady.plan.model import Basis, CalculationStep, CheckOrigin, Part, UncheckedItem
from steady.structures.fence.checks.findings import FenceCheckCollector, LineWind, gap
from steady.structures.fence.checks.foundations import FoundationType
from steady.structures.fence.layout.stations import Post, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.feet import Upright
from steady.structures.pier_edges import edge_distance
from steady.structures.wood import outdoors
from steady.units.trade import Units
from steady.units.units import GRAVITY
from steady.value_objects import positional_value_object

WIND = case_label("wind")
ADD_BRACES = "add braces, a base with a rated moment, or post feet in the ground"


@positional_value_object
class LateralPush:
    """A sideways push on one post: its load case, force (N) and height above the foot (m), and the steps it came from.

    `load`: how long it lasts; `asks`: who asks for it; `arm`: the step that the height comes from, where it has one.
    """

    key: str
    force: CalculationStep
    force_n: float
    arm_m: float
    steps: tuple[CalculationStep, ...]
    load: LoadType = "wind"
    asks: CheckOrigin = CheckOrigin.CODE
    arm: CalculationStep | None = None

    @property
    def case(self) -> str:
        """Its load case, as it is shown."""
        return case_label(self.key)

    @property
    def by_wind(self) -> bool:
        """Whether it is the wind's."""
        return self.key == "wind"


class LateralChecks:
    """Posts on bases, one after another: bases, braces, anchors, slab edges, and how deep a pier goes."""

    def __init__(self, case: FenceCase, brace: SectionItem, collector: FenceCheckCollector) -> None:
        self.case = case
        spec, book = case.spec, case.book
        self.spec, self.book, self.brace, self.found = spec, book, brace, collector
        self.u = book.units
        self.up: Upright = spec.foot_detail.upright

    def calculate(self, about: str, way: FoundationType, pushes: list[LateralPush], *, hinged: bool) -> None:
        """What holds one post against its pushes; `hinged`: a leaf hangs on it."""
        if hinged:
            self._gap(
                about,
                "gate_post_on_bolted_base",
                "a leaf's pull turns a base and its anchors every day",
                change="a foot in the ground",
            )
        if way.on_slab:
            self._edge(about)
        if way.on_pier:
            self._pier_edge(about)
        if self.up.by == "own weight":
            if not way.on_block:
                self._gap(
                    about, "lateral_system", "only loose blocks are calculated by their weight", change=ADD_BRACES
                )
            return
        if self.up.by == "nothing":
            why = "a base is a hinge: nothing here keeps the post upright"
            self._gap(about, "lateral_system", why, change=ADD_BRACES)
            return
        if self.up.by == "rated base" and way.on_block:
            why = "a rated base on a loose block turns over with its block"
            self._gap(
                about, "lateral_system", why, change="braces, its own weight as one body, or a foot in the ground"
            )
            return
        for push in pushes:
            if self.up.by == "brace":
                self._brace(about, push)
            else:
                self._base(about, way, push)

    def _gap(self, about: str, name: str, reason: str, *, change: str, crew: bool = False) -> None:
        self.found.not_covered.append(
            UncheckedItem(
                key=name, about=about, basis=Basis.CALCULATED, reason=reason, would_have_to_change=change, crew=crew
            )
        )

    def _moment(self, push: LateralPush) -> CalculationStep:
        arm = push.arm_m / self.u.span_m
        return CalculationStep(
            symbol="M",
            value=push.force.value * arm,
            unit=self.u.moment,
            formula=f"{push.force.symbol} * h_f",
            inputs=((push.force.symbol, push.force.value, self.u.force), ("h_f", arm, self.u.span)),
            source="statics",
            says="moment at the foot",
        )

    def _rated(self, symbol: str, value: float, unit: str, *, says: str) -> CalculationStep:
        return CalculationStep(
            symbol=symbol,
            value=value / self.up.safety,
            unit=unit,
            formula="R / n",
            inputs=(("R", value, unit), ("n", self.up.safety, "")),
            source="user: the maker's rating",
            says=says,
        )

    def _check(
        self,
        name: str,
        about: str,
        push: LateralPush,
        *,
        sides: tuple[CalculationStep, CalculationStep],
        steps: tuple[CalculationStep, ...] = (),
    ) -> None:
        demand, limit = sides
        self.found.at_most(
            name,
            about,
            demand,
            limit=limit,
            working=(*push.steps, *steps),
            case=push.case,
            asks=_safely(push.asks),
            by_wind=push.by_wind,
        )

    def _base(self, about: str, way: FoundationType, push: LateralPush) -> None:
        moment = self._moment(push)
        if self.up.moment_n_m is None:
            why = "the base's rated moment is not entered"
            self._gap(about, "post_base.moment_capacity", why, change="type the maker's rated moment", crew=True)
        else:
            limit = self._rated(
                "M_r", self.up.moment_n_m / self.u.moment_n_m, self.u.moment, says="moment the base may carry"
            )
            self._check("post_base.moment_capacity", about, push, sides=(moment, limit))
        if not way.on_slab:
            return
        lever = self.up.lever_m / self.u.span_m
        pull = CalculationStep(
            symbol="T",
            value=moment.value / (self.up.anchors_count * lever),
            unit=self.u.force,
            formula="M / (k * z)",
            inputs=(("M", moment.value, self.u.moment), ("k", self.up.anchors_count, ""), ("z", lever, self.u.span)),
            source="statics: anchors on the pulled side about the base's far edge",
            says="pull on one anchor",
        )
        self._held("base_anchors.tension", about, push, pull=pull, steps=(moment,))

    def _held(
        self, name: str, about: str, push: LateralPush, *, pull: CalculationStep, steps: tuple[CalculationStep, ...]
    ) -> None:
        if self.up.hold_n is None:
            self._gap(
                about, name, "the anchors' rating is not entered", change="type the maker's rated pull", crew=True
            )
            return
        limit = self._rated("T_r", self.up.hold_n / self.u.force_n, self.u.force, says="pull one anchor may carry")
        self._check(name, about, push, sides=(pull, limit), steps=steps)

    def _edge(self, about: str) -> None:
        detail = self.spec.foot_detail
        if detail.edge_m is None or detail.edge_least_m is None:
            missing = "distance to the slab's edge" if detail.edge_m is None else "anchors' least edge distance"
            self._gap(
                about,
                "base_anchors.edge_distance",
                f"the {missing} is not entered",
                change=f"type the {missing}",
                crew=True,
            )
            return
        if detail.edge_least_m <= 0:
            return
        u = self.u
        has = given_step(
            "c", detail.edge_m / u.size_m, u.size, source="user: measured", says="post's middle to the slab's edge"
        )
        least = given_step(
            "c_least", detail.edge_least_m / u.size_m, u.size, source="user: the maker's least edge distance"
        )
        self.found.at_least("base_anchors.edge_distance", about, has, needs=least, case="anchors")

    def _pier_edge(self, about: str) -> None:
        """The anchor of a base in its own pier: how much concrete stands between it and the nearest side."""
        detail, u = self.spec.foot_detail, self.u
        wide_m = detail.pier_width_m or self.case.hole_width_m(self.case.timber.post)
        if detail.off_centre_m >= wide_m / 2 - 1e-6:
            raise InvalidInputError(
                "foot_detail/off_centre_m", "The base would stand beside its pier: a wider pier, or nearer"
            )
        has, least = edge_distance(u, wide_m, detail.off_centre_m, least_m=detail.edge_least_m)
        self.found.at_least(
            "base_anchors.edge_distance", about, has, needs=least, case="anchors", asks=CheckOrigin.SAFETY
        )

    def _brace(self, about: str, push: LateralPush) -> None:
        """A raking brace carries all of the moment; the foot is a hinge."""
        u = self.u
        reach, high = self.up.brace_reach_m / u.span_m, self.up.brace_up_m / u.span_m
        moment = self._moment(push)
        force = CalculationStep(
            symbol="N",
            value=moment.value * math.hypot(reach, high) / (reach * high),
            unit=u.force,
            formula="M * sqrt(r ** 2 + h_b ** 2) / (r * h_b)",
            inputs=(("M", moment.value, u.moment), ("r", reach, u.span), ("h_b", high, u.span)),
            source="statics: moments about the foot",
            says="push or pull along the brace",
        )
        long_m = math.hypot(self.up.brace_reach_m, self.up.brace_up_m)
        try:
            column = self.book.column(outdoors(self.brace), "wind", ColumnInput(height_m=long_m))
            self._check(
                "raking_brace.compression",
                about,
                push,
                sides=(force, column.capacity),
                steps=(moment, column.buckling),
            )
        except OutOfScopeError as refused:
            self.found.not_covered.append(gap("raking_brace.compression", about, refused))
        pull = CalculationStep(
            symbol="T",
            value=moment.value / reach,
            unit=u.force,
            formula="M / r",
            inputs=(("M", moment.value, u.moment), ("r", reach, u.span)),
            source="statics",
            says="lift at the brace's foot",
        )
        self._held("brace_footing.uplift", about, push, pull=pull, steps=(moment,))
        self._foot(about, push, pull, moment=moment, high=high)

    def _foot(
        self, about: str, push: LateralPush, lift: CalculationStep, *, moment: CalculationStep, high: float
    ) -> None:
        """The post's own foot beside its brace: lifted as much as the brace is squeezed, and pushed back at its bottom."""
        u = self.u
        self._held("footing.uplift", about, push, pull=lift, steps=(moment,))
        shear = CalculationStep(
            symbol="V",
            value=abs(moment.value / high - push.force.value),
            unit=u.force,
            formula="abs(M / h_b - P)",
            inputs=(("M", moment.value, u.moment), ("h_b", high, u.span), ("P", push.force.value, u.force)),
            source="statics",
            says="the post's foot, sideways",
        )
        level = CalculationStep(
            symbol="V_b",
            value=moment.value / high,
            unit=u.force,
            formula="M / h_b",
            inputs=(("M", moment.value, u.moment), ("h_b", high, u.span)),
            source="statics",
            says="the brace's foot, sideways",
        )
        for name, demand in (("post_anchors.shear", shear), ("brace_anchors.shear", level)):
            if self.up.shear_n is None:
                why = f"the anchors' rating sideways is not entered; it must hold {demand.value:,.3g} {demand.unit}"
                self._gap(about, name, why, change="type the maker's rated shear", crew=True)
                continue
            limit = self._rated(
                "V_r", self.up.shear_n / u.force_n, u.force, says="what one foot's anchors carry sideways"
            )
            self._check(name, about, push, sides=(demand, limit), steps=(moment,))

    def pier_m(self, post: Post, pushes: list[LateralPush], hold: "PierInput") -> None:
        """How deep a pier goes: frost, the local least, and its push on the ground."""
        about = f"{self.spec.id}/post/{post.id}"
        demands = list(hold.demands)
        windy = {push.case.capitalize() for push in pushes if push.by_wind}
        for push in pushes:
            braced = self.up.by == "brace"
            # Braced, the pier's top only carries the shear; else all of the moment goes into the ground.
            load_n = push.force_n * abs(1 - push.arm_m / self.up.brace_up_m) if braced else push.force_n
            arm_m = self.spec.foot_detail.pier_above_m if braced else push.arm_m + self.spec.foot_detail.pier_above_m
            if not load_n > 0 or hold.soil is None or push.asks is CheckOrigin.ADVICE:
                continue
            try:
                depth, _ = self.book.embedment(
                    load_n=load_n,
                    height_m=arm_m,
                    width_m=hold.width_m,
                    soil=hold.soil,
                    soil_factor=hold.factor,
                )
            except OutOfScopeError as refused:
                self.found.not_covered.append(gap("pier.lateral_embedment", about, refused, case=push.case))
                continue
            demands.append((push.case.capitalize(), depth.value * self.u.span_m, depth))
        deep = needed(demands)
        built_m = rounded_up_m(deep.needed_m, self.spec.depth_step_m)
        self.found.embedment_m[post.id], self.found.governs[post.id] = built_m, deep.governs
        self.found.depths[post.id] = deep
        has = given_step(
            "d_has",
            built_m / self.u.span_m,
            self.u.span,
            source="tool: the deepest demand, rounded up to what is dug",
            says="pier in the ground",
        )
        for name, limit in deep.demands:
            if limit.value > 0:
                self.found.at_least(
                    "pier.lateral_embedment",
                    about,
                    has,
                    needs=limit,
                    case=name.lower(),
                    fitted=True,
                    by_wind=name in windy,
                )


def _safely(asks: CheckOrigin) -> CheckOrigin:
    """What keeps a frame upright is never advice alone where somebody pushes it over: a person's push there is our own limit."""
    return CheckOrigin.SAFETY if asks is CheckOrigin.ADVICE else asks


@positional_value_object
class PierInput:
    """What a pier's depth depends on besides its pushes: width, soil, and the depths asked for anyway."""

    width_m: float
    soil: Soil | None
    factor: float
    demands: tuple[tuple[str, float, CalculationStep], ...]


def own_weight(
    case: FenceCase,
    out: SetOut,
    weighs: tuple[list[Part], int],
    *,
    loads: LineWind,
    collector: FenceCheckCollector,
) -> None:
    """Whether a frame on loose blocks stands by its weight as one body: each straight's wind tips it, or slides it.

    The corners must be joined, and parallel straights share one gust: none is taken to shelter another. It turns about its
    farthest blocks; the school's share of lasting weight holds it.

    Source: statics of a rigid body; friction is the user's.
    """
    spec, book, (parts, blocks) = case.spec, case.book, weighs
    detail = spec.foot_detail
    if spec.foot != "loose block" or detail.upright.by != "own weight":
        return
    if loads.wind is None:
        return
    share, u, half_m = book.uplift()[0], book.units, detail.block_width_m / 2
    weights = [(x, y, mass * GRAVITY) for x, y, mass in _masses(parts)]
    stands = [post.leg.point(post.station_m) for post in out.posts]
    blocks_n = [(x, y, detail.block_kg * GRAVITY * blocks / len(stands)) for x, y in stands]
    total = math.fsum(w for _, _, w in (*weights, *blocks_n)) * share
    if detail.tie_rating_n is not None:
        # A block that lies loose under its post holds nothing down: it is lifted off, unless something rated ties it.
        tie_n = detail.tie_rating_n / detail.upright.safety / share
        weights += [(x, y, min(weight, tie_n)) for x, y, weight in blocks_n]
    held_n = math.fsum(w for _, _, w in weights)
    on_leg = [
        math.fsum(p * w for p, w in gather(loads.zones, leg.from_m, leg.to_m)) * spec.height_m for leg in out.path.legs
    ]
    for index, leg in enumerate(out.path.legs):
        normal = (-math.sin(leg.heading_rad), math.cos(leg.heading_rad))
        places = [x * normal[0] + y * normal[1] for x, y in stands]
        resist_n_m = min(
            share * math.fsum(w * (max(places) + half_m - (x * normal[0] + y * normal[1])) for x, y, w in weights),
            share * math.fsum(w * ((x * normal[0] + y * normal[1]) - min(places) + half_m) for x, y, w in weights),
        )
        about = f"{spec.id}/straight/{spec.straights[index].id}"
        # Straights that face the same way stand in one wind: what it does to all of them tips the whole.
        faces = [
            abs(math.cos(other.heading_rad - leg.heading_rad)) * on_leg[k] for k, other in enumerate(out.path.legs)
        ]
        force = _wind_step(math.fsum(faces), u, "wind on all runs by how much they face it")
        alone = _wind_step(on_leg[index], u, "wind on this run")
        arm = loads.wind.arm_m / u.span_m
        tips = CalculationStep(
            symbol="M",
            value=force.value * arm,
            unit=u.moment,
            formula="P * h_a",
            inputs=(("P", force.value, u.force), ("h_a", arm, u.span)),
            source="statics",
            says="what tips it",
        )
        holds = CalculationStep(
            symbol="M_has",
            value=resist_n_m / u.moment_n_m,
            unit=u.moment,
            formula="k * W * a",
            inputs=(
                ("k", share, ""),
                ("W", held_n / u.force_n, u.force),
                ("a", resist_n_m / share / max(held_n, 1e-9) / u.span_m, u.span),
            ),
            source=f"statics: {share:g} of the weight; a is how far its middle stands from the farthest blocks' edge",
            says="what its weight holds",
        )
        collector.at_least("overturning", about, holds, needs=tips, working=(force,), case=WIND, by_wind=True)
        _top_held(case, out, index, force=alone, collector=collector)
        slides = CalculationStep(
            symbol="P_has",
            value=total * detail.friction_ratio / u.force_n,
            unit=u.force,
            formula="W * m",
            inputs=(("W", total / u.force_n, u.force), ("m", detail.friction_ratio, "")),
            source="statics; the user's friction",
            says="what holds it from sliding",
        )
        collector.at_least("sliding", about, slides, needs=force, case=WIND, by_wind=True)


def _wind_step(force_n: float, u: Units, says: str) -> CalculationStep:
    return given_step("P", force_n / u.force_n, u.force, source="statics: the wind's zones", says=says)


def _top_held(
    case: FenceCase, out: SetOut, index: int, *, force: CalculationStep, collector: FenceCheckCollector
) -> None:
    """Posts in loose blocks are hinges: along a straight the top rail holds them, from corner to corner.

    It carries half of the wind: as a span where both ends are corners, as an arm where one is.
    """
    book, rail = case.book, case.timber.rail
    about = f"{case.spec.id}/straight/{case.spec.straights[index].id}"
    u, leg = book.units, out.path.legs[index]
    corners = {post.station_m for post in out.posts if post.kind in ("corner", "closing")}
    held = sum(any(abs(at - end) < 0.01 for at in corners) for end in (leg.from_m, leg.to_m))
    if not held:
        collector.not_covered.append(
            UncheckedItem(
                key="top_rail.bending_between_corners",
                about=about,
                basis=Basis.CALCULATED,
                reason="no corner holds the top of this run: its posts are hinges in their blocks",
                would_have_to_change="a return at an end, braces, or feet in the ground",
            )
        )
        return
    long, share = (leg.to_m - leg.from_m) / u.span_m, 8 if held == 2 else 2
    flat = case.spec.rail_laid == "flat"
    wide, thin = rail.width_m / u.size_m, rail.thickness_m / u.size_m
    b, d = (thin, wide) if flat else (wide, thin)
    modulus = CalculationStep(
        symbol="S",
        value=b * d**2 / 6,
        unit=u.modulus,
        formula="b * d ** 2 / 6",
        inputs=(("b", b, u.size), ("d", d, u.size)),
        source="geometry",
    )
    moment = CalculationStep(
        symbol="M",
        value=force.value / 2 * long / share,
        unit=u.moment,
        formula=f"P / 2 * L / {share}",
        inputs=(("P", force.value, u.force), ("L", long, u.span)),
        source="statics: the top rail carries half, "
        + ("corner to corner" if held == 2 else "out from its one corner"),
    )
    stress = CalculationStep(
        symbol="f_b",
        value=u.bend * moment.value / modulus.value,
        unit=u.stress,
        formula=f"{u.bend} * M / S",
        inputs=(("M", moment.value, u.moment), ("S", modulus.value, u.modulus)),
        source="statics",
        says="bending stress in the top rail between corners",
    )
    try:
        limit = book.bending_strength(outdoors(rail, flat=not flat), "wind")
    except OutOfScopeError as refused:
        collector.not_covered.append(gap("top_rail.bending_between_corners", about, refused))
        return
    collector.at_most(
        "top_rail.bending_between_corners",
        about,
        stress,
        limit=limit,
        working=(force, moment, modulus),
        case=WIND,
        by_wind=True,
    )


def _masses(parts: list[Part]) -> list[tuple[float, float, float]]:
    """Where every part's mass lies, a row of pieces by its middle (m, m, kg)."""
    found = []
    for part in parts:
        for place in part.places:
            if part.mass_kg <= 0:
                continue
            x, y = (
                place.at[i] + place.along[i] * part.length_m / 2 + place.step[i] * (place.count - 1) / 2 for i in (0, 1)
            )
            found.append((x, y, part.mass_kg * place.count))
    return found
