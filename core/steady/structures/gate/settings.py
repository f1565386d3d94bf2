"""Every setting of a gate's leaf that can be found by its name, what its own form shows and what lies deeper."""

from steady.structures.form_schema import Field, Group

AT = "openings/*/leaf/"
"""In the spec of whatever has openings: each gate's own leaf."""


def _small(name: str, says: str, text: str = "", *, empty: str = "") -> Field:
    return Field(path=AT + name, says=says, sort="small length", text=text, empty=empty)


def _rated(name: str, says: str, text: str = "") -> Field:
    return Field(path=AT + name, says=says, sort="force", text=text, empty="not entered")


SETTINGS = (
    Group(
        title="Frame and brace",
        fields=(
            Field(path=AT + "frame", says="Gate's frame", sort="stick", role="rail"),
            Field(path=AT + "brace", says="Brace", sort="choice"),
            Field(path=AT + "way", says="Brace runs", sort="choice", names=(("corner", "corner to corner"),)),
            Field(path=AT + "reach_m", says="Brace position on rail", empty="as it runs"),
            Field(path=AT + "cross_rails", says="Cross rails", sort="count"),
            Field(path=AT + "joint", says="Corner joints", sort="choice"),
            Field(
                path=AT + "corner_n_m_per_rad",
                says="One corner's stiffness, N·m per radian",
                sort="number",
                text="Measured; 0: not known. It counts where there is no brace",
            ),
            Field(
                path=AT + "boards_hold",
                says="boards hold the leaf square",
                sort="tick",
                text="Two nails at each crossing, as long as they are as stiff as was measured",
            ),
            _small("nail_pitch_m", "Nails apart at a crossing"),
            Field(
                path=AT + "nail_slip_n_per_m",
                says="Stiffness of one nail, N per metre",
                sort="number",
                text="Measured; 0: not known",
            ),
            _small("joint_slip_m", "Slip of a joint", "What a corner gives before it bears"),
            Field(path=AT + "creep", says="Creep factor", sort="number", text="What wet wood gives more in time"),
            Field(path=AT + "raked", says="leaf follows the slope of the fence", sort="tick"),
            _rated("cable_rating_n", "Maker's rating of the cable"),
        ),
    ),
    Group(
        title="Hinges",
        fields=(
            Field(path=AT + "hinges_count", says="Hinges", sort="count", empty="as the leaf's height needs"),
            _small("hinge_inset_m", "Hinge inset", "From the leaf's top and bottom to the nearest hinge"),
            _small("hinge_gap_m", "Hinge gap", "Measured on what was bought", empty="the hinge's own"),
            _small("hinge_play_m", "Play of a hinge", "What its pin gives"),
            Field(path=AT + "hinges_lap_boards", says="hinges lap the boards", sort="tick"),
            _rated("hinge_rating_n", "Maker's rating of one hinge", "With your safety factor in it"),
            Field(path=AT + "hinge_screws", says="Lag screws of a hinge", sort="count", text="0: not known"),
            _small("hinge_screw_m", "Shank of a hinge's screw"),
            _small("hinge_screw_in_post_m", "Bite of a hinge's screw in the post"),
            Field(path=AT + "hung", says="Leaf hangs on its post at", sort="choice"),
            _small("post_lean_m", "Hinge post leans in by", "Over the leaf's height, toward the opening"),
            Field(
                path=AT + "soil_turn_n_m_per_rad",
                says="Hinge post's footing against turning, N·m per radian",
                sort="number",
                text="Measured; 0: not known",
            ),
        ),
    ),
    Group(
        title="Latch, closer and wheel",
        fields=(
            _small("latch_gap_m", "Gap at the latch", "Measured on what was bought", empty="the latch's own"),
            _small("centre_gap_m", "Centre gap", "Between the two leaves of a pair"),
            Field(
                path=AT + "latches_count", says="Latches", sort="count", text="Two share the wind, near top and bottom"
            ),
            Field(path=AT + "latch_height_m", says="Latch height", text="Above the ground; of one latch"),
            _rated("latch_rating_n", "Maker's rating of the latch", "Or of a second leaf's rod, with its screws"),
            Field(
                path=AT + "closer_n_m",
                says="Self-closing spring, least moment",
                sort="moment",
                empty="none",
            ),
            Field(
                path=AT + "slam_m_per_s",
                says="Slam, metres a second",
                sort="number",
                text="Speed of the latch edge when it is slammed; 0: not calculated",
            ),
            _small("slam_stop_m", "Way that stops a slam", "What latch, stop and post give together"),
            Field(path=AT + "wheel", says="Support wheel at latch side", sort="tick"),
            _small("wheel_high_m", "Wheel's bracket above the ground"),
            Field(
                path=AT + "wheel_from_hinge_m", says="Wheel stands from the hinge", text="Nothing: at the latch stile"
            ),
            Field(
                path=AT + "wheel_load_n",
                says="Wheel load",
                sort="force",
                empty="an unknown spring",
                text="What its spring carries, known; an unknown one counts as nothing",
            ),
        ),
    ),
    Group(
        title="Swing and weight",
        fields=(
            Field(path=AT + "swing_rad", says="Swing angle", sort="angle", text="How far it has to open"),
            Field(
                path=AT + "gap_m",
                says="Under the hinge end",
                sort="small length",
                empty="the least that swings clear",
                text="Ground clearance, closed",
            ),
            _small("clear_m", "Keep clear", "Between the swinging leaf and the ground"),
            Field(
                path=AT + "front_grade",
                says="Ground slope on swing side",
                sort="ratio",
                empty="not read",
                text="Up is positive",
            ),
            Field(
                path=AT + "twist_per_m",
                says="Ground's twist, a metre",
                sort="ratio",
                text="How much its slope toward the swing grows along the leaf",
            ),
            Field(
                path=AT + "person_n",
                says="Person load at latch edge",
                sort="force",
                empty="nobody",
                text="300 lb unless said",
            ),
            Field(path=AT + "hardware_kg", says="Hinges, latch and screws weigh", sort="mass"),
        ),
    ),
)
