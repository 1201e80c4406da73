"""Panels of a part, and how they are joined."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..fields import Described, measure

JointKind = Literal["through", "butt", "brace", "blade", "wire", "joiner"]


class Joint(Described):
    """How a panel is joined to what lies inside it. Through: its sticks and skins run across unbroken."""

    kind: JointKind = Field("through", json_schema_extra={"label": "joined by"})
    material: str = Field("birch_ply", json_schema_extra={"label": "brace, blade, wire or joiner", "table": "stock"})
    glue: str = Field("epoxy_30", json_schema_extra={"label": "glue", "table": "glue"})
    thickness_mm: float = measure("thickness or diameter", "size", 0.3, 25.0, 1.5)
    height_mm: float = measure("height of the brace or blade", "size", 1.0, 100.0, 15.0)
    reach_mm: float = measure("reach into each side", "length", 2.0, 400.0, 60.0)
    tape: str | None = Field(None, json_schema_extra={"label": "tape over the joint, top and bottom", "table": "skin"})
    tape_width_mm: float = measure("run of that tape along the chord", "length", 5.0, 1200.0, 150.0)


class Panel(Described):
    """One flat stretch of the half wing, from its inner to its outer end."""

    span_mm: float = measure("panel span", "length", 10.0, 2500.0, 400.0)
    root_chord_mm: float = measure("root chord", "length", 20.0, 1200.0, 200.0)
    tip_chord_mm: float = measure("tip chord", "length", 20.0, 1200.0, 160.0)
    sweep_mm: float = measure("set-back of the tip", "length", -1000.0, 2000.0, 0.0)
    dihedral_deg: float = measure("dihedral", "angle", -20.0, 45.0, 0.0)
    joint: Joint = Field(default_factory=Joint)
