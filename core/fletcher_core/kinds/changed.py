"""What was changed of a piece, in words: "end along the span 250 mm → 300 mm"."""

from __future__ import annotations

from typing import Any, get_args

from ..catalogue import catalogue
from ..units import Kind, show
from . import KINDS


def _value(value: Any, extra: dict[str, Any]) -> str:
    table, quantity = extra.get("table"), extra.get("quantity")
    if value is None or value == "" or value == []:
        return "none"
    if isinstance(table, str):
        entry = getattr(catalogue(), table, {}).get(value)
        return str(entry.label) if entry is not None else str(value)
    kind: Kind | None = next((known for known in get_args(Kind) if known == quantity), None)
    if isinstance(value, (int, float)) and not isinstance(value, bool) and kind is not None:
        return show(float(value), kind)
    if isinstance(value, list):
        return ", ".join(_value(item, {**extra, "quantity": "length"}) for item in value)
    return str(value)


def said_change(kind: str, field: str, old: Any, new: Any) -> str:
    """One field of a piece that was changed; of a kind or field that is not known any more, its bare name."""
    info = KINDS[kind].model.model_fields.get(field) if kind in KINDS else None
    extra = info.json_schema_extra if info is not None and isinstance(info.json_schema_extra, dict) else {}
    label = str(extra.get("label") or field.removesuffix("_mm").replace("_", " "))
    was, now = _value(old, extra), _value(new, extra)
    return label if was == now else f"{label} {was} → {now}"
