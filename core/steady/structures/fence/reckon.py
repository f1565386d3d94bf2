"""The checks of a fence: each post's hold in the ground and bending, each bay's rails sideways and downward.

Gate leaves bring their own checks, and their pull to the posts that carry them. Nothing is said to pass for public use.
"""

from steady.ground.site import Site
from steady.plan.model import Basis, NotCovered
from steady.rulebooks.base import Rulebook
from steady.structures.fence.arches import Standing
from steady.structures.fence.findings import Loads, Reckoning, Timber, gap
from steady.structures.fence.gates import Hanging, pulls, slams
from steady.structures.fence.posts import PostReckoner
from steady.structures.fence.rails import RailReckoner
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.stations import SetOut
from steady.structures.fence.tops import tops
from steady.structures.gate.arch import ArchFound
from steady.structures.gate.reckon import LeafFound

PUBLIC = "public use is outside what a house tool may answer"
ASK = "ask an engineer"


def reckon(
    spec: FenceSpec,
    site: Site,
    book: Rulebook,
    out: SetOut,
    timber: Timber,
    hole_width_m: float,
    hangings: list[Hanging],
    arches: list[Standing],
    loads: Loads,
) -> Reckoning:
    """Reckon every post and bay of a fence."""
    found = Reckoning()
    found.pulls = pulls(hangings)
    found.slams = slams(hangings, book)
    found.high = {post: item.found.high for item in arches for post in item.posts if item.found.high is not None}
    found.rise_m = {post: max(0.0, top - spec.height_m - spec.gap_m) for post, top in tops(spec, out).items()}
    if loads.refused is not None:
        found.not_covered.append(gap("Wind on the fence", spec.id, loads.refused))
    found.not_covered.append(
        NotCovered(
            name="Span table",
            about=spec.id,
            basis=Basis.TABLE,
            reason=f"{book.title} has no prescriptive table for fences",
            would_have_to_change="nothing: use the reckoning",
        )
    )
    posts = PostReckoner(spec, site, book, loads, timber, hole_width_m, found)
    for index, post in enumerate(out.posts):
        if post.kind == "closing":
            continue
        before = out.posts[index - 1] if index else None
        after = out.posts[index + 1] if index + 1 < len(out.posts) else None
        wraps_m = (out.posts[-1].station_m - out.posts[-2].station_m) / 2 if spec.closed and not index else 0.0
        posts.reckon(post, before, after, wraps_m)
    rails = RailReckoner(spec, book, loads, timber, found)
    for bay in out.bays:
        if bay.opening is None and not bay.lift_out:
            rails.reckon(bay)
    brought_by: list[LeafFound | ArchFound] = [hanging.found for hanging in hangings]
    brought_by += [item.found for item in arches]
    for brought in brought_by:
        found.checks += brought.checks
        found.not_covered += brought.not_covered
    if site.use == "public":
        found.checks.clear()
        found.not_covered = [
            NotCovered(name="All checks", about=spec.id, basis=basis, reason=PUBLIC, would_have_to_change=ASK)
            for basis in (Basis.RECKONED, Basis.TABLE)
        ]
    return found
