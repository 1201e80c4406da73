"""The data folder moved, renamed, linked, copied, half lost: its database is found again or told, never removed."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
from collections.abc import Callable
from pathlib import Path

import pytest

from .house import House

pytestmark = pytest.mark.skipif(os.geteuid() != 0, reason="PostgreSQL's own user is only another one for root")

KEEP = "c.start()\nc.sql('create table if not exists kept (what text)', name='fletcher')\n"


def put(house: House, what: str) -> str:
    return house.cluster(f"{KEEP}c.sql(\"insert into kept values ('{what}')\", name='fletcher')")


def kept(house: House, stop: bool = True) -> list[str]:
    said = house.cluster(
        f"{KEEP}print('kept:', c.sql('select what from kept order by 1', name='fletcher').split())"
        + ("\nc.stop()" if stop else "")
    )
    line = next(line for line in said.splitlines() if line.startswith("kept:"))
    return list(eval(line.removeprefix("kept:")))


def stop(house: House) -> None:
    house.cluster("c.stop()")


@pytest.fixture
def place(ground: Path, request: pytest.FixtureRequest) -> Path:
    folder = ground / re.sub(r"[^a-z_]+", "-", request.node.name)
    folder.mkdir()
    return folder


def test_a_renamed_folder_keeps_its_database(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    put(house, "a")
    stop(house)
    house.data.rename(place / "two")
    assert kept(house_at(place / "two")) == ["a"]
    assert not list(place.rglob("cluster.aside*"))


def test_renamed_while_it_runs_it_is_found_running(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    put(house, "a")
    house.data.rename(place / "two")
    moved = house_at(place / "two")
    assert "already runs" in moved.cluster("c.start()")
    put(moved, "b")
    assert kept(moved) == ["a", "b"]


def test_another_spelling_through_a_link_is_the_same_folder(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    put(house, "a")
    (place / "link").symlink_to(place / "one")
    (place / "up").mkdir()
    linked = house_at(place / "link")
    assert "already runs" in linked.cluster("c.start()")
    assert kept(linked, stop=False) == ["a"]
    assert kept(house_at(place / "up" / ".." / "one")) == ["a"]


@pytest.mark.parametrize("running", [False, True])
def test_a_copy_has_its_own_and_leaves_the_first_alone(
    place: Path, house_at: Callable[..., House], running: bool
) -> None:
    house = house_at(place / "one")
    put(house, "a")
    if running:
        house.cluster("c.sql('checkpoint')")
    else:
        stop(house)
    subprocess.run(["cp", "-a", str(house.data), str(place / "two")], check=True)
    copy = house_at(place / "two")
    put(copy, "copied")
    put(house, "firsts")
    assert kept(copy) == ["a", "copied"]
    assert kept(house) == ["a", "firsts"]


def test_a_copy_that_root_made_for_itself_is_given_to_postgresql(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    put(house, "a")
    stop(house)
    subprocess.run(["cp", "-r", str(house.data), str(place / "two")], check=True)
    assert kept(house_at(place / "two")) == ["a"]


@pytest.mark.parametrize(
    "lost", ["postgres/cluster/fletcher-cluster", "database-password", "postgres/port", "database-ready", "secret"]
)
def test_a_lost_mark_or_password_loses_nothing(place: Path, house_at: Callable[..., House], lost: str) -> None:
    house = house_at(place / "one")
    put(house, "a")
    stop(house)
    (house.data / lost).unlink(missing_ok=True)
    assert kept(house) == ["a"]
    assert (house.data / "postgres" / "cluster" / "fletcher-cluster").exists()


def test_the_mark_holds_no_path(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    put(house, "a")
    mark = (house.data / "postgres" / "cluster" / "fletcher-cluster").read_text()
    assert "/" not in mark
    stop(house)


def test_one_made_by_an_older_program_is_taken_as_it_is(place: Path, house_at: Callable[..., House]) -> None:
    """Up to 0.3 the mark lay beside the cluster and named its path; another path there meant removal."""
    house = house_at(place / "one")
    put(house, "a")
    stop(house)
    (house.data / "postgres" / "cluster" / "fletcher-cluster").unlink()
    (house.data / "database-ready").write_text("/somewhere/else/postgres/cluster")
    assert kept(house) == ["a"]


def test_what_is_no_whole_cluster_is_put_beside_and_told(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    put(house, "a")
    stop(house)
    cluster = house.data / "postgres" / "cluster"
    version = (cluster / "PG_VERSION").read_text()
    (cluster / "PG_VERSION").unlink()
    said = house.cluster("c.start()")
    assert "no whole database cluster" in said
    (aside,) = (house.data / "postgres").glob("cluster.aside-*")
    assert str(aside) in said
    assert kept(house) == []
    # nothing of it was touched: with what it lacks, it is whole again
    shutil.move(cluster, house.data / "postgres" / "new")
    (aside / "PG_VERSION").write_text(version)
    aside.rename(cluster)
    assert kept(house) == ["a"]


def test_an_unfinished_one_is_made_again(place: Path, house_at: Callable[..., House]) -> None:
    house = house_at(place / "one")
    unfinished = house.data / "postgres" / "cluster.making"
    unfinished.mkdir(parents=True)
    (unfinished / "PG_VERSION").write_text("15")
    assert kept(house) == []
    assert not unfinished.exists()


def test_killed_while_it_is_made(place: Path, house_at: Callable[..., House]) -> None:
    """kill -9 at many moments of the making; the next start always ends with a whole one."""
    house = house_at(place / "one")
    code = "import sys; from ops.database import Cluster; Cluster().start()"
    for pause in (0.05, 0.3, 0.7, 1.2, 1.6):
        process = subprocess.Popen(
            ["python3", "-c", code], env={**house.environment(), "PYTHONPATH": "."}, stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL, start_new_session=True,
        )  # fmt: skip
        try:
            process.wait(timeout=pause)
        except subprocess.TimeoutExpired:
            os.killpg(process.pid, 9)
            process.wait()
    put(house, "a")
    assert kept(house) == ["a"]
    assert not list((house.data / "postgres").glob("cluster.aside*"))


@pytest.fixture
def closed(place: Path) -> Path:
    """A folder that PostgreSQL's user cannot enter."""
    folder = place / "closed"
    folder.mkdir(mode=0o700)
    return folder


def test_two_folders_in_a_closed_place_have_two_databases(closed: Path, house_at: Callable[..., House]) -> None:
    one, two = house_at(closed / "one"), house_at(closed / "two")
    put(one, "first")
    put(two, "second")
    assert kept(one) == ["first"]
    assert kept(two) == ["second"]
    places = [p.parent for p in one.elsewhere.glob("*/cluster")]
    assert len({p.name for p in places}) >= 2
    assert all(not str(p).startswith("/var/tmp") for p in places)


def test_a_closed_folder_that_moves_keeps_its_database(closed: Path, house_at: Callable[..., House]) -> None:
    one = house_at(closed / "one")
    put(one, "a")
    stop(one)
    one.data.rename(closed / "moved")
    assert kept(house_at(closed / "moved")) == ["a"]


def test_a_copied_closed_folder_gets_a_copy(closed: Path, house_at: Callable[..., House]) -> None:
    one = house_at(closed / "one")
    put(one, "a")
    subprocess.run(["cp", "-a", str(one.data), str(closed / "two")], check=True)
    two = house_at(closed / "two")
    assert "is running for another folder" in two.cluster("c.start()", fine=False)
    stop(one)
    put(two, "b")
    put(one, "c")
    assert kept(two) == ["a", "b"]
    assert kept(one) == ["a", "c"]


def test_an_open_folder_moved_into_a_closed_place_takes_its_database_along(
    place: Path, closed: Path, house_at: Callable[..., House]
) -> None:
    one = house_at(place / "one")
    put(one, "a")
    stop(one)
    one.data.rename(closed / "one")
    moved = house_at(closed / "one")
    assert kept(moved) == ["a"]
    assert list((closed / "one" / "postgres").glob("cluster.aside-*"))  # what it was copied from is still there


def test_a_database_elsewhere_that_is_gone_is_told(closed: Path, house_at: Callable[..., House]) -> None:
    one = house_at(closed / "one")
    put(one, "a")
    stop(one)
    name = (one.data / "database-elsewhere").read_text()
    hidden = closed / "hidden"
    shutil.move(one.elsewhere / name, hidden)
    said = one.cluster("c.start()", fine=False)
    assert "and is not there" in said
    assert "restore" in said
    shutil.move(hidden, one.elsewhere / name)
    assert kept(one) == ["a"]


def test_a_database_of_an_older_program_in_a_place_that_is_cleaned_is_brought_out(
    closed: Path, house_at: Callable[..., House], monkeypatch: pytest.MonkeyPatch
) -> None:
    one = house_at(closed / "one")
    put(one, "a")
    stop(one)
    name = (one.data / "database-elsewhere").read_text()
    old = Path("/var/tmp") / f"fletcher-test-{os.getpid()}"
    shutil.move(one.elsewhere / name, old)
    (one.data / "database-elsewhere").unlink()
    (one.data / "database-ready").write_text(str(old / "cluster"))
    try:
        assert kept(one) == ["a"]
        assert list(old.glob("cluster.aside-*"))
        assert (one.data / "database-elsewhere").exists()
    finally:
        shutil.rmtree(old)


def test_a_newer_postgresql_beside_the_right_one_is_not_taken(place: Path, house_at: Callable[..., House]) -> None:
    """`postgres_bin` asks for the cluster's own version; without it the start says so and touches nothing."""
    house = house_at(place / "one")
    put(house, "a")
    stop(house)
    version = house.data / "postgres" / "cluster" / "PG_VERSION"
    real = version.read_text()
    version.write_text("11\n")
    said = house.cluster("c.start()", fine=False)
    assert "was made by PostgreSQL 11, which is not on this machine" in said
    assert "postgresql-11" in said
    version.write_text(real)
    fake = place / "usr" / "99" / "bin"
    fake.mkdir(parents=True)
    for name in ("initdb", "pg_ctl"):
        (fake / name).write_text("#!/bin/sh\necho taken from the newer one >&2; exit 1\n")
        (fake / name).chmod(0o755)
    for kind in Path("/usr/lib/postgresql").iterdir():
        (place / "usr" / kind.name).symlink_to(kind)
    code = f"import pathlib, ops.install as i; i.POSTGRES = pathlib.Path({str(place / 'usr')!r})\n"
    assert "99" in house.cluster(f"{code}print(i.postgres_bin())")
    said = house.cluster(f"{code}c.start()\nprint(c.sql('select 1'))\nc.stop()")
    assert "taken from the newer" not in said
