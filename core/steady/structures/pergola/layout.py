"""Where a pergola's posts, beams, rafters and slats stand, from its spec and its sticks."""

import itertools
import math

from steady.catalog.items import SectionItem, stick
from steady.errors import InvalidInputError
from steady.ground.clock import clock_h
from steady.ground.site import Site
from steady.layout.canopy import Members, Slats, members, slats_in_bay
from steady.layout.shade import across_sun, blocked, pitch_for, two_layers
from steady.layout.sun import sun_position
from steady.structures.built_up_posts import BuiltUp, built_up
from steady.structures.canopy.actions import HEIGHT_M, Sized
from steady.structures.canopy.frame import Header, RoofFrame, posts_on
from steady.structures.continuous_members import ContinuousMember
from steady.structures.pergola.bays import BayGrid, bays_shade, cross_rows, gap_for, lay_bays
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.structure_type import DesignInput
from steady.units.dates import day_of
from steady.value_objects import value_object

RAFTER_SHARE, BEAM_SHARE = 1 / 8, 1 / 12
"""What runs past, as a share of the span behind [our own: practice gives no rule]."""
PAST_LEAST_M, PAST_MOST_M, PAST_STEP_M = 0.15, 0.61, 0.05
INSIDE_M = 0.3
"""A held post stays so far inside its beam's ends."""


@value_object
class PergolaTimbers:
    """The sticks that a pergola is made of; `slat` None: bare rafters."""

    post: SectionItem
    beam: SectionItem
    rafter: SectionItem
    brace: SectionItem
    slat: SectionItem | None
    built_up: BuiltUp | None = None


@value_object
class RafterRow:
    """Rafters along the beams by the middles of each: the outer ones flush with the beams' ends, a pair over every braced post."""

    at: tuple[float, ...]
    thickness_m: float

    @property
    def count(self) -> int:
        """All of them."""
        return len(self.at)

    @property
    def spacing_m(self) -> float:
        """The widest from middle to middle: what one rafter carries at most."""
        return max(b - a for a, b in itertools.pairwise(self.at))

    @property
    def gap_m(self) -> float:
        """The widest clear between two."""
        return self.spacing_m - self.thickness_m

    @property
    def pitch_m(self) -> float:
        """From middle to middle in the mean: what all of them close and weigh goes by it."""
        return (self.at[-1] - self.at[0]) / (self.count - 1)


@value_object
class PergolaLayout:
    """Everything laid out; `slats`: those of one bay along the beams where there are bays."""

    timber: PergolaTimbers
    frame: RoofFrame
    rafter_past_m: float
    rafters: RafterRow
    slats: Slats | None
    bays: BayGrid | None
    solidity: float
    slat_cover: float

    @property
    def lines_m(self) -> tuple[float, ...]:
        """Place of each beam line, across."""
        return self.frame.lines_m


def timber_of(spec: PergolaSpec) -> PergolaTimbers:
    """The sticks. Raises InvalidInputError: the yard has no such stick."""
    rafter = stick(spec.rafter, "joist", "rafter")
    built = built_up(spec.core, spec.outer)
    return PergolaTimbers(
        post=built.as_stick() if built is not None else stick(spec.post, "post", "post"),
        built_up=built,
        beam=stick(spec.beam, "joist", "beam"),
        rafter=rafter,
        brace=stick(spec.brace, "joist", "brace") if spec.brace else rafter,
        slat=stick(spec.slat, "baluster rail", "slat") if spec.slat else None,
    )


def past_m(span_m: float, share: float) -> float:
    """What runs past a support where nobody said: a share of the span, to the next two inches. Source: our own."""
    return min(PAST_MOST_M, max(PAST_LEAST_M, round(span_m * share / PAST_STEP_M) * PAST_STEP_M))


def rafter_past_m(spec: PergolaSpec) -> float:
    """How far the rafters run past their beams: as typed, else by proportion."""
    return past_m(spec.rafters_m * 0.8, RAFTER_SHARE) if spec.rafter_past_m is None else spec.rafter_past_m


def sizes(spec: PergolaSpec) -> tuple[Sized, ...]:
    """What is measured of its frame: beams apart or from the house, and how high they stand."""
    past = rafter_past_m(spec)
    free = not spec.on_house
    return (
        Sized(
            key="lines",
            what="beams apart, middles" if free else "house to the beam's middle",
            field="rafters_m",
            more_m=2 * past if free else past,
            fixed=(("rafter_past_m", past),),
        ),
        Sized(key="high", what="clear height under the beams", field="high_m", within_m=HEIGHT_M),
    )


def lay_out(case: DesignInput, posts: int) -> PergolaLayout:
    """Set it out.

    Args:
        posts: Under each beam.

    Raises:
        InvalidInputError: Sizes that leave no room.
    """
    spec = case.spec
    timber = timber_of(spec)
    rafter_past = rafter_past_m(spec)
    beam_past = spec.beam_past_m
    if beam_past is None:
        beam_past = past_m(spec.beams_m / max(1, posts - 1), BEAM_SHARE)
    lines = _lines(spec, rafter_past)
    _pocket(spec, timber)
    if spec.beams_m - 2 * beam_past < INSIDE_M * (posts - 1):
        raise InvalidInputError(
            "beam_past_m", "The beams run so far past that their posts meet: less, or a longer beam"
        )
    frame = _frame(spec, timber, lines, beam_past=beam_past, count=posts)
    columns = _columns(spec, timber)
    bays = _bays(case, timber, columns)
    rafters = _rafters(spec, timber, columns, frame=frame)
    slats = bays.along if bays is not None else _slats(case, timber)
    solid, cover = _solidity(spec, timber, rafters, slats=slats, bays=bays)
    return PergolaLayout(
        timber=timber,
        frame=frame,
        rafter_past_m=rafter_past,
        rafters=rafters,
        slats=slats,
        bays=bays,
        solidity=solid,
        slat_cover=cover,
    )


def _pocket(spec: PergolaSpec, timber: PergolaTimbers) -> None:
    """Raises InvalidInputError: a beam that no pocket takes."""
    if not spec.seating.pocketed:
        return
    if timber.built_up is None:
        raise InvalidInputError(
            "seat", "A beam lies in a pocket of built-up posts alone: say what their core is, or seat it on top"
        )
    if spec.plies * timber.beam.thickness_m > timber.built_up.core.thickness_m + 1e-4:
        raise InvalidInputError(
            "plies", "The beam is thicker than the core whose pocket it lies in: one ply, or a thicker core"
        )


def _lines(spec: PergolaSpec, rafter_past: float) -> tuple[float, ...]:
    far = spec.rafters_m - rafter_past
    if spec.on_house:
        if far < INSIDE_M:
            raise InvalidInputError("rafter_past_m", "The rafters run farther past than they span")
        return (far,)
    if far - rafter_past < INSIDE_M:
        raise InvalidInputError("rafter_past_m", "The rafters run so far past that their two beams meet")
    return rafter_past, far


def rafter_run(spec: PergolaSpec, lines_m: tuple[float, ...]) -> ContinuousMember:
    """A rafter on its beams; attached to the house it starts there."""
    supports = lines_m if not spec.on_house else (0.0, *lines_m)
    return ContinuousMember(length_m=spec.rafters_m, supports_m=supports)


def _frame(
    spec: PergolaSpec, timber: PergolaTimbers, lines: tuple[float, ...], *, beam_past: float, count: int
) -> RoofFrame:
    # What each beam carries comes from the rafters' own reactions under an even load.
    reactions = rafter_run(spec, lines).reactions_n(1.0)
    held = {lock.id: lock.at_m for lock in spec.locks}
    return RoofFrame(
        me=spec.id,
        beams_m=spec.beams_m,
        high_m=spec.high_m,
        lines_m=lines,
        widths_m=reactions[len(reactions) - len(lines) :],
        posts=posts_on(lines, spec.beams_m, beam_past, count=count, held=held),
        beam_past_m=beam_past,
        post=timber.post,
        built_up=timber.built_up,
        beam=timber.beam,
        brace=timber.brace,
        plies=spec.plies,
        seat=spec.seat,
        upright=spec.upright,
        brace_m=spec.brace_m,
        on_house=spec.on_house,
        wet=spec.wet,
        gravel_m=spec.gravel_m,
        pier_above_m=spec.pier_above_m,
        pier_width_m=spec.pier_width_m,
        footing_depth_m=spec.footing_depth_m,
        slab=spec.slab if spec.stands == "slab" and not spec.on else None,
        on_deck=bool(spec.on),
        in_deck_m=spec.in_deck_m,
        across=_across(spec, timber),
    )


def braced_across(spec: PergolaSpec) -> bool:
    """Whether knee braces hold it across its beams."""
    return spec.lateral.braced and not spec.on_house


def _across(spec: PergolaSpec, timber: PergolaTimbers) -> Header | None:
    """What braces across hold: a pair of rafters over each post, or under bays a strut of two from beam to beam; outer faces
    flush with the post's."""
    if not braced_across(spec):
        return None
    off_m = (timber.post.width_m - timber.rafter.thickness_m) / 2
    under_m = spec.high_m + timber.beam.width_m - (timber.rafter.width_m if in_bays(spec, timber) else 0.0)
    return Header(under_m=under_m, deep_m=timber.rafter.width_m, at_m=(-off_m, off_m))


def in_bays(spec: PergolaSpec, timber: PergolaTimbers) -> bool:
    """Whether cross pieces part it into bays, whose grid the rafters keep."""
    return spec.bays_x > 0 and spec.bays_y > 0 and timber.slat is not None


def sun_at(case: DesignInput) -> tuple[float, float] | None:
    """Altitude and azimuth of the sun (rad) at the hour asked; None where the place or its clock is not known, or the sun is down.

    Raises:
        InvalidInputError: A day that is none.
    """
    spec, site = case.spec, case.site
    if site.latitude_rad is None or site.longitude_rad is None:
        return None
    day = day_of(spec.sun.on, "sun/on")
    if not site.time_zone and spec.sun.utc_h is None:
        return None
    ahead_h = clock_h(site, day, spec.sun.hour, typed_h=spec.sun.utc_h)
    altitude, azimuth = sun_position(
        site.latitude_rad, site.longitude_rad, day, local_hours=spec.sun.hour, utc_offset_hours=ahead_h
    )
    return (altitude, azimuth) if altitude > 0 else None


def run_azimuth(site: Site) -> float:
    """Which way the slats run: along the beams. North lies so far left of straight out from them (from north, clockwise)."""
    return math.pi / 2 + site.north_rad


def _rafters(spec: PergolaSpec, timber: PergolaTimbers, columns: Members, *, frame: RoofFrame) -> RafterRow:
    """Evenly between those that are fixed: the outer ones, and a pair over each post where braces across need one.

    Source: geometry; pairs with their outer faces flush with the post's, the rest no farther apart than asked.
    """
    thick = timber.rafter.thickness_m
    if frame.across is None or in_bays(spec, timber):
        return RafterRow(at=tuple(columns.at_m(k + 1) for k in range(columns.count)), thickness_m=thick)
    pairs = [
        (max(thick / 2, x + frame.across.at_m[0]), min(spec.beams_m - thick / 2, x + frame.across.at_m[1]))
        for x in frame.line_xs(1)
    ]
    found: list[float] = []
    first, last = thick / 2, spec.beams_m - thick / 2
    for low, high in ((first, first), *pairs, (last, last)):
        if found and low - found[-1] < 2 * thick:
            # A pair this near an outer rafter takes its place.
            found = [at for at in found if at < low - thick - 1e-9]
        if found:
            gaps = math.ceil((low - found[-1]) / spec.rafter_spacing_m - 1e-9)
            found += [found[-1] + (low - found[-1]) * k / gaps for k in range(1, gaps)]
        found += [low] if high - low < 1e-9 else [low, high]
    return RafterRow(at=tuple(found), thickness_m=thick)


def _columns(spec: PergolaSpec, timber: PergolaTimbers) -> Members:
    if spec.bays_x > 0 and spec.bays_y > 0:
        return members(spec.beams_m, timber.rafter.thickness_m, count=spec.bays_x + 1)
    return members(spec.beams_m, timber.rafter.thickness_m, most_m=spec.rafter_spacing_m)


def _bays(case: DesignInput, timber: PergolaTimbers, rafters: Members) -> BayGrid | None:
    spec: PergolaSpec = case.spec
    if not (spec.bays_x > 0 and spec.bays_y > 0) or timber.slat is None:
        if spec.turns:
            raise InvalidInputError("turns", "Slats turn from bay to bay: say how many bays, along the beams and out")
        return None
    if spec.second_slats:
        raise InvalidInputError("second_slats", "Bays have one layer of slats: no second layer, or 0 bays")
    rows = cross_rows(spec.rafters_m, timber.rafter, spec.bays_y, hung=spec.on_house)
    by: tuple[str, float] = {
        "count": ("count", spec.slat_count),
        "cover": ("cover", spec.slat_cover),
    }.get(spec.slats_by, ("gap", spec.slat_gap_m))
    if spec.slats_by == "shade":
        sun = sun_at(case)
        if sun is None:
            raise InvalidInputError("sun", NO_SUN)
        by = (
            "gap",
            gap_for(rafters, rows, timber.slat, turns=spec.turns, asked=(spec.shade, sun, run_azimuth(case.site))),
        )
    try:
        return lay_bays(rafters, rows, timber.slat, turns=spec.turns, by=by)
    except InvalidInputError as error:
        raise InvalidInputError(FIELDS.get(error.field, "slat"), error.message) from None


FIELDS = {"count": "slat_count", "cover": "slat_cover", "gap": "slat_gap_m"}
NO_SUN = "Under Ground say where the place lies and its time zone, and here an hour when the sun is up"


def _slats(case: DesignInput, timber: PergolaTimbers) -> Slats | None:
    """Slats lie along the beams; they repeat across them, over the rafters' whole length."""
    spec = case.spec
    slat = timber.slat
    if slat is None:
        return None
    bay, wide = spec.rafters_m, slat.thickness_m
    try:
        if spec.slats_by == "count":
            return slats_in_bay(bay, wide, count=spec.slat_count)
        if spec.slats_by == "cover":
            return slats_in_bay(bay, wide, cover=spec.slat_cover)
        if spec.slats_by == "shade":
            return slats_in_bay(bay, wide, count=_count_for(case, slat))
        return slats_in_bay(bay, wide, gap_m=spec.slat_gap_m)
    except InvalidInputError as error:
        raise InvalidInputError(FIELDS.get(error.field, "slat"), error.message) from None


def _count_for(case: DesignInput, slat: SectionItem) -> int:
    """How many slats stop the wished share of direct sun at the hour asked. Source: geometry."""
    spec: PergolaSpec = case.spec
    sun = sun_at(case)
    if sun is None:
        raise InvalidInputError("sun", NO_SUN)
    across = across_sun(*sun, run_azimuth(case.site))
    pitch = pitch_for(slat.thickness_m, slat.width_m, across, share=spec.shade)
    return max(2, math.ceil(spec.rafters_m / max(pitch, slat.thickness_m) - 1e-9))


def _solidity(
    spec: PergolaSpec, timber: PergolaTimbers, rafters: RafterRow, *, slats: Slats | None, bays: BayGrid | None
) -> tuple[float, float]:
    """Share closed from straight above, slats and rafters together (their union), and of the slats alone."""
    bare = timber.rafter.thickness_m / rafters.pitch_m
    if bays is not None and timber.slat is not None:
        bare = two_layers(bare, timber.rafter.thickness_m / bays.rows.spacing_m)
        cover = min(1.0, timber.slat.thickness_m / bays.pitch_m)
        return two_layers(cover, bare), cover
    if slats is None or timber.slat is None:
        return bare, 0.0
    cover = min(1.0, timber.slat.thickness_m / slats.pitch_m)
    if spec.second_slats:
        cover = two_layers(cover, cover)
    return 1 - (1 - cover) * (1 - bare), cover


def shade_share(case: DesignInput, layout: PergolaLayout, turned: bool = False) -> float | None:
    """Share of direct sun that slats and rafters stop at the hour asked; `turned`: were the slats square to how they run.

    None: the place is not known, the sun is down, or there are no slats.

    Source: geometry: crossing layers let through the product of what each lets through.
    """
    sun = sun_at(case)
    slat = layout.timber.slat
    if sun is None or slat is None or layout.slats is None:
        return None
    run = run_azimuth(case.site) + (math.pi / 2 if turned else 0.0)
    if layout.bays is not None:
        return bays_shade(layout.bays, slat, layout.timber.rafter, sun=sun, run_rad=run)
    first = blocked(slat.thickness_m, slat.width_m, layout.slats.pitch_m, across=across_sun(*sun, run))
    rafter = layout.timber.rafter
    second = blocked(
        rafter.thickness_m, rafter.width_m, layout.rafters.pitch_m, across=across_sun(*sun, run + math.pi / 2)
    )
    both = two_layers(first, second)
    if case.spec.second_slats:
        crossing = blocked(
            slat.thickness_m, slat.width_m, layout.slats.pitch_m, across=across_sun(*sun, run + math.pi / 2)
        )
        both = two_layers(both, crossing)
    return both
