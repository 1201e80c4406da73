"""What a part is cut, moulded or folded from."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Described, fault, measure
from ..units import Measure


def woods() -> tuple[str, ...]:
    """Light woods that sheeting is cut from."""
    return tuple(key for key, entry in catalogue().stock.items() if entry.sheeting)


def whole_boards(material: str, thick_mm: float, field: str) -> None:
    """Refuses a plate of board that is no whole number of them.

    Raises
    ------
    ValueError
        At `field`.
    """
    board = catalogue().board.get(material)
    if board is None:
        return
    one = board.thickness.typical
    layers = thick_mm / one
    if round(layers) < 1 or abs(layers - round(layers)) > 0.12 * max(1, round(layers)):
        raise fault(
            field, "{it} is no whole number of boards.", "One board is {one}, two are {two}.",
            it=Measure(thick_mm, "size"), one=Measure(one, "size"), two=Measure(2 * one, "size"),
        )  # fmt: skip


class Core(Described):
    """What the part is cut, moulded or folded from."""

    material: str = Field("epp30", json_schema_extra={"label": "foam"})
    density_kg_m3: float | None = measure("foam density", "density", 8.0, 120.0, None)
    peeled: Literal["none", "top", "bottom", "both"] = Field("none", json_schema_extra={"label": "paper peeled off"})
    flutes: Literal["along", "across"] = Field("along", json_schema_extra={"label": "flutes run"})

    @model_validator(mode="after")
    def _known(self) -> Core:
        cat = catalogue()
        if self.material in cat.board or self.material in woods():
            return self
        if self.material not in cat.foam:
            raise fault(
                "material", "“{it}” is not in the list.", "Choose a foam or a board from it.", it=self.material[:60]
            )
        if self.density_kg_m3 is not None:
            typical = cat.foam[self.material].density.typical
            if not 0.6 * typical <= self.density_kg_m3 <= 1.6 * typical:
                raise fault(
                    "density_kg_m3",
                    "{it} is not this foam.",
                    "{foam} is from {low} to {high}; choose the class nearest to yours.",
                    it=Measure(self.density_kg_m3, "density"),
                    foam=cat.foam[self.material].label,
                    low=Measure(0.6 * typical, "density"),
                    high=Measure(1.6 * typical, "density"),
                )
        return self
