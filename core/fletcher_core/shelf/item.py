"""One kind of thing on the shelf: what it is, its size, how many there are, what one cost."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from pydantic import Field, model_validator

from ..catalogue import Entry, catalogue
from ..fields import Day, Described, fault, measure
from ..units import Measure, System

Form = Literal["rod", "tube", "strip", "sheet", "roll", "cord", "glue", "block", "gear"]


@dataclass(frozen=True)
class FormOf:
    """A form: its plain name, tables it is made of, sizes it needs, and what of it is used up."""

    label: str
    tables: tuple[str, ...]
    sizes: tuple[str, ...]
    used_by: Literal["length", "area", "grams"]


FORMS: dict[Form, FormOf] = {
    "rod": FormOf("rod", ("stock",), ("diameter_mm", "length_mm"), "length"),
    "tube": FormOf("tube", ("stock",), ("diameter_mm", "bore_mm", "length_mm"), "length"),
    "strip": FormOf("strip", ("stock",), ("width_mm", "thickness_mm", "length_mm"), "length"),
    "sheet": FormOf("sheet", ("stock", "board", "foam"), ("thickness_mm", "width_mm", "length_mm"), "area"),
    "roll": FormOf("roll", ("skin", "cloth"), ("width_mm", "length_mm"), "area"),
    "cord": FormOf("cord", ("cord",), ("length_mm",), "length"),
    "glue": FormOf("glue", ("glue",), ("grams",), "grams"),
    "gear": FormOf("thing to fit", ("gear",), ("grams",), "grams"),
    "block": FormOf("block of foam", ("foam",), ("thickness_mm", "width_mm", "length_mm"), "area"),
}
_WORDS = {
    "diameter_mm": "diameter", "bore_mm": "bore", "length_mm": "length", "width_mm": "width",
    "thickness_mm": "thickness", "grams": "weight",
}  # fmt: skip


class ShelfItem(Described):
    """So many alike. `length_mm` is of one; `grams` of glue in one; `price` of one, in the workshop's money."""

    form: Form = Field(json_schema_extra={"label": "form"})
    table: Literal["stock", "board", "foam", "skin", "cloth", "cord", "glue", "gear"] = Field(
        json_schema_extra={"label": "kind of material"}
    )
    material: str = Field(max_length=90, json_schema_extra={"label": "material"})
    count: int = Field(1, ge=0, le=10_000, json_schema_extra={"label": "how many", "quantity": "number"})
    diameter_mm: float | None = measure("diameter", "size", 0.2, 80.0, None)
    bore_mm: float | None = measure("bore", "size", 0.1, 79.0, None)
    width_mm: float | None = measure("width", "size", 0.5, 3000.0, None)
    thickness_mm: float | None = measure("thickness", "size", 0.005, 300.0, None)
    length_mm: float | None = measure("length", "length", 1.0, 500_000.0, None)
    grams: float | None = measure("weight of one", "mass", 0.1, 50_000.0, None)
    area_g_m2: float | None = measure("weight of the dry cloth", "area_mass", 10.0, 600.0, None)
    price: float | None = measure("price of one", "number", 0.0, 100_000.0, None)
    opened: Day | None = Field(None, json_schema_extra={"label": "opened on"})
    note: str = Field("", max_length=200, json_schema_extra={"label": "note"})
    in_box: bool = Field(False, json_schema_extra={"label": "in the field box"})

    @model_validator(mode="after")
    def _whole(self) -> ShelfItem:
        form = FORMS[self.form]
        if self.table not in form.tables:
            raise fault("form", f"{self.table.capitalize()} does not come as a {form.label}.", "Choose another form.")
        if self.material not in getattr(catalogue(), self.table):
            raise fault("material", "“{it}” is not in the list.", "Choose one from it.", it=self.material[:60])
        for name in form.sizes:
            if getattr(self, name) is None:
                raise fault(
                    name, f"The {_WORDS[name]} of this {form.label} is not given.",
                    "Add it, such as “× 1 m”." if name == "length_mm" else "Please fill it in.",
                )  # fmt: skip
        if self.form == "tube" and self.bore_mm is not None and self.bore_mm >= (self.diameter_mm or 0.0):
            raise fault(
                "bore_mm", "A bore of {bore} leaves no wall in a tube of {outer}.",
                "The bore should be smaller than the diameter.",
                bore=Measure(self.bore_mm, "size"), outer=Measure(self.diameter_mm or 0.0, "size"),
            )  # fmt: skip
        return self

    @property
    def entry(self) -> Entry:
        found: Entry = getattr(catalogue(), self.table)[self.material]
        return found

    @property
    def one(self) -> float:
        """What there is in one of them: mm, mm2 or grams."""
        used = FORMS[self.form].used_by
        if used == "length":
            return self.length_mm or 0.0
        return (self.width_mm or 0.0) * (self.length_mm or 0.0) if used == "area" else self.grams or 0.0

    def size_words(self, system: System) -> str:
        """Its size as on a label."""

        def mm(value: float | None) -> str:
            return Measure(value or 0.0, "size").text(system)

        long = f"{Measure(self.length_mm or 0.0).text(system)} long"

        if self.form == "tube":
            return f"{mm(self.diameter_mm)} / {mm(self.bore_mm)}, {long}"
        if self.form == "rod":
            return f"{mm(self.diameter_mm)}, {long}"
        if self.form == "cord":
            return long
        if self.form == "glue":
            return Measure(self.grams or 0.0, "mass").text(system)
        if self.form == "gear":
            sizes = [mm(v) for v in (self.length_mm, self.width_mm, self.thickness_mm) if v is not None]
            return ", ".join([Measure(self.grams or 0.0, "mass").text(system), *([" × ".join(sizes)] if sizes else [])])
        if self.form == "roll":
            of = f"{Measure(self.area_g_m2, 'area_mass').text(system)}, " if self.area_g_m2 else ""
            return f"{of}{mm(self.width_mm)} wide, {long}"
        return f"{mm(self.width_mm)} × {mm(self.thickness_mm)}, {long}"

    def words(self, system: System) -> str:
        if self.form == "gear":
            return f"{self.note or self.entry.label}, {self.size_words(system)}"
        return f"{self.entry.label}, {FORMS[self.form].label} {self.size_words(system)}"
