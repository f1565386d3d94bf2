"""One structure that rests on another of the same job: where, and what each of its posts brings down, lifts and pushes.

Structures do not know each other: the job asks the one for what it brings and plans the other with it.
"""

from typing import Annotated

from annotated_types import Ge, Le, MaxLen, MinLen

from steady.value_objects import value_object


@value_object
class SupportLink:
    """That a structure rests on another: the other's id, and where its own datum corner stands on the other's axes (m)."""

    on: str
    x_m: float
    y_m: float


@value_object
class PostReaction:
    """What one post brings to what it rests on.

    Args:
        id: The post's own id, in the other structure. `says`: what it is, in words.
        x_m, y_m: Where it stands.
        dead_n: Its lasting load; `live_n`: the worst that comes and goes (both unfactored).
        up_n: What the wind lifts net of resisting dead load above; `push_n`: sideways (both at the school's design level).
        held_m: Where a pocket holds the post upright: how high over the floor it is pushed; 0: it stands on a base that turns.
        post_m: How wide such a post is.
        stick: What it is cut from; empty: built up of plies. `wide_m`: how wide it is. `clear_m`: from the floor to its beam.
        why: What of it is not known; empty: all is.
    """

    id: Annotated[str, MinLen(1), MaxLen(80)]
    says: Annotated[str, MaxLen(120)] = ""
    x_m: Annotated[float, Ge(-60), Le(60)]
    y_m: Annotated[float, Ge(-60), Le(60)]
    dead_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    live_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    up_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    push_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    held_m: Annotated[float, Ge(0), Le(10)] = 0.0
    post_m: Annotated[float, Ge(0), Le(1)] = 0.0
    stick: Annotated[str, MaxLen(60)] = ""
    wide_m: Annotated[float, Ge(0), Le(1)] = 0.0
    clear_m: Annotated[float, Ge(0), Le(10)] = 0.0
    why: Annotated[str, MaxLen(300)] = ""
