"""What lies on the ground inside a closed loop, as a crew asks for it."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le

from steady.value_objects import value_object


@value_object
class Floor:
    """Slabs on a bed, or gravel.

    Args:
        slab_m: A slab's side; slabs are square. None: as they are sold where the posts are, in inches or millimetres.
        joint_m: Left between slabs.
        bed_m: Depth of the sand under slabs, or of the gravel.
    """

    kind: Literal["nothing", "slabs", "gravel"] = "nothing"
    slab_m: Annotated[float, Ge(0.2), Le(1.2)] | None = None
    joint_m: Annotated[float, Ge(0.0), Le(0.05)] = 0.00635
    bed_m: Annotated[float, Gt(0.0), Le(0.5)] = 0.0508
