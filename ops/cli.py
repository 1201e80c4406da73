"""The commands of ./fletcher."""

from __future__ import annotations

import subprocess

from . import serve
from .database import Cluster
from .install import everything, manage
from .shell import PYTHON, ROOT, Trouble, environment, fail, run, say

USAGE = """usage: ./fletcher COMMAND

  up               set up what is missing, start, load the demo, print the address
  stop             end what up started
  test [ARGS]      set up what is missing, run every check (ARGS: only pytest, with ARGS)
  bench            measure speed, print a table
  shots            take the pictures in docs/screenshots from the demo
  reference FILE   check the section methods against a file of finite-element results
  types            write the API document and the TypeScript types
"""


def _up() -> int:
    serve.check_port()
    everything(browser=False)
    url = Cluster().start()
    say("bringing the database up to date")
    manage("migrate", "--verbosity", "0", url=url)
    manage("load_demo", url=url)
    address = serve.start(url)
    say(f"ready: open {address}")
    return 0


def _stop() -> int:
    ended = [word for word, did in (("the server", serve.stop()), ("PostgreSQL", Cluster().stop())) if did]
    say(f"stopped {' and '.join(ended)}" if ended else "nothing was running")
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
        manage("migrate", "--verbosity", "0", url=url)
        return subprocess.run(
            [str(PYTHON), "-m", name, *arguments], cwd=ROOT, env=environment(DATABASE_URL=url)
        ).returncode
    finally:
        if not was_running:
            cluster.stop()


def _reference(arguments: list[str]) -> int:
    everything(browser=False)
    return subprocess.run([str(PYTHON), "-m", "fletcher_core.reference", *arguments], env=environment()).returncode


def _types() -> int:
    everything(browser=False, build=False)  # the screens may not build before their types are right
    run([str(PYTHON), "-m", "ops.types"], what="Writing the types", env=environment(DATABASE_URL="postgresql:///x"))
    return 0


def main(arguments: list[str]) -> int:
    command, rest = (arguments[0], arguments[1:]) if arguments else ("", [])
    try:
        match command:
            case "up":
                return _up()
            case "stop":
                return _stop()
            case "test":
                return _test(rest)
            case "bench":
                return _module("ops.bench", rest, browser=True)
            case "shots":
                return _module("ops.shots", rest, browser=True)
            case "reference":
                return _reference(rest)
            case "types":
                return _types()
    except Trouble as trouble:
        return fail(trouble)
    except KeyboardInterrupt:
        return fail(Trouble("stopped by you; the same command goes on where it left off."))
    print(USAGE, end="")
    return 0 if command in ("", "help", "-h", "--help") else 2
