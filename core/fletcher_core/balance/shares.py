"""What of the weight promise each part may weigh."""

from __future__ import annotations

from collections.abc import Mapping


def shares(left: float, parts: Mapping[str, tuple[float, float | None]]) -> dict[str, float]:
    """g of each part: what it was given; what is left of the promise is shared by their weights among the others.

    Parameters
    ----------
    left : g of the promise, less all that is no part. parts : name -> (planned g, g that it was given or None).
    """
    found = {name: given for name, (_, given) in parts.items() if given is not None}
    free = {name: grams for name, (grams, given) in parts.items() if given is None and grams > 0}
    left -= sum(found.values())
    if left > 0 and free:
        weight = sum(free.values())
        found |= {name: left * grams / weight for name, grams in free.items()}
    return found
