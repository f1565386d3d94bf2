"""The calculation core of Steady Trellis: pure functions from what the installer says to what is built, bought and recorded.

Numbers are plain floats in coherent SI (m, N, Pa, kg, rad); feet, inches and pounds live in `units` alone.
Imports go one way, in the order of `ORDER`; a test holds it.
"""

ORDER = (
    ("value_objects",),
    ("errors", "memo"),
    ("units",),
    ("data",),
    ("plan",),
    ("catalog", "ground"),
    ("loads", "statics", "layout"),
    ("design_codes",),
    ("footings",),
    ("structures",),
    ("drawing", "takeoff", "schedule", "field_records", "estimating"),
    ("jobs",),
    ("calculators",),
)
"""Packages by layer: a package may import itself and packages on earlier lines only."""
