"""The theme: how each layer of a drawing looks, one row for page, paper, SVG, DXF and 3-D."""

from functools import cache

from steady.data.loader import keyed
from steady.value_objects import value_object


@value_object
class LayerStyle:
    """One layer: fill and ink on paper (hex; no fill ""), line width at true size, DXF colour, and the page's own style.

    `covers`: it lies over the frame, and is left out where the frame is to be read.
    """

    fill: str
    ink: str
    width_m: float
    dxf: int
    css: str
    covers: bool = False


PLAIN = LayerStyle(fill="", ink="#14211d", width_m=0.006, dxf=7, css="")
"""A layer without a row is drawn all the same, in plain ink."""


@cache
def looks() -> dict[str, LayerStyle]:
    """Every layer's look. Source: data/looks.csv, our own."""
    return {
        key: LayerStyle(
            fill=row.text["fill"],
            ink=row.text["ink"],
            width_m=row.number("width_m"),
            dxf=int(row.text["dxf"]),
            css=row.text["css"],
            covers=row.text["covers"] == "yes",
        )
        for key, row in keyed("looks").items()
    }


def look(layer: str) -> LayerStyle:
    """A layer's look."""
    return looks().get(layer, PLAIN)


def stylesheet() -> str:
    """The page's style of every layer."""
    rows = [
        "\n".join([f".s.{key} {{", *(f"  {part.strip()};" for part in item.css.split(";")), "}"])
        for key, item in looks().items()
        if item.css
    ]
    return "\n".join(["/* Made from the table of looks by ./trellis types: change the table, not this. */", *rows, ""])
