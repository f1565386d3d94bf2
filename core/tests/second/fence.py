"""A straight boarded fence on level ground, posts in concrete: what each post is asked to carry and how deep it must go."""

from dataclasses import dataclass

from tests.second import ground, wind, wood

STEP_M = 0.01


@dataclass(frozen=True)
class Straight:
    """What is built, as measured off the plan: stations of the posts, boards' height and gap, stick and hole."""

    school: str
    stations_m: tuple[float, ...]
    height_m: float
    gap_m: float
    post: str
    hole_m: float
    soil: str
    exposure: str
    speed_m_s: float
    pressure_pa: float = 0.0


def pressure_pa(fence: Straight) -> wind.Along:
    """Along the line, from its first post."""
    length, top = fence.stations_m[-1] - fence.stations_m[0], fence.height_m + fence.gap_m
    if fence.school == "us":
        return wind.us(length, fence.height_m, top, fence.speed_m_s, fence.exposure)
    if fence.school == "ca":
        return wind.ca(length, fence.height_m, top, fence.pressure_pa, fence.exposure)
    if fence.school == "uk":
        return wind.uk(length, fence.height_m, top, fence.speed_m_s, fence.exposure)
    return wind.nz(length, fence.height_m, top, fence.speed_m_s)


def forces_n(fence: Straight) -> list[float]:
    """Wind on each post: half of each bay beside it, summed in slices of about a centimetre."""
    xs = [x - fence.stations_m[0] for x in fence.stations_m]
    found, along = [], pressure_pa(fence)
    for k, x in enumerate(xs):
        low = x if k == 0 else (xs[k - 1] + x) / 2
        high = x if k == len(xs) - 1 else (x + xs[k + 1]) / 2
        n = max(1, round((high - low) / STEP_M))
        width = (high - low) / n
        found.append(sum(along(low + (j + 0.5) * width) for j in range(n)) * width * fence.height_m)
    return found


def arm_m(fence: Straight) -> float:
    """Where the wind acts over the ground: the boards' middle, in us a twentieth of the whole height more."""
    top = fence.height_m + fence.gap_m
    lift = 0.05 * top if fence.school == "us" and fence.height_m / top > 0.8 else 0.0
    return fence.gap_m + fence.height_m / 2 + lift


def post_uses(fence: Straight) -> list[float]:
    """Bending at the ground over what the stick carries."""
    limit = wood.post_moment_n_m(fence.school, fence.post)
    return [force * arm_m(fence) / limit for force in forces_n(fence)]


def depths_m(fence: Straight) -> list[float]:
    """How deep each post must go for the wind alone."""
    arm, found = arm_m(fence), []
    for force in forces_n(fence):
        if fence.school == "us":
            found.append(ground.pole_m(force, arm, fence.hole_m, ground.US_LATERAL[fence.soil]))
        elif fence.school == "uk":
            found.append(ground.planted_m(force, arm, fence.hole_m, fence.soil))
        elif fence.school == "nz":
            found.append(ground.better_m(force, arm, fence.hole_m, fence.soil))
        else:
            ways = [
                ground.broms_m(force, arm, fence.hole_m, fence.soil),
                ground.hansen_m(force, arm, fence.hole_m, fence.soil),
            ]
            # The pole formula has one value for every clay: it decides only in sand.
            if not ground.SOILS[fence.soil][2]:
                ways.append(ground.pole_m(force / 1.4, arm, fence.hole_m, ground.CA_LATERAL[fence.soil]))
            found.append(max(ways))
    return found
