"""Bought panels along a run: how many, what is cut, and the post that carries one over a gravel board."""

import math
from typing import Literal

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.units.units import IN
from steady.value_objects import positional_value_object, value_object

FITS_M = IN / 64
"""A remainder within this of a whole panel is a whole panel."""


@value_object
class PanelBays:
    """Panels of a run: full ones, cut ones (0, 1 or 2) and their width (m; 0 when nothing is cut)."""

    full: int
    cut: int
    cut_m: float

    @property
    def posts(self) -> int:
        """Posts of the run, both ends counted."""
        return self.full + self.cut + 1


@value_object
class PanelFit:
    """How a run is told and panels meet its posts, and the least piece worth cutting (m).

    `measured`: from centre to centre of its end posts, or over their outer faces. `fit`: panels stand between the posts, or
    their ends meet on post centres.
    """

    measured: Literal["centres", "outside"] = "centres"
    fit: Literal["between", "lapped"] = "between"
    cut_least_m: float = 12 * IN


def panel_bays(run_m: float, fit: PanelFit, *, panel_m: float, post_m: float) -> PanelBays:
    """Full panels first, then one cut panel; where that would be too narrow, one full panel less and two equal cuts.

    Args:
        measured: The run was taped between the end posts' centres, or over their outer faces.
        fit: Panels stand between the posts, or their ends meet on post centres.
        cut_least_m: The least piece worth cutting.

    Raises:
        InvalidInputError: A size that cannot be.

    Source: workshop geometry.
    """
    above_zero(run=run_m, panel=panel_m)
    not_below_zero(post=post_m, cut_min=fit.cut_least_m)
    between_m = run_m - post_m if fit.measured == "outside" else run_m
    gives_m = post_m if fit.fit == "between" else 0.0
    if not between_m > gives_m + FITS_M:
        raise InvalidInputError("run", "leaves no room for a panel between its two end posts")
    module_m = panel_m + gives_m
    full = math.floor((between_m + FITS_M) / module_m)
    rest_m = between_m - full * module_m
    if full and abs(rest_m) <= FITS_M:
        return PanelBays(full=full, cut=0, cut_m=0.0)
    cut_m = rest_m - gives_m
    if cut_m < fit.cut_least_m and full:
        return PanelBays(full=full - 1, cut=2, cut_m=(rest_m + module_m) / 2 - gives_m)
    return PanelBays(full=full, cut=1, cut_m=cut_m)


@positional_value_object
class PanelPost:
    """Post of a bought panel: its length, what shows above ground, and its hole (m)."""

    length_m: float
    visible_m: float
    hole_m: float


@value_object
class DugIn:
    """How deep a post goes, and the gravel under it (m)."""

    embedment_m: float
    gravel_m: float


def panel_post(
    panel_height_m: float, foot: DugIn, *, gravel_board_m: float, clearance_m: float, above_panel_m: float
) -> PanelPost:
    """A panel's post: a gravel board, or a clearance where there is none, adds to what shows; gravel deepens the hole.

    Raises:
        InvalidInputError: A size that cannot be.

    Source: geometry; 610 mm in the ground and 75–100 mm of gravel are common practice.
    """
    above_zero(panel_height=panel_height_m, embed=foot.embedment_m)
    not_below_zero(gravel_board=gravel_board_m, clearance=clearance_m, above_panel=above_panel_m, gravel=foot.gravel_m)
    visible_m = panel_height_m + (gravel_board_m or clearance_m) + above_panel_m
    return PanelPost(visible_m + foot.embedment_m, visible_m, foot.embedment_m + foot.gravel_m)
