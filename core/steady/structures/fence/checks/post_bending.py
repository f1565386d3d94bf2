"""How a fence's posts bend: at the ground, below it, over a pipe, under a leaf, under a slam. Each asks for one post's wood."""

import math
from dataclasses import replace

from steady.catalog.items import sticks
from steady.data.checks import case_label
from steady.design_codes.requests import LoadType
from steady.design_codes.results import Soil
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.fence.checks.findings import FenceCheckCollector, gap
from steady.structures.fence.checks.post_wood import PostWood
from steady.structures.fence.checks.stability import LateralPush
from steady.structures.fence.spec.case import FenceCase
from steady.structures.gate.hinges import PullOnPost, hung_on
from steady.structures.gate.slam_impact import Slam
from steady.structures.steel_tubes import is_tube
from steady.structures.wood import NOT_WOOD, outdoors


class PostBends:
    """Bending checks of a fence's posts; posts that carry the same share their working."""

    def __init__(self, case: FenceCase, soil: Soil | None, collector: FenceCheckCollector) -> None:
        self.case, self.soil, self.found, self.u = case, soil, collector, case.book.units
        self._bends: dict[tuple[str, float, str], tuple[CalculationStep, CalculationStep]] = {}

    def _strength_for(self, wood: PostWood, load: LoadType) -> CalculationStep | None:
        """The bending strength of what bends, at a load's own duration."""
        if wood.strength is None or load == "wind" or wood.wood is None:
            return wood.strength
        return self.case.book.bending_strength(wood.wood, load)

    def at_ground(
        self, wood: PostWood, about: str, push: LateralPush, *, arm: float, before: tuple[CalculationStep, ...]
    ) -> None:
        """A push at its arm (in the working's span unit), and the steps that led to it."""
        limit = self._strength_for(wood, push.load)
        if limit is None:
            assert wood.refused is not None
            if push.by_wind:
                self.found.not_covered.append(gap("post.bending_at_grade", about, wood.refused))
            return
        force = push.force
        # Over a brace it is another arm than the push's own.
        own = push.arm
        called = own.symbol if own is not None and math.isclose(own.value, arm, rel_tol=1e-9) else "h_a"
        key = (wood.key, force.value * arm, called)
        if key not in self._bends:
            moment = CalculationStep(
                symbol="M",
                value=force.value * arm,
                unit=self.u.moment,
                formula=f"{force.symbol} * {called}",
                inputs=((force.symbol, force.value, self.u.force), (called, arm, self.u.span)),
                source="statics",
            )
            stress = self._stress(wood, moment.value, "bending stress in the post at the ground")
            self._bends[key] = (moment, stress)
        moment, stress = self._bends[key]
        working = (*before, *(() if force in before else (force,)), moment, wood.modulus)
        self._bent("post.bending_at_grade", about, (stress, limit), working=working, push=push)

    def _bent(
        self,
        name: str,
        about: str,
        sides: tuple[CalculationStep, CalculationStep],
        *,
        working: tuple[CalculationStep, ...],
        push: LateralPush,
    ) -> None:
        demand, limit = sides
        self.found.at_most(
            name,
            about,
            demand,
            limit=limit,
            working=working,
            case=push.case,
            asks=push.asks,
            by_wind=push.by_wind,
        )

    def in_ground(self, wood: PostWood, about: str, push: LateralPush, *, hole: tuple[float, float]) -> None:
        """Where soil lies against the post it bends most below ground, where its shear turns. `hole`: its width and depth (m)."""
        limit = self._strength_for(wood, push.load)
        if limit is None or self.soil is None or hole[1] <= 0:
            return
        try:
            moment, steps = self.case.book.moment_in_ground(
                load_n=push.force_n,
                height_m=push.arm_m,
                width_m=hole[0],
                depth_m=hole[1],
                soil=self.soil,
            )
        except OutOfScopeError as refused:
            if push.asks is not CheckOrigin.ADVICE:
                self.found.not_covered.append(gap("post.bending_below_grade", about, refused))
            return
        stress = self._stress(wood, moment.value, "bending stress in the post, below the ground", symbol="M_g")
        self._bent(
            "post.bending_below_grade",
            about,
            (stress, limit),
            working=(*push.steps, *steps, moment, wood.modulus),
            push=push,
        )

    def over_pipe(self, wood: PostWood, about: str, push: LateralPush) -> None:
        """A wooden sleeve hangs over the top of its pipe: the wood bends there, not the pipe."""
        limit = self._strength_for(wood, push.load)
        up_m = min(self.case.spec.foot_detail.pipe_up_m, push.arm_m)
        arm = (push.arm_m - up_m) / self.u.span_m
        force = push.force
        if limit is None:
            assert wood.refused is not None
            if push.by_wind:
                self.found.not_covered.append(gap("sleeved_post.bending_above_pipe", about, wood.refused))
        elif arm > 0:
            moment = CalculationStep(
                symbol="M",
                value=force.value * arm,
                unit=self.u.moment,
                formula=f"{force.symbol} * h_p",
                inputs=((force.symbol, force.value, self.u.force), ("h_p", arm, self.u.span)),
                source="statics",
                says="at the pipe's top",
            )
            stress = self._stress(wood, moment.value, "bending stress in the wood at the pipe's top")
            self._bent(
                "sleeved_post.bending_above_pipe",
                about,
                (stress, limit),
                working=(*push.steps, moment, wood.modulus),
                push=push,
            )

    def by_leaf(self, wood: PostWood, about: str, pulls: tuple[PullOnPost, ...], *, wind: LateralPush | None) -> None:
        """Bending of the hinge post at the ground, the person's load taken as lasting as a floor's."""
        if wood.leaf_strength is None:
            return
        steps, hung = hung_on(pulls, True, self.u.moment)
        cases = [("gate and person", replace(hung, symbol="M"), wood.leaf_strength, steps, CheckOrigin.SAFETY)]
        if wind is not None and wind.arm is not None and wood.strength is not None:
            steps, hung = hung_on(pulls, False, self.u.moment)
            force, arm = wind.force, wind.arm
            moment = CalculationStep(
                symbol="M",
                value=hung.value + force.value * arm.value,
                unit=self.u.moment,
                formula=f"{hung.symbol} + {force.symbol} * {arm.symbol}",
                inputs=tuple((step.symbol, step.value, step.unit) for step in (hung, force, arm)),
                source="statics",
                says="moment from gate, and the wind on it",
            )
            before = (*wind.steps, force, *steps, hung)
            cases.append(("wind gate open", moment, wood.strength, before, CheckOrigin.CODE))
        for case, moment, limit, before, asks in cases:
            stress = self._stress(wood, moment.value, "bending stress in the hinge post at the ground")
            working = (*before, moment, wood.modulus)
            self.found.at_most(
                "post.bending_at_grade",
                about,
                stress,
                limit=limit,
                working=working,
                case=case_label(case),
                asks=asks,
                by_wind=case != "gate and person",
            )

    def by_slam(self, wood: PostWood, about: str, hit: Slam) -> None:
        """Bending of the latch post when the leaf is slammed; the ground is not calculated for a blow of milliseconds."""
        try:
            limit = self._slam_strength(wood)
        except OutOfScopeError as refused:
            self.found.not_covered.append(gap("latch_post.slam_impact", about, refused))
            return
        arm = hit.height_m / self.u.span_m
        moment = CalculationStep(
            symbol="M",
            value=hit.force.value * arm,
            unit=self.u.moment,
            formula="P * h_l",
            inputs=(("P", hit.force.value, self.u.force), ("h_l", arm, self.u.span)),
            source="statics",
        )
        design = self.case.book.factored(moment, "M_d")
        self.found.at_most(
            "post.bending_at_grade",
            about,
            self._stress(wood, design.value, "bending stress in the latch post at the ground"),
            limit=limit,
            working=(hit.force, moment, *(() if design is moment else (design,)), wood.modulus),
            case=case_label("gate slam"),
            asks=CheckOrigin.SAFETY,
        )

    def _slam_strength(self, wood: PostWood) -> CalculationStep:
        """What a latch post's wood or tube carries for a moment.

        Raises:
            OutOfScopeError: A built-up post, or steel of unknown strength.
        """
        stick = sticks().get(wood.key)
        if stick is not None and is_tube(stick) and wood.strength is not None:
            return wood.strength
        if stick is None or stick.species in NOT_WOOD:
            why = "a slam on a built-up post, or on steel of unknown strength, is not calculated"
            raise OutOfScopeError(why, "solid wood gate posts, or tubes of the list")
        return self.case.book.bending_strength(outdoors(stick), "wind")

    def _stress(self, wood: PostWood, moment: float, says: str, *, symbol: str = "M") -> CalculationStep:
        modulus = wood.modulus
        return CalculationStep(
            symbol="f_b",
            value=self.u.bend * moment / modulus.value,
            unit=self.u.stress,
            formula=f"{self.u.bend} * {symbol} / S",
            inputs=((symbol, moment, self.u.moment), ("S", modulus.value, modulus.unit)),
            source="statics",
            says=says,
        )
