"""The order in which a gate's leaves are made and hung: what is done, what it waits for, and what holds it."""

from steady.plan.model import Task
from steady.structures.gate.leaf import Leaf


def tasks(gate: str, what: str, leaves: tuple[Leaf, ...], *, after: tuple[tuple[str, str], ...]) -> list[Task]:
    """Make, fit and hang the leaves of one opening.

    Args:
        gate: The gate's id.
        what: What the crew calls it.
        leaves: Its one or two leaves.
        after: What must be done first: its posts set and cured.

    Source: common practice.
    """
    design = leaves[0].design
    count = (("leaves", float(len(leaves)), ""),)
    made = [
        Task(
            id=f"{gate}/make",
            what=f"{what}: measure the opening at top, middle and bottom; {_frame(leaves)}",
            about=(gate,),
            work=count,
            after=after,
            hold="opening measured three times before a leaf is cut; diagonals as on the sheet before the brace is fixed",
        ),
        Task(
            id=f"{gate}/fit",
            what=f"{what}: lay {_hardware(leaves)} on the frame, mark their holes clear of the screws already in it, bore, fix",
            about=(gate,),
            work=count,
            after=((f"{gate}/make", ""),),
        ),
    ]
    hinges = (
        "first boards on, then the hinges that lap them" if design.hinges_lap_boards else "hinges on the bare frame"
    )
    together = (
        "both leaves as one on packers, their gap kept by a spacer and both clamped together"
        if len(leaves) == 2
        else "the leaf on packers"
    )
    held = "the brace is in" if design.braced else "the corners are fixed"
    made.append(
        Task(
            id=f"{gate}/hang",
            what=(
                f"{what}: {together}; {hinges}, their pins on one line; the latch; the rest of the boards; "
                f"packers out only when {held}"
            ),
            about=(gate,),
            work=count,
            after=((f"{gate}/fit", ""),),
            hold="swings clear all the way, gaps even, a mark for the sag log on the latch post",
        )
    )
    return made


def _frame(leaves: tuple[Leaf, ...]) -> str:
    design = leaves[0].design
    brace = "" if not design.braced else ", brace in"
    if design.raked and len(leaves) == 2:
        return f"build both leaves as one frame to the strings{brace}, then cut it apart at the middle gap"
    if design.raked:
        return f"make the leaf to the strings, its stiles plumb and its rails on the slope{brace}"
    return f"make {'both leaves' if len(leaves) == 2 else 'the leaf'} square on the bench{brace}"


def _hardware(leaves: tuple[Leaf, ...]) -> str:
    design = leaves[0].design
    items = ["hinges", "latch" if design.latches_count == 1 else "two latches"]
    if len(leaves) == 2:
        items.append("drop rod with its sleeve")
    if design.wheel:
        items.append("wheel")
    if design.closer_n_m > 0:
        items.append("spring")
    return ", ".join(items[:-1]) + " and " + items[-1]
