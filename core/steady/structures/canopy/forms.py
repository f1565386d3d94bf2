"""Groups of fields that every roof on posts has in its panel."""

from steady.structures.form_schema import Field, Group

FOOTINGS, SLAB = ("stands", ("footings",)), ("stands", ("slab",))


def upright_group(*more: Field) -> Group:
    """What keeps it upright, and its feet."""
    return Group(
        title="What keeps it upright",
        fields=(
            Field(
                path="upright",
                says="Lateral system",
                sort="choice",
                names=(
                    ("knee braces", "knee braces both ways"),
                    ("fixed posts", "posts fixed at their feet"),
                    ("none", "nothing"),
                ),
            ),
            Field(path="brace_m", says="Braces reach", when=("upright", ("knee braces",))),
            Field(
                path="stands",
                says="Posts stand on",
                sort="choice",
                names=(("footings", "new footings"), ("slab", "existing slab")),
            ),
            Field(path="slab/thick_m", says="Slab, thick", sort="small length", empty="not measured", when=SLAB),
            Field(
                path="slab/edge_m",
                says="Distance to nearest edge or crack",
                sort="small length",
                empty="not measured",
                when=SLAB,
            ),
            Field(path="slab/sound", says="in one piece, no cracks about the posts", sort="tick", when=SLAB),
            Field(
                path="slab/appendix", says="the local code adopts the patio-cover appendix (US)", sort="tick", when=SLAB
            ),
            Field(path="pier_width_m", says="Footing, wide", sort="small length", empty="as calculated", when=FOOTINGS),
            Field(path="gravel_m", says="Gravel under it", sort="small length", when=FOOTINGS),
            Field(path="footing_depth_m", says="Footing, deep", empty="as calculated", when=FOOTINGS),
            *more,
        ),
    )


def above_group(when: tuple[str, tuple[str, ...]] | None = None) -> Group:
    """House roof above (snow), for snow that drifts and slides."""
    return Group(
        title="House roof above (snow)",
        folded=True,
        fields=(
            Field(path="above/eave_m", says="House eave height above this roof", empty="not known", when=when),
            Field(path="above/length_m", says="Its length along the wind", empty="not known", when=when),
            Field(path="above/run_m", says="From eave to ridge, level", empty="not known", when=when),
            Field(path="above/slopes_here", says="it slopes down this way", sort="tick", when=when),
        ),
    )
