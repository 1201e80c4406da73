"""A backup is one moment, whole, checked; a restore never loses what it finds, even when it is killed."""

from __future__ import annotations

import json
import os
import random
import re
import shutil
import signal
import subprocess
import sys
import tarfile
import time
from collections.abc import Callable
from pathlib import Path

import pytest

from ops.shell import PYTHON, ROOT

from .house import ROUNDS, House, Saver, Visitor, wait_until


def rows(house: House) -> dict[str, list[str]]:
    """Every row of every table, as text."""
    code = (
        "c.start()\nimport json\n"
        "asked = \"select tablename from pg_tables where schemaname='public' order by 1\"\n"
        "names = c.sql(asked, name='fletcher').split()\n"
        "found = {n: c.sql(f'select t::text from \"{n}\" t order by 1', name='fletcher').splitlines() for n in names}\n"
        "print('rows:' + json.dumps(found))"
    )
    said = house.cluster(code)
    line = next(line for line in said.splitlines() if line.startswith("rows:"))
    found: dict[str, list[str]] = json.loads(line.removeprefix("rows:"))
    return found


def changed(found: dict[str, list[str]]) -> list[str]:
    """The saves that somebody made."""
    saves = [row for row in found["workshop_revision"] if "change " in row]
    assert saves
    return saves


@pytest.fixture(scope="module")
def full(ground: Path, house_at: Callable[..., House]) -> House:
    """One with work of several kinds in it, a picture too."""
    house = house_at(ground / "full")
    house.command("up")
    saver = Saver(house)
    saver.start()
    wait_until(lambda: saver.saved() > 4)
    saver.end()
    visitor = saver.visitor
    test = visitor.ask("GET", "/api/glue/tests")[1]["tests"][0]["id"]
    dot = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
    assert visitor.ask("PUT", f"/api/glue/tests/{test}/picture", {"picture": dot})[0] == 200
    assert visitor.ask("POST", "/api/shelf/label", {"text": "carbon tube 6/4 x 1 m, 3 pieces"})[0] == 201
    return house


@pytest.fixture(scope="module")
def archive(full: House, ground: Path) -> Path:
    file = ground / "one.tar"
    full.command("stop")
    assert "saved" in full.command("backup", str(file))
    return file


def test_it_comes_back_row_by_row_in_a_second_folder(
    full: House, archive: Path, ground: Path, house_at: Callable[..., House]
) -> None:
    other = house_at(ground / "second")
    said = other.command("restore", str(archive))
    assert "is in place" in said
    ours, theirs = rows(full), rows(other)
    assert set(ours) == set(theirs)
    for table in ours:
        assert ours[table] == theirs[table], table
    assert len(ours["workshop_revision"]) > 5
    assert any("\\\\x" in row or "\\x" in row for row in ours["workshop_bondtest"])  # the picture is in it
    other.command("stop")


@pytest.mark.slow
def test_while_people_work_it_is_one_moment(full: House, ground: Path, house_at: Callable[..., House]) -> None:
    full.command("up")
    saver = Saver(full)
    saver.start()
    wait_until(lambda: saver.saved() > 1)
    before = saver.saved()
    file = ground / "moving.tar"
    full.command("backup", str(file))
    assert saver.saved() > before  # nobody had to wait
    saver.end()
    saver.check()
    other = house_at(ground / "third")
    other.command("restore", str(file))
    found = rows(other)
    airframe = f"{saver.airframe},"
    versions = [row for row in found["workshop_revision"] if f",{airframe}" in row or row.startswith(airframe)]
    stored = next(row for row in found["workshop_airframe"] if row.startswith(f"({saver.airframe},"))
    assert versions
    # the airframe and its newest revision are of the same moment: both have the same change
    change = max(int(number) for row in versions for number in re.findall(r"change (\d+)", row))
    assert re.findall(r"change (\d+)", stored) == [str(change)]
    other.command("stop")


def test_what_is_there_stays_beside_and_can_be_gone_back_to(full: House, archive: Path) -> None:
    full.command("up")
    visitor = Visitor(full)
    visitor.ask("POST", "/api/shelf/label", {"text": "carbon tube 8/6 x 1 m, 7 pieces"})
    before = rows(full)
    said = full.command("restore", str(archive))
    assert "serving again" in said
    name = said.partition("./fletcher restore ")[2].partition("”")[0]
    assert name.startswith("fletcher_before_")
    assert rows(full)["workshop_stockitem"] != before["workshop_stockitem"]
    said = full.command("restore", name)
    assert "serving again" in said, said
    assert full.ready(), said + full.told()
    again = rows(full)
    for table in before:
        if table != "django_session":
            assert again[table] == before[table], table
    assert visitor.ask("GET", "/api/shelf")[0] == 200


def test_a_damaged_or_foreign_file_changes_nothing(full: House, archive: Path, ground: Path) -> None:
    full.command("up")
    before = rows(full)
    cut = ground / "cut.tar"
    cut.write_bytes(archive.read_bytes()[:-30_000])
    flipped = ground / "flipped.tar"
    data = bytearray(archive.read_bytes())
    data[len(data) // 2] ^= 0xFF
    flipped.write_bytes(data)
    text = ground / "text.tar"
    text.write_text("no archive")
    newer = ground / "newer.tar"
    with tarfile.open(archive) as source, tarfile.open(newer, "w") as out:
        about = json.loads(source.extractfile("manifest.json").read())  # type: ignore[union-attr]
        about["migrations"].append("0999_of_the_future")
        about["program"] = "9.9"
        (ground / "manifest.json").write_text(json.dumps(about))
        out.add(ground / "manifest.json", "manifest.json")
        (ground / "database.dump").write_bytes(source.extractfile("database.dump").read())  # type: ignore[union-attr]
        out.add(ground / "database.dump", "database.dump")
    for file, words in (
        (cut, "no whole backup|is damaged"), (flipped, "is damaged"), (text, "no whole backup"),
        (newer, "is newer than this program"), (ground / "none.tar", "There is no file"),
    ):  # fmt: skip
        code = f"from ops import backup, shell\ntry:\n    backup.restore(c, {str(file)!r})\n"
        said = full.cluster(f"{code}except shell.Trouble as trouble:\n    print('refused:', trouble)")
        assert any(w in said for w in words.split("|")), said
        assert "refused: " in said
    assert rows(full)["workshop_revision"] == before["workshop_revision"]
    assert "There is no file" in full.command("restore", str(ground / "none.tar"), fine=False)
    assert full.ready()
    assert "is there already" in full.command("backup", str(archive), fine=False)


@pytest.mark.slow
def test_killed_at_any_moment_it_has_happened_or_not(full: House, archive: Path) -> None:
    chance = random.Random(4)
    before = rows(full)["workshop_revision"]
    for _ in range(2 * ROUNDS):
        process = subprocess.Popen(
            [sys.executable, str(ROOT / "fletcher"), "restore", str(archive)], env=full.environment(),
            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, start_new_session=True,
        )  # fmt: skip
        time.sleep(chance.uniform(1.5, 4.5))
        with_group = os.getpgid(process.pid)
        os.killpg(with_group, signal.SIGKILL)
        process.wait()
        there = rows(full)
        assert there["workshop_revision"]  # one whole database or the other, never an empty one
        with tarfile.open(archive) as source:
            manifest = json.loads(source.extractfile("manifest.json").read())  # type: ignore[union-attr]
        assert (
            there["workshop_revision"] == before
            or len(there["workshop_revision"]) == manifest["rows"]["workshop_revision"]
        )
    full.command("up")
    assert full.ready()


@pytest.mark.slow
def test_a_killed_backup_leaves_nothing_under_its_name(full: House, ground: Path) -> None:
    folder = ground / "killed"
    folder.mkdir()
    for pause in (0.6, 1.2, 1.8):
        process = subprocess.Popen(
            [sys.executable, str(ROOT / "fletcher"), "backup", str(folder / "b.tar")], env=full.environment(),
            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, start_new_session=True,
        )  # fmt: skip
        try:
            process.wait(timeout=pause)
        except subprocess.TimeoutExpired:
            os.killpg(process.pid, signal.SIGKILL)
            process.wait()
        if (folder / "b.tar").exists():
            with tarfile.open(folder / "b.tar") as source:
                assert source.getnames() == ["manifest.json", "database.dump"]
            (folder / "b.tar").unlink()
    shutil.rmtree(folder)


def test_up_saves_before_it_changes_the_database_and_keeps_five(full: House) -> None:
    backups = full.data / "backups"
    for number in range(6):
        (backups / f"before-update-2026010{number}-000000.tar").write_text("older")
        os.utime(backups / f"before-update-2026010{number}-000000.tar", (number, number))
    before = changed(rows(full))
    # as the program before this one had it
    url = full.cluster("print('url:' + c.start())").partition("url:")[2].strip()
    back = [str(PYTHON), str(ROOT / "server" / "manage.py"), "migrate", "workshop", "0004", "--verbosity", "0"]
    subprocess.run(back, env={**full.environment(), "DATABASE_URL": url, "PYTHONPATH": str(ROOT / "core")}, check=True)
    said = full.command("up")
    assert "what is in it was saved as" in said
    kept = sorted(p.name for p in backups.glob("before-update-*"))
    assert len(kept) == 5
    assert "before-update-20260100-000000.tar" not in kept
    assert changed(rows(full)) == before
    made = Path(said.partition("was saved as ")[2].splitlines()[0])
    with tarfile.open(made) as source:
        manifest = json.loads(source.extractfile("manifest.json").read())  # type: ignore[union-attr]
    assert manifest["rows"]["workshop_revision"] >= len(before)
    assert "0004_bond_pictures" in manifest["migrations"]
    assert not any(m.startswith("0005") for m in manifest["migrations"])


def test_a_database_of_a_newer_program_is_left_alone(full: House) -> None:
    later = "insert into django_migrations (app, name, applied) values ('workshop', '0999_later', now())"
    full.cluster(f'c.start()\nc.sql("{later}", name="fletcher")')
    before = rows(full)["workshop_revision"]
    said = full.command("up", fine=False)
    assert "is newer than this program" in said
    assert rows(full)["workshop_revision"] == before
    full.cluster("c.sql(\"delete from django_migrations where name = '0999_later'\", name='fletcher')")
    full.command("stop")
