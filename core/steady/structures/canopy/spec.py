"""What the installer says about any roof on posts. Lengths in metres."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.value_objects import value_object

Id = Annotated[str, MinLen(1), MaxLen(40)]
Words = Annotated[str, MaxLen(200)]


@value_object
class BeamPostLock:
    """A post that stays where it is along its beam."""

    id: Id
    at_m: Annotated[float, Ge(-60), Le(60)]
    why: Words = ""


@value_object
class SlabUnder:
    """A concrete slab that is there already, as it was looked at. None: nobody has.

    Args:
        thick_m: Its thickness, at an edge or in a drilled hole.
        edge_m: From the middle of the nearest post to the slab's nearest edge, joint or crack.
        sound: In one piece, without cracks, about every post.
        appendix: The local code adopts the patio-cover appendix (us): posts of little load need no footing under such a slab.
    """

    thick_m: Annotated[float, Ge(0.03), Le(0.6)] | None = None
    edge_m: Annotated[float, Ge(0.03), Le(10)] | None = None
    sound: bool = False
    appendix: bool = False


Stands = Literal["footings", "slab"]
"""What the posts stand on: new footings, or existing slab."""


@value_object
class RoofAbove:
    """The house's roof above one that hangs on it: what snow drifts and slides from. None: nobody has said.

    Args:
        eave_m: House eave height above this roof.
        length_m: The house's roof, as long as the wind blows over it toward this one.
        run_m: From its eave to its ridge, level.
        slopes_here: It slopes down this way, so that snow slides off it.
    """

    eave_m: Annotated[float, Gt(0), Le(20)] | None = None
    length_m: Annotated[float, Gt(0), Le(60)] | None = None
    run_m: Annotated[float, Gt(0), Le(30)] | None = None
    slopes_here: bool = True
