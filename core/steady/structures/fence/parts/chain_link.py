"""What holds chain link: caps, tension bars and bands, rail ends, ties, rings and the wire along its foot."""

import math

from steady.layout.mesh import USUAL_PARTS, chain_link
from steady.plan.model import Part, PartPlacement
from steady.structures.fence.layout.line import UP, BoardStretch
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.parts.pieces import hardware
from steady.structures.fence.spec.case import FenceCase
from steady.units.units import FT

TENSION_WIRE_M = 100 * FT
"""Tension wire in a coil [common practice]."""
TERMINALS = frozenset({"end", "corner", "gate", "closing"})
"""Posts that the mesh is pulled to."""
ENDS = 2


def fittings(case: FenceCase, out: SetOut, runs: list[BoardStretch]) -> list[Part]:
    """Fittings stretch by stretch between terminal posts, and a cap on every post; none for what is not chain link.

    Source: practice (from memory, medium to high): a bar at each end with a band a foot, rail and post ties, rings below.
    """
    spec = case.spec
    if not spec.infill.traits.fitted or not runs:
        return []
    at = PartPlacement(
        id=f"{spec.id}/fittings", at=(out.posts[0].leg.x_m, out.posts[0].leg.y_m, 0.0), along=UP, up=(1.0, 0.0, 0.0)
    )
    lengths_m = [run.bays[-1].end.station_m - run.bays[0].start.station_m for run in runs]
    stretches = [chain_link(length_m, spec.height_m) for length_m in lengths_m]
    inner = [max(0, len(run.bays) - 1) for run in runs]
    many = len(runs)
    post_ties = math.ceil(spec.height_m / USUAL_PARTS.tie_m - 1e-9)
    terminals = sum(post.kind in TERMINALS or bool(post.opening) for post in out.posts if post.kind != "closing")
    along_m = math.fsum(lengths_m)
    counts = {
        "loop cap": sum(inner),
        "dome cap": terminals,
        "tension bar": ENDS * many,
        "tension band": sum(stretch.bands for stretch in stretches) + ENDS * many,
        "rail end": ENDS * many,
        "fence tie": sum(stretch.rail_ties for stretch in stretches) + sum(inner) * post_ties,
        "hog ring": sum(stretch.rail_ties for stretch in stretches),
        "tension wire 100 ft": math.ceil(along_m / TENSION_WIRE_M - 1e-9),
    }
    return [hardware(spec, item, (at,), each=count) for item, count in counts.items() if count]
