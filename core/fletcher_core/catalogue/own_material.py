"""A workshop's own material: a copy of a shipped one with some figures of its own, and the reason."""

from __future__ import annotations

from typing import Any, Literal, get_args

from pydantic import BaseModel, ConfigDict, Field, model_validator
from pydantic_core import PydanticCustomError

from .entries import Entry, Spread
from .load import shipped

Table = Literal["foam", "board", "stock", "skin", "glue", "cord"]
TABLES: tuple[Table, ...] = get_args(Table)

#: farther than this from the figure it was copied from, it is another class of material
FARTHEST = 20.0


def _fault(field: str, what: str, right: str) -> PydanticCustomError:
    return PydanticCustomError("fault", "{what} {right}", {"field": field, "what": what, "right": right, "facts": {}})


def figures_of(entry: Entry) -> dict[str, Spread]:
    """The figures of an entry that have a spread."""
    return {name: value for name, value in entry if isinstance(value, Spread)}


def chosen_by(entry: Entry) -> list[str]:
    """The figures it is chosen by, a column each."""
    has = figures_of(entry)
    return [next(name for name in names if name in has) for names in entry.CHOSEN_BY]


def words_of(entry: type[Entry]) -> dict[str, tuple[str, str]]:
    """Plain name and unit of every figure of a kind of entry."""
    found = {}
    for name, info in entry.model_fields.items():
        extra = info.json_schema_extra
        if isinstance(extra, dict) and "unit" in extra:
            found[name] = (str(extra["label"]), str(extra["unit"]))
    return found


class OwnMaterial(BaseModel):
    """Figures that a builder trusts more than ours, and why."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)

    id: str = Field(max_length=90, pattern=r"^[a-z0-9_]+_own_[a-z0-9]{4,12}$")
    table: Table = Field(json_schema_extra={"label": "kind of material"})
    copied_from: str = Field(max_length=60, json_schema_extra={"label": "copied from"})
    label: str = Field(min_length=1, max_length=60, json_schema_extra={"label": "name"})
    reason: str = Field(min_length=1, max_length=400, json_schema_extra={"label": "reason"})
    figures: dict[str, tuple[float, float, float]] = Field(default_factory=dict, json_schema_extra={"label": "figures"})

    @model_validator(mode="after")
    def _is_one(self) -> OwnMaterial:
        base = getattr(shipped(), self.table).get(self.copied_from)
        if base is None:
            raise _fault("copied_from", f"“{self.copied_from}” is not in the list.", "Copy one from the list.")
        if not self.id.startswith(f"{self.copied_from}_own_"):
            raise _fault(
                "id", "Its id does not tell what it was copied from.", f"Begin it with {self.copied_from}_own_."
            )
        known, words = figures_of(base), words_of(type(base))
        for name, (low, typical, high) in self.figures.items():
            field, said = f"figures.{name}", words.get(name, (name, ""))[0].lower()
            if name not in known:
                raise _fault(field, f"{base.label} has no figure “{name}”.", f"It has {', '.join(known)}.")
            if not 0 < low <= typical <= high:
                raise _fault(
                    field, f"The {said} does not rise from low over typical to high, all above zero.",
                    f"For example {', '.join(f'{v:g}' for v in known[name])}.",
                )  # fmt: skip
            ratio = typical / known[name].typical
            if not 1 / FARTHEST <= ratio <= FARTHEST or high > 100 * low:
                raise _fault(
                    field, f"A {said} of {low:g} to {high:g} is no longer {base.label}.",
                    f"That is {known[name].low:g} to {known[name].high:g}; copy the class nearest to yours.",
                )  # fmt: skip
        return self

    def entry(self) -> Entry:
        """The catalogue's entry: the copied one with these figures over it."""
        base: Entry = getattr(shipped(), self.table)[self.copied_from]
        changed: dict[str, Any] = {name: Spread(*figure) for name, figure in self.figures.items()}
        return base.model_copy(
            update={
                **changed,
                "label": self.label,
                "basis": "o",
                "book": "",
                "reason": f"from {base.label}; {self.reason}",
            }
        )
