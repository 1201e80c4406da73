"""What is wrong with a description, where, and what would be right, in the reader's units."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from pydantic import BaseModel, ValidationError
from pydantic_core import PydanticCustomError

from ..units import Measure, System, show, show_bound

#: more faults of one document than this are only counted: nobody reads them, and each costs time
MOST_FAULTS = 20


def _filled(sentence: str, texts: Mapping[str, str]) -> str:
    """The sentence with its ``{names}`` filled, once: whatever else has braces is somebody's own words."""
    return re.sub(r"\{(\w+)\}", lambda name: texts.get(name[1], name[0]), sentence)


@dataclass(frozen=True)
class Problem:
    """One fault of a description.

    `where` is the path of the field (``("pieces", 2, "diameter_mm")``); `what` and `right` are
    sentences with ``{names}`` that `facts` fills with measures once the reader's units are known.
    """

    where: tuple[str | int, ...]
    label: str
    what: str
    right: str
    facts: Mapping[str, Measure | str] = field(default_factory=dict)

    def said(self, system: System = "metric") -> dict[str, str]:
        """{"field", "label", "what", "right"} in the units of `system`."""
        texts = {k: v.text(system) if isinstance(v, Measure) else v for k, v in self.facts.items()}
        return {
            "field": ".".join(str(part) for part in self.where),
            "label": self.label,
            "what": _filled(self.what, texts),
            "right": _filled(self.right, texts),
        }


class Refused(ValueError):
    """A description that cannot be computed; carries every problem found."""

    def __init__(self, problems: Iterable[Problem]):
        self.problems = list(problems)
        super().__init__("; ".join(f"{p.label}: {p.said()['what']}" for p in self.problems))

    def __reduce__(self) -> tuple[type[Refused], tuple[list[Problem]]]:
        """Goes from process to process with its problems."""
        return type(self), (self.problems,)


def fault(field: str, what: str, right: str, **facts: Measure | str) -> PydanticCustomError:
    """The error a validator raises: at which field below it, what is wrong, what would be right."""
    return PydanticCustomError(
        "fault", "{what} {right}", {"field": field, "what": what, "right": right, "facts": facts}
    )


@lru_cache(maxsize=256)
def _json_schema(model: type[BaseModel]) -> dict[str, Any]:
    """Built once for each model: it takes tens of milliseconds."""
    return model.model_json_schema()


def _schema_of(model: type[BaseModel], loc: tuple[str | int, ...]) -> tuple[dict[str, Any], tuple[str | int, ...]]:
    """Follow an error's location through the JSON schema.

    Returns the field's schema and the location without the tags of unions.
    """
    schema = _json_schema(model)
    defs = schema.get("$defs", {})

    def resolve(node: dict[str, Any]) -> dict[str, Any]:
        while "$ref" in node:
            node = {**defs[node["$ref"].rsplit("/", 1)[-1]], **{k: v for k, v in node.items() if k != "$ref"}}
        return node

    node, path = resolve(schema), []
    for part in loc:
        mapping = node.get("discriminator", {}).get("mapping", {})
        if part in mapping:
            node = resolve({"$ref": mapping[part]})
            continue
        path.append(part)
        if isinstance(part, int):
            node = resolve(node.get("items", {}))
        else:
            node = resolve(node.get("properties", {}).get(part, {}))
        options = [resolve(o) for o in node.get("anyOf", []) if o.get("type") != "null"]
        if len(options) == 1:
            node = {**options[0], **{k: v for k, v in node.items() if k != "anyOf"}}
    return node, tuple(path)


_BOUNDS = ("minimum", "exclusiveMinimum", "maximum", "exclusiveMaximum")


def _range(node: dict[str, Any], kind: Any, system: System) -> str:
    low = node.get("minimum", node.get("exclusiveMinimum"))
    high = node.get("maximum", node.get("exclusiveMaximum"))
    if low is not None and high is not None:
        least, largest = show_bound(low, kind, system, most=False), show_bound(high, kind, system, most=True)
        return f"It can be from {least} to {largest}."
    if low is not None:
        return f"It can be {show_bound(low, kind, system, most=False)} or more."
    return f"It can be at most {show_bound(float(high or 0), kind, system, most=True)}."


_NOT_A_NUMBER = ("finite_number", "float_type", "float_parsing")
_TOO_SMALL, _TOO_LARGE = ("greater_than_equal", "greater_than"), ("less_than_equal", "less_than")
_NOT_WHOLE = ("int_type", "int_parsing", "int_from_float", "int_parsing_size")
_OF_NUMBERS = (*_TOO_SMALL, *_TOO_LARGE, *_NOT_A_NUMBER, *_NOT_WHOLE)
#: errors that a validator of ours raised with a sentence of its own
_OWN = ("value_error", "assertion_error")
#: what is said where no plain words fit: the library's own are for programmers
_UNKNOWN = "This cannot be used here.", "Type it anew, or leave it out."
_NO_FIELDS = "This is not a description.", "It is fields by name, in braces."
_NO_DAY = "This is not a day.", "Type it as 2026-09-01."
_NO_LIST = "This is not a list.", "It is a list, in square brackets."
_NEITHER = "This is neither yes nor no.", "It can be true or false."
#: type of an error -> what is wrong, what would be right: most are met in files that somebody wrote by hand
_PLAIN = {
    "string_type": ("This is not text.", "Type it as words."),
    "string_too_short": ("Nothing is typed.", "Give it a name."),
    "string_too_long": ("It is too long.", "At most {max_length} letters."),
    "string_unicode": ("It has letters that cannot be kept.", "Type it again."),
    "missing": ("It is not given.", "Please fill it in."),
    "greater_than": ("It is too small.", "It has to be more than {gt}."),
    "greater_than_equal": ("It is too small.", "It can be {ge} or more."),
    "less_than": ("It is too large.", "It has to be less than {lt}."),
    "less_than_equal": ("It is too large.", "It can be at most {le}."),
    "literal_error": ("This is not a choice here.", "Choose {expected}."),
    "base64_decode": ("It did not arrive whole.", "Send it again."),
    **dict.fromkeys(_NOT_WHOLE, ("This is not a whole number.", "Type one without a fraction.")),
    **dict.fromkeys(_NOT_A_NUMBER, ("This is not a number that can be used.", "Type a number.")),
    "string_pattern_mismatch": ("It has letters that cannot be in it.", "Use a to z, A to Z, digits, - and _."),
    "bool_type": _NEITHER,
    "bool_parsing": _NEITHER,
    "list_type": _NO_LIST,
    "tuple_type": _NO_LIST,
    "too_short": ("There are too few.", "{min_length} or more."),
    "too_long": ("There are too many.", "At most {max_length}."),
    "model_type": _NO_FIELDS,
    "model_attributes_type": _NO_FIELDS,
    "dict_type": _NO_FIELDS,
    "date_type": _NO_DAY,
    "date_parsing": _NO_DAY,
    "date_from_datetime_parsing": _NO_DAY,
    "date_from_datetime_inexact": _NO_DAY,
    "extra_forbidden": ("This name is not part of the airframe file.", "Leave it out."),
}

#: what is larger is not told back: no measure is, and it would fill the line
_FAR = 1e9


def explain(
    errors: ValidationError | Sequence[Mapping[str, Any]], model: type[BaseModel], system: System = "metric"
) -> list[dict[str, str]]:
    """Errors of pydantic as sentences at their fields: {"field", "label", "what", "right"}.

    Locations are those within `model`.
    """
    said = []
    items = errors.errors(include_url=False) if isinstance(errors, ValidationError) else errors
    for item in items[:MOST_FAULTS]:
        node, path = _schema_of(model, tuple(item["loc"]))
        kind = node.get("quantity", "number")
        label = node.get("label") or str(path[-1] if path else "document").replace("_", " ").removesuffix(" mm")
        value: Any = item.get("input")
        bounded = any(b in node for b in _BOUNDS)
        if isinstance(value, bool) and bounded:
            what, right = "This is not a number that can be used.", _range(node, kind, system)
        elif item["type"] in _OF_NUMBERS and isinstance(value, int | float) and abs(value) >= _FAR:
            right = _range(node, kind, system) if bounded else "Type a smaller number."
            what = f"That is far too {'large' if value > 0 else 'small'}."
        elif bounded and item["type"] in _TOO_SMALL:
            # where less than nothing can be, it is only too small
            nothing = float(node.get("minimum", node.get("exclusiveMinimum", 0.0))) >= 0
            amount = show(float(value), kind, system)
            what = f"{amount} is less than nothing." if value < 0 and nothing else f"{amount} is too small."
            right = _range(node, kind, system)
        elif bounded and item["type"] in _TOO_LARGE:
            what = f"{show(float(value), kind, system)} is too large."
            right = _range(node, kind, system)
        elif item["type"] == "literal_error":
            what, right = _no_choice(value), plainly(item)[1]
        elif item["type"] == "fault":
            ctx = item["ctx"]
            if ctx["field"]:
                loc = (*item["loc"], *(int(p) if p.isdigit() else p for p in ctx["field"].split(".")))
                node, path = _schema_of(model, loc)
                label = node.get("label") or label
            problem = Problem(path, label, ctx["what"], ctx["right"], ctx["facts"]).said(system)
            what, right = problem["what"], problem["right"]
        elif item["type"] in ("union_tag_invalid", "union_tag_not_found"):
            kinds = ", ".join(node.get("discriminator", {}).get("mapping", ()))
            what = f"There is no such kind of {label}." if item["type"] == "union_tag_invalid" else "It is of no kind."
            right = f"Choose {kinds}."
        else:
            what, right = plainly(item)
            if bounded and item["type"] in ("missing", *_OF_NUMBERS):
                right = _range(node, kind, system)
        field = ".".join(str(p) for p in path)
        said.append({"field": field, "label": label, "what": what, "right": right})
    return said + the_rest(len(items) - MOST_FAULTS)


def plainly(item: Mapping[str, Any]) -> tuple[str, str]:
    """(what is wrong, what would be right) of an error of pydantic, as far as its field is not asked for."""
    if item["type"] in _OWN:
        return str(item["msg"]).removeprefix("Value error, ").removeprefix("Assertion failed, "), ""
    # choices come in quotes, as a program writes them
    facts = {k: str(v).replace("'", "") for k, v in item.get("ctx", {}).items()}
    what, right = _PLAIN.get(item["type"], _UNKNOWN)
    return _filled(what, facts), _filled(right, facts)


def _no_choice(value: Any) -> str:
    """A sentence that repeats a wrong choice, where it is words or a number, and short."""
    if value is None or value == "":
        return "Nothing is chosen."
    if isinstance(value, str | int | float) and not isinstance(value, bool):
        return f"“{str(value)[:60]}” is not a choice here."
    return _PLAIN["literal_error"][0]


def the_rest(count: int) -> list[dict[str, str]]:
    """One line for the faults that are not told one by one, where there are any."""
    if count < 1:
        return []
    more = f"{count} more {'thing is' if count == 1 else 'things are'} wrong."
    return [{"field": "", "label": "the rest", "what": more, "right": "Mend these first."}]
