"""What a deck's sheet lists: joists, beams, posts with their footings, ledger, guard, stairs, each in one line of words."""

from steady.plan.model import Member
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers, line_of
from steady.structures.deck.checks.footings import PostResult, pier_top_m
from steady.structures.deck.checks.stairs import Stair
from steady.structures.deck.layout.framing import DeckFrame
from steady.structures.deck.spec.deck import runs_on
from steady.structures.guard.calculate import GuardResult
from steady.units.show import Tape
from steady.value_objects import positional_value_object


@positional_value_object
class Stands:
    """What stands under, around and before the frame."""

    posts: list[PostResult]
    guard: GuardResult
    stairs: list[Stair]


def members(
    collector: DeckCheckCollector,
    frame: DeckFrame,
    timber: DeckTimbers,
    *,
    stands: Stands,
    tape: Tape,
) -> list[Member]:
    """Every member that can be selected."""
    posts, guard, stairs = stands.posts, stands.guard, stands.stairs
    spec = collector.spec
    me = spec.id
    if spec.on_sleepers:
        bed = "on packers on the slab" if spec.on_slab else "on compacted gravel"
        return [
            Member(
                id=f"{me}/joists",
                what="joists",
                name="Sleepers",
                says=f"{len(frame.joists)} of {timber.joist.says} at {tape.length(spec.spacing_m)} {bed}",
            )
        ]
    past = f", {tape.length(frame.longest_past_m)} past the beam" if frame.longest_past_m > 0.005 else ""
    what = "stringers" if spec.bridge is not None else "joists"
    made = [
        Member(
            id=f"{me}/joists",
            what=what,
            name=f"{what.capitalize()}, span {tape.length(frame.longest_span_m)}",
            says=f"{len(frame.joists)} of {timber.joist.says} at {tape.length(spec.spacing_m)}{past}",
        )
    ]
    if spec.bearings:
        u, hardest = collector.book.units, max(spec.bearings, key=lambda one: one.dead_n + one.live_n)
        made.append(
            Member(
                id=f"{me}/bearings",
                what="bearings",
                name="Posts of a roof on it",
                says=f"{len(spec.bearings)} on doubled blocking between doubled joists; each brings up to "
                f"{(hardest.dead_n + hardest.live_n) / u.force_n:,.3g} {u.force} down and "
                f"{max(one.up_n for one in spec.bearings) / u.force_n:,.3g} {u.force} up",
            )
        )
    if spec.bridge is not None:
        made.append(Member(id=f"{me}/sills", what="sills", name="Sills", says=f"two of {timber.post.says}"))
    if frame.on_house:
        made.append(
            Member(
                id=f"{me}/ledger",
                what="ledger",
                name="Ledger",
                says=f"{timber.joist.says}, {tape.length(frame.plan.edges[0].length_m)}, {spec.ledger.fixing}s",
            )
        )
    unbroken = runs_on(spec)
    for run in frame.beams:
        ends = ", ".join(tape.length(post.u_m) for post in run.posts)
        own, plies = line_of(spec, timber, run.id)
        made.append(
            Member(
                id=f"{me}/beam/{run.id}",
                what="beam",
                name=run.id.replace("beam-", "Beam "),
                says=f"{plies} plies of {own.beam.says} at {tape.length(run.v_m)}, "
                f"carries {tape.length(run.carries_m(unbroken))}; "
                f"posts at {ends}",
            )
        )
    for post in posts:
        above = tape.length(pier_top_m(spec, post.top_m, post.has_post))
        below = (
            f"{timber.post.says}, {tape.length(post.length_m)}"
            if post.has_post
            else f"no post: the beam sits in a base on the pier, {above} above the ground"
        )
        made.append(
            Member(
                id=f"{me}/post/{post.at.id}",
                what="post",
                name=post.at.id.replace("beam-", "Post " if post.has_post else "Pier "),
                says=f"{below}; "
                f"{spec.footing_shape} footing {tape.length(post.footing.width_m)} wide, "
                f"{tape.length(post.footing.depth_m)} deep, {post.footing.depth.governs.lower()} governs",
            )
        )
    if spec.lateral.none and not spec.on_ledger and not spec.on_sleepers and spec.bridge is None:
        made.append(Member(id=f"{me}/post", what="upright", name="What keeps it upright", says="nothing yet"))
    if guard.runs:
        count = sum(len(run.posts_m) - len(run.carried) for run in guard.runs)
        made.append(
            Member(
                id=f"{me}/guard",
                what="guard",
                name=f"Guard, {tape.length(guard.height_m)} high",
                says=f"{count} posts of {timber.guard_post.says}, "
                f"balusters at most {tape.length(max(run.gap_m for run in guard.runs))} apart",
            )
        )
    for stair in stairs:
        one = stair.found
        rail = ("", ", with a handrail", ", with a handrail on both sides")[one.handrails]
        made.append(
            Member(
                id=f"{me}/stair/{stair.design.id}",
                what="stair",
                name=f"Stair, {one.risers} risers",
                says=f"{tape.length(one.riser_m)} up, {tape.length(stair.design.going_m)} on, {one.stringers} stringers{rail}; "
                f"landing {tape.length(one.run_m)} out",
            )
        )
    return made
