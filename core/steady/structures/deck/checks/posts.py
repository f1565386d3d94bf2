"""The checks of a deck's posts and footings: buckling, what keeps it upright, how big and how deep the concrete is."""

import math
from dataclasses import dataclass

from steady.errors import InputError, OutsideScope
from steady.footings.depth import AUGERS_M, Depth, needed, rounded_up_m
from steady.ground.site import Site
from steady.layout.outline import Point
from steady.measure.units import GRAVITY, IN, MM
from steady.plan.model import Asks, Basis, Step
from steady.rulebooks.answers import FixingAsk, Soil, Standing, given_step, si
from steady.rulebooks.bent import floor_cases
from steady.structures.deck.checks.findings import Found, Timber, line_of, post_wood
from steady.structures.deck.layout.framing import Frame, PostAt, height_of
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.findings import said
from steady.structures.soil import soil_of

SQUAT_M = 0.3
"""Posts no taller than this do not rack [our own]."""
BRACE_SHARE = 0.7
"""A knee brace reaches down at most so much of its post [our own]."""
NET_N_PER_M3 = 6284.0
"""Concrete weighs so much more than the soil that it replaces: 40 lb/ft³ [common practice]."""
LATERAL_SHARE = 0.05
"""Push sideways as a share of what stands on the posts [common practice, no clause]."""
DEPTH_LEAST_M = 12 * IN
"""Undisturbed ground over a footing's bottom. Source: IRC R403.1.4, practice elsewhere."""
DEPTH_STEP_M = {True: 25 * MM, False: IN}
FREE_POST = 2.1
"""End factor of a post that stands fixed in the ground and free at its top. Source: NDS Table G1, practice elsewhere."""


DUG = "tool: the greatest demand, rounded up to what is dug"
TYPED = "user: typed for this deck"


@dataclass(frozen=True, slots=True, kw_only=True)
class PostFound:
    """A post as it is built: heights above the ground at it, and its footing's size and depth (m)."""

    at: PostAt
    site: Point
    deck_m: float
    top_m: float
    foot_m: float
    load_n: float
    width_m: float
    depth_m: float
    depth: Depth
    width_governed_by: str
    embedded_m: float = 0.0

    @property
    def length_m(self) -> float:
        """From its foot to the underside of the beam."""
        return self.top_m - self.foot_m + self.embedded_m


def reckon_posts(
    found: Found,
    frame: Frame,
    timber: Timber,
    site: Site,
    reactions: dict[str, tuple[float, float]],
    conflicts: list[str],
) -> list[PostFound]:
    """Every post with its footing."""
    spec = found.spec
    joist_m, board_m = timber.joist.width_m, timber.board.thickness_m
    foot_m = 0.0 if spec.upright == "fixed posts" else spec.pier_above_m + spec.stand_off_m
    soil, refused = _soil(found, site)
    made: list[PostFound] = []
    pins = {pin.id: pin.at_m for pin in spec.pins}
    for run in frame.beams:
        beam_m = line_of(spec, timber, run.id)[0].beam.width_m
        below_m = board_m + (max(beam_m, joist_m) if spec.seat == "flush" else joist_m + beam_m)
        for post in run.posts:
            if not run.from_m - 0.01 <= pins.get(post.id, run.from_m) <= run.to_m + 0.01:
                conflicts.append(
                    f"{post.id} is held past its beam's end, where it would carry nothing: let it go, or move it"
                )
            about = f"{spec.id}/post/{post.id}"
            where = frame.site(post.u_m, post.v_m)
            deck_m = height_of(spec, where)
            top_m = deck_m - below_m
            if top_m < foot_m - 1e-9:
                conflicts.append(
                    f"{post.id}: the deck is too low there for boards, joists and beam above the concrete; raise it, "
                    "hang the joists flush with the beam, or lower the concrete's top"
                )
                top_m = foot_m
            height_m = top_m - foot_m
            _column(found, timber, post, about, height_m, reactions[post.id])
            made.append(
                _footing(
                    found, frame, timber, site, post, where, deck_m, top_m, foot_m, reactions[post.id], soil, refused
                )
            )
            _upright(found, frame, timber, about, height_m, reactions[post.id])
            for spot in spec.spots:
                reach = spot.radius_m + made[-1].width_m / 2
                off = math.dist(where, (spot.x_m, spot.y_m))
                if off < reach - 1e-6:
                    conflicts.append(
                        f"{post.id} stands where {spot.what} is: its hole is "
                        f"{reach - off:.2f} m ({(reach - off) / IN:.1f} in) too near"
                    )
    return made


def _soil(found: Found, site: Site) -> tuple[Soil | None, OutsideScope | None]:
    if site.bearing_pa > 0:
        return Soil("tested", "bearing as typed", site.bearing_pa, 0.0, "user: bearing of the ground as tested"), None
    try:
        soil = found.book.soil(site.soil)
    except OutsideScope as refused:
        return None, refused
    if not soil.bearing_pa > 0:
        return None, OutsideScope(
            f"the school gives no bearing for {soil.says}", "have the ground tested and type its bearing under Ground"
        )
    return soil, None


def _column(
    found: Found, timber: Timber, post: PostAt, about: str, height_m: float, reaction: tuple[float, float]
) -> None:
    spec, book = found.spec, found.book
    u = book.units
    wood = post_wood(timber.post, spec)
    load = found.load.floor
    tall_m = max(height_m, 0.05)
    end = FREE_POST if spec.upright == "fixed posts" else 1.0
    try:
        best: tuple[float, Step, Step, Step] | None = None
        for case in floor_cases(book, ""):
            column = book.column(
                wood, load.load if case.live else "permanent", Standing(height_m=tall_m, end_factor=end)
            )
            demand = Step(
                symbol="N",
                value=case.total(*reaction) / u.force_n,
                unit=u.force,
                formula="g_D * D + g_L * L",
                inputs=(
                    ("g_D", case.dead, ""),
                    ("D", reaction[0] / u.force_n, u.force),
                    ("g_L", case.live, ""),
                    ("L", reaction[1] / u.force_n, u.force),
                ),
                source=case.source or "statics",
                says=f"{case.name}: the beam on this post",
            )
            capacity = column.capacity
            if capacity.unit != u.force:
                capacity = given_step("N_max", si(capacity) / u.force_n, u.force, capacity.source)
            use = demand.value / capacity.value
            if best is None or use > best[0]:
                best = use, demand, capacity, column.buckling
        assert best is not None
        height = found.length_step("h", tall_m, "post, from its base to the beam")
        found.at_most("Post buckles", about, best[1], best[2], (height, best[3]), "standing straight")
    except OutsideScope as refused:
        found.gap("Post buckles", about, refused)
    try:
        if spec.seat == "beside":
            raise OutsideScope("the table's beams lie on their posts, not bolted beside them", "reckon it")
        area_m2 = sum(reaction) / found.load.total_pa
        limit = book.post_height(wood, area_m2=area_m2, floor=load, longest_m=None, table=True, edition="")
        height = found.length_step("h", tall_m, "post, from its base to the beam")
        found.at_most(
            "Post is tall",
            about,
            height,
            found.limit_length(limit.step, limit.span_m),
            (limit.step,),
            "table",
            basis=Basis.TABLE,
        )
    except OutsideScope as refused:
        found.gap("Post is tall", about, refused, Basis.TABLE)


def brace_leg_m(spec: DeckSpec, height_m: float) -> float:
    """How far a knee brace reaches down its post: as wished, less on a short post; 0 where a post is too short to rack."""
    return 0.0 if height_m <= SQUAT_M else min(spec.brace_m, BRACE_SHARE * height_m)


def _upright(
    found: Found, frame: Frame, timber: Timber, about: str, height_m: float, reaction: tuple[float, float]
) -> None:
    """What keeps a deck that no house holds from racking: knee braces both ways, or posts fixed in the ground."""
    spec, book = found.spec, found.book
    if spec.bridge is not None or (frame.on_house and spec.upright != "knee braces"):
        return
    u = book.units
    name = "Deck stays upright"
    if spec.upright == "none":
        if height_m > SQUAT_M:
            found.gap(
                name,
                f"{spec.id}/post",
                OutsideScope(
                    "nothing keeps a deck without a house from racking", "knee braces, or posts fixed in the ground"
                ),
            )
        return
    total = sum(reaction)
    push = Step(
        symbol="H",
        value=LATERAL_SHARE * total / u.force_n,
        unit=u.force,
        formula="k * R",
        inputs=(("k", LATERAL_SHARE, ""), ("R", total / u.force_n, u.force)),
        source="practice: a twentieth of what stands on the post, sideways; no clause asks it of decks",
    )
    leg_m = brace_leg_m(spec, height_m)
    if spec.upright == "knee braces" and leg_m <= 0:
        return
    if frame.on_house:
        # The house holds the deck; braces that are built all the same are looked at as if they stood alone.
        _brace(found, timber, about, height_m, leg_m, push, Asks.ADVICE)
        return
    arm_m = height_m if spec.upright == "fixed posts" else max(height_m - leg_m, 0.0)
    arm = arm_m / u.span_m
    moment = Step(
        symbol="M",
        value=push.value * arm,
        unit=u.moment,
        formula="H * a",
        inputs=(("H", push.value, u.force), ("a", arm, u.span)),
        source="statics",
        says="at the ground" if spec.upright == "fixed posts" else "where the brace meets the post",
    )
    design = book.factored(moment, "M_d")
    try:
        use = book.column_use(
            post_wood(timber.post, spec),
            "wind",
            Standing(
                height_m=max(height_m, 0.05),
                axial_n=total * book.load_factor,
                moment_n_m=si(design),
                end_factor=FREE_POST if spec.upright == "fixed posts" else 1.0,
            ),
        )
    except OutsideScope as refused:
        found.gap(name, about, refused)
        return
    one = given_step("1", 1.0, "", use.source)
    says = "fixed posts" if spec.upright == "fixed posts" else "knee braces, along the beam and across it"
    found.at_most("Post is squeezed and bent", about, use, one, (push, moment), says, asks=Asks.SAFETY)
    if spec.upright == "knee braces":
        _brace(found, timber, about, height_m, leg_m, push, Asks.SAFETY)


def _brace(found: Found, timber: Timber, about: str, height_m: float, leg_m: float, push: Step, asks: Asks) -> None:
    """A knee brace at 45 degrees: H h / c, along the brace times √2, squeezed as a strut."""
    spec, book = found.spec, found.book
    u = book.units
    c, h = leg_m / u.span_m, height_m / u.span_m
    force = Step(
        symbol="F",
        value=math.sqrt(2) * push.value * h / c,
        unit=u.force,
        formula="sqrt(2) * H * h / c",
        inputs=(("H", push.value, u.force), ("h", h, u.span), ("c", c, u.span)),
        source="statics: brace at 45 degrees",
        says="one brace takes the whole push of its post",
    )
    try:
        column = book.column(post_wood(timber.joist, spec), "wind", Standing(height_m=math.sqrt(2) * leg_m))
    except OutsideScope as refused:
        found.gap("Knee brace buckles", about, refused)
        return
    limit = column.capacity
    if limit.unit != u.force:
        limit = given_step("F_max", si(limit) / u.force_n, u.force, limit.source)
    found.at_most(
        "Knee brace buckles",
        about,
        book.factored(force, "F_d"),
        limit,
        (push, force, column.buckling),
        "pushed sideways",
        asks=asks,
    )
    if asks is Asks.ADVICE:
        return
    _brace_bolts(found, timber, about, force)
    found.gap(
        "Post base holds sideways",
        about,
        OutsideScope(
            f"no rating of the bases is entered; each must hold {said(push)} sideways",
            "the maker's number for one base, sideways and in pull",
        ),
        crew=True,
        needs=push,
    )


def _brace_bolts(found: Found, timber: Timber, about: str, force: Step) -> None:
    """Two bolts at either end of a brace, through brace and post, loaded at a slant to the grain."""
    book, u = found.book, found.book.units
    name = "Brace's bolts hold"
    try:
        each, mode = book.fastener_lateral(
            FixingAsk(
                fastener="bolt",
                diameter_m=0.5 * IN,
                side_m=timber.joist.thickness_m,
                main_m=timber.post.width_m,
                wood=timber.joist.species or timber.joist.grade,
                angle_rad=math.pi / 4,
            )
        )
        if book.load_factor != 1.0:
            raise OutsideScope(
                "this school's values of bolts are characteristic and not brought to design level here", ""
            )
    except (OutsideScope, InputError) as refused:
        reason = refused.reason if isinstance(refused, OutsideScope) else refused.message
        text = f"{reason}; they must hold {force.value:,.3g} {u.force}"
        found.gap(name, about, OutsideScope(text, "brace connectors with their maker's rating"), crew=True, needs=force)
        return
    limit = Step(
        symbol="R_max",
        value=2 * si(each) / u.force_n * 1.6 * 0.7,
        unit=u.force,
        formula="n * Z * C_D * C_M",
        inputs=(("n", 2.0, ""), ("Z", si(each) / u.force_n, u.force), ("C_D", 1.6, ""), ("C_M", 0.7, "")),
        source="nds: 12.3; high; wet service 11.3.3 medium",
        says=f"2 bolts 1/2 in, one plane, mode {mode}",
    )
    found.at_most(name, about, force, limit, (each,), "both directions", asks=Asks.SAFETY)


def _footing(
    found: Found,
    frame: Frame,
    timber: Timber,
    site: Site,
    post: PostAt,
    where: Point,
    deck_m: float,
    top_m: float,
    foot_m: float,
    reaction: tuple[float, float],
    soil: Soil | None,
    refused: OutsideScope | None,
) -> PostFound:
    spec, book = found.spec, found.book
    u = book.units
    about = f"{spec.id}/post/{post.id}"
    stick = timber.post
    own_n = stick.density_kg_per_m3 * stick.thickness_m * stick.width_m * max(0.0, top_m - foot_m) * GRAVITY
    load_n = sum(reaction) + own_n
    round_pad = spec.footing_shape == "round"
    least_m = max(3 * stick.width_m if spec.upright == "fixed posts" else 0.0, stick.width_m + 0.1)
    wanted_m, governs = least_m, "room for the post's base"
    by_soil = _by_soil(found, frame, site)
    deep_m = spec.footing_depth_m or max(
        DEPTH_LEAST_M, site.frost_m, site.embedment_least_m, si(by_soil) if by_soil else 0.0
    )
    if soil is not None:
        net_pa = max(soil.bearing_pa - NET_N_PER_M3 * deep_m, soil.bearing_pa / 10)
        pad = book.pad(load_n=load_n, bearing_pa=net_pa, round_pad=round_pad)
        if pad.width_m > wanted_m:
            wanted_m, governs = pad.width_m, "bearing of the ground"
        table_m = _table_width_m(found, sum(reaction) / found.load.total_pa, soil, round_pad)
        if table_m > wanted_m:
            # What is reckoned may be less than the school's own table asks: the greater is the default.
            wanted_m, governs = table_m, "the school's table of footings"
    width_m = spec.footing_width_m or _size_up(wanted_m, round_pad, book.metric)
    area_m2 = width_m**2 * (math.pi / 4 if round_pad else 1.0)
    load = Step(
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
    if soil is None:
        assert refused is not None
        found.gap("Ground bears", about, refused)
    else:
        area_unit = area_m2 / u.span_m**2
        per = u.force_n / u.span_m**2 / u.pressure_pa
        pressure = Step(
            symbol="q",
            value=load.value / area_unit * per,
            unit=u.pressure,
            formula=f"{per:g} * N / A" if per != 1 else "N / A",
            inputs=(("N", load.value, u.force), ("A", area_unit, f"{u.span}2")),
            source="statics: service load over the pad",
        )
        bears, heavier = soil.bearing_pa / u.pressure_pa, NET_N_PER_M3 * u.span_m / u.pressure_pa
        limit = Step(
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
        found.at_most("Ground bears", about, pressure, limit, (load,), soil.says, fitted=not spec.footing_width_m)
        _pad_table(found, about, sum(reaction) / found.load.total_pa, soil, width_m, round_pad)
    depth = _depth(found, frame, site, about, deck_m, width_m, reaction, top_m)
    built_m = spec.footing_depth_m or rounded_up_m(depth.needed_m, DEPTH_STEP_M[book.metric])
    fitted = not spec.footing_depth_m
    for name, step in depth.demands:
        if step.value > 0:
            has = given_step(
                "d_has", built_m / u.span_m, u.span, DUG if fitted else TYPED, "bottom of the concrete under the ground"
            )
            found.at_least(
                "Footing is deep enough",
                about,
                has,
                found.limit_length(step, si(step)),
                (step,),
                name.lower(),
                fitted=fitted,
            )
    try:
        thick = book.pad_thickness(width_m=width_m, post_m=stick.width_m)
        has = found.length_step(
            "t_has", built_m + spec.pier_above_m, "concrete under the post", DUG if fitted else TYPED
        )
        found.at_least(
            "Footing is thick enough", about, has, found.limit_length(thick, si(thick)), (thick,), "plain concrete"
        )
    except OutsideScope:
        pass  # a school without the rule leaves it to the depth
    return PostFound(
        at=post,
        site=where,
        deck_m=deck_m,
        top_m=top_m,
        foot_m=foot_m,
        load_n=load_n,
        width_m=width_m,
        depth_m=built_m,
        depth=depth,
        width_governed_by="typed by the crew" if spec.footing_width_m else governs,
        embedded_m=built_m if spec.upright == "fixed posts" else 0.0,
    )


def _table_width_m(found: Found, area_m2: float, soil: Soil, round_pad: bool) -> float:
    """What the school's table of deck footings asks, 0 where it has none or does not reach."""
    floor = found.load.floor
    try:
        return found.book.pad_table(
            area_m2=area_m2,
            bearing_pa=soil.bearing_pa,
            live_pa=floor.live_pa,
            dead_pa=floor.dead_pa,
            round_pad=round_pad,
            storeys=None,
            column_spacing_m=None,
        ).width_m
    except (OutsideScope, InputError):
        return 0.0


def _size_up(width_m: float, round_pad: bool, metric: bool) -> float:
    """The next size a crew can make: an auger or form tube, or a square form to 2 in (50 mm)."""
    if metric:
        return math.ceil(width_m / 0.05 - 1e-6) * 0.05
    if round_pad:
        return next((auger for auger in AUGERS_M if auger >= width_m - 1e-9), math.ceil(width_m / (6 * IN)) * 6 * IN)
    return math.ceil(width_m / (2 * IN) - 1e-6) * 2 * IN


def _pad_table(found: Found, about: str, area_m2: float, soil: Soil, width_m: float, round_pad: bool) -> None:
    book, floor = found.book, found.load.floor
    try:
        pad = book.pad_table(
            area_m2=area_m2,
            bearing_pa=soil.bearing_pa,
            live_pa=floor.live_pa,
            dead_pa=floor.dead_pa,
            round_pad=round_pad,
            storeys=None,
            column_spacing_m=None,
        )
    except (OutsideScope, InputError) as refused:
        outside = (
            refused
            if isinstance(refused, OutsideScope)
            else OutsideScope(
                "the school's table of pads goes by storeys and columns, not by a deck's area", "reckon it"
            )
        )
        found.gap("Footing is wide enough", about, outside, Basis.TABLE)
        return
    has = found.length_step("B", width_m, "the footing", TYPED if found.spec.footing_width_m else DUG)
    needs = (
        found.limit_length(pad.working[0], pad.width_m)
        if pad.working
        else found.length_step("B_t", pad.width_m, "table")
    )
    found.at_least("Footing is wide enough", about, has, needs, pad.working, "table", basis=Basis.TABLE)


def _depth(
    found: Found,
    frame: Frame,
    site: Site,
    about: str,
    deck_m: float,
    width_m: float,
    reaction: tuple[float, float],
    top_m: float,
) -> Depth:
    spec, book = found.spec, found.book
    u = book.units

    def given(says: str, value_m: float, source: str) -> Step:
        return given_step("d", value_m / u.span_m, u.span, source, says)

    demands = [
        (
            "Undisturbed ground",
            DEPTH_LEAST_M,
            given("least depth", DEPTH_LEAST_M, "irc: R403.1.4; high; practice elsewhere"),
        )
    ]
    demands.append(("Frost", site.frost_m, given("frost depth", site.frost_m, "user: frost depth")))
    by_soil = _by_soil(found, frame, site)
    if by_soil is not None:
        demands.append(("Foundation in this soil", si(by_soil), by_soil))
    if site.embedment_least_m > 0:
        least = site.embedment_least_m
        demands.append(("Local least", least, given("local least", least, "user: local rule")))
    if spec.upright == "fixed posts" and not frame.on_house:
        try:
            push_n = LATERAL_SHARE * sum(reaction) * book.load_factor
            depth, _ = book.embedment(
                load_n=push_n,
                height_m=max(top_m, 0.05),
                width_m=width_m,
                soil=soil_of(site, book),
                soil_factor=1.0,
            )
            demands.append(("Pushed sideways", si(depth), depth))
        except OutsideScope as refused:
            found.gap("Post holds in the ground", about, refused)
    return needed(demands)


def _by_soil(found: Found, frame: Frame, site: Site) -> Step | None:
    """What the school asks of a foundation in this soil; nothing where a low deck is let off, or its soil is not known."""
    if waiver(found, frame):
        return None
    try:
        return found.book.foundation_depth(soil_of(site, found.book), site.frost_m)
    except OutsideScope:
        return None


def waiver(found: Found, frame: Frame) -> str:
    """What the school says of frost under this deck, in words; empty where it says nothing or does not waive it."""
    spec = found.spec
    lowest = max(corner.height_m for corner in spec.outline)
    try:
        waived, why = found.book.frost_waived(
            deck_height_m=lowest, deck_area_m2=frame.plan.area_m2, roofed=False, attached=frame.on_house, masonry=False
        )
    except OutsideScope:
        return ""
    return f"The frost depth may be waived here ({why}); the footings are drawn to it all the same" if waived else ""
