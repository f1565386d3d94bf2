"""The demo's one person and crew: made up, with no password to sign in by."""

DEMO_NAME = "demo"
DEMO_CREW = "Juniper Lane Builders"
DEMO_LETTERHEAD = {
    "name": "Juniper Lane Builders",
    "address": "The old cart shed, Juniper Lane",
    "reach": "Ask at the shed, before eight",
    "small_print": "Wood moves with the weather: gaps open in summer and close in winter. A gate is set again once.",
}
DEMO_PRICES = (
    ("concrete 80 lb", None, 6.35),
    ("post 6x6 pine", 8, 34.9),
    ("post 6x6 pine", 10, 46.5),
    ("post 6x6 pine", 12, 58.0),
    ("post 4x4 pine", 8, 13.8),
    ("rail 2x6 pine", 8, 10.4),
    ("rail 2x6 pine", 16, 21.9),
    ("rail 2x4 pine", 8, 6.1),
    ("board 1x6 pine", 6, 4.35),
)
"""Item, length in feet, price: made up."""
