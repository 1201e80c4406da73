"""Files that claim to be backups: words for each that is none, whatever is in it."""

from __future__ import annotations

import hashlib
import io
import json
import tarfile
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ops.backup import FORMAT, VERSION, _unpacked
from ops.shell import Trouble

DUMP = b"what PostgreSQL wrote"
WHOLE: dict[str, Any] = {
    "format": FORMAT, "version": VERSION, "program": "0.6.0", "migrations": ["0001_first"], "bytes": len(DUMP),
    "rows": {"workshop_airframe": 3}, "sha256": hashlib.sha256(DUMP).hexdigest(),
}  # fmt: skip


def archive(manifest: bytes, dump: bytes | None = DUMP) -> bytes:
    out = io.BytesIO()
    with tarfile.open(fileobj=out, mode="w") as tar:
        for name, data in (("manifest.json", manifest), ("database.dump", dump)):
            if data is not None:
                about = tarfile.TarInfo(name)
                about.size = len(data)
                tar.addfile(about, io.BytesIO(data))
    return out.getvalue()


def unpacked(folder: Path, data: bytes) -> dict[str, Any]:
    file = folder / "one.tar"
    file.write_bytes(data)
    return _unpacked(file, folder)[0]


def test_a_whole_one_is_taken(tmp_path: Path) -> None:
    assert unpacked(tmp_path, archive(json.dumps(WHOLE).encode())) == WHOLE
    assert (tmp_path / "database.dump").read_bytes() == DUMP


@pytest.mark.parametrize("name", sorted(set(WHOLE) - {"program", "bytes"}))
@pytest.mark.parametrize("rubbish", [None, 3.5, "x", [], {}, [1], {"a'); drop table x; --": 1}, {"a": "b"}])
def test_a_part_that_is_missing_or_rubbish(tmp_path: Path, name: str, rubbish: Any) -> None:
    for spoiled in ({k: v for k, v in WHOLE.items() if k != name}, {**WHOLE, name: rubbish}):
        if name == "migrations" and spoiled.get(name) == []:
            continue  # a database that nothing was done to yet
        if name == "rows" and spoiled.get(name) == {}:
            continue
        with pytest.raises(Trouble, match=r"no whole backup|sum is not"):
            unpacked(tmp_path, archive(json.dumps(spoiled).encode()))


@pytest.mark.parametrize(
    "manifest", [b"", b"[" * 200_000, b"nul", b"[]", b"\xff\xfe", b'{"rows": ' + b"9" * 5000 + b"}"]
)
def test_a_manifest_that_is_none(tmp_path: Path, manifest: bytes) -> None:
    with pytest.raises(Trouble, match="no whole backup"):
        unpacked(tmp_path, archive(manifest))


def test_no_dump_and_no_file(tmp_path: Path) -> None:
    with pytest.raises(Trouble, match="no whole backup"):
        unpacked(tmp_path, archive(json.dumps(WHOLE).encode(), None))
    with pytest.raises(Trouble, match="There is no file"):
        _unpacked(tmp_path / "nowhere.tar", tmp_path)
    with pytest.raises(Trouble, match="cannot be read"):
        _unpacked(tmp_path, tmp_path)


def test_one_of_a_newer_program_says_so(tmp_path: Path) -> None:
    newer = {"format": FORMAT, "version": VERSION + 1, "program": "9.9"}
    with pytest.raises(Trouble, match=r"newer Fletcher \(9\.9\)"):
        unpacked(tmp_path, archive(json.dumps(newer).encode()))


@given(places=st.lists(st.tuples(st.integers(0, 10_000), st.integers(0, 255)), min_size=1, max_size=40))
def test_drawn_rubbish_in_it(tmp_path_factory: pytest.TempPathFactory, places: list[tuple[int, int]]) -> None:
    data = bytearray(archive(json.dumps(WHOLE).encode()))
    for place, value in places:
        data[place % len(data)] = value
    try:
        found = unpacked(tmp_path_factory.mktemp("drawn"), bytes(data))
    except Trouble:
        return
    assert found["sha256"] == WHOLE["sha256"]
