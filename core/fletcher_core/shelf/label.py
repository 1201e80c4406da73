"""Reads a line as it stands on a label: “carbon tube 6/4 x 1 m, 3 pieces, 4.20 each”."""

from __future__ import annotations

import re
from typing import Any

from pydantic import ValidationError

from ..catalogue import catalogue
from ..fields import Problem, Refused, explain, read_day
from ..model.airframe import Airframe
from ..model.gear import Gear
from ..questions.gear_label import Label, fitted, is_gear, label_of
from ..units import MeasureError, System, parse
from .item import FORMS, Form, ShelfItem

EXAMPLE = "Type it as on the label: “carbon tube 6/4 x 1 m, 3 pieces”, “epoxy 30 minute, 200 g, opened 2026-09-01”."

#: word -> form; the longest found wins
_FORM_WORDS: dict[str, Form] = {
    "tube": "tube", "tubes": "tube", "pipe": "tube", "rod": "rod", "rods": "rod", "dowel": "rod", "skewer": "rod",
    "skewers": "rod", "wire": "rod", "strip": "strip", "strips": "strip", "stick": "strip", "sticks": "strip",
    "flat": "strip", "sheet": "sheet", "sheets": "sheet", "board": "sheet", "plate": "sheet", "roll": "roll",
    "rolls": "roll", "tape": "roll", "film": "roll", "cloth": "roll", "covering": "roll", "paper": "roll",
    "screen": "roll", "cord": "cord", "block": "block",
}  # fmt: skip
#: (words that must all be there, table, material); the first that fits is taken, so the narrow ones come first
_NAMES: tuple[tuple[str, str, str], ...] = (
    ("carbon tube wrapped", "stock", "carbon_roll_wrapped"), ("carbon tube pultruded", "stock", "carbon_pultruded"),
    ("transfer", "glue", "transfer_tape"), ("two-sided", "glue", "transfer_tape"),
    ("carbon plate", "stock", "carbon_plate_0_90"), ("carbon tow", "stock", "carbon_tow_wet"),
    ("carbon cloth", "cloth", "carbon_woven"), ("carbon tube", "stock", "carbon_roll_wrapped"),
    ("carbon", "stock", "carbon_pultruded"), ("glass cloth", "cloth", "glass_woven"),
    ("aramid", "cloth", "aramid_woven"), ("glass tape", "skin", "filament_tape_uni"),
    ("glass", "stock", "glass_pultruded"), ("spruce", "stock", "spruce"), ("balsa light", "stock", "balsa_light"),
    ("balsa", "stock", "balsa_hard"), ("poplar", "stock", "poplar_lite_ply"), ("light ply", "stock", "poplar_lite_ply"),
    ("birch", "stock", "birch_ply"), ("ply", "stock", "birch_ply"), ("bamboo", "stock", "bamboo_skewer"),
    ("skewer", "stock", "bamboo_skewer"), ("dowel", "stock", "hardwood_dowel"), ("craft stick", "stock", "craft_stick"),
    ("steel", "stock", "spring_steel_wire"), ("wire", "stock", "spring_steel_wire"),
    ("alumin", "stock", "aluminium_6000"), ("circuit board", "stock", "circuit_board"), ("hdpe", "stock", "hdpe_sheet"),
    ("thread tape heavy", "skin", "filament_tape_heavy"), ("heavy thread tape", "skin", "filament_tape_heavy"),
    ("thread tape both", "skin", "filament_tape_cross"), ("cross tape", "skin", "filament_tape_cross"),
    ("thread tape", "skin", "filament_tape_uni"), ("filament tape", "skin", "filament_tape_uni"),
    ("foil", "skin", "foil_tape"), ("packing", "skin", "packing_tape"), ("clear tape", "skin", "packing_tape"),
    ("125 film", "skin", "laminate_125um"), ("75 film", "skin", "laminate_75um"), ("film", "skin", "laminate_38um"),
    ("covering light", "skin", "covering_light"), ("covering", "skin", "covering_standard"),
    ("kraft", "skin", "kraft_paper_80"), ("screen", "skin", "insect_screen_pu"),
    ("corrugated 4", "board", "corrugated_pp_4"), ("corrugated", "board", "corrugated_pp_3"),
    ("foam board heavy", "board", "foamboard_art"), ("foam board", "board", "foamboard_light"),
    ("hot melt high", "glue", "hot_melt_high"), ("hot melt", "glue", "hot_melt_low"),
    ("hot glue", "glue", "hot_melt_low"),
    ("rubber", "glue", "rubber_solvent"), ("contact strong", "glue", "contact_solvent_strong"),
    ("contact", "glue", "contact_foam_safe"), ("polyurethane", "glue", "polyurethane_foaming"),
    ("foaming", "glue", "polyurethane_foaming"), ("cyano flexible", "glue", "ca_flexible"),
    ("cyano foam", "glue", "ca_foam_safe"), ("cyano", "glue", "ca_standard"),
    ("epoxy laminating", "glue", "epoxy_laminating"),
    ("epoxy 5", "glue", "epoxy_5"), ("epoxy", "glue", "epoxy_30"), ("wood glue", "glue", "wood_glue"),
    ("spray", "glue", "spray_foam_safe"),
    ("silicone", "glue", "silicone"), ("cord", "cord", "cord_polyester"),
    ("epp 20", "foam", "epp20"), ("epp 45", "foam", "epp45"), ("epp", "foam", "epp30"), ("epo", "foam", "epo30"),
    ("eps 25", "foam", "eps25"), ("eps", "foam", "eps15"), ("xps sheet", "foam", "xps_sheet"), ("xps", "foam", "xps33"),
)  # fmt: skip

_COUNT = re.compile(
    r"(\d+)\s*(?:pieces?|pcs?|off|rolls?|sheets?|bottles?|sticks|tins?|cans?|blocks|strips|lengths|tubes|rods|x(?=\s*$))\b"
)
_TIMES = re.compile(r"^\s*(\d+)\s*(?:x|×)\s+(?=[a-z])")
_DATE = re.compile(r"\bopened\s+(?:on\s+|in\s+)?([^,;]+)|(\d{4}-\d{2}-\d{2})")
_BOX = re.compile(r"\bin\s+the\s+(?:field\s+)?box\b")
_PRICE = re.compile(
    r"(?:[€$£]\s*)?(\d+(?:[.,]\d{1,2})?)\s*(?:[€$£]\s*)?each\b|[€$£]\s*(\d+(?:[.,]\d{1,2})?)|(\d+(?:[.,]\d{1,2})?)\s*[€$£]"
)
_AREA = re.compile(r"(\d+(?:[.,]\d+)?)\s*(?:g/m2|g/m²|gsm)")
_NUMBER = r"(?:\d+\s+)?\d+/\d+|\d*[.,]?\d+"
_UNIT = r"mm|cm|m|in|inch|inches|\"|ft|'|µm|um|micron"
_GRAMS = re.compile(r"(\d+(?:[.,]\d+)?)\s*(kg|g|oz|ml)\b")


def _refuse(text: str, what: str, field: str = "text") -> Refused:
    return Refused([Problem((field,), "label", f"“{text[:80]}”: {what}", EXAMPLE)])


#: tables whose things can lie on a shelf
_TABLES = ("stock", "skin", "glue", "board", "foam", "cord", "cloth")


def _material(text: str) -> tuple[str, str] | None:
    """(table, material): a whole label of the catalogue, the longest first; else the words that people use for it."""
    low = text.lower()
    labels = [(e.label.lower(), t, key) for t in _TABLES for key, e in getattr(catalogue(), t).items()]
    for label, table, key in sorted(labels, key=lambda entry: -len(entry[0])):
        if label in low:
            return table, key
    words = set(re.findall(r"[a-z]+(?:-[a-z]+)?|\d+", low))
    for needed, table, material in _NAMES:
        if all(any(w == n or (n.isalpha() and len(n) > 2 and w.startswith(n)) for w in words) for n in needed.split()):
            return table, material
    return None


def _sizes(text: str, system: System) -> list[float]:
    """Measures joined by x, × or /, in mm; a unit at the end of a chain counts for those before it in it."""
    inch = system == "inch"
    chain = re.search(rf"(?:{_NUMBER})\s*(?:{_UNIT})?(?:\s*(?:x|×|/|\*|by)\s*(?:{_NUMBER})\s*(?:{_UNIT})?)+", text)
    if chain is None:
        single = re.findall(rf"({_NUMBER})\s*({_UNIT})(?![a-z])", text)
        return [_mm(n, u, inch) for n, u in single]
    parts: list[tuple[str, str]] = []
    for part in re.split(r"\s*(?:x|×|\*|by)\s*", chain[0]):
        # 6/4 is a tube's two diameters; 3/16 in is a fraction of an inch
        bits = re.match(rf"^({_NUMBER})\s*({_UNIT})?$", part)
        halves = re.match(rf"^(\d+(?:[.,]\d+)?)\s*/\s*(\d+(?:[.,]\d+)?)\s*({_UNIT})?$", part)
        in_inches = halves is not None and (halves[3] in ("in", "inch", "inches", '"') or (inch and not halves[3]))
        # 6/4 without a unit is two diameters in mm for whoever reads inches, too: no fraction is more than one whole
        if halves and (not in_inches or (not halves[3] and _number(halves[1]) > _number(halves[2]))):
            unit = halves[3] or "mm"
            parts += [(halves[1], unit), (halves[2], unit)]
        elif bits:
            parts.append((bits[1], bits[2] or ""))
    # what stands apart, such as "48 mm x 66 m" beside "38 µm"
    rest = text.replace(chain[0], " ", 1)
    apart = [_mm(n, u, inch) for n, u in re.findall(rf"({_NUMBER})\s*({_UNIT})(?![a-z])", rest)]
    sizes = []
    for k, (number, unit) in enumerate(parts):
        later = next((u for _, u in parts[k:] if u), "")
        # "3 x 100 x 1 m": small plain numbers before metres or feet are mm, or inches
        carried = later if later in ("mm", "cm", "in", "inch", "inches", '"') else ""
        sizes.append(_mm(number, unit or carried, inch))
    return sizes + apart


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _mm(number: str, unit: str, inch: bool) -> float:
    unit = {"micron": "um"}.get(unit, unit) or ("in" if inch else "mm")
    return parse(f"{number} {unit}", "length", "metric")


def _place(form: Form, sizes: list[float], table: str) -> dict[str, float]:
    """Sizes by the names they have in that form: the longest is its length."""
    ordered = sorted(sizes)
    # where the length is missing, that is what is asked for, and not a diameter that was told
    if form == "tube" and len(ordered) >= 2:
        bore, outer = ordered[:2]
        return {"bore_mm": bore, "diameter_mm": outer, **({"length_mm": ordered[-1]} if len(ordered) > 2 else {})}
    if form == "rod" and ordered:
        return {"diameter_mm": ordered[0], **({"length_mm": ordered[-1]} if len(ordered) > 1 else {})}
    if form == "strip" and len(ordered) == 2:
        return {"thickness_mm": ordered[0], "width_mm": ordered[1]}
    if form in ("strip", "sheet", "block") and len(ordered) >= 3:
        return {"thickness_mm": ordered[0], "width_mm": ordered[1], "length_mm": ordered[-1]}
    if form == "sheet" and table == "board" and len(ordered) == 2:
        return {"width_mm": ordered[0], "length_mm": ordered[1]}
    if form == "roll" and len(ordered) >= 2:
        wide = [s for s in ordered if s >= 1.0]
        return {"width_mm": wide[0], "length_mm": wide[-1]} if len(wide) >= 2 else {}
    if form == "cord" and ordered:
        return {"length_mm": ordered[-1]}
    return {}


def _gear(low: str, found: dict[str, Any], line: str, system: System) -> ShelfItem:
    """A thing to fit, as it stands on its label."""
    label = label_of(low.strip(" ,;"), system)
    # cells in a row are told with a large S
    name = re.sub(r"\b(\d+)s\b", r"\1S", label.name)
    try:
        return ShelfItem.model_validate(
            {
                "form": "gear", "table": "gear", "material": label.kind, "grams": round(label.grams, 1), "note": name,
                "length_mm": label.long, "width_mm": label.wide, "thickness_mm": label.high, **found,
            }
        )  # fmt: skip
    except ValidationError as exc:
        said = explain(exc, ShelfItem, system)[0]
        raise _refuse(line, f"{said['what']} {said['right']}".strip()) from exc


def from_shelf(item: ShelfItem, airframe: Airframe, system: System = "metric") -> Gear:
    """A thing of the shelf, put where its kind usually sits.

    Raises
    ------
    Refused
        Where it is nothing that is fitted.
    """
    if item.form != "gear":
        what = f"{item.words(system)} is nothing that is fitted."
        raise Refused(
            [Problem(("item",), "thing of the shelf", what, "Choose a motor, a servo, a battery or the like.")]
        )
    usual = catalogue().gear[item.material].size
    sizes = (item.length_mm, item.width_mm, item.thickness_mm)
    long, wide, high = (own if own is not None else other for own, other in zip(sizes, usual, strict=True))
    kind: Any = item.material
    assert item.grams is not None
    return fitted(Label(kind, item.note, item.grams, True, long, wide, high), airframe, system, item.words(system))


def read_label(text: str, system: System = "metric") -> ShelfItem:
    """An item of the shelf from one line as it stands on a label.

    Understood: what it is, its size (``6/4 x 1 m``, ``3 x 100 x 1000``, ``1/8 in x 3 in x 36 in``), how many
    (``3 pieces``, ``2 rolls``), price of one (``4.20 each``), ``opened 2026-09-01``, ``in the box``. A bare
    number is mm, or inches for those who read inches.

    Raises
    ------
    Refused
        With what could not be told from the line.
    """
    line = " ".join(text.replace("″", '"').split())[:300]
    low = line.lower()
    if not low:
        raise _refuse(text, "nothing is typed.")
    found: dict[str, Any] = {}
    if box := _BOX.search(low):
        found["in_box"] = True
        low = low.replace(box[0], " ")
    if date := _DATE.search(low):
        try:
            found["opened"] = read_day(date[1] or date[2], system)
        except ValueError as exc:
            raise _refuse(line, f"{exc}.", "opened") from None
        low = low.replace(date[0], " ")
    if price := _PRICE.search(low):
        found["price"] = float(next(g for g in price.groups() if g).replace(",", "."))
        low = low.replace(price[0], " ")
    if count := _COUNT.search(low) or _TIMES.search(low):
        found["count"] = int(count[1])
        low = low[: count.start()] + (" sheet " if "sheet" in count[0] else " ") + low[count.end() :]
    if area := _AREA.search(low):
        found["area_g_m2"] = float(area[1].replace(",", "."))
        low = low.replace(area[0], " ")
    made = _material(low)
    if made is None and is_gear(low):
        return _gear(low, found, line, system)
    if made is None:
        raise _refuse(line, "what it is made of cannot be told.")
    table, material = made
    form: Form = "glue"
    if table == "glue":
        weight = _GRAMS.search(low)
        if weight is None:
            raise _refuse(line, "how much there is in one is missing, such as 200 g.")
        factor = {"g": 1.0, "kg": 1000.0, "oz": 28.349523125, "ml": catalogue().glue[material].density / 1000}
        found["grams"] = round(float(weight[1].replace(",", ".")) * factor[weight[2]], 1)
    else:
        words = [f for w, f in _FORM_WORDS.items() if re.search(rf"\b{w}\b", low) and table in FORMS[f].tables]
        usual: dict[str, Form] = {"skin": "roll", "cloth": "roll", "cord": "cord", "board": "sheet", "foam": "sheet"}
        if not words and table not in usual:
            raise _refuse(line, "it should say whether it is a rod, tube, strip or sheet.")
        form = words[0] if words else usual[table]
        try:
            sizes = _sizes(low, system)
        except MeasureError as exc:
            raise _refuse(line, f"{exc}.") from exc
        found |= _place(form, sizes, table)
        if form == "sheet" and table == "board" and "thickness_mm" not in found:
            found["thickness_mm"] = catalogue().board[material].thickness.typical
    try:
        return ShelfItem.model_validate({"form": form, "table": table, "material": material, **found})
    except ValidationError as exc:
        said = explain(exc, ShelfItem, system)[0]
        raise _refuse(line, f"{said['what']} {said['right']}".strip()) from exc
