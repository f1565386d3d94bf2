"""Changes to a deck that might make it pass, pass for less, or leave more over: each is planned before it is offered."""

import math
from collections.abc import Iterator
from dataclasses import fields, replace

from steady.catalog.items import SectionItem, sold_with, stick, sticks
from steady.design_codes.registry import rulebook
from steady.structures.deck.spec.deck import DeckSpec, Landing, StairDesign
from steady.structures.made_boards import is_made
from steady.structures.structure_type import DesignInput
from steady.units.units import FT, IN

Change = tuple[tuple[str, object], ...]
SPACINGS_M = {False: tuple(inches * IN for inches in (12, 16, 24)), True: (0.3, 0.4, 0.45, 0.6)}
PLIES = (1, 2, 3, 4, 5)


def of_kind(role: str, like: SectionItem) -> list[SectionItem]:
    """Sticks of a role on sale in the same schools, smallest first."""
    return sorted(sold_with(like, role), key=lambda item: (item.species, item.grade, item.width_m))


def changes(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Joists and their spacing, beams by plies and depth, posts; the wood's species stays as it is."""
    spec = case.spec
    yield from _low(spec)
    yield from _guard_posts(case)
    yield from _screens(case)
    yield from _stringers(case)
    joist = stick(spec.joist, "joist", "joist")
    same = [j for j in of_kind("joist", joist) if (j.species, j.grade) == (joist.species, joist.grade)]
    posts = [p for p in of_kind("post", stick(spec.post, "post", "post"))]
    post = stick(spec.post, "post", "post")
    posts = [p for p in posts if p.species == post.species and p.width_m >= post.width_m]
    for one in same:
        for spacing_m in _spacings_m(spec, joist.metric):
            for beam in (spec.beam, *(b.key for b in same if b.width_m >= one.width_m - 1e-9 and b.key != spec.beam)):
                for plies in sorted({spec.plies, 2, 3}):
                    wish: dict[str, object] = {"joist": one.key, "spacing_m": spacing_m, "beam": beam, "plies": plies}
                    yield (
                        _says(
                            case,
                            wish,
                        ),
                        _changed(spec, wish),
                    )
    for one in posts[1:] if not spec.core else posts:
        wish = {"post": one.key, "core": ""}
        yield f"{one.says} posts", _changed(spec, wish)
    if not spec.on_ledger and spec.bridge is None:
        for upright in ("knee braces", "fixed posts"):
            yield upright.capitalize(), _changed(spec, {"upright": upright})


LOW_M = 0.65
"""Under this a deck may be too low for its beams to stand under the joists [our own]."""


def _low(spec: DeckSpec) -> Iterator[tuple[str, Change]]:
    """Ways to lie lower: joists between the beams, concrete flush with the ground, beams of the joists' own depth."""
    if spec.bridge is not None or min(corner.height_m for corner in spec.outline) > LOW_M:
        return
    yield from _sleepers(spec)
    flush: dict[str, object] = {"seat": "flush", "pier_above_m": 0.0, "stand_off_m": min(spec.stand_off_m, 0.0254)}
    yield "Joists hung between the beams, concrete flush with the ground", _changed(spec, flush)
    low = {**flush, "beam": spec.joist}
    yield "Beams as deep as the joists, joists hung between them, concrete flush with the ground", _changed(spec, low)
    shallow = [
        one
        for one in of_kind("joist", stick(spec.joist, "joist", "joist"))
        if one.width_m <= stick(spec.joist, "joist", "joist").width_m
    ]
    for one in sorted(shallow, key=lambda item: item.width_m):
        for spacing_m in SPACINGS_M[one.metric]:
            wish = {**flush, "joist": one.key, "beam": one.key, "spacing_m": spacing_m}
            yield f"{one.says} for joists and beams, hung flush, concrete flush with the ground", _changed(spec, wish)


def _spacings_m(spec: DeckSpec, metric: bool) -> tuple[float, ...]:
    """Joist spacings to try: none wider than it is under boards that nobody has said the reach of."""
    made = is_made(stick(spec.board, "decking", "board"))
    most_m = (spec.made_boards.span_m or spec.spacing_m) if made else math.inf
    return tuple(one for one in SPACINGS_M[metric] if one <= most_m + 1e-6)


FLUSH_LEAST_M = 0.19
"""Lower than this no joists hang over concrete that is flush with the ground: a deck at the house is freed from it [geometry]."""

SLEEPERS_M = {False: 12 * IN, True: 0.4}
"""Distance of sleepers that is tried besides the one wished for, by feet or metric [our own]."""


def _sleepers(spec: DeckSpec) -> Iterator[tuple[str, Change]]:
    """Joists laid on gravel, free of the house, of every size that the height has room for."""
    if spec.on_sleepers or (not spec.stands_free and max(c.height_m for c in spec.outline) > FLUSH_LEAST_M):
        return
    board = stick(spec.board, "decking", "board")
    joist = stick(spec.joist, "joist", "joist")
    high_m = max(corner.height_m for corner in spec.outline) - board.thickness_m
    for one in of_kind("joist", joist):
        if one.width_m <= high_m + 1e-6 and (one.species, one.grade) == (joist.species, joist.grade):
            for spacing_m in sorted({spec.spacing_m, SLEEPERS_M[joist.metric]}, reverse=True):
                wish = {"rests": "sleepers", "attach": "free", "joist": one.key, "spacing_m": spacing_m}
                says = f"{one.says} laid as sleepers on gravel, free of the house: it moves with the ground"
                yield says, _changed(spec, wish)


GUARD_BAYS_M = {False: (5 * FT, 4 * FT, 3 * FT), True: (1.5, 1.2, 0.9)}
"""Distances of guard posts that are tried, by feet or metric."""


def _guard_posts(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Guard posts closer together: shorter rails, less on each post."""
    guard = case.spec.guard
    for bay_m in GUARD_BAYS_M[stick(case.spec.post, "post", "post").metric]:
        if bay_m < guard.spacing_max_m - 1e-9:
            yield (
                f"Guard posts at most {case.tape.length(bay_m)} apart",
                (("guard", replace(guard, spacing_max_m=bay_m)),),
            )


SCREENS = ((5 * FT, 1 * IN), (4 * FT, 2 * IN)), ((1.5, 0.025), (1.2, 0.05))
"""Tops over the boards and gaps of screens that are tried, by feet or metric."""


def _screens(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """A lower screen, or one with wider gaps: less wind on its posts."""
    guard = case.spec.guard
    if guard.screen_on == "none":
        return
    for top_m, gap_m in SCREENS[stick(case.spec.post, "post", "post").metric]:
        if top_m < guard.screen_m - 1e-6:
            yield f"The screen {case.tape.length(top_m)} high", (("guard", replace(guard, screen_m=top_m)),)
        if gap_m > guard.screen_gap_m + 1e-6:
            says = f"The screen's boards {case.tape.length(gap_m)} apart"
            yield says, (("guard", replace(guard, screen_gap_m=gap_m)),)


STRINGERS_M = {False: FT, True: 0.3}
"""Stringers closer together than they were are tried at this distance [common practice, 12 in]."""


def _stringers(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Whole stringers with treads on cleats in place of cut ones, closer stringers, a middle support, a landing straight on."""
    stairs, closer_m = case.spec.stairs, STRINGERS_M[stick(case.spec.post, "post", "post").metric]
    if any(stair.cut for stair in stairs):
        yield "Solid stringers", (("stairs", tuple(replace(stair, cut=False) for stair in stairs)),)
    if any(stair.spacing_m > closer_m + 1e-9 for stair in stairs):
        nearer = tuple(replace(stair, spacing_m=min(stair.spacing_m, closer_m)) for stair in stairs)
        yield f"Stringers {case.tape.length(closer_m)} apart", (("stairs", nearer),)
    for number, stair in enumerate(stairs):
        if stair.landing is not None or not _is_tall(case.spec, stair):
            continue
        if not stair.middle:
            yield "A support under the stair's middle", _stair(stairs, number, replace(stair, middle=True))
        half = _risers(case.spec, stair) // 2
        with_landing = replace(stair, middle=False, landing=Landing(risers=half))
        yield f"A landing in the stair, straight on, {half} risers above it", _stair(stairs, number, with_landing)


TALL_M = 1.2
"""A flight that rises less needs neither a middle support nor a landing [our own]."""
USUAL_RISER_M = 0.18


def _height_m(spec: DeckSpec, stair: StairDesign) -> float:
    corners = spec.outline
    ends = (corners[stair.edge], corners[(stair.edge + 1) % len(corners)])
    return max(corner.height_m for corner in ends)


def _is_tall(spec: DeckSpec, stair: StairDesign) -> bool:
    return stair.edge < len(spec.outline) and _height_m(spec, stair) > TALL_M


def _risers(spec: DeckSpec, stair: StairDesign) -> int:
    return max(4, math.ceil(_height_m(spec, stair) / (stair.riser_m or USUAL_RISER_M)))


def _stair(stairs: tuple[StairDesign, ...], number: int, changed: StairDesign) -> Change:
    return (("stairs", tuple(changed if k == number else one for k, one in enumerate(stairs))),)


def _changed(spec: DeckSpec, wish: dict[str, object]) -> Change:
    names = {field.name for field in fields(spec)}
    return tuple((name, value) for name, value in wish.items() if name in names and getattr(spec, name) != value)


def _says(
    case: DesignInput,
    wish: dict[str, object],
) -> str:
    spec = case.spec
    words = []
    if wish["joist"] != spec.joist or wish["spacing_m"] != spec.spacing_m:
        words.append(f"joists {sticks()[str(wish['joist'])].says} at {case.tape.length(float(str(wish['spacing_m'])))}")
    if wish["beam"] != spec.beam or wish["plies"] != spec.plies:
        words.append(f"beams of {wish['plies']} plies {sticks()[str(wish['beam'])].says}")
    text = ", ".join(words)
    return text[:1].upper() + text[1:] if text else "Current design"


def localized(spec: DeckSpec, school: str) -> DeckSpec:
    """The deck with timbers that are on sale under a school: the first of each role where its own are not."""

    def sold(key: str) -> bool:
        return key in sticks() and school in sticks()[key].schools

    metric = school != "us"

    def first(role: str, key: str, nth: int = 0) -> str:
        if sold(key) and sticks()[key].metric == metric:
            return key
        found = [
            item.key
            for item in sticks().values()
            if item.role == role and school in item.schools and item.metric == metric
        ]
        return found[min(nth, len(found) - 1)] if found else key

    if sold(spec.joist):
        return spec
    home = replace(
        spec,
        joist=first("joist", spec.joist, 2),
        beam=first("joist", spec.beam, 4),
        post=first("post", spec.post, 1),
        outer=first("joist", spec.outer, 1),
        board=first("decking", spec.board),
        guard=replace(spec.guard, spacing_max_m=min(spec.guard.spacing_max_m, rulebook(school).guard_bay_m)),
    )
    return replace(home, spacing_m=0.4, board_gap_m=0.005, gravel_m=0.1, stand_off_m=0.025) if metric else home
