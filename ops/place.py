"""Where the database of a data folder lies, and what is done about one that is doubtful. Nothing is ever removed.

A cluster carries its mark inside itself, without a path, so that it is known wherever its folder is moved,
renamed, linked or copied to.
"""

from __future__ import annotations

import contextlib
import os
import pwd
import secrets
import shutil
import subprocess
from pathlib import Path

from .shell import DATA, Trouble, free_name, say, stamp, write_whole

MARK = "fletcher-cluster"
#: where clusters lie whose user cannot enter the data folder: kept by the system, never cleaned
ELSEWHERE = Path(os.environ.get("FLETCHER_ELSEWHERE", "/var/lib/fletcher"))
#: in the data folder: the name of its cluster under ELSEWHERE
POINTER = "database-elsewhere"
#: beside a cluster under ELSEWHERE: the folder that it belongs to, by what stays the same when that is moved
HOME = "belongs-to"
#: made with a program up to 0.3, under a folder that the system cleans
OLD_PLACE = Path("/var/tmp")


def owner() -> str | None:
    """The user that runs PostgreSQL, which refuses to run as root; None: whoever runs this."""
    if os.geteuid() != 0:
        return None
    for name in ("postgres", "nobody"):
        try:
            pwd.getpwnam(name)
            return name
        except KeyError:
            continue
    raise Trouble("PostgreSQL does not run as root and there is no user to run it as. Run this as another user.")


def give_to(path: Path, user: str | None) -> None:
    if user:
        shutil.chown(path, user, pwd.getpwnam(user).pw_gid)


def _can_enter(folder: Path, user: str) -> bool:
    gid = pwd.getpwnam(user).pw_gid
    return subprocess.run(["test", "-x", str(folder)], user=user, group=gid, extra_groups=[], cwd="/").returncode == 0


def is_cluster(folder: Path) -> bool:
    return (folder / "PG_VERSION").is_file() and (folder / "global" / "pg_control").is_file()


def postmaster_of(cluster: Path) -> int | None:
    """The process that runs this very cluster; not that of one which this is a copy of."""
    try:
        pid = int((cluster / "postmaster.pid").read_text(encoding="utf-8").splitlines()[0])
        runs_in, ours = Path(f"/proc/{pid}/cwd").stat(), cluster.stat()
    except (OSError, ValueError, IndexError):
        return None
    return pid if (runs_in.st_dev, runs_in.st_ino) == (ours.st_dev, ours.st_ino) else None


def set_aside(folder: Path, why: str) -> Path:
    """Rename a doubtful cluster with its date, and tell."""
    kept = free_name(folder.with_name(f"{folder.name}.aside-{stamp()}"))
    folder.rename(kept)
    say(f"{why} It is kept as {kept}.")
    return kept


def _home() -> str:
    return str(DATA.stat().st_ino)


def _copied(source: Path, user: str | None) -> str:
    """A cluster copied under ELSEWHERE for this data folder; its name there."""
    if postmaster_of(source) is not None:
        raise Trouble(
            f"The database of this data folder lies in {source} and is running for another folder, of which this is a "
            "copy. Stop Fletcher there, then run this again: this folder gets a copy of its own."
        )
    name = secrets.token_hex(6)
    folder = ELSEWHERE / name
    _make_elsewhere(folder, user)
    say(f"copying the database from {source} to {folder / 'cluster'}, once")
    unfinished = folder / "cluster.copying"
    shutil.copytree(source, unfinished, symlinks=True)
    for path in (unfinished, *unfinished.rglob("*")):
        if not path.is_symlink():
            give_to(path, user)
    (unfinished / "postmaster.pid").unlink(missing_ok=True)
    unfinished.rename(folder / "cluster")
    write_whole(DATA / POINTER, name)
    return name


def _make_elsewhere(folder: Path, user: str | None) -> None:
    try:
        ELSEWHERE.mkdir(mode=0o755, parents=True, exist_ok=True)
        folder.mkdir(mode=0o700, exist_ok=True)
    except OSError as exc:
        raise Trouble(
            f"PostgreSQL's user cannot enter {DATA}, and {ELSEWHERE} cannot be made ({exc.strerror}). "
            "Set FLETCHER_DATA to a folder that it can enter."
        ) from exc
    write_whole(folder / HOME, _home())
    give_to(folder, user)


def _old_place(source: Path) -> Path | None:
    """The cluster of a program up to 0.3 that lay under a folder which the system cleans."""
    ready = DATA / "database-ready"
    with contextlib.suppress(OSError):
        cluster = Path(ready.read_text(encoding="utf-8").strip())
        if cluster.parent.parent == OLD_PLACE and not is_cluster(source) and is_cluster(cluster):
            return cluster
    return None


def folder_of(user: str | None) -> Path:
    """The folder that holds this data folder's cluster: inside it, or under ELSEWHERE where PostgreSQL cannot enter.

    Raises
    ------
    Trouble
        When the cluster named by this data folder is gone, or runs for a folder that this one is a copy of.
    """
    inside = DATA / "postgres"
    pointer = DATA / POINTER
    if pointer.exists():
        name = pointer.read_text(encoding="utf-8").strip()
        folder = ELSEWHERE / name
        if not is_cluster(folder / "cluster") and not is_cluster(inside / "cluster"):
            if not folder.exists():
                raise Trouble(
                    f"The database of {DATA} should lie in {folder}, and is not there. Put that folder back, or remove "
                    f"{pointer} to start with an empty one; ./fletcher restore brings a backup back."
                )
            return folder
        home = folder / HOME
        if is_cluster(folder / "cluster"):
            if home.exists() and home.read_text(encoding="utf-8").strip() == _home():
                return folder
            # moved to another disk, or copied: which of both cannot be known, so each gets its own
            return ELSEWHERE / _copied(folder / "cluster", user)
    inside.mkdir(mode=0o700, parents=True, exist_ok=True)
    if user is None:
        return inside
    if _can_enter(DATA, user):
        give_to(inside, user)
        old = _old_place(inside / "cluster")
        if old is not None:
            _bring_in(old, inside, user)
        return inside
    for source in (inside / "cluster", _old_place(inside / "cluster")):
        if source is not None and is_cluster(source):
            running = postmaster_of(source)
            if running is not None:
                raise Trouble(f"The database in {source} is still running as process {running}. Stop it first.")
            name = _copied(source, user)
            set_aside(source, f"PostgreSQL's user cannot enter {source.parent}: its database was copied.")
            return ELSEWHERE / name
    name = secrets.token_hex(6)
    _make_elsewhere(ELSEWHERE / name, user)
    write_whole(pointer, name)
    return ELSEWHERE / name


def _bring_in(old: Path, inside: Path, user: str) -> None:
    if postmaster_of(old) is not None:
        raise Trouble(f"The database in {old} is still running. Run “./fletcher stop” with the program it was made by.")
    say(f"copying the database from {old}, which the system may clean, to {inside / 'cluster'}")
    unfinished = inside / "cluster.copying"
    shutil.rmtree(unfinished, ignore_errors=True)
    shutil.copytree(old, unfinished, symlinks=True)
    for path in (unfinished, *unfinished.rglob("*")):
        if not path.is_symlink():
            give_to(path, user)
    unfinished.rename(inside / "cluster")
    set_aside(old, "It was copied to where the system does not clean.")
