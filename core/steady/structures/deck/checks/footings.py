"""The concrete under a deck's posts: how wide for the ground, how deep for frost and push, how thick."""

import math

from steady.catalog.items import SectionItem
from steady.design_codes.requests import PadInput
from steady.design_codes.results import Soil, given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.footings.depth import AUGERS_M, Depth, needed, rounded_up_m
from steady.layout.outline import Point
from steady.plan.model import Basis, CalculationStep, CheckOrigin
from steady.structures.deck.checks.findings import DeckCheckCollector
from steady.structures.deck.layout.framing import DeckPost
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.pier_edges import edge_distance
from steady.structures.soil import soil_of
from steady.units.units import GRAVITY, IN, MM
from steady.value_objects import value_object

NET_N_PER_M3 = 6284.0
"""Concrete weighs so much more than the soil that it replaces: 40 lb/ft³ [common practice]."""


LATERAL_SHARE = 0.05
"""Push sideways as a share of what stands on the posts [common practice, no clause]."""


DEPTH_LEAST_M = 12 * IN
"""Undisturbed ground over a footing's bottom. Source: IRC R403.1.4, practice elsewhere."""


DEPTH_STEP_M = {True: 25 * MM, False: IN}


DUG = "tool: the greatest demand, rounded up to what is dug"


TYPED = "user: typed for this deck"


ANY = ""
"""What is found of one post is said of each that is alike: whose it is, is said last."""


NO_POST_M = 1e-6
"""What is no longer than this is no post."""


def pier_top_m(spec: DeckSpec, top_m: float, has_post: bool) -> float:
    """The concrete's top above the ground (m): as wished under a post, else raised to a beam at `top_m`, less its base."""
    return spec.pier_above_m if has_post else max(0.0, top_m - spec.stand_off_m)


@value_object
class FootingResult:
    """A footing as it is built: its size and depth (m), what stands on it in all (N)."""

    load_n: float
    width_m: float
    depth_m: float
    depth: Depth
    width_governed_by: str


@value_object
class PostResult:
    """A post as it is built: heights above the ground at it, and its footing.

    `rises_m`: how far it goes on beside its beam, which is notched into it or bolted beside it; `bolts_count`: through both.
    """

    at: DeckPost
    site: Point
    deck_m: float
    top_m: float
    foot_m: float
    footing: FootingResult
    embedded_m: float = 0.0
    rises_m: float = 0.0
    bolts_count: int = 0

    @property
    def has_post(self) -> bool:
        """Whether there is a post; none: the beam sits in a base on the pier itself."""
        return self.length_m > NO_POST_M

    @property
    def length_m(self) -> float:
        """From its foot to its top: the underside of its beam, or the beam's top where it goes on beside it."""
        return self.top_m - self.foot_m + self.embedded_m + self.rises_m


@value_object
class DeckPostStand:
    """A post before its concrete is known: its heights above the ground at it (m), and what rests on it (D, L; N).

    `has_post`: there is a post; else the beam sits in a base on the pier itself.
    """

    top_m: float
    foot_m: float
    reaction_n: tuple[float, float]
    has_post: bool = True

    @property
    def height_m(self) -> float:
        """From the stand-off at its foot to the underside of the beam."""
        return self.top_m - self.foot_m


@value_object
class Under:
    """The ground under a deck: what its footings press on, or why its bearing is not known; the depth that the code asks in it.

    `on_house`: the house holds the deck against what pushes it sideways.
    """

    soil: Soil | OutOfScopeError
    by_soil: CalculationStep | None
    on_house: bool

    @classmethod
    def of(cls, collector: DeckCheckCollector, area_m2: float, on_house: bool) -> "Under":
        """The ground under one deck, the same for all of its posts."""
        return cls(soil=soil_under(collector), by_soil=_by_soil(collector, area_m2, on_house), on_house=on_house)


def soil_under(collector: DeckCheckCollector) -> Soil | OutOfScopeError:
    """What a deck's footings press on, or why its bearing is not known."""
    site = collector.site
    if site.bearing_pa > 0:
        return Soil("tested", "bearing as typed", site.bearing_pa, 0.0, "user: bearing of the ground as tested")
    try:
        soil = collector.book.soil(site.soil)
    except OutOfScopeError as refused:
        return refused
    if not soil.bearing_pa > 0:
        return OutOfScopeError(
            f"the code gives no bearing for {soil.says}", "have the ground tested and type its bearing under Ground"
        )
    return soil


def footing(collector: DeckCheckCollector, stick: SectionItem, stand: DeckPostStand, *, under: Under) -> FootingResult:
    """The footing of one post, sized where the crew has not typed it, with its checks: about whatever post it is."""
    spec, book, site, soil, by_soil = collector.spec, collector.book, collector.site, under.soil, under.by_soil
    u, about, reaction = book.units, ANY, stand.reaction_n
    own_n = stick.density_kg_per_m3 * stick.thickness_m * stick.width_m * max(0.0, stand.height_m) * GRAVITY
    load_n = sum(reaction) + own_n
    round_pad = spec.footing_shape == "round"
    least_m = max(3 * stick.width_m if spec.lateral.fixed else 0.0, stick.width_m + 0.1)
    wanted_m, governs = least_m, "post base size"
    deep_m = spec.footing_depth_m or max(
        DEPTH_LEAST_M, site.frost_m, site.embedment_least_m, si(by_soil) if by_soil else 0.0
    )
    if not isinstance(soil, OutOfScopeError):
        net_pa = max(soil.bearing_pa - NET_N_PER_M3 * deep_m, soil.bearing_pa / 10)
        pad = book.pad(load_n=load_n, bearing_pa=net_pa, round_pad=round_pad)
        if pad.width_m > wanted_m:
            wanted_m, governs = pad.width_m, "bearing of the ground"
        table_m = _table_width_m(collector, sum(reaction) / collector.load.total_pa, soil, round_pad=round_pad)
        if table_m > wanted_m:
            # What is calculated may be less than the school's own table asks: the greater is the default.
            wanted_m, governs = table_m, "the code's table of footings"
    if not spec.lateral.fixed:
        wanted_m += 2 * spec.base_off_centre_m
    width_m = spec.footing_width_m or _size_up(wanted_m, round_pad, book.metric)
    off_m = _off_centre_m(collector, width_m)
    # A load off the middle bears on what lies evenly round it. Source: Meyerhof's effective area, from memory, high; the least
    # of it for a round pad [our own].
    area_m2 = math.pi / 4 * (width_m - 2 * off_m) ** 2 if round_pad else width_m * (width_m - 2 * off_m)
    load = CalculationStep(
        symbol="N",
        value=load_n / u.force_n,
        unit=u.force,
        formula="D + L + W",
        inputs=(
            ("D", reaction[0] / u.force_n, u.force),
            ("L", reaction[1] / u.force_n, u.force),
            ("W", own_n / u.force_n, u.force),
        ),
        source="statics",
        says="service load on the footing, with the post's own weight",
    )
    if isinstance(soil, OutOfScopeError):
        collector.gap("footing.soil_bearing", about, soil)
    else:
        area_unit = area_m2 / u.span_m**2
        per = u.force_n / u.span_m**2 / u.pressure_pa
        pressure = CalculationStep(
            symbol="q",
            value=load.value / area_unit * per,
            unit=u.pressure,
            formula=f"{per:g} * N / A" if per != 1 else "N / A",
            inputs=(("N", load.value, u.force), ("A", area_unit, f"{u.span}2")),
            source="statics: service load over the pad",
        )
        bears, heavier = soil.bearing_pa / u.pressure_pa, NET_N_PER_M3 * u.span_m / u.pressure_pa
        limit = CalculationStep(
            symbol="q_net",
            value=bears - heavier * deep_m / u.span_m,
            unit=u.pressure,
            formula="q_s - g * t",
            inputs=(
                ("q_s", bears, u.pressure),
                ("g", heavier, f"{u.pressure}/{u.span}"),
                ("t", deep_m / u.span_m, u.span),
            ),
            source=soil.source,
            says=f"{soil.says}, less what the concrete weighs more than the soil it replaces",
        )
        collector.at_most(
            "footing.soil_bearing",
            about,
            pressure,
            limit=limit,
            working=(load,),
            case=soil.says,
            fitted=not spec.footing_width_m,
        )
        _pad_table(
            collector,
            about,
            _pad_ask(collector, sum(reaction) / collector.load.total_pa, soil, round_pad=round_pad),
            width_m=width_m,
        )
    _edge_distance(collector, about, width_m)
    depth = _depth(collector, stand, width_m, under=under)
    built_m = spec.footing_depth_m or rounded_up_m(depth.needed_m, DEPTH_STEP_M[book.metric])
    fitted = not spec.footing_depth_m
    for name, step in depth.demands:
        if step.value > 0:
            has = given_step(
                "d_has",
                built_m / u.span_m,
                u.span,
                source=DUG if fitted else TYPED,
                says="bottom of the concrete under the ground",
            )
            collector.at_least(
                "footing.depth",
                about,
                has,
                needs=collector.limit_length(step, si(step), "d_min"),
                working=(step,),
                case=name.lower(),
                fitted=fitted,
            )
    try:
        thick = book.pad_thickness(width_m=width_m, post_m=stick.width_m)
        thick_m = built_m + pier_top_m(spec, stand.top_m, stand.has_post)
        has = collector.length_step("t_has", thick_m, "concrete under the post", source=DUG if fitted else TYPED)
        collector.at_least(
            "footing.thickness",
            about,
            has,
            needs=collector.limit_length(thick, si(thick), "t_min"),
            working=(thick,),
            case="plain concrete",
        )
    except OutOfScopeError:
        pass  # a school without the rule leaves it to the depth
    return FootingResult(
        load_n=load_n,
        width_m=width_m,
        depth_m=built_m,
        depth=depth,
        width_governed_by="user-entered" if spec.footing_width_m else governs,
    )


def _off_centre_m(collector: DeckCheckCollector, width_m: float) -> float:
    """How far posts' bases stand off their piers' middles (m); none where posts stand in their footings.

    Raises:
        InvalidInputError: They would stand beside them.
    """
    spec = collector.spec
    if spec.lateral.fixed:
        return 0.0
    if spec.base_off_centre_m >= width_m / 2 - 1e-6:
        raise InvalidInputError(
            "base_off_centre_m", "The base would stand beside its pier: a wider pier, or nearer its middle"
        )
    return spec.base_off_centre_m


def _edge_distance(collector: DeckCheckCollector, about: str, width_m: float) -> None:
    """The concrete beside a base's anchor, where it stands off the middle or its maker asks for so much."""
    spec = collector.spec
    least_m, off_m = spec.base_edge_least_m, spec.base_off_centre_m
    if spec.lateral.fixed or not (off_m or least_m):
        return
    has, least = edge_distance(collector.book.units, width_m, off_m, least_m=least_m)
    collector.at_least("base_anchors.edge_distance", about, has, needs=least, case="anchors", asks=CheckOrigin.SAFETY)


def _pad_ask(collector: DeckCheckCollector, area_m2: float, soil: Soil, *, round_pad: bool) -> PadInput:
    floor = collector.load.floor
    return PadInput(
        area_m2=area_m2,
        bearing_pa=soil.bearing_pa,
        live_pa=floor.live_pa,
        dead_pa=floor.dead_pa,
        round_pad=round_pad,
    )


def _table_width_m(collector: DeckCheckCollector, area_m2: float, soil: Soil, *, round_pad: bool) -> float:
    """What the school's table of deck footings asks, 0 where it has none or does not reach."""
    try:
        return collector.book.pad_table(_pad_ask(collector, area_m2, soil, round_pad=round_pad)).width_m
    except (OutOfScopeError, InvalidInputError):
        return 0.0


def _size_up(width_m: float, round_pad: bool, metric: bool) -> float:
    """The next size a crew can make: an auger or form tube, or a square form to 2 in (50 mm)."""
    if metric:
        return math.ceil(width_m / 0.05 - 1e-6) * 0.05
    if round_pad:
        return next((auger for auger in AUGERS_M if auger >= width_m - 1e-9), math.ceil(width_m / (6 * IN)) * 6 * IN)
    return math.ceil(width_m / (2 * IN) - 1e-6) * 2 * IN


def _pad_table(collector: DeckCheckCollector, about: str, ask: PadInput, *, width_m: float) -> None:
    book = collector.book
    try:
        pad = book.pad_table(ask)
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = (
            refused
            if isinstance(refused, OutOfScopeError)
            else OutOfScopeError(
                "the code's table of pads goes by storeys and columns, not by a deck's area", "calculate it"
            )
        )
        collector.gap("footing.width_code_table", about, outside, basis=Basis.TABLE)
        return
    has = collector.length_step("B", width_m, "the footing", source=TYPED if collector.spec.footing_width_m else DUG)
    needs = (
        collector.limit_length(pad.working[0], pad.width_m, "B_min")
        if pad.working
        else collector.length_step("B_t", pad.width_m, "table")
    )
    collector.at_least(
        "footing.width_code_table", about, has, needs=needs, working=pad.working, case="table", basis=Basis.TABLE
    )


def _depth(collector: DeckCheckCollector, stand: DeckPostStand, width_m: float, *, under: Under) -> Depth:
    spec, book, site, by_soil = collector.spec, collector.book, collector.site, under.by_soil
    u = book.units

    def given(says: str, value_m: float, source: str) -> CalculationStep:
        return given_step("d", value_m / u.span_m, u.span, source=source, says=says)

    demands = [
        (
            "minimum depth into undisturbed soil",
            DEPTH_LEAST_M,
            given("least depth", DEPTH_LEAST_M, "irc: R403.1.4; high; practice elsewhere"),
        )
    ]
    demands.append(("Frost", site.frost_m, given("frost depth", site.frost_m, "user: frost depth")))
    if by_soil is not None:
        demands.append(("code minimum depth for soil", si(by_soil), by_soil))
    if site.embedment_least_m > 0:
        least = site.embedment_least_m
        demands.append(("local minimum", least, given("local least", least, "user: local rule")))
    if spec.lateral.fixed and not under.on_house:
        try:
            push_n = LATERAL_SHARE * sum(stand.reaction_n) * book.load_factor
            depth, _ = book.embedment(
                load_n=push_n,
                height_m=max(stand.top_m, 0.05),
                width_m=width_m,
                soil=soil_of(site, book),
                soil_factor=1.0,
            )
            demands.append(("lateral load", si(depth), depth))
        except OutOfScopeError as refused:
            collector.gap("embedded_post.lateral_embedment", ANY, refused)
    return needed(demands)


def _by_soil(collector: DeckCheckCollector, area_m2: float, on_house: bool) -> CalculationStep | None:
    """What the school asks of a foundation in this soil; nothing where a low deck is let off, or its soil is not known."""
    if waiver(collector, area_m2, on_house):
        return None
    try:
        return collector.book.foundation_depth(soil_of(collector.site, collector.book), collector.site.frost_m)
    except OutOfScopeError:
        return None


def waiver(collector: DeckCheckCollector, area_m2: float, on_house: bool) -> str:
    """What the school says of frost under this deck, in words; empty where it says nothing or does not waive it."""
    spec = collector.spec
    lowest = max(corner.height_m for corner in spec.outline)
    try:
        waived, why = collector.book.frost_waived(
            deck_height_m=lowest,
            deck_area_m2=area_m2,
            roofed=bool(spec.bearings),
            attached=on_house,
            masonry=False,
        )
    except OutOfScopeError:
        return ""
    return f"The frost depth may be waived here ({why}); the footings are drawn to it all the same" if waived else ""
