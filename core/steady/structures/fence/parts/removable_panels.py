"""Hardware of bays that lift out: hooks for their long rails, and nothing screwed to the posts."""

from steady.plan.model import Part, PartPlacement
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.spec.fence import FenceSpec


def lift_outs(spec: FenceSpec, out: SetOut) -> list[Part]:
    """A hook and plate at both ends of every rail of a bay that lifts out."""
    made = []
    for item in spec.lift_outs:
        post = next(post for post in out.posts if post.id == f"{item.id}-a")
        place = PartPlacement(
            id=f"{spec.id}/lift-out/{item.id}",
            at=(*post.leg.point(post.station_m), post.ground_m),
            along=(0.0, 0.0, 1.0),
            up=(1.0, 0.0, 0.0),
        )
        made.append(
            Part(
                id=f"{spec.id}/lift-out/{item.id}/hooks",
                role="hardware",
                item="lift-out bracket",
                length_m=0.0,
                section_m=(0.0, 0.0),
                places=(place,),
                each=2 * spec.rails_count,
            )
        )
    return made
