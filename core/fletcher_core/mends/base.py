"""What every mend says of itself."""

from __future__ import annotations

from pydantic import Field

from ..fields import Described


class MendBase(Described):
    """Something that is done to one damage."""

    id: str = Field(min_length=1, max_length=24, pattern=r"^[A-Za-z0-9_-]+$")
    #: id of the damage
    of: str = Field(min_length=1, max_length=40, json_schema_extra={"label": "of which damage"})
    note: str = Field("", max_length=400, json_schema_extra={"label": "note"})


def glue_field(default: str = "polyurethane_foaming", label: str = "glue") -> str:
    """A field for the glue of a mend."""
    found: str = Field(default, json_schema_extra={"label": label, "table": "glue"})
    return found
