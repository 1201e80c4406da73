"""Aerofoil coordinate files in both common layouts.

One layout gives a single loop from the trailing edge over the top to the nose and back underneath.
The other gives, after the name and a line with two counts, the upper face from nose to trailing
edge and then the lower face the same way. Numbers may be shares of the chord, per cent or mm.
"""

from __future__ import annotations

import math

from pydantic import ValidationError

from ..geometry import profile_of
from ..model import CoordinateAerofoil, Problem, Refused

#: far more than any aerofoil file has; own estimate
MAX_BYTES = 1_000_000
MAX_POINTS = 1000

Point = tuple[float, float]


class AerofoilFileError(Refused):
    """The file is no aerofoil; says what is wrong and what would be right."""

    def __init__(self, what: str, right: str):
        super().__init__([Problem(("wing", "aerofoil", "points"), "coordinate file", what, right)])


def _numbers(line: str) -> Point | None:
    parts = [part.strip(",;") for part in line.split()]
    if len(parts) == 1:
        parts = line.replace(";", ",").split(",")
    if len(parts) != 2:
        return None
    try:
        # what is left of commas now are decimal commas
        return float(parts[0].replace(",", ".")), float(parts[1].replace(",", "."))
    except ValueError:
        return None


_EXAMPLE = "Each line after the name should hold two numbers, such as “0.95 0.012”."


def _read_points(text: str) -> tuple[str, list[list[Point]]]:
    """(name, blocks of points parted by empty lines)."""
    name, seen_numbers = "", False
    blocks: list[list[Point]] = []
    current: list[Point] = []
    for number, raw in enumerate(text.splitlines(), start=1):
        line = raw.strip().lstrip("\ufeff")
        if not line:
            if current:
                blocks.append(current)
                current = []
            continue
        point = _numbers(line)
        if point is None:
            if seen_numbers:
                shown = line[:40]
                raise AerofoilFileError(f"Line {number} is not two numbers: “{shown}”.", _EXAMPLE)
            if name:
                raise AerofoilFileError(f"Line {number} is text, not points: “{line[:40]}”.", _EXAMPLE)
            name = line
            continue
        if not all(math.isfinite(v) for v in point):
            raise AerofoilFileError(f"Line {number} holds a number that is none: “{line[:40]}”.", _EXAMPLE)
        seen_numbers = True
        current.append(point)
        if sum(map(len, blocks)) + len(current) > MAX_POINTS:
            total = sum(1 for r in text.splitlines() if _numbers(r) is not None)
            raise AerofoilFileError(
                f"The file holds {total} points.", f"At most {MAX_POINTS} are read; 60 to 200 are plenty."
            )
    if current:
        blocks.append(current)
    return name, blocks


def _as_loop(blocks: list[list[Point]]) -> list[Point]:
    counts = blocks[0][0]
    flat = [p for b in blocks for p in b]
    whole = all(v == int(v) and v > 1.5 for v in counts)
    if whole and int(counts[0]) + int(counts[1]) == len(flat) - 1:
        upper, lower = flat[1 : 1 + int(counts[0])], flat[1 + int(counts[0]) :]
        return [*reversed(upper), *(lower[1:] if lower and lower[0] == upper[0] else lower)]
    if len(blocks) == 2 and blocks[0][0][0] < blocks[0][-1][0] and blocks[1][0][0] < blocks[1][-1][0]:
        return [*reversed(blocks[0]), *blocks[1][1:]]
    return flat


def read_aerofoil(text: str, name: str = "") -> CoordinateAerofoil:
    """Read an aerofoil from the text of a coordinate file.

    Raises
    ------
    AerofoilFileError, Refused
        With what is wrong and what would be right.
    """
    size = len(text.encode("utf-8", errors="replace"))
    if size > MAX_BYTES:
        raise AerofoilFileError(
            f"The file is {size / 1e6:.1f} MB long." if size >= 1e6 else f"The file is {size // 1000} kB long.",
            f"A coordinate file is a few kB; at most {MAX_BYTES // 1000} kB are read.",
        )
    if "\x00" in text:
        raise AerofoilFileError("This is not a text file.", _EXAMPLE)
    found, blocks = _read_points(text)
    count = sum(map(len, blocks))
    if count == 0:
        raise AerofoilFileError("There are no points in it.", _EXAMPLE)
    if count < 5:
        raise AerofoilFileError(
            f"It holds only {count} point{'s' if count > 1 else ''}.", "A section needs at least 5, better 60 or more."
        )
    loop = _as_loop(blocks)
    xs = [p[0] for p in loop]
    x0, span = min(xs), max(xs) - min(xs)
    if span <= 0:
        raise AerofoilFileError("All points lie at one place of the chord.", _EXAMPLE)
    points = [((x - x0) / span, z / span) for x, z in loop]
    if points[0][0] < 0.5 and points[-1][0] < 0.5:
        nose = max(range(len(points)), key=lambda k: points[k][0])
        points = points[nose:] + points[: nose + 1]
    try:
        aerofoil = CoordinateAerofoil(name=(name or found)[:80], points=[(round(x, 6), round(z, 6)) for x, z in points])
    except ValidationError as exc:
        ctx = exc.errors()[0].get("ctx", {})
        raise AerofoilFileError(str(ctx.get("what", exc.errors()[0]["msg"])), str(ctx.get("right", _EXAMPLE))) from exc
    profile_of(aerofoil)
    return aerofoil


def write_aerofoil(aerofoil: CoordinateAerofoil) -> str:
    """The same as one loop from the trailing edge, with the name on top."""
    return "\n".join([aerofoil.name or "aerofoil", *(f"{x:.6f} {z:.6f}" for x, z in aerofoil.points)]) + "\n"
