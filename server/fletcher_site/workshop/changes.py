"""In words, what differs between two saved documents."""

from __future__ import annotations

from typing import Any

Document = dict[str, Any]

#: more than so many pieces of one scheme are only counted
MOST = 4


def _name(piece: Document) -> str:
    return piece.get("name") or str(piece["kind"])


def _pieces(old: list[Document], new: list[Document]) -> list[str]:
    before, after = ({p["id"]: p for p in pieces} for pieces in (old, new))
    said = [f"{_name(p)} added" for k, p in after.items() if k not in before]
    said += [f"{_name(p)} taken out" for k, p in before.items() if k not in after]
    for key, piece in after.items():
        was = before.get(key)
        if was is None or was == piece:
            continue
        if {**was, "on": piece["on"]} == piece:
            said.append(f"{_name(piece)} switched {'on' if piece['on'] else 'off'}")
        else:
            names = [f for f in piece if was.get(f) != piece[f]]
            said.append(f"{_name(piece)}: {', '.join(n.removesuffix('_mm').replace('_', ' ') for n in names)}")
    return said if len(said) <= MOST else [f"{len(said)} pieces"]


def _scheme(old: Document, new: Document) -> str:
    said = _pieces(old["pieces"], new["pieces"])
    if old["name"] != new["name"]:
        said.insert(0, f"was called “{old['name']}”")
    if old["notes"] != new["notes"]:
        said.append("notes")
    return f"scheme “{new['name']}” ({'; '.join(said)})" if said else f"scheme “{new['name']}”"


def changes(old: Document, new: Document) -> list[str]:
    """Between two documents of one airframe."""
    said = []
    for key, value in new["airframe"].items():
        if old["airframe"].get(key) != value:
            said.append(f"the airframe's {key.replace('_g', '').replace('_', ' ')}")
    before, after = ({s["id"]: s for s in d["schemes"]} for d in (old, new))
    for key, scheme in after.items():
        if key not in before:
            said.append(f"scheme “{scheme['name']}” was added")
        elif before[key] != scheme:
            said.append(_scheme(before[key], scheme))
    said += [f"scheme “{s['name']}” was taken out" for k, s in before.items() if k not in after]
    if old.get("chosen") != new.get("chosen"):
        name = after.get(new.get("chosen") or "", {}).get("name")
        said.append(f"“{name}” was chosen" if name else "no scheme is chosen any more")
    return said
