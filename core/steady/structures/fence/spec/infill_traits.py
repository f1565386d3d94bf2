"""What an infill is, for everything that does not draw it: who carries it, what it is bought as, what it cannot do without."""

from dataclasses import replace
from typing import Literal

from steady.value_objects import value_object

Style = Literal[
    "butted",
    "even gaps",
    "board on board",
    "both faces",
    "slats",
    "louvres",
    "bought panels",
    "lattice panels",
    "stock panels",
    "wire mesh",
    "chain link",
    "metal panels",
    "vinyl panels",
]


@value_object
class InfillTraits:
    """Facts about one infill. Every one is given: there are no defaults, so that nothing is taken as no.

    Args:
        key: Its value in a fence's document.
        noun: What a client calls a fence closed with it.
        stick: What one of its level sticks is called, or a rail where there are boards.
        task: How it is put up, as the heading of a task.
        faces: What is seen of it from either side.
        lasts: How it stands up to the years [common practice].
        words: How it is typed in ordinary words (regular expressions).
        board_layers: Layers of plumb boards nailed to the rails, 0 for none; `over_face`: how many of them lie on the rails' face.
        lapped: Boards lap, so that closed and open faces alternate.
        two_faced: Boards hang on both faces of the rails.
        butted: Boards stand side by side without gaps.
        evened: Boards stand with gaps that come out even.
        level: Level sticks of the rail's stock close the bay; they are its rails.
        wired: Wire hangs on the posts.
        strained: Woven wire that is pulled tight between its ends.
        made: A made panel, whose own strength is its maker's to say.
        spans_bay: It spans from post to post itself, so that a wider bay is not tried.
        free_at_corners: It ends between posts or bends round them: corners need no laps.
        butts_on_posts: Pieces end against each other on a post.
        stock_role: Role of what is bought for it, if not sticks; `stock_species`: what the first choice is made of.
        fitted: Held by caps, bands and ties on steel posts with a steel top rail; end, corner and gate posts are a size larger.
        on_tubes: Its posts are steel tubes, by height.
        needs: Fields that it cannot do without, and their values.
    """

    key: Style
    noun: str
    stick: str
    task: str
    faces: str
    lasts: str
    words: tuple[str, ...]
    board_layers: int
    over_face: int
    lapped: bool
    two_faced: bool
    butted: bool
    evened: bool
    level: bool
    wired: bool
    strained: bool
    made: bool
    spans_bay: bool
    free_at_corners: bool
    butts_on_posts: bool
    stock_role: Literal["", "panel", "wire"]
    stock_species: str
    fitted: bool
    on_tubes: bool
    needs: tuple[tuple[str, object], ...]

    @property
    def boarded(self) -> bool:
        """Plumb boards on rails."""
        return self.board_layers > 0


_BUTTED = InfillTraits(
    key="butted",
    noun="fence of upright boards side by side",
    stick="rail",
    task="Boards on",
    faces="Boards in front; rails and posts behind",
    lasts="Boards shrink to a gap; no air, so wet longest at the rails",
    words=(r"(?:close[- ]?board(?:ed)?|solid boards?|butted(?: boards?)?|privacy)",),
    board_layers=1,
    over_face=1,
    lapped=False,
    two_faced=False,
    butted=True,
    evened=False,
    level=False,
    wired=False,
    strained=False,
    made=False,
    spans_bay=False,
    free_at_corners=False,
    butts_on_posts=False,
    stock_role="",
    stock_species="",
    fitted=False,
    on_tubes=False,
    needs=(),
)
_EVEN_GAPS = replace(
    _BUTTED,
    key="even gaps",
    noun="fence of upright boards with open gaps",
    task="Boards on, gauge block between",
    lasts="Dries well; boards are changed one by one",
    words=(r"(?:pickets?|open boards?|even gaps)",),
    butted=False,
    evened=True,
)
_BOARD_ON_BOARD = replace(
    _BUTTED,
    key="board on board",
    noun="fence of upright boards that overlap",
    task="Under boards on, then the outer ones",
    faces="Boards in front, two deep; rails and posts behind",
    lasts="Wet between the laps; two layers to look after",
    words=(r"board[- ]on[- ]board",),
    board_layers=2,
    over_face=2,
    lapped=True,
    butted=False,
)
_BOTH_FACES = replace(
    _BOARD_ON_BOARD,
    key="both faces",
    noun="fence with boards on both faces",
    task="Boards on, front first, then the back",
    faces="Alike from both sides: every second board on each",
    lasts="Air on both sides of every board",
    words=(r"(?:boards )?on both faces",),
    over_face=1,
    two_faced=True,
    needs=(("rail_laid", "flat"),),
)
_SLATS = replace(
    _BUTTED,
    key="slats",
    noun="fence of level slats",
    stick="slat",
    task="Slats on from the datum, spacer block between",
    faces="Slats in front; posts behind, seen between them",
    lasts="Dries well; thin slats bow over long bays",
    words=(r"(?:slats|slatted|level slats)",),
    board_layers=0,
    butted=False,
    level=True,
    spans_bay=True,
)
_LOUVERS = replace(
    _SLATS,
    key="louvres",
    noun="fence of tilted slats",
    stick="louver",
    task="Cleats plumb, louvres in",
    faces="Slats on both sides; posts between them",
    lasts="Water lies on flat blades: slope them, finish the upper edges",
    words=(r"(?:louvres?|louvers?|louvered|louvred)",),
    free_at_corners=True,
)
_MADE_PANELS = replace(
    _BUTTED,
    key="bought panels",
    noun="fence of ready-made panels",
    task="Panels in their clips, each plumb and level",
    faces="As the panel's maker has it; posts on both sides",
    lasts="As long as its maker says; changed whole",
    words=(),
    board_layers=0,
    butted=False,
    made=True,
    free_at_corners=True,
    stock_role="panel",
    stock_species="made panel",
    needs=(("bays", "panels"),),
)
_LATTICE = replace(
    _MADE_PANELS,
    key="lattice panels",
    noun="fence of framed lattice",
    task="Lattice panels in their clips, each plumb and level",
    faces="Alike from both sides",
    lasts="Thin strips: stained often, changed panel by panel",
    words=(r"lattice(?: panels?)?",),
    stock_species="lattice",
)
_STOCK_PANELS = replace(
    _BUTTED,
    key="stock panels",
    noun="fence of welded wire panels",
    task="Wire up: first the ends, then stapled post by post",
    faces="Wire in front; posts behind",
    lasts="Galvanised wire outlasts the posts",
    words=(),
    board_layers=0,
    butted=False,
    wired=True,
    spans_bay=True,
    free_at_corners=True,
    butts_on_posts=True,
    stock_role="wire",
    stock_species="welded wire",
)
_MESH = replace(
    _STOCK_PANELS,
    key="wire mesh",
    strained=True,
    noun="fence of wire mesh on timber",
    task="Wire strained and stapled post by post",
    lasts="Galvanised; strained again every few years",
    words=(r"(?:wire mesh|mesh|rolled wire)",),
    spans_bay=False,
    butts_on_posts=False,
    stock_species="woven wire",
)
_CHAIN_LINK = replace(
    _MESH,
    key="chain link",
    strained=False,
    fitted=True,
    on_tubes=True,
    noun="fence of chain link",
    task="Mesh hung, pulled tight, tied",
    faces="Mesh in front; posts and top rail behind",
    lasts="Galvanised; ties and bands looked at every few years",
    words=(r"chain[- ]?link(?: mesh)?",),
    spans_bay=True,
    stock_species="chain link",
    needs=(("rail_laid", "between, on edge"), ("rail_end", "brackets")),
)
_METAL_PANELS = replace(
    _MADE_PANELS,
    key="metal panels",
    noun="fence of metal panels",
    task="Panels in their brackets, each plumb, raked with the ground",
    faces="Alike from both sides",
    lasts="Coated: scratches are touched up at once; brackets looked at every few years",
    words=(r"(?:metal|steel|alumini?um|ornamental)(?: fence)? panels?",),
    on_tubes=True,
    stock_species="metal panel",
)
_VINYL_PANELS = replace(
    _METAL_PANELS,
    key="vinyl panels",
    noun="fence of vinyl panels",
    task="Panels into their routed posts, one end of each rail free to move",
    lasts="Washed; grows and shrinks with heat, and is stiff in none: its posts have a steel core",
    words=(r"(?:vinyl|pvc)(?: fence)?(?: panels?)?",),
    stock_species="vinyl panel",
)
TRAITS: dict[Style, InfillTraits] = {
    one.key: one
    for one in (
        _BUTTED,
        _EVEN_GAPS,
        _BOARD_ON_BOARD,
        _BOTH_FACES,
        _SLATS,
        _LOUVERS,
        _MADE_PANELS,
        _LATTICE,
        _STOCK_PANELS,
        _MESH,
        _CHAIN_LINK,
        _METAL_PANELS,
        _VINYL_PANELS,
    )
}
"""Every infill there is, in the order in which they are offered."""


def traits_of(key: Style) -> InfillTraits:
    """The facts about one infill.

    Raises:
        KeyError: There is no such infill; a document that names one is refused before.
    """
    return TRAITS[key]
