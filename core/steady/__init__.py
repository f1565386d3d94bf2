"""The reckoning of Steady Trellis: pure functions from what the installer says to what is built, bought and recorded.

Numbers are plain floats in coherent SI (m, N, Pa, kg, rad); feet, inches and pounds live in `measure` alone.
Imports go one way, in the order of `ORDER`; a test holds it.
"""

ORDER = (
    ("values",),
    ("errors", "memo"),
    ("measure",),
    ("data",),
    ("plan",),
    ("yard", "ground"),
    ("loads", "statics", "layout"),
    ("rulebooks",),
    ("footings",),
    ("structures",),
    ("drawing", "takeoff", "schedule", "record", "estimating"),
    ("jobs",),
    ("sums",),
)
"""Rooms from the ground up: a room may import itself and rooms on earlier lines, never one on its own line or later."""
