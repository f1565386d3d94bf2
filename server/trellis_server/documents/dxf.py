"""A structure's views as one DXF file at true size in millimetres: plan above, tape between, elevation below.

Each entity carries the id of what it stands for as extended data of the application TRELLIS.
"""

import io

from ezdxf import units
from ezdxf.document import Drawing
from ezdxf.entities.dxfgfx import DXFGraphic
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace
from steady.data.styles import looks
from steady.drawing.shapes import Shape, View

APP = "TRELLIS"
POINT_MM = 12.0
ALIGN = {
    "start": TextEntityAlignment.LEFT,
    "middle": TextEntityAlignment.CENTER,
    "end": TextEntityAlignment.RIGHT,
}


def dxf(views: tuple[View, ...]) -> str:
    """The file's text."""
    drawing: Drawing = new("R2010", units=units.MM)
    drawing.appids.add(APP)
    space = drawing.modelspace()
    for layer, row in looks().items():
        drawing.layers.add(layer, color=row.dxf)
    down = 0.0
    for view in views:
        if view.layout == "free":
            continue
        down -= view.bounds[3] * 1000
        for shape in view.shapes:
            if shape.layer not in drawing.layers:
                drawing.layers.add(shape.layer)
            for k in range(shape.count):
                _add(space, shape, k, down=down)
        down += view.bounds[1] * 1000 - 600
    stream = io.StringIO()
    drawing.write(stream)
    return stream.getvalue()


def _add(space: Modelspace, shape: Shape, k: int, *, down: float) -> None:
    dx, dy = k * shape.step[0], k * shape.step[1]
    points = [((x + dx) * 1000, (y + dy) * 1000 + down) for x, y in shape.points]
    look = {"layer": shape.layer}
    if shape.kind == "text":
        text = space.add_text(shape.text, height=shape.size * POINT_MM, dxfattribs=look)
        at = (points[0][0] + shape.shift[0] * POINT_MM, points[0][1] + shape.shift[1] * POINT_MM)
        text.set_placement(at, align=ALIGN[shape.anchor])
        entity: DXFGraphic = text
    elif shape.kind == "circle":
        entity = space.add_circle(points[0], shape.size * 1000, dxfattribs=look)
    else:
        entity = space.add_lwpolyline(points, close=shape.kind == "polygon", dxfattribs=look)
    entity.set_xdata(APP, [(1000, shape.id[:250])])
