"""Whether a pergola stands: members, ways of swaying, lift down every joint, posts and feet."""

from dataclasses import dataclass, replace

from steady.errors import InputError, OutsideScope
from steady.measure.units import GRAVITY, IN
from steady.plan.model import Asks, Basis, NotCovered, Step
from steady.rulebooks.answers import Wood, given_step, si
from steady.rulebooks.canopies import bare_frame, layers_pa, person_n
from steady.structures.canopy.bending import Loaded, Run, check_lifted, check_run, worst_of_each
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.feet import Foot, FootAsk, reckon_foot
from steady.structures.canopy.loads import CanopyLoads, Roof, canopy_loads
from steady.structures.canopy.upright import FIXED_LENGTH, Stand, Sway, Swayed, check_loaded, check_post, sway
from steady.structures.findings import Findings, said
from steady.structures.kind import Case
from steady.structures.pergola.layout import Laid, lay_out
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.wind_place import place_of
from steady.yard.stock import Stick

MOST_POSTS = 6
SLAT_RATIO = 150.0
"""Span over which a slat may sag under its own wet weight [our own]."""
GREEN = 1.35
"""Wet wood on the first day weighs so much more [our own]."""
CLIMBERS_PA = 250.0
"""Wet climbers on slats [our own, low]: weigh yours."""
NAMES = {"along": "along the beams", "across": "across the beams"}


@dataclass(frozen=True, slots=True, kw_only=True)
class PergolaFound:
    """Everything reckoned: what is laid out, loads, one foot for each post, sway each way, and what its joints must hold (N)."""

    findings: Findings
    laid: Laid
    loads: CanopyLoads
    feet: dict[str, Foot]
    swayed: tuple[Swayed, ...]
    stand: Stand


def wood(one: Stick, spec: PergolaSpec, plies: int = 1) -> Wood:
    """A stick as the rulebook wants it; slats and purlins share no load between rafters."""
    return Wood(
        species=one.species,
        size=one.size,
        grade=one.grade,
        width_m=one.thickness_m,
        depth_m=one.width_m,
        plies=plies,
        wet=spec.wet,
        incised=one.incised,
    )


def line_weight(one: Stick, plies: int = 1) -> float:
    """Weight of a stick (N/m)."""
    return one.density_kg_per_m3 * GRAVITY * one.thickness_m * one.width_m * plies


def reckon_pergola(case: Case) -> PergolaFound:
    """Reckon a pergola, with the fewest posts whose beam passes where nobody said how many.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    spec = case.spec
    counts = [spec.posts] if spec.posts else list(range(2, MOST_POSTS + 1))
    found: PergolaFound | None = None
    for count in counts:
        try:
            laid = lay_out(case, count)
        except InputError:
            if found is None:
                raise
            break
        findings = Findings(book=case.book)
        loads = _loads(case, laid)
        _members(findings, case, laid, loads)
        found = PergolaFound(findings=findings, laid=laid, loads=loads, feet={}, swayed=(), stand=_stand(spec, laid))
        if all(check.use <= 1 + 1e-9 for check in findings.checks if check.name.startswith("Beam") and check.counts):
            break
    assert found is not None
    return _standing(found, case)


def _loads(case: Case, laid: Laid) -> CanopyLoads:
    spec = case.spec
    rafter, slat = laid.timber.rafter, laid.timber.slat
    layers = [(rafter.thickness_m, rafter.width_m, laid.rafters.spacing_m, rafter.density_kg_per_m3)]
    if slat is not None and laid.slats is not None:
        layers += [(slat.thickness_m, slat.width_m, laid.slats.pitch_m, slat.density_kg_per_m3)] * (
            1 + spec.second_slats
        )
    climbs = spec.grows == "climbers"
    dead_pa = layers_pa(layers) + (CLIMBERS_PA if climbs else 0.0)
    top_m = spec.high_m + laid.timber.beam.width_m + rafter.width_m
    roof = Roof(
        solidity=1.0 if climbs else laid.solidity,
        gap_m=laid.slats.gap_m if laid.slats else laid.rafters.gap_m,
        height_m=top_m,
        width_m=min(spec.beams_m, spec.rafters_m),
        net_coefficient=spec.net_coefficient,
    )
    return canopy_loads(case.book, case.site, roof, dead_pa)


def rafter_run(spec: PergolaSpec, laid: Laid) -> Run:
    """A rafter on its beams; hung on the house it starts there."""
    supports = laid.lines_m if spec.attach == "free" else (0.0, *laid.lines_m)
    return Run(length_m=spec.rafters_m, supports_m=supports)


def beam_run(spec: PergolaSpec, laid: Laid, line: int) -> Run:
    """A beam on its posts."""
    return Run(length_m=spec.beams_m, supports_m=laid.line_xs(line))


def _spread(loads: CanopyLoads, width_m: float, run: Run, share: float = 1.0) -> list[Loaded]:
    """Each load of its own on a member that carries a width of roof; none together with another."""
    found = [Loaded(says="people and things spread", action=run.even(loads.live_pa * width_m * share), lasts="roof")]
    if loads.snow_pa:
        found.append(Loaded(says="even snow", action=run.even(loads.snow_pa * width_m * share), lasts="snow"))
    if loads.wind_pa:
        found.append(
            Loaded(says="wind down", action=run.even(loads.wind_pa * width_m * share), lasts="wind", sags=False)
        )
    return found


def _members(found: Findings, case: Case, laid: Laid, loads: CanopyLoads) -> None:
    """Rafters under each load and a person, at midspan and at the tip; beams; slats under their own weight."""
    spec: PergolaSpec = case.spec
    me, timber, s = spec.id, laid.timber, laid.rafters.spacing_m
    run, about = rafter_run(spec, laid), f"{spec.id}/rafters"
    person = [
        Loaded(says="a person at midspan", action=run.point(loads.person_n, run.middle_m()), lasts="roof", sags=False),
    ]
    if run.past_m > 0.05:
        tip = run.length_m if run.length_m - run.supports_m[-1] >= run.supports_m[0] else 0.0
        person.append(
            Loaded(says="a person at the tip", action=run.point(loads.person_n, tip), lasts="roof", sags=False)
        )
    dead = run.even(loads.dead_pa * s)
    check_run(found, "Rafters", about, wood(timber.rafter, spec), run, dead, [*_spread(loads, s, run), *person])
    factors = factors_of(found.book)
    if loads.wind_pa:
        check_lifted(
            found,
            "Rafters",
            about,
            wood(timber.rafter, spec),
            run,
            factors.lasting * loads.dead_pa * s,
            factors.wind_up * loads.wind_pa * s,
        )
    if loads.snow_why is not None:
        found.gap("Snow on the slats", f"{me}/rafters", loads.snow_why)
    if spec.attach == "house" and loads.snow_pa:
        found.gap(
            "Snow drifts off the house",
            f"{me}/rafters",
            OutsideScope(
                "snow that drifts against the house, or slides off its roof, is not reckoned here",
                "stand it clear of the house's eave, or ask an engineer",
            ),
        )
    for line in range(1, len(laid.lines_m) + 1):
        _beam(found, case, laid, loads, line)
    _slat(found, spec, laid)


def tributary_m(spec: PergolaSpec, laid: Laid, line: int) -> float:
    """Depth of roof that one beam line carries, from the rafters' own reactions under an even load."""
    run = rafter_run(spec, laid)
    reactions = run.reactions_n(1.0)
    return reactions[line - 1 if spec.attach == "free" else line]


def _beam(found: Findings, case: Case, laid: Laid, loads: CanopyLoads, line: int) -> None:
    spec: PergolaSpec = case.spec
    about, stick = f"{spec.id}/beam/{line}", laid.timber.beam
    run, width = beam_run(spec, laid, line), tributary_m(spec, laid, line)
    one = wood(stick, spec, spec.plies)
    dead = run.even(loads.dead_pa * width + line_weight(stick, spec.plies))
    person = Loaded(
        says="a person at midspan", action=run.point(loads.person_n, run.middle_m()), lasts="roof", sags=False
    )
    check_run(found, "Beam", about, one, run, dead, [*_spread(loads, width, run), person])
    _bearing(found, case, laid, loads, line)


def _bearing(found: Findings, case: Case, laid: Laid, loads: CanopyLoads, line: int) -> None:
    """A beam on its post, square to the grain: on all of the post, or each ply on its own shoulder."""
    spec: PergolaSpec = case.spec
    book, u, about = found.book, found.book.units, f"{spec.id}/beam/{line}"
    stick, post = laid.timber.beam, laid.timber.post
    down = max(post_down_n(case, laid, loads).values())
    lies = post.width_m
    wide = (
        min(spec.plies * stick.thickness_m, post.thickness_m)
        if spec.seat == "on top"
        else spec.plies * stick.thickness_m
    )
    demand = given_step("R", down / u.force_n, u.force, "statics", "what comes down on a post")
    try:
        seat = book.seat(
            wood(stick, spec, spec.plies),
            "roof",
            width_m=wide,
            length_m=lies,
            from_end_m=laid.beam_past_m,
            kind="discrete",
        )
    except (OutsideScope, InputError) as refused:
        outside = refused if isinstance(refused, OutsideScope) else OutsideScope(refused.message, "a larger post")
        found.gap("Beam bears on its post", about, outside)
        return
    capacity = seat.capacity
    if capacity.unit != u.force:
        capacity = given_step("R_max", si(seat.capacity) / u.force_n, u.force, capacity.source)
    found.at_most("Beam bears on its post", about, demand, capacity, (seat.capacity,), "square to the grain")


def _slat(found: Findings, spec: PergolaSpec, laid: Laid) -> None:
    """A slat between rafters under its own wet weight; nobody may stand on it, which is a caution."""
    slat = laid.timber.slat
    if slat is None:
        return
    about, book = f"{spec.id}/slats", found.book
    word, per = ("mm", 0.001) if book.metric else ("in", IN)
    span = laid.rafters.spacing_m
    try:
        e = book.stiffness(wood(slat, spec))
    except OutsideScope as refused:
        found.gap("Slats sag", about, refused)
        return
    inertia = slat.thickness_m * slat.width_m**3 / 12
    sag = 5 * GREEN * line_weight(slat) * span**4 / (384 * si(e) * inertia)
    has = given_step("w_o", sag / per, word, "statics: 5 w L4 / 384 E I, wet on the first day")
    most = Step(
        symbol="w_o_max",
        value=span / SLAT_RATIO / per,
        unit=word,
        formula="L / 150",
        inputs=(("L", span / per, word),),
        source="practice: our own",
    )
    found.at_most("Slats sag", about, has, most, (e,), "their own wet weight", asks=Asks.SAFETY)


def post_down_n(case: Case, laid: Laid, loads: CanopyLoads) -> dict[str, float]:
    """What comes down on each post at the school's design level: lasting load and the worst of people, snow and wind."""
    spec, book = case.spec, case.book
    f = factors_of(book)
    passing = max(f.live * loads.live_pa, f.live * (loads.snow_pa or 0.0), f.wind_up * (loads.wind_pa or 0.0))
    found = {}
    for line in range(1, len(laid.lines_m) + 1):
        width = tributary_m(spec, laid, line)
        own = line_weight(laid.timber.beam, spec.plies)
        even = f.dead * (loads.dead_pa * width + own) + passing * width
        reactions = beam_run(spec, laid, line).reactions_n(even)
        posts = [post for post in laid.posts if post.line == line]
        for post, reaction in zip(posts, reactions, strict=True):
            found[post.id] = max(reaction, f.dead * loads.dead_pa * width + f.live * person_n(book))
    return found


def _stand(spec: PergolaSpec, laid: Laid) -> Stand:
    beam = laid.timber.beam
    return Stand(
        upright=spec.upright,
        height_m=spec.high_m - _off_ground_m(spec) + beam.width_m / 2,
        brace_m=spec.brace_m,
        post=wood(laid.timber.post, spec),
        brace=wood(laid.timber.brace, spec),
    )


def _off_ground_m(spec: PergolaSpec) -> float:
    """How far above the floor a post's hinge stands: nothing is taken off, on the safe side."""
    return 0.0


def pushes_n(case: Case, laid: Laid) -> dict[str, float]:
    """The wind on the bare frame each way, at the school's design level. Source: practice and our own (low), by rows."""
    spec, book = case.spec, case.book
    t, top = laid.timber, spec.high_m + laid.timber.beam.width_m + laid.timber.rafter.width_m
    posts_m2 = len(laid.posts) * t.post.width_m * spec.high_m / 2
    rows = len(laid.lines_m) * spec.plies
    factor, place = factors_of(book).wind_up, place_of(case.site)
    across = bare_frame(book, place, top, spec.beams_m * t.beam.width_m, rows, posts_m2).force_n
    if t.slat is not None and laid.slats is not None:
        faces = spec.beams_m * (t.slat.width_m)
        across += bare_frame(book, place, top, faces, laid.slats.count * (1 + spec.second_slats)).force_n
    along = bare_frame(book, place, top, spec.rafters_m * t.rafter.width_m, laid.rafters.count, posts_m2).force_n
    return {"across": factor * across, "along": factor * along}


def _standing(found: PergolaFound, case: Case) -> PergolaFound:
    """Sway both ways, lift down every joint, posts and feet."""
    spec = case.spec
    findings, laid, loads = found.findings, found.laid, found.loads
    about = f"{spec.id}/upright"
    swayed = _sways(findings, case, laid, found.stand, about)
    down = post_down_n(case, laid, loads)
    feet = {}
    for post in laid.posts:
        name = f"{spec.id}/post/{post.id}"
        lasts = _lasting_n(case, laid, loads, post.id)
        for one in swayed:
            check_post(findings, name, found.stand, lasts + one.axial_n, one)
        length_m = max((one.length_m for one in swayed), default=FIXED_LENGTH * found.stand.height_m)
        check_loaded(findings, name, found.stand, down[post.id], length_m)
        findings.checks = worst_of_each(findings.checks, name)
        feet[post.id] = _foot(findings, case, laid, loads, post.id, down[post.id], swayed)
    _ties(findings, case, laid, loads, swayed)
    return PergolaFound(findings=findings, laid=laid, loads=loads, feet=feet, swayed=swayed, stand=found.stand)


def _lasting_n(case: Case, laid: Laid, loads: CanopyLoads, post_id: str) -> float:
    """Lasting load alone on a post, at the school's design level."""
    spec = case.spec
    still = replace(loads, live_pa=0.0, snow_pa=0.0, wind_pa=0.0, person_n=0.0)
    post = next(item for item in laid.posts if item.id == post_id)
    width, f = tributary_m(spec, laid, post.line), factors_of(case.book)
    even = f.dead * (still.dead_pa * width + line_weight(laid.timber.beam, spec.plies))
    index = laid.line_xs(post.line).index(post.x_m)
    return beam_run(spec, laid, post.line).reactions_n(even)[index]


def _sways(found: Findings, case: Case, laid: Laid, stand: Stand, about: str) -> tuple[Swayed, ...]:
    spec = case.spec
    try:
        pushes = pushes_n(case, laid)
    except (OutsideScope, InputError) as refused:
        outside = (
            refused
            if isinstance(refused, OutsideScope)
            else OutsideScope(refused.message, "type the place's wind under Ground")
        )
        found.gap("Stays upright", about, outside)
        return ()
    n, lines = laid.per_line, len(laid.lines_m)
    xs = laid.line_xs(1)
    beam, rafters = wood(laid.timber.beam, spec, spec.plies), wood(laid.timber.rafter, spec, 2)
    asks = [
        Sway(
            way=NAMES["along"],
            push_n=pushes["along"] / (lines if spec.attach == "free" else 2),
            posts=n,
            span_m=xs[-1] - xs[0],
            cross=beam,
        )
    ]
    if spec.attach == "free":
        gap = laid.lines_m[1] - laid.lines_m[0]
        asks.append(Sway(way=NAMES["across"], push_n=pushes["across"] / n, posts=2, span_m=gap, cross=rafters))
    else:
        u = case.book.units
        push = given_step(
            "P_y",
            pushes["across"] / laid.rafters.count / u.force_n,
            u.force,
            "practice: rows of bare members",
            "square to the house, on each rafter",
        )
        found.gap(
            "Rafters' hangers hold at the house",
            about,
            OutsideScope(
                f"each rafter's hanger at the house must hold {said(push)} in push and in pull; no rating is entered",
                "the maker's number for one hanger along the rafter",
            ),
            crew=True,
            needs=push,
        )
    swayed = tuple(one for ask in asks if (one := sway(found, about, stand, ask)) is not None)
    found.not_covered = hardest_gaps(found.not_covered)
    return swayed


def hardest_gaps(gaps: list[NotCovered]) -> list[NotCovered]:
    """Gaps with only the greatest force asked under one name about one thing."""
    kept: dict[tuple[str, str, Basis], NotCovered] = {}
    for gap in gaps:
        key = (gap.name, gap.about, gap.basis)
        known = kept.get(key)
        if known is None or (gap.needs and known.needs and gap.needs.value > known.needs.value):
            kept[key] = gap
    return list(kept.values())


def lift_n(case: Case, laid: Laid, loads: CanopyLoads, post_id: str) -> tuple[float, float, float]:
    """Wind up on one post's share, what of the lasting load above the beam's tie counts against it, and the post's own.

    Source: the school's uplift combination.
    """
    spec = case.spec
    post = next(item for item in laid.posts if item.id == post_id)
    f, width = factors_of(case.book), tributary_m(spec, laid, post.line)
    run = beam_run(spec, laid, post.line)
    index = laid.line_xs(post.line).index(post.x_m)
    share = run.reactions_n(1.0)[index]
    up = f.wind_up * (loads.wind_pa or 0.0) * width * share
    held = f.lasting * (loads.dead_pa * width + line_weight(laid.timber.beam, spec.plies)) * share
    own = f.lasting * line_weight(laid.timber.post) * spec.high_m
    return up, held, own


def _foot(
    found: Findings,
    case: Case,
    laid: Laid,
    loads: CanopyLoads,
    post_id: str,
    down_n: float,
    swayed: tuple[Swayed, ...],
) -> Foot:
    spec = case.spec
    up, held, own = lift_n(case, laid, loads, post_id)
    overturns = max((one.axial_n for one in swayed), default=0.0)
    push = max((one.shear_n for one in swayed), default=0.0)
    f = factors_of(found.book)
    service = down_n / (f.live if f.live > 1 else 1.0)
    service_dead = _lasting_n(case, laid, loads, post_id) / f.dead
    return reckon_foot(
        found,
        case.site,
        FootAsk(
            about=f"{spec.id}/post/{post_id}",
            down_n=max(service, service_dead + overturns),
            up_n=up,
            overturns_n=overturns,
            held_n=held + own,
            push_n=push,
            height_m=spec.high_m + laid.timber.beam.width_m / 2,
            post_m=laid.timber.post.width_m,
            fixed=spec.upright == "fixed posts",
            width_m=spec.pier_width_m,
            depth_m=spec.footing_depth_m,
            wind_known=loads.wind_pa is not None,
            wind_why=loads.wind_why,
        ),
    )


def _ties(found: Findings, case: Case, laid: Laid, loads: CanopyLoads, swayed: tuple[Swayed, ...]) -> None:
    """What rafter to beam, beam to post and post to base must hold; a maker's number closes each."""
    spec: PergolaSpec = case.spec
    book, u, me = found.book, found.book.units, spec.id
    f, s = factors_of(book), laid.rafters.spacing_m
    if loads.wind_why is not None:
        found.gap("Roof stays down", f"{me}/rafters", loads.wind_why)
    half = spec.rafters_m / 2
    rafter = max(0.0, (f.wind_up * (loads.wind_pa or 0.0) - f.lasting * loads.dead_pa) * s * half)
    lifts = [(post.id, *lift_n(case, laid, loads, post.id)) for post in laid.posts]
    pull = max((one.top_pull_n for one in swayed), default=0.0)
    over = max((one.axial_n for one in swayed), default=0.0)
    beam = max(max(0.0, up + pull - held) for _, up, held, _ in lifts)
    base = max(max(0.0, up + over - held - own) for _, up, held, own in lifts)
    for name, about, force_n, what in (
        ("Rafter's tie holds", f"{me}/rafters", rafter, "each rafter's tie to its beam"),
        (
            "Beam's tie to its post holds",
            f"{me}/beam/1",
            beam,
            "each beam's tie to its post, which a brace lifts it off,",
        ),
        ("Post's base holds against lift", f"{me}/upright", base, "each post's base, and its anchor in the concrete,"),
    ):
        if force_n <= 0:
            continue  # a joint that nothing lifts still gets two fixings: a note says so
        needs = given_step("T", force_n / u.force_n, u.force, "statics: lift, overturning and braces", what)
        found.gap(
            name,
            about,
            OutsideScope(
                f"no rating is entered; {what} must hold {said(needs)} up",
                "the maker's number for one, with your factor",
            ),
            crew=True,
            needs=needs,
        )


def out_of_scope(found: Findings, case: Case) -> None:
    """Public use, and roofs larger than a house tool may answer for: nothing is said to pass."""
    spec = case.spec
    why = ""
    if case.site.use == "public":
        why = "public use is outside what a house tool may answer"
    elif spec.beams_m * spec.rafters_m > 50:
        why = "a roof of more than 50 m² (540 sq ft) is outside what a house tool may answer"
    if why:
        found.checks.clear()
        found.not_covered.clear()
        for basis in (Basis.RECKONED, Basis.TABLE):
            found.gap("All checks", spec.id, OutsideScope(why, "ask an engineer"), basis)
