"""The commands of ./fletcher."""

from __future__ import annotations

import contextlib
import subprocess
import sys
from pathlib import Path

from . import backup, serve
from .database import Cluster
from .install import check_machine, everything, manage, python_packages, system_packages
from .shell import DATA, PYTHON, ROOT, Trouble, alone, environment, fail, free_name, run, say, stamp

USAGE = """usage: ./fletcher COMMAND

  up               set up what is missing, start, load the demo, print the address
                   --stay: not in the background, for ops/fletcher.service
  stop             end what up started
  backup [FILE]    everything that people have put in, as one file, while they work
  restore FILE     bring a backup back; what is there stays beside it, and can be gone back to
  test [ARGS]      set up what is missing, run every check (ARGS: only pytest, with ARGS;
                   “test faults”: the long tests of crashes, moves and hostile requests)
  bench [--against REVISION]  measure speed, print a table; REVISION: an older core beside this one
  shots            take the pictures in docs/screenshots from the demo
  reference FILE   check the section methods against a file of finite-element results
  judge FILE       a file's verdict, without the web [--part wing] [--scheme NAME] [--units inch] [--json]
  types            write the API document and the TypeScript types
"""


def _current(cluster: Cluster, url: str) -> None:
    """The database as this program needs it; a backup first where it changes."""
    backup.check_not_newer(backup.applied_migrations(cluster), f"The database of {DATA}")
    if "backup first" in manage("prepare", url=url):
        backup.before_migrating(cluster)
        manage("prepare", "--saved", url=url)


def _up(arguments: list[str]) -> int:
    if arguments not in ([], ["--stay"]):
        raise Trouble("up takes nothing, or --stay.")
    serve.check_port()
    everything(browser=False)
    cluster = Cluster()
    url = cluster.start()
    serve.check_port()  # minutes may have passed
    serve.tell_unwatched()
    serve.stop()
    say("bringing the database up to date")
    _current(cluster, url)
    if arguments:
        serve.stay()
    address = serve.start()
    say(f"ready: open {address}")
    return 0


def _stop() -> int:
    if not DATA.exists():
        say("nothing was running")
        return 0
    ended = [word for word, did in (("the server", serve.stop()), ("PostgreSQL", Cluster().stop())) if did]
    say(f"stopped {' and '.join(ended)}" if ended else "nothing was running")
    return 0


def _backup(arguments: list[str]) -> int:
    everything(browser=False)
    cluster = Cluster()
    was_running = cluster.running()
    cluster.start()
    try:
        file = Path(arguments[0]).resolve() if arguments else free_name(backup.FOLDER / f"fletcher-{stamp()}.tar")
        if file.exists():
            raise Trouble(f"{file} is there already. Name another file; nothing is written over.")
        manifest = backup.make(cluster, file)
        say(f"saved {sum(manifest['rows'].values())} rows, {manifest['bytes'] / 1e6:.1f} MB, as {file}")
    finally:
        if not was_running:
            cluster.stop()
    return 0


def _restore(arguments: list[str]) -> int:
    if len(arguments) != 1:
        raise Trouble("Name the backup: ./fletcher restore FILE")
    everything(browser=False)
    cluster = Cluster()
    was_running = cluster.running()
    url = cluster.start()
    try:
        at = min(serve.ours(), default=None)
        serve.stop()
        try:
            before = backup.restore(cluster, arguments[0])
            say(f"{arguments[0]} is in place")
            if before is not None:
                say(f"what was here lies beside it; “./fletcher restore {before}” goes back to it")
            _current(cluster, url)
        finally:
            if at is not None:
                say(f"serving again at {serve.start(at)}")
    finally:
        if not was_running:
            cluster.stop()
    return 0


def _test(arguments: list[str]) -> int:
    everything(browser=True)
    from .checks import run_all

    return run_all(arguments)


def _module(name: str, arguments: list[str], browser: bool = False) -> int:
    """A command that needs the server's packages: run in the virtual environment, beside the database."""
    everything(browser=browser)
    cluster = Cluster()
    was_running = cluster.running()
    url = cluster.start()
    try:
        _current(cluster, url)
        return subprocess.run(
            [str(PYTHON), "-m", name, *arguments], cwd=ROOT, env=environment(DATABASE_URL=url)
        ).returncode
    finally:
        if not was_running:
            cluster.stop()


def _reference(arguments: list[str]) -> int:
    everything(browser=False)
    return subprocess.run([str(PYTHON), "-m", "fletcher_core.reference", *arguments], env=environment()).returncode


def _judge(arguments: list[str]) -> int:
    """A file's verdict: the core alone, no database and no screens."""
    with contextlib.redirect_stdout(sys.stderr):  # what is printed is the verdict alone
        check_machine()
        system_packages(browser=False, database=False)
        python_packages(test=False)
    return subprocess.run([str(PYTHON), "-m", "fletcher_core.judge", *arguments], env=environment()).returncode


def _types() -> int:
    everything(browser=False, build=False)  # the screens may not build before their types are right
    run([str(PYTHON), "-m", "ops.types"], what="Writing the types", env=environment(DATABASE_URL="postgresql:///x"))
    return 0


def main(arguments: list[str]) -> int:
    command, rest = (arguments[0], arguments[1:]) if arguments else ("", [])
    try:
        match command:
            case "up":
                with alone():
                    return _up(rest)
            case "stop":
                with alone():
                    return _stop()
            case "backup":
                with alone():
                    return _backup(rest)
            case "restore":
                with alone():
                    return _restore(rest)
            case "test":
                return _test(rest)
            case "bench":
                return _module("ops.bench", rest, browser=True)
            case "shots":
                return _module("ops.shots", rest, browser=True)
            case "reference":
                return _reference(rest)
            case "judge":
                return _judge(rest)
            case "types":
                return _types()
    except Trouble as trouble:
        return fail(trouble)
    except OSError as exc:
        where = f" ({exc.filename})" if exc.filename else ""
        return fail(Trouble(f"{exc.strerror or exc}{where}. Put that right and run the same command again."))
    except KeyboardInterrupt:
        return fail(Trouble("stopped by you; the same command goes on where it left off."))
    print(USAGE, end="")
    return 0 if command in ("", "help", "-h", "--help") else 2
