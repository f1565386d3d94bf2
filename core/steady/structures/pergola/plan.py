"""A pergola's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from collections.abc import Sequence
from dataclasses import replace

from steady.ground.permits import too_high
from steady.measure.show import Tape
from steady.plan.model import Basis, Diagonal, Handle, Member, Part, Plan, Projection, Target
from steady.structures.canopy import pieces as frames
from steady.structures.canopy.lifting import heaviest_says
from steady.structures.canopy.steps import cautions_from, tasks_from
from steady.structures.kind import Case
from steady.structures.measured import PLACE_M, post_targets
from steady.structures.pergola import parts as pieces
from steady.structures.pergola.checks import PergolaFound, out_of_scope, reckon_pergola
from steady.structures.pergola.layout import Laid, shade_share, sun_at
from steady.structures.pergola.spec import PergolaSpec

PLAN_FORMAT = 1
SHADE_UNKNOWN = (
    "Type the place's latitude and longitude under Ground, and the clock's offset, to see the shade at an hour"
)


def plan_pergola(case: Case) -> Plan:
    """Plan a pergola.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    spec: PergolaSpec = case.spec
    found = reckon_pergola(case)
    laid = found.laid
    made, clashes = pieces.build(case, found)
    out_of_scope(found.findings, case)
    marks, handles = frames.marks(laid.frame), _handles(spec, laid)
    curves = frames.curves(laid.frame, pieces.outline(spec), pieces.wall_top_m(spec, laid))
    holes = frames.footings(laid.frame, found.feet)
    high = spec.high_m + laid.timber.beam.width_m + laid.timber.rafter.width_m
    high += laid.timber.slat.width_m * (1 + spec.second_slats) if laid.timber.slat else 0.0
    return Plan(
        format=PLAN_FORMAT,
        id=spec.id,
        school=case.book.key,
        built_on=Basis.RECKONED,
        accepted="",
        parts=made,
        footings=tuple(holes),
        curves=tuple(curves),
        marks=tuple(marks),
        checks=tuple(check for check in found.findings.checks if check.demanded),
        not_covered=tuple(found.findings.not_covered),
        practice=(),
        handles=tuple(handles),
        tasks=tuple(tasks_from("pergola_tasks", spec.id, _counts(spec, laid, made))),
        cautions=tuple(cautions_from("pergola_cautions", spec.id, _here(spec))),
        members=tuple(_members(case, found)),
        conflicts=(*clashes, *_falls(spec), *too_high(case.site.notes, spec.id, [(0.0, high)], case.tape)),
        notes=tuple(_notes(case, found, made, high)),
        views=(
            Projection(name="plan", title="Framing plan, from above", how="above"),
            Projection(name="elevation", title="From the front", how="along y", datum="floor, 0"),
            Projection(name="section", title="From the side", how="along x", datum="floor, 0"),
        ),
        targets=(
            *post_targets(marks, holes, (handle.id for handle in handles if handle.holds)),
            *(
                Target(about=curve.id, what=f"diagonal {number}", planned=curve.length_m, within=PLACE_M)
                for number, curve in enumerate((c for c in curves if isinstance(c, Diagonal)), start=1)
            ),
        ),
        called="pergola",
        reads="Two tapes from the left corner of the roof's first edge: along it, and square out from it. Marks to centres.",
    )


def _falls(spec: PergolaSpec) -> list[str]:
    """What makes it fall over, whatever the rest says."""
    if spec.upright != "none":
        return []
    return ["Nothing keeps it upright: knee braces both ways, or posts fixed in the ground"]


def _here(spec: PergolaSpec) -> set[str]:
    found = {"always"}
    found |= {"slats"} if spec.slat else set()
    found |= {"house"} if spec.attach == "house" else set()
    return found | ({"climbers"} if spec.grows == "climbers" else set())


def _counts(spec: PergolaSpec, laid: Laid, made: Sequence[Part]) -> dict[str, float]:
    def count(role: str) -> float:
        return float(sum(part.count for part in made if part.role == role))

    return {
        "posts": float(len(laid.frame.posts)),
        "beams": float(len(laid.lines_m)),
        "braces": count("brace"),
        "rafters": float(laid.rafters.count),
        "slats": count("slat"),
        "looks": 1.0,
        "ledgers": float(spec.attach == "house"),
    }


def _members(case: Case, found: PergolaFound) -> list[Member]:
    """What the sheet lists and selects."""
    spec, tape = case.spec, case.tape
    laid, t, me = found.laid, found.laid.timber, spec.id
    past = f", {tape.length(laid.rafter_past_m)} past the beam"
    rows = [
        Member(
            id=f"{me}/rafters",
            what="rafters",
            name=f"Rafters, {tape.length(spec.rafters_m)}",
            says=f"{laid.rafters.count} of {t.rafter.says} at {tape.length(laid.rafters.spacing_m)}{past}",
        )
    ]
    for line, y in enumerate(laid.lines_m, start=1):
        at = ", ".join(tape.length(x) for x in laid.frame.line_xs(line))
        rows.append(
            Member(
                id=f"{me}/beam/{line}",
                what="beam",
                name=f"Beam {line}",
                says=f"{spec.plies} plies of {t.beam.says}, {tape.length(spec.beams_m)}, {tape.length(y)} out; posts at {at}",
            )
        )
    for post in laid.frame.posts:
        foot = found.feet[post.id]
        rows.append(
            Member(
                id=f"{me}/post/{post.id}",
                what="post",
                name=f"Post {post.id.removeprefix('beam-')}",
                says=f"{t.post.says}; pier {tape.length(foot.width_m)} wide, {tape.length(foot.depth_m)} deep, "
                f"{foot.depth.governs.lower()} governs",
            )
        )
    if laid.slats is not None and t.slat is not None:
        covers = f"{laid.slat_cover * 100:.0f} % closed from straight above"
        rows.append(
            Member(
                id=f"{me}/slats",
                what="slats",
                name="Slats",
                says=f"{laid.slats.count} of {t.slat.says}, {tape.length(laid.slats.gap_m)} clear, "
                f"{tape.length(laid.slats.end_gap_m)} at both ends; {covers}",
            )
        )
    if spec.attach == "house":
        rows.append(
            Member(
                id=f"{me}/ledger", what="ledger", name="Ledger", says=f"{t.rafter.says}, {tape.length(spec.beams_m)}"
            )
        )
    rows.append(Member(id=f"{me}/upright", what="upright", name="What keeps it upright", says=_upright(found, tape)))
    return rows


def _upright(found: PergolaFound, tape: Tape) -> str:
    """In one sentence: what keeps it upright, and how far it sways."""
    words = {"knee braces": "knee braces both ways", "fixed posts": "posts fixed in the ground", "none": "nothing yet"}
    if not found.swayed:
        return words[found.held.stand.upright]
    drift = ", ".join(f"{tape.length(one.drift_m)} {one.way}" for one in found.swayed)
    return f"{words[found.held.stand.upright]}; at the worst wind it sways {drift}"


def _notes(case: Case, found: PergolaFound, made: Sequence[Part], high_m: float) -> list[str]:
    spec: PergolaSpec = case.spec
    laid, tape = found.laid, case.tape
    notes = [
        f"Its highest point stands {tape.length(high_m)} over the floor; head room under the beams {tape.length(spec.high_m)}"
    ]
    notes.append(_shade_note(case, laid))
    notes.append(heaviest_says(case, made))
    if spec.rafter_past_m is None or spec.beam_past_m is None:
        notes.append(
            "Overhangs are our own proportion: no rule says how far. Put one sample rafter up and look before the rest is cut"
        )
    if spec.attach == "house":
        notes.append(
            "The house holds it square to the wall; along the wall half of the push goes to the ledger, half to the braces"
        )
    notes.append("A joint that nothing lifts still gets two fixings")
    return notes


def _shade_note(case: Case, laid: Laid) -> str:
    """The shade at the hour asked, and what the other way round would give."""
    spec: PergolaSpec = case.spec
    if laid.slats is None:
        return "Bare rafters: no slats, hardly any shade"
    share, turned = shade_share(case, laid), shade_share(case, laid, turned=True)
    hour = f"{int(spec.sun.hour)}:{round(spec.sun.hour % 1 * 60):02d}"
    if share is None or turned is None:
        known = case.site.latitude_rad is not None and case.site.longitude_rad is not None
        return f"On {spec.sun.on} at {hour} the sun is down" if known and sun_at(case) is None else SHADE_UNKNOWN
    return (
        f"On {spec.sun.on} at {hour} slats and rafters stop {share:.0%} of the direct sun; with the slats square "
        f"to that, {turned:.0%}. Leaves, trees and the house are not reckoned"
    )


def _handles(spec: PergolaSpec, laid: Laid) -> list[Handle]:
    """Posts along their beams, beam lines in and out, and the roof's far edges."""
    held = {lock.id for lock in spec.locks}
    me = spec.id
    found = [
        Handle(
            id=f"{me}/post/{post.id}",
            field=f"locks/{post.id}",
            line=f"{me}/x",
            station_m=post.x_m,
            locked=post.id in held,
            axis="x",
            holds=True,
        )
        for post in laid.frame.posts
    ]
    for line, y in enumerate(laid.lines_m, start=1):
        found.append(
            Handle(id=f"{me}/beam/{line}", field=f"line/{line}", line=f"{me}/y", station_m=y, locked=False, axis="y")
        )
    found.append(
        Handle(id=f"{me}/edge/right", field="beams_m", line=f"{me}/x", station_m=spec.beams_m, locked=False, axis="x")
    )
    found.append(
        Handle(
            id=f"{me}/edge/front", field="rafters_m", line=f"{me}/y", station_m=spec.rafters_m, locked=False, axis="y"
        )
    )
    return found


def with_shade(spec: PergolaSpec, share: float) -> PergolaSpec:
    """The pergola with as many slats as stop a share of the sun at its hour."""
    return replace(spec, slats_by="shade", shade=share)
