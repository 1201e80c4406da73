"""In words, what differs between two saved documents."""

from __future__ import annotations

from typing import Any

from fletcher_core import said_change

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
        # a field that the older one lacks came with a newer version of the file: empty, it says nothing new
        names = [f for f in piece if was and (_differs(was[f], piece[f]) if f in was else piece[f])]
        if names == ["on"]:
            said.append(f"{_name(piece)} switched {'on' if piece['on'] else 'off'}")
        elif names:
            fields = (said_change(piece["kind"], n, was.get(n) if was else None, piece[n]) for n in names)
            said.append(f"{_name(piece)}: {', '.join(fields)}")
    return said if len(said) <= MOST else [f"{len(said)} pieces"]


def _scheme(old: Document, new: Document) -> list[str]:
    said = _pieces(old["pieces"], new["pieces"])
    if old["name"] != new["name"]:
        said.insert(0, f"was called “{old['name']}”")
    if old["notes"] != new["notes"]:
        said.append("notes")
    if not said and [p["id"] for p in old["pieces"]] != [p["id"] for p in new["pieces"]]:
        said.append("in another order")
    return [f"scheme “{new['name']}” ({'; '.join(said)})"] if said else []


def _differs(old: Any, new: Any) -> bool:
    """Whether anything that both have differs: what one of them lacks came with a newer version of the file."""
    if isinstance(old, dict) and isinstance(new, dict) and old.get("kind") == new.get("kind"):
        return any(_differs(old[k], new[k]) for k in old.keys() & new.keys())
    if isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        return any(_differs(a, b) for a, b in zip(old, new, strict=True))
    return bool(old != new)


def _parts(old: Document, new: Document) -> list[str]:
    said = []
    for name in dict.fromkeys([*old, *new]):
        before, after = old.get(name), new.get(name)
        if before is None and after is not None:
            said.append(f"the {name} was added")
        elif after is None and before is not None:
            said.append(f"the {name} was taken out")
        elif before is not None and after is not None:
            fields = [f for f in after if f in before and _differs(before[f], after[f])]
            if fields:
                said.append(f"the {name}'s {', '.join(f.removesuffix('_mm').replace('_', ' ') for f in fields)}")
    return said


def _gear(old: list[Document], new: list[Document]) -> list[str]:
    """What is carried, by name: put in, taken out, moved, or of another weight or kind."""
    before, after = ({g["id"]: g for g in gear} for gear in (old, new))
    said = [f"the {_called(g)} was put in" for k, g in after.items() if k not in before]
    said += [f"the {_called(g)} was taken out" for k, g in before.items() if k not in after]
    for key, one in after.items():
        was = before.get(key)
        fields = [f for f in one if was and f in was and _differs(was[f], one[f])]
        if fields and set(fields) <= {"sits_in", "along_mm", "across_mm", "up_mm"}:
            said.append(f"the {_called(one)} was moved")
        elif fields:
            said.append(f"the {_called(one)}: {', '.join(f.removesuffix('_mm').replace('_', ' ') for f in fields)}")
    return said if len(said) <= MOST else [f"{len(said)} things that are carried"]


def _called(one: Document) -> str:
    return str(one.get("name") or one["kind"].replace("_", " "))


def changes(old: Document, new: Document) -> list[str]:
    """Between two documents of one airframe."""
    said = []
    for key, value in new["airframe"].items():
        if key == "parts":
            said += _parts(old["airframe"].get("parts", {}), value)
        elif key == "gear":
            said += _gear(old["airframe"].get("gear", []), value)
        elif key in old["airframe"] and _differs(old["airframe"][key], value):
            said.append(f"the airframe's {key.replace('_g', '').replace('_', ' ')}")
    before, after = ({s["id"]: s for s in d["schemes"]} for d in (old, new))
    for key, scheme in after.items():
        if key not in before:
            said.append(f"scheme “{scheme['name']}” was added")
        elif before[key] != scheme:
            said += _scheme(before[key], scheme)
    said += [f"scheme “{s['name']}” was taken out" for k, s in before.items() if k not in after]
    for part in dict.fromkeys([*(old.get("chosen") or {}), *(new.get("chosen") or {})]):
        was, now = (d.get("chosen") or {} for d in (old, new))
        if was.get(part) != now.get(part):
            name = after.get(now.get(part) or "", {}).get("name")
            said.append(f"“{name}” was chosen" if name else "no scheme is chosen any more")
    return said
