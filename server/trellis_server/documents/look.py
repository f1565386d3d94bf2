"""Colours of the materials on paper, SVG and DXF: quiet, never a state; readable in grey."""

FILLS = {
    "post": "#8a5a2b",
    "rail": "#b98a52",
    "header": "#b98a52",
    "rung": "#caa06a",
    "board": "#e3c893",
    "leaf": "#f1e4c8",
    "concrete": "#c3c9c7",
    "gravel": "#a39b90",
    "soil": "#e4dccd",
    "zone": "#f3d9cf",
    "mark": "#14211d",
}
STROKES: dict[str, tuple[str, float]] = {
    "post": ("#4a2e12", 8.0),
    "rail": ("#7a5526", 5.0),
    "header": ("#7a5526", 5.0),
    "rung": ("#7a5526", 3.0),
    "board": ("#a8854f", 3.0),
    "leaf": ("#7a5526", 10.0),
    "leaf-part": ("#7a5526", 3.0),
    "concrete": ("#6d7673", 6.0),
    "gravel": ("#6b645b", 6.0),
    "soil": ("#b9ac95", 4.0),
    "ground-line": ("#5b4a30", 16.0),
    "zone": ("#a63d1f", 6.0),
    "zone-line": ("#a63d1f", 16.0),
    "string": ("#1f4fae", 12.0),
    "hole": ("#6d7673", 6.0),
    "swing": ("#5b6763", 6.0),
    "swing-arc": ("#5b6763", 4.0),
    "tick": ("#14211d", 5.0),
}
"""Layer: colour and width in mm at true size."""
DXF_COLOURS = {
    "post": 32, "rail": 42, "header": 42, "rung": 42,
    "board": 51, "leaf": 42, "leaf-part": 42, "concrete": 8, "gravel": 9, "soil": 43, "ground-line": 34,
    "zone": 20, "zone-line": 20, "string": 5, "hole": 8, "swing": 8, "swing-arc": 8, "tick": 7, "mark": 7, "reading": 7,
}  # fmt: skip
