"""One file with everything that people have put in, and back again.

A backup is a tar of ``manifest.json`` and ``database.dump`` (PostgreSQL's own archive of one moment, taken while
people work; pictures lie in the database). A restore never writes over anything: the restored database takes the
place of the one that is there, which stays beside it under a dated name.
"""

from __future__ import annotations

import datetime
import hashlib
import io
import json
import os
import re
import subprocess
import tarfile
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from .database import NAME, Cluster
from .shell import DATA, ROOT, Trouble, free_name, say, stamp

FORMAT, VERSION = "fletcher-backup", 1
FOLDER = DATA / "backups"
#: so many of those that `up` makes by itself are kept
KEPT = 5
_MIGRATIONS = ROOT / "server" / "fletcher_site" / "workshop" / "migrations"
#: names of tables that a backup can hold
_TABLE = re.compile(r"[a-z][a-z0-9_]{0,62}")
_BEFORE, _DURING = f"{NAME}_before_", f"{NAME}_restoring_"


def program_version() -> str:
    text = (ROOT / "pyproject.toml").read_text(encoding="utf-8")
    found = re.search(r'^version = "([^"]+)"', text, re.MULTILINE)
    return found[1] if found else "?"


def known_migrations() -> set[str]:
    """Steps of the database that this program knows."""
    return {p.stem for p in _MIGRATIONS.glob("[0-9]*.py")}


def applied_migrations(cluster: Cluster, name: str = NAME) -> set[str]:
    """Steps that a database has behind it; none where it is empty."""
    if cluster.sql("select to_regclass('django_migrations') is not null", name=name).strip() != "t":
        return set()
    return set(cluster.sql("select name from django_migrations where app = 'workshop'", name=name).split())


def check_not_newer(applied: set[str], made_by: str) -> None:
    """Refuse what a newer program has made.

    Raises
    ------
    Trouble
        When it has steps behind it that this program does not know.
    """
    newer = sorted(applied - known_migrations())
    if newer:
        raise Trouble(
            f"{made_by} is newer than this program ({program_version()}): it has “{newer[-1]}” behind it. "
            "Take the newer program, or a backup that this one made. Nothing was changed."
        )


def _digest(path: Path) -> str:
    seen = hashlib.sha256()
    with path.open("rb") as source:
        while chunk := source.read(1 << 20):
            seen.update(chunk)
    return seen.hexdigest()


def _rows_in(cluster: Cluster, dump: Path) -> dict[str, int]:
    """Rows of each table in a dump, as they would be read back."""
    counts: dict[str, int] = {}
    table = None
    with subprocess.Popen(
        [cluster.tool("pg_restore"), "--data-only", "-f", "-", str(dump)], stdout=subprocess.PIPE,
        stderr=subprocess.DEVNULL,
    ) as told:  # fmt: skip
        assert told.stdout is not None
        for line in told.stdout:
            if table is None and line.startswith(b"COPY "):
                table = line.split()[1].decode().removeprefix("public.").strip('"')
                counts[table] = 0
            elif line == b"\\.\n":
                table = None
            elif table is not None:
                counts[table] += 1
    if told.returncode:
        raise Trouble("The dump of the database cannot be read back. The backup was not kept; try again.")
    return counts


@contextmanager
def _aside(folder: Path) -> Iterator[Path]:
    """A folder for what is not finished, beside where it will lie."""
    try:
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(prefix=".unfinished-", dir=folder) as path:
            yield Path(path)
    except OSError as exc:
        raise Trouble(f"{folder} cannot be written ({exc.strerror}). Make room there, or name another file.") from exc


def _program(cluster: Cluster, *command: str, what: str, hint: str, name: str = NAME) -> None:
    done = subprocess.run(
        [cluster.tool(command[0]), *command[1:]], env=cluster.reach(name), text=True, capture_output=True,
        stdin=subprocess.DEVNULL,
    )  # fmt: skip
    if done.returncode:
        # its words may repeat a row of somebody's; the first line tells what went wrong
        first = next(iter(done.stderr.strip().splitlines()), "no reason given")
        raise Trouble(f"{what} failed: {first}. {hint}")


def make(cluster: Cluster, file: Path) -> dict[str, Any]:
    """Write a backup of one moment to `file`; what it says of itself.

    Raises
    ------
    Trouble
        When it cannot be written; nothing half-written is left under its name.
    """
    with _aside(file.parent) as folder:
        dump = folder / "database.dump"
        dump.touch(mode=0o600)
        hint = "Nothing was changed."
        _program(cluster, "pg_dump", "-Fc", "-Z", "6", "-f", str(dump), what="Making the backup", hint=hint)
        manifest = {
            "format": FORMAT, "version": VERSION, "program": program_version(),
            "made": datetime.datetime.now(datetime.UTC).isoformat(timespec="seconds"),
            "migrations": sorted(applied_migrations(cluster)), "rows": _rows_in(cluster, dump),
            "bytes": dump.stat().st_size, "sha256": _digest(dump),
        }  # fmt: skip
        text = json.dumps(manifest, indent=1).encode()
        whole = folder / "whole.tar"
        with tarfile.open(whole, "w") as out:
            about = tarfile.TarInfo("manifest.json")
            about.size, about.mode = len(text), 0o600
            out.addfile(about, io.BytesIO(text))
            out.add(dump, "database.dump", recursive=False)
        whole.chmod(0o600)
        with whole.open("rb") as written:
            os.fsync(written.fileno())
        whole.replace(file)
    return manifest


def _is_whole(manifest: dict[str, Any]) -> bool:
    """Whether it says all that a restore asks, each of its kind."""
    rows, steps = manifest.get("rows"), manifest.get("migrations")
    return (
        isinstance(manifest.get("version"), int)
        and isinstance(manifest.get("sha256"), str)
        and isinstance(steps, list)
        and all(isinstance(step, str) for step in steps)
        and isinstance(rows, dict)
        and all(_TABLE.fullmatch(name) and isinstance(count, int) for name, count in rows.items())
    )


def _unpacked(file: Path, folder: Path) -> tuple[dict[str, Any], Path]:
    """The manifest and the dump of a backup, checked by its sum."""
    dump = folder / "database.dump"
    spoiled = Trouble(f"{file} is no whole backup of Fletcher. Take another one; nothing was changed.")
    try:
        with tarfile.open(file, "r:") as source:
            about = source.extractfile("manifest.json")
            inside = source.extractfile("database.dump")
            if about is None or inside is None:
                raise spoiled
            manifest = json.loads(about.read(1 << 20))
            with dump.open("wb") as out:
                while chunk := inside.read(1 << 20):
                    out.write(chunk)
    except FileNotFoundError as exc:
        raise Trouble(f"There is no file {file}.") from exc
    except (IsADirectoryError, PermissionError) as exc:
        raise Trouble(f"{file} cannot be read ({exc.strerror}). Name a file that ./fletcher backup made.") from exc
    except (tarfile.TarError, KeyError, ValueError, EOFError, OverflowError, RecursionError) as exc:
        raise spoiled from exc
    if not isinstance(manifest, dict) or manifest.get("format") != FORMAT:
        raise spoiled
    if isinstance(manifest.get("version"), int) and manifest["version"] > VERSION:
        raise Trouble(f"{file} was made by a newer Fletcher ({manifest.get('program', '?')}). Nothing was changed.")
    if not _is_whole(manifest):
        raise spoiled
    if _digest(dump) != manifest["sha256"]:
        raise Trouble(f"{file} is damaged: its sum is not the one it says. Take another one; nothing was changed.")
    return manifest, dump


def _quoted(name: str) -> str:
    return '"' + name.replace('"', '""') + '"'


def _counts(cluster: Cluster, name: str, tables: list[str]) -> dict[str, int]:
    asked = " union all ".join(f"select '{t}', count(*) from {_quoted(t)}" for t in tables)
    lines = cluster.sql(asked, name=name).splitlines() if tables else []
    return {t: int(n) for t, _, n in (line.partition("|") for line in lines)}


def _swap(cluster: Cluster, new: str) -> str | None:
    """Put a database in the place of the one in use, which gets a dated name; that name. One step, or none."""
    there = cluster.databases()
    renamed = f"{_BEFORE}{stamp().replace('-', '_')}" if NAME in there else None
    steps = [f"alter database {_quoted(new)} rename to {_quoted(NAME)}"]
    if renamed is not None:
        steps.insert(0, f"alter database {_quoted(NAME)} rename to {_quoted(renamed)}")
        cluster.sql(f"select pg_terminate_backend(pid) from pg_stat_activity where datname in ('{NAME}', '{new}')")
    cluster.sql(*steps)
    return renamed


def set_aside(cluster: Cluster) -> list[str]:
    """Databases that a restore has put beside, the latest last."""
    return [name for name in cluster.databases() if name.startswith(_BEFORE)]


def restore(cluster: Cluster, wanted: str) -> str | None:
    """Bring back a backup file, or a database that an earlier restore has set aside; the name of what was there.

    The server must not run meanwhile. What is in use is only touched in one last step.

    Raises
    ------
    Trouble
        When the file is damaged, newer than this program, or cannot be read back whole.
    """
    if wanted.startswith(_BEFORE):
        if wanted not in cluster.databases():
            known = ", ".join(set_aside(cluster)) or "none"
            raise Trouble(f"There is no database “{wanted}” set aside. There is: {known}.")
        check_not_newer(applied_migrations(cluster, wanted), f"“{wanted}”")
        return _swap(cluster, wanted)
    for left in cluster.databases():
        if left.startswith(_DURING):
            cluster.sql(f"drop database {_quoted(left)} with (force)")  # half of a copy of a file
    with _aside(FOLDER) as folder:
        file = Path(wanted).resolve()
        manifest, dump = _unpacked(file, folder)
        check_not_newer(set(manifest["migrations"]), f"{file}")
        new = f"{_DURING}{stamp().replace('-', '_')}"
        cluster.sql(f"create database {_quoted(new)}")
        try:
            _program(
                cluster, "pg_restore", "--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", "-d",
                new, str(dump), what="Reading the backup back", hint="Nothing was changed.", name=new,
            )  # fmt: skip
            found = _counts(cluster, new, sorted(manifest["rows"]))
            if found != manifest["rows"]:
                raise Trouble(f"{file} did not come back whole. Nothing was changed.")
            return _swap(cluster, new)
        except Trouble:
            cluster.sql(f"drop database if exists {_quoted(new)} with (force)")
            raise


def before_migrating(cluster: Cluster) -> Path:
    """The backup that `up` makes by itself; of those, the last few are kept."""
    file = free_name(FOLDER / f"before-update-{stamp()}.tar")
    make(cluster, file)
    for old in sorted(FOLDER.glob("before-update-*.tar"), key=lambda p: p.stat().st_mtime)[:-KEPT]:
        old.unlink()
    say(f"the database is about to change: what is in it was saved as {file}")
    return file
