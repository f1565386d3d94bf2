"""Where a structure stands on its site. The site's axes are level: x to the right, y up the paper, from the crew's own zero."""

import math
from typing import Annotated

from annotated_types import Ge, Le

from steady.plan.model import Vec
from steady.value_objects import value_object


@value_object
class SitePlacement:
    """A structure's own zero on the site and the ground under it over the site's zero (m); turned to the left from above (rad)."""

    x_m: Annotated[float, Ge(-2000), Le(2000)] = 0.0
    y_m: Annotated[float, Ge(-2000), Le(2000)] = 0.0
    turn_rad: Annotated[float, Ge(-6.2832), Le(6.2832)] = 0.0
    level_m: Annotated[float, Ge(-100), Le(100)] = 0.0

    def carry(self, point: Vec) -> Vec:
        """A point of the structure's drawn axes, on the site's. Source: geometry."""
        x, y, _ = self.turned(point)
        return self.x_m + x, self.y_m + y, self.level_m + point[2]

    def turned(self, way: Vec) -> Vec:
        """A direction of the structure's drawn axes, on the site's."""
        cos, sin = math.cos(self.turn_rad), math.sin(self.turn_rad)
        return way[0] * cos - way[1] * sin, way[0] * sin + way[1] * cos, way[2]
