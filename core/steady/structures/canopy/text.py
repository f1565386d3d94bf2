"""What is said of the posts under any roof, and of what keeps it upright."""

from collections.abc import Mapping

from steady.catalog.items import SectionItem
from steady.plan.model import Member
from steady.structures.canopy.frame import RoofFrame
from steady.structures.canopy.load_path_checks import LateralSystemResult
from steady.units.show import Tape

NOTHING_UPRIGHT = "Nothing keeps it upright: knee braces both ways, or embedded posts"
UPRIGHT: Mapping[str, str] = {
    "knee braces": "knee braces both ways",
    "fixed posts": "embedded posts",
    "none": "nothing yet",
}


ON_DECK = "on doubled blocking in the deck's frame, through its boards"
IN_DECK = "posts held in blocked pockets of the deck's frame"


def plies_of(count: int, stick: SectionItem) -> str:
    """A beam's plies, in words."""
    return f"{count} {'ply' if count == 1 else 'plies'} of {stick.says}"


def post_name(post: str) -> str:
    """What a sheet calls a post."""
    return f"Post {post.removeprefix('beam-')}"


def post_members(frame: RoofFrame, held: LateralSystemResult, tape: Tape) -> list[Member]:
    """Each post with its footing, as the sheet lists them."""
    rows = []
    for post in frame.posts:
        foot = held.feet.get(post.id)
        if foot is None:
            under = IN_DECK.removeprefix("posts ") if frame.in_pocket else ON_DECK
            under = "on a base bolted to the slab" if frame.slab is not None else under
            stands = f"{frame.post.says}; {under}"
            rows.append(Member(id=f"{frame.me}/post/{post.id}", what="post", name=post_name(post.id), says=stands))
            continue
        rows.append(
            Member(
                id=f"{frame.me}/post/{post.id}",
                what="post",
                name=post_name(post.id),
                says=f"{frame.post.says}; pier {tape.length(foot.width_m)} wide, {tape.length(foot.depth_m)} deep, "
                f"{foot.depth.governs.lower()} governs",
            )
        )
    return rows


def upright_member(
    frame: RoofFrame, held: LateralSystemResult, tape: Tape, *, braces: str = UPRIGHT["knee braces"], also: str = ""
) -> Member:
    """What keeps it upright, in one sentence, and how far it sways.

    Args:
        braces: What its knee braces do, in words.
        also: What else holds it, after a comma.
    """
    drift = ", ".join(f"{tape.length(one.drift_m)} {one.way}" for one in held.swayed)
    sways = f"; at the worst wind it sways {drift}" if drift else ""
    way = IN_DECK if frame.in_pocket else {**UPRIGHT, "knee braces": braces}[held.stand.upright]
    return Member(id=f"{frame.me}/upright", what="upright", name="What keeps it upright", says=f"{way}{also}{sways}")
