"""Set-up: what it says when something is in the way."""

from __future__ import annotations

import socket
import subprocess
import sys
from pathlib import Path

import pytest

from ops import cli, install, processes, serve, shell
from ops.database import Cluster, free_port
from ops.shell import Trouble


def test_a_taken_port_says_what_to_do(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    monkeypatch.setattr(serve, "DATA", tmp_path / "none")
    with socket.socket() as other:
        other.bind(("127.0.0.1", 0))
        other.listen()
        number = other.getsockname()[1]
        monkeypatch.setenv("FLETCHER_PORT", str(number))
        with pytest.raises(Trouble, match=f"Port {number} is taken.*FLETCHER_PORT="):
            serve.check_port()


@pytest.mark.parametrize("text", ["abc", "0", "70000", ""])
def test_a_port_that_is_none(text: str, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("FLETCHER_PORT", text)
    with pytest.raises(Trouble, match="number from 1 to 65535"):
        serve.port()


def test_a_free_port_can_be_had() -> None:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", free_port()))


def test_a_stale_pid_file_is_no_server(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    pid = tmp_path / "server.pid"
    for module in (serve, processes):
        monkeypatch.setattr(module, "DATA", tmp_path)
    for text in ("", "nonsense", "999999999", "1"):
        pid.write_text(text)
        assert serve.stop() is False
        assert not pid.exists()


def test_no_room_on_the_disk(monkeypatch: pytest.MonkeyPatch) -> None:
    usage = type("Usage", (), {"free": 100_000_000})
    monkeypatch.setattr(install.shutil, "disk_usage", lambda _: usage)
    monkeypatch.setattr(install, "fresh", lambda *_: False)
    with pytest.raises(Trouble, match=r"Only 100 MB are free here.*Make room"):
        install.check_machine()


def test_a_folder_that_cannot_be_written(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    blocked = tmp_path / "file"
    blocked.write_text("")
    monkeypatch.setattr(install, "DATA", blocked / "data")
    with pytest.raises(Trouble, match=r"cannot be written.*FLETCHER_DATA"):
        install.check_machine()


def test_missing_packages_without_sudo_name_the_command(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.delenv("DATABASE_URL", raising=False)
    monkeypatch.setattr(install, "postgres_bin", lambda *_: None)
    monkeypatch.setattr(install, "chromium", lambda: None)
    monkeypatch.setattr(install.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(install.shutil, "which", lambda name: None if name == "sudo" else f"/usr/bin/{name}")
    with pytest.raises(Trouble, match="sudo apt-get install -y --no-install-recommends postgresql chromium"):
        install.system_packages(browser=True)


def test_no_apt(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(install, "chromium", lambda: None)
    monkeypatch.setattr(install.shutil, "which", lambda _: None)
    with pytest.raises(Trouble, match="has no apt"):
        install.system_packages(browser=True)


def test_apt_is_asked_as_root_for_just_what_is_missing(monkeypatch: pytest.MonkeyPatch) -> None:
    asked: list[list[str]] = []
    monkeypatch.setattr(install, "postgres_bin", lambda *_: Path("/usr/lib/postgresql/15/bin"))
    monkeypatch.setattr(install, "chromium", lambda: None)
    monkeypatch.setattr(install.os, "geteuid", lambda: 0)
    monkeypatch.setattr(install, "run", lambda command, **_: asked.append(command))
    install.system_packages(browser=True)
    assert asked[0][0] == "apt-get"
    assert asked[0][-1] == "update"
    assert asked[1][-1] == "chromium"
    assert "postgresql" not in asked[1]


def test_a_database_of_ones_own_is_left_alone(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("DATABASE_URL", "postgresql://me@elsewhere/db")
    cluster = Cluster()
    assert cluster.start() == "postgresql://me@elsewhere/db"
    assert not cluster.running()
    assert not cluster.stop()


def test_a_failed_program_is_shown_with_a_hint() -> None:
    with pytest.raises(Trouble, match=r"Counting failed\.\s+one two\s+Count again\."):
        shell.run(["sh", "-c", "echo one two; exit 3"], what="Counting", hint="Count again.")
    with pytest.raises(Trouble, match="“no-such-program” is not on this machine"):
        shell.run(["no-such-program"], what="Looking")
    assert shell.run(["echo", "fine"], what="Speaking") == "fine\n"


def test_a_finished_step_is_known_by_its_key(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(shell, "ROOT", tmp_path)
    one, stamp = tmp_path / "one", tmp_path / "stamp"
    one.write_text("a")
    key = shell.digest([one])
    assert not shell.fresh(stamp, key)
    stamp.write_text(key)
    assert shell.fresh(stamp, key)
    one.write_text("b")
    assert not shell.fresh(stamp, shell.digest([one]))


def test_unknown_commands_print_how_to_use_it(capsys: pytest.CaptureFixture[str]) -> None:
    assert cli.main(["dance"]) == 2
    assert cli.main([]) == 0
    assert "usage: ./fletcher COMMAND" in capsys.readouterr().out


def test_trouble_ends_with_one_sentence(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    def up(_arguments: list[str]) -> int:
        raise Trouble("Do this.")

    monkeypatch.setattr(cli, "_up", up)
    assert cli.main(["up"]) == 1
    assert capsys.readouterr().err == "fletcher: Do this.\n"


def test_an_environment_that_does_not_run_is_noticed(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    assert install._has_pip()
    monkeypatch.setattr(install, "PYTHON", tmp_path / "python")
    assert not install._has_pip()


@pytest.mark.parametrize(
    ("version", "enough"),
    [("v18.2.0", False), ("v20.18.9", False), ("v20.19.0", True), ("v21.9.0", False), ("v22.11.0", False),
     ("v22.12.0", True), ("v24.0.0", True), ("nonsense", False)],
)  # fmt: skip
def test_node_of_the_wrong_age(monkeypatch: pytest.MonkeyPatch, version: str, enough: bool) -> None:
    told = subprocess.CompletedProcess([], 0, stdout=version)
    monkeypatch.setattr(install.subprocess, "run", lambda *_a, **_k: told)
    monkeypatch.setattr(install.shutil, "which", lambda name: f"/usr/bin/{name}")
    assert install._has_node() is enough


def test_a_machine_without_node_gets_the_locked_one(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    """The real one, from the Python package registry, with no other Node in reach."""
    venv = tmp_path / "venv"
    subprocess.run([sys.executable, "-m", "venv", str(venv)], check=True)
    monkeypatch.setattr(install, "VENV", venv)
    monkeypatch.setattr(install, "PYTHON", venv / "bin" / "python")
    bare = tmp_path / "bin"
    bare.mkdir()
    for name in ("sh", "env"):
        (bare / name).symlink_to(f"/usr/bin/{name}")
    monkeypatch.setenv("PATH", str(bare))
    assert not install._has_node()
    install.node()
    assert install._has_node()
    told = subprocess.run(["npm", "--version"], text=True, capture_output=True, check=True)
    assert int(told.stdout.split(".")[0]) >= 10
    # the second time nothing is installed
    monkeypatch.setenv("PATH", str(bare))
    monkeypatch.setattr(install, "run", lambda *_a, **_k: pytest.fail("installed again"))
    install.node()
    assert install._has_node()
