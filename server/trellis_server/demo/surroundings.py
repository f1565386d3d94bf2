"""What lies on the demo's sites, made up: a house with its doors, boundaries, a water main, a pear tree, a pond and the fall."""

from steady.ground.survey import SiteFeature, SitePoint, ThingKind, WallOpening

Points = tuple[tuple[float, float], ...]


def _thing(
    kind: ThingKind, name: str, points: Points, *, reach_m: float = 0.0, height_m: float | None = None
) -> SiteFeature:
    said = f"{kind} {name}".lower().replace(" ", "-")
    at = tuple(SitePoint(x_m=x, y_m=y) for x, y in points)
    return SiteFeature(id=said[:40], kind=kind, name=name, points=at, reach_m=reach_m, height_m=height_m)


def _spots(rows: tuple[tuple[float, float, float], ...]) -> tuple[SiteFeature, ...]:
    return tuple(
        SiteFeature(id=f"spot-{k}", kind="spot height", points=(SitePoint(x_m=x, y_m=y),), height_m=z)
        for k, (x, y, z) in enumerate(rows, start=1)
    )


def larkspur_things() -> tuple[SiteFeature, ...]:
    """Around the windbreak, the kitchen deck and the path pergola."""
    kitchen = SiteFeature(
        id="kitchen-wall",
        kind="house wall",
        name="Kitchen wall",
        points=tuple(SitePoint(x_m=x, y_m=y) for x, y in ((19.5, -12.0), (6.0, -12.0))),
        height_m=3.1,
        openings=(
            WallOpening(kind="door", from_m=8.6, width_m=0.91, sill_m=0.55, turns="in"),
            WallOpening(kind="window", from_m=5.6, width_m=1.5, height_m=1.1, sill_m=1.5),
            WallOpening(kind="window", from_m=10.8, width_m=1.2, height_m=1.1, sill_m=1.5),
        ),
    )
    return (
        kitchen,
        _thing("house wall", "Gable", ((19.5, -4.5), (19.5, -12.0)), height_m=5.4),
        _thing("house wall", "Drive side", ((6.0, -4.5), (19.5, -4.5)), height_m=3.1),
        _thing("house wall", "West gable", ((6.0, -12.0), (6.0, -4.5)), height_m=5.4),
        _thing("boundary", "Lane", ((-4.0, 5.2), (41.0, 5.2))),
        _thing("boundary", "Neighbour's line", ((41.0, 5.2), (40.0, -31.0)), reach_m=1.52, height_m=1.83),
        _thing("boundary", "Rear line", ((40.0, -31.0), (-4.0, -30.0)), reach_m=1.52, height_m=1.83),
        _thing("clear way", "Drive", ((-4.0, 0.9), (41.0, 0.9), (41.0, 4.2), (-4.0, 4.2)), height_m=4.3),
        _thing("service", "Water main", ((17.9, 5.2), (18.1, -4.5)), reach_m=0.6),
        _thing("tree", "Old pear", ((4.0, -19.5),), reach_m=2.6, height_m=7.0),
        _thing("water", "Frog pond", ((31.5, -27.2), (35.0, -27.6), (35.8, -25.4), (33.2, -24.5)), reach_m=1.0),
        *_spots(
            (
                (-3.0, 4.0, 0.1),
                (12.0, 2.0, -0.2),
                (27.0, 1.0, -0.7),
                (40.0, 2.0, -1.3),
                (-3.0, -14.0, 0.2),
                (12.0, -18.5, -0.3),
                (24.0, -18.0, -0.8),
                (39.0, -16.0, -1.6),
                (-3.0, -29.0, -0.2),
                (14.0, -29.5, -0.9),
                (28.0, -29.0, -1.4),
                (39.0, -30.0, -2.2),
            )
        ),
    )


def quillet_things() -> tuple[SiteFeature, ...]:
    """Plots by a ditch."""
    return (
        _thing("boundary", "Track", ((-3.0, 4.0), (62.0, 4.0))),
        _thing("water", "Ditch", ((-3.0, -30.0), (62.0, -27.0), (62.0, -25.6), (-3.0, -28.6)), reach_m=2.0),
        _thing(
            "water", "Pond", ((22.0, -32.0), (36.0, -31.5), (40.0, -36.5), (31.0, -40.5), (22.5, -38.0)), reach_m=0.5
        ),
        _thing(
            "stands already", "Brick store", ((48.0, -16.0), (53.0, -16.0), (53.0, -12.5), (48.0, -12.5)), height_m=2.6
        ),
        _thing("service", "Pump cable", ((51.0, -16.0), (44.0, -26.5)), reach_m=0.5),
        *_spots(
            (
                (-2.0, 3.0, 0.1),
                (30.0, 3.0, 0.0),
                (61.0, 3.0, -0.2),
                (-2.0, -27.0, -0.8),
                (30.0, -25.5, -0.9),
                (61.0, -24.5, -1.1),
            )
        ),
    )
