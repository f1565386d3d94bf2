"""Ground along a line: heights read at level distances, straight between readings."""

import itertools
import math
from bisect import bisect_right
from collections.abc import Sequence

from steady.errors import InvalidInputError


class Profile:
    """Ground height (m) along a line, by level station (m).

    Between two readings the ground is taken straight. Beyond the outermost readings it is taken level and
    `covers` says so: a plan warns there, it does not extrapolate a slope.
    """

    __slots__ = ("heights_m", "lengths_m", "stations_m")

    def __init__(self, shots: Sequence[tuple[float, float]]) -> None:
        ordered = sorted(shots)
        for before, after in itertools.pairwise(ordered):
            if not after[0] - before[0] > 1e-9:
                raise InvalidInputError("ground", "Two readings stand at the same distance: keep one of them")
        self.stations_m: list[float] = [station for station, _ in ordered]
        self.heights_m: list[float] = [height for _, height in ordered]
        # Length of the ground from the first reading to each, so that a long line costs no more a post than a short one.
        self.lengths_m: list[float] = [0.0] if ordered else []
        for before, after in itertools.pairwise(ordered):
            self.lengths_m.append(self.lengths_m[-1] + math.hypot(after[0] - before[0], after[1] - before[1]))

    @property
    def known(self) -> bool:
        """Whether anything was read at all."""
        return bool(self.stations_m)

    def height_m(self, station_m: float) -> float:
        """Height of the ground at a station; 0 where nothing was read."""
        stations, heights = self.stations_m, self.heights_m
        if not stations:
            return 0.0
        right = bisect_right(stations, station_m)
        if right == 0:
            return heights[0]
        if right == len(stations):
            return heights[-1]
        left_m, right_m = stations[right - 1], stations[right]
        share = (station_m - left_m) / (right_m - left_m)
        return heights[right - 1] + share * (heights[right] - heights[right - 1])

    def breaks_m(self, from_m: float, to_m: float) -> list[float]:
        """Stations of readings strictly between two stations: where the ground may turn."""
        stations = self.stations_m
        found = stations[bisect_right(stations, from_m) : bisect_right(stations, to_m)]
        return [station for station in found if from_m < station < to_m]

    def hump_m(self, from_m: float, to_m: float) -> float:
        """How far the ground rises above the straight line between its heights at two stations (m, 0 or more)."""
        if not to_m > from_m:
            return 0.0
        low_m, high_m = self.height_m(from_m), self.height_m(to_m)
        grade = (high_m - low_m) / (to_m - from_m)
        above = (self.height_m(at) - (low_m + grade * (at - from_m)) for at in self.breaks_m(from_m, to_m))
        return max(0.0, max(above, default=0.0))

    def steepest(self, from_m: float, to_m: float) -> float:
        """Greatest grade (rise over level, unsigned) between two stations."""
        at = [from_m, *self.breaks_m(from_m, to_m), to_m]
        return max(
            (abs(self.height_m(b) - self.height_m(a)) / (b - a) for a, b in itertools.pairwise(at) if b > a),
            default=0.0,
        )

    def covers(self, length_m: float, slack_m: float = 0.05) -> bool:
        """Whether readings reach from the start to `length_m`."""
        return self.known and self.stations_m[0] <= slack_m and self.stations_m[-1] >= length_m - slack_m

    def tape_on_ground_m(self, to_m: float) -> float:
        """What a tape laid on the ground reads at a station: never less than the level distance."""
        return self._along_m(to_m) - self._along_m(0.0) if self.known else to_m

    def _along_m(self, station_m: float) -> float:
        stations = self.stations_m
        at = bisect_right(stations, station_m) - 1
        if at < 0:
            return station_m - stations[0]
        over_m = station_m - stations[at]
        if at == len(stations) - 1:
            return self.lengths_m[-1] + over_m
        share = over_m / (stations[at + 1] - stations[at])
        return self.lengths_m[at] + share * (self.lengths_m[at + 1] - self.lengths_m[at])
