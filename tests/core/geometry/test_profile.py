"""Outlines: the formula, coordinate files in both layouts, and files that are no aerofoil."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.formats import AerofoilFileError, read_aerofoil, write_aerofoil
from fletcher_core.geometry import XI, naca_four_digit, profile_of
from fletcher_core.model import CoordinateAerofoil, FlatPlate, NacaAerofoil, Refused


def points(n: int = 60, code: str = "2412") -> tuple[list[tuple[float, float]], list[tuple[float, float]]]:
    xu, zu, xl, zl = naca_four_digit(code, n)
    return list(zip(xu, zu, strict=True)), list(zip(xl, zl, strict=True))


def loop_text(scale: float = 1.0) -> str:
    up, low = points()
    return "dune\n" + "\n".join(f"{x * scale:.6f} {z * scale:.6f}" for x, z in [*reversed(up), *low[1:]])


def two_face_text() -> str:
    up, low = points()
    faces = "\n\n".join("\n".join(f"  {x:.6f}   {z:.6f}" for x, z in face) for face in (up, low))
    return f"dune\n  {len(up)}.  {len(low)}.\n\n{faces}\n"


def test_thickness_and_camber_of_the_formula() -> None:
    p = profile_of(NacaAerofoil(code="2412"))
    assert p.thickness == pytest.approx(0.12, rel=0.01)
    middle = 0.5 * (p.upper + p.lower)
    assert middle.max() == pytest.approx(0.02, rel=0.01)
    assert XI[np.argmax(middle)] == pytest.approx(0.4, abs=0.03)


def test_moment_coefficient_against_the_textbook() -> None:
    # thin-aerofoil theory for the 24xx camber line: -0.053 (Abbott and von Doenhoff 1959)
    assert profile_of(NacaAerofoil(code="2412")).cm0() == pytest.approx(-0.053, abs=0.001)
    assert profile_of(NacaAerofoil(code="0012")).cm0() == pytest.approx(0.0, abs=1e-9)
    assert profile_of(FlatPlate(thickness_mm=6)).cm0() == 0.0


@pytest.mark.parametrize(
    "text",
    [loop_text(), two_face_text(), loop_text(100), loop_text().replace(" ", ", "), loop_text().replace(".", ",")],
)
def test_both_layouts_give_the_section_of_the_formula(text: str) -> None:
    read, made = profile_of(read_aerofoil(text)), profile_of(NacaAerofoil(code="2412"))
    assert read.upper == pytest.approx(made.upper, abs=0.0015)
    assert read.lower == pytest.approx(made.lower, abs=0.0015)


def test_a_file_written_is_read_back_the_same() -> None:
    aerofoil = read_aerofoil(loop_text())
    assert aerofoil.name == "dune"
    again = read_aerofoil(write_aerofoil(aerofoil))
    assert np.asarray(again.points) == pytest.approx(np.asarray(aerofoil.points), abs=2e-6)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "no points"),
        ("a bird\nis not\nan aerofoil", "is text, not points"),
        ("x\n1 0\n0.5 fifty\n", "not two numbers"),
        ("x\n1 0\n0.5 nan\n", "a number that is none"),
        ("x\n1 0\n0.5 inf\n", "a number that is none"),
        ("x\n0.5 0.1\n", "only 1 point"),
        ("x\n" + "0.5 0.1\n" * 50_000, "holds 50000 points"),
        ("0.5 0.10000\n" * 900_000, "MB long"),
        ("PK\x00\x01", "not a text file"),
        ("x\n" + "0.5 0.1\n" * 10, "one place of the chord"),
        ("x\n1 0\n0.8 .1\n0.6 .1\n.4 .1\n.2 .1\n0 0\n", "Only one face"),
    ],
)
def test_files_that_are_no_aerofoil(text: str, words: str) -> None:
    with pytest.raises(AerofoilFileError, match=words) as caught:
        read_aerofoil(text)
    assert caught.value.problems[0].said()["right"]


def test_a_section_that_crosses_itself() -> None:
    up, low = points(20)
    crossed = [(x, z if x > 0.5 else -z) for x, z in up]
    with pytest.raises(Refused, match="lies under the lower one"):
        profile_of(CoordinateAerofoil(points=[*reversed(crossed), *low[1:]]))


def test_a_section_without_thickness() -> None:
    flat = [(1.0, 0.0), (0.5, 0.001), (0.0, 0.0), (0.5, -0.001), (1.0, 0.0)]
    with pytest.raises(Refused, match="thick"):
        profile_of(CoordinateAerofoil(points=[*flat[:2], (0.2, 0.001), *flat[2:3], (0.2, -0.001), *flat[3:]]))
