"""Mesh fences: how much of a mesh is solid, what a stretch of chain link takes, what braces its end posts."""

import math

from steady.errors import InvalidInputError
from steady.units.units import FT, IN
from steady.value_objects import value_object


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def solidity(wire_m: float, mesh_m: float, mesh_across_m: float) -> float:
    """Solid share of a mesh, clear sizes between wires; the overlaps of its weave are neglected. Source: geometry."""
    _positive(wire=wire_m, mesh=mesh_m, mesh_across=mesh_across_m)
    return 1 - mesh_m * mesh_across_m / ((mesh_m + wire_m) * (mesh_across_m + wire_m))


def screened(mesh: float, screen: float) -> float:
    """Solid share of a mesh with a screen over it.

    Raises:
        InvalidInputError: A share outside 0 to 1.
    """
    for name, share in (("solidity", mesh), ("screen", screen)):
        if not 0 <= share <= 1:
            raise InvalidInputError(name, "must be 0 to 1")
    return 1 - (1 - mesh) * (1 - screen)


@value_object
class ChainLinkParts:
    """Pitches and stock lengths of chain link (m)."""

    spacing_most_m: float = 10 * FT
    stick_m: float = 21 * FT
    lap_m: float = 3 * IN
    roll_m: float = 50 * FT
    tie_m: float = 15 * IN
    ring_m: float = 24 * IN


USUAL_PARTS = ChainLinkParts()
ENDS = 2
BAND_M = FT


@value_object
class ChainLinkCount:
    """What one stretch between two terminal posts takes."""

    bays: int
    bay_m: float
    bands: int
    post_ties: int
    rail_ties: int
    rail_sticks: int
    rolls: int

    @property
    def line_posts(self) -> int:
        """Posts between the terminals; each takes a loop cap."""
        return self.bays - 1

    @property
    def bolts(self) -> int:
        """A carriage bolt for each tension band, and for the brace band at each end."""
        return self.bands + ENDS


def chain_link(run_m: float, height_m: float, parts: ChainLinkParts = USUAL_PARTS) -> ChainLinkCount:
    """Parts of one stretch. Source: practice (from memory, medium to high).

    Raises:
        InvalidInputError: A length that is not above 0, or a joint as long as a stick.
    """
    _positive(run=run_m, height=height_m, spacing_most=parts.spacing_most_m, roll=parts.roll_m)
    _positive(tie=parts.tie_m, ring=parts.ring_m, stick=parts.stick_m - parts.lap_m)
    bays = math.ceil(run_m / parts.spacing_most_m - 1e-9)

    def between_ends(pitch_m: float) -> int:
        return max(0, math.ceil(run_m / pitch_m - 1e-9) - 1)

    return ChainLinkCount(
        bays=bays,
        bay_m=run_m / bays,
        bands=ENDS * max(0, math.ceil(height_m / BAND_M - 1e-9) - 1),
        post_ties=(bays - 1) * math.ceil(height_m / parts.tie_m - 1e-9),
        rail_ties=between_ends(parts.ring_m),
        rail_sticks=max(1, math.ceil((run_m - parts.lap_m) / (parts.stick_m - parts.lap_m) - 1e-9)),
        rolls=math.ceil(run_m / parts.roll_m - 1e-9),
    )


@value_object
class TerminalBrace:
    """Forces at a braced terminal post (N): in the brace, in the rod, and down the next post."""

    brace_n: float
    rod_n: float
    line_post_down_n: float


def terminal_brace(pull_n: float, height_m: float, brace_height_m: float, *, brace_run_m: float) -> TerminalBrace:
    """A horizontal brace to the next post, and a rod from it down. Source: statics; the pull acts at half of the height."""
    _positive(pull=pull_n, height=height_m, brace_height=brace_height_m, brace_run=brace_run_m)
    brace = pull_n * height_m / 2 / brace_height_m
    return TerminalBrace(
        brace_n=brace,
        rod_n=brace * math.hypot(brace_run_m, brace_height_m) / brace_run_m,
        line_post_down_n=brace * brace_height_m / brace_run_m,
    )


@value_object
class MeshBay:
    """One bay of a mesh fence (m): its mesh's solid share, its post's and top rail's thickness (0: no rail)."""

    height_m: float
    bay_m: float
    mesh_solidity: float
    post_m: float
    rail_m: float = 0.0

    @property
    def areas_m2(self) -> tuple[tuple[float, float], ...]:
        """Solid areas and the heights that they act at: mesh, post, rail."""
        mesh = self.mesh_solidity * (self.bay_m - self.post_m) * (self.height_m - self.rail_m)
        return (
            (mesh, self.height_m / 2),
            (self.post_m * self.height_m, self.height_m / 2),
            (self.rail_m * (self.bay_m - self.post_m), self.height_m - self.rail_m / 2),
        )

    @property
    def gross_m2(self) -> float:
        """Of the whole bay."""
        return self.bay_m * self.height_m

    @property
    def solidity(self) -> float:
        """Solid share of the bay."""
        return sum(area for area, _ in self.areas_m2) / self.gross_m2


def checked_bay(bay: MeshBay) -> MeshBay:
    """The bay, or why it is none. Raises InvalidInputError."""
    _positive(height=bay.height_m, bay=bay.bay_m, post=bay.post_m)
    if not 0 <= bay.mesh_solidity <= 1:
        raise InvalidInputError("mesh_solidity", "must be 0 to 1")
    if bay.post_m >= bay.bay_m:
        raise InvalidInputError("post", "must be less than the bay")
    if not 0 <= bay.rail_m < bay.height_m:
        raise InvalidInputError("rail", "must be 0 or more and less than the height")
    return bay
