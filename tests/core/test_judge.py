"""A verdict on the command line: the same as the core gives, and a sentence for whatever is no airframe file."""

from __future__ import annotations

import json
import re
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest
from fletcher_core import AirframeFile, evaluate, judge

DEMO = Path("demo/sanderling.json")


def run(capsys: Any, *arguments: str) -> tuple[int, str, str]:
    code = judge.main(arguments)
    said = capsys.readouterr()
    return code, said.out, said.err


def test_every_part_is_told_with_its_spread(capsys: Any) -> None:
    code, out, err = run(capsys, str(DEMO))
    assert (code, err) == (0, "")
    for words in ("Sanderling, wing, “Tube and film”", "Sanderling, tailplane", "Sanderling, fin", "reserve"):
        assert words in out
    assert re.search(r"gives way at \d+\.\d G, .* \(\d+\.\d to \d+\.\d\)", out)
    assert "never for anything that carries a person" in out


def test_json_is_the_whole_verdict(capsys: Any) -> None:
    code, out, _ = run(capsys, str(DEMO), "--part", "tailplane", "--scheme", "Tape on both faces", "--json")
    assert code == 0
    (told,) = json.loads(out)
    file = AirframeFile.model_validate_json(DEMO.read_text(encoding="utf-8"))
    scheme = next(s for s in file.schemes if s.name == "Tape on both faces")
    assert told["scheme"] == scheme.id
    assert told["verdict"] == evaluate(file.airframe, scheme, others=file.beside("tailplane")).model_dump(mode="json")


def test_inches_and_older_files(capsys: Any) -> None:
    code, out, _ = run(capsys, "tests/core/files/version-1.json", "--units", "inch")
    assert code == 0
    assert " in (" in out
    assert "oz" in out


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("not json", "no airframe file"),
        ("[" * 100_000, "no airframe file"),
        ("[]", "no airframe file"),
        ('{"version": 99}', "newer Fletcher"),
        ('{"version": 2, "airframe": {"name": ""}, "schemes": []}', "Nothing is typed"),
    ],
)
def test_what_is_none_is_told_in_a_sentence(capsys: Any, tmp_path: Path, text: str, words: str) -> None:
    file = tmp_path / "file.json"
    file.write_text(text, encoding="utf-8")
    code, out, err = run(capsys, str(file))
    assert (code, out) == (2, "")
    assert words in err
    assert "Traceback" not in err


def test_what_is_not_there_is_told(capsys: Any, tmp_path: Path) -> None:
    assert "No such file" in run(capsys, str(tmp_path / "none.json"))[2]
    assert "There is no fin" in run(capsys, "demo/turnstone.json", "--part", "fin")[2]
    code, _, err = run(capsys, str(DEMO), "--scheme", "Gold")
    assert code == 2
    assert "“Tube and film”" in err


def test_what_cannot_be_built_is_told_at_its_field(capsys: Any, tmp_path: Path) -> None:
    document = json.loads(DEMO.read_text(encoding="utf-8"))
    document["schemes"][0]["pieces"][0]["y_to_mm"] = 2000.0
    file = tmp_path / "long.json"
    file.write_text(json.dumps(document), encoding="utf-8")
    code, _, err = run(capsys, str(file), "--part", "wing", "--scheme", document["schemes"][0]["id"])
    assert code == 2
    assert "beyond the tip" in err


def test_it_is_a_program() -> None:
    done = subprocess.run(
        [sys.executable, "-m", "fletcher_core.judge", str(DEMO), "--part", "wing"], capture_output=True, text=True,
        env={"PYTHONPATH": "core"},
    )  # fmt: skip
    assert done.returncode == 0
    assert "Sanderling, wing" in done.stdout
