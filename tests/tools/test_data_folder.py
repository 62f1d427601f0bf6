"""The data folder and the server of `make demo`: nobody's files are touched, nothing is left running."""

import contextlib
import os
import re
import signal
import subprocess
import sys
import urllib.request
from pathlib import Path

import pytest

from tools import cluster as clusters
from tools import demo
from tools.cluster import CHECKOUT, Cluster


def listed(folder):
    return sorted(str(p.relative_to(folder)) for p in folder.rglob("*"))


@pytest.mark.parametrize("name", ["letters.txt", "cluster/base/1", "database-password"])
def test_a_folder_with_other_things_in_it_is_refused_and_not_touched(tmp_path, name):
    # A data folder without PG_VERSION was deleted, and its owner changed.
    folder = tmp_path / "data"
    file = folder / name
    file.parent.mkdir(parents=True)
    file.write_text("mine")
    folder.chmod(0o755)
    before = listed(folder), folder.stat().st_uid, folder.stat().st_mode
    with pytest.raises(SystemExit, match="NEAT_SHEAF_DATA"):
        Cluster(folder).make()
    assert (listed(folder), folder.stat().st_uid, folder.stat().st_mode) == before
    assert file.read_text() == "mine"


def test_a_data_folder_that_lost_its_version_is_refused_and_not_made_again(tmp_path):
    folder = tmp_path / "data"
    data = folder / "cluster" / "base"
    data.mkdir(parents=True)
    (folder / ".made-by-neat-sheaf").touch()
    (data / "1").write_text("rows")
    with pytest.raises(SystemExit, match="has files but no PG_VERSION"):
        Cluster(folder).make()
    assert (data / "1").read_text() == "rows"


def test_data_of_another_version_of_postgresql_names_the_cause_and_the_way(tmp_path):
    folder = tmp_path / "data"
    (folder / "cluster").mkdir(parents=True)
    (folder / "cluster" / "PG_VERSION").write_text("9\n")
    with pytest.raises(SystemExit) as said:
        Cluster(folder)
    assert "made by PostgreSQL 9" in str(said.value)
    assert "Install postgresql-9" in str(said.value)
    assert (folder / "cluster" / "PG_VERSION").read_text() == "9\n"


def test_the_programs_are_those_of_the_version_that_made_the_data(monkeypatch):
    monkeypatch.setattr(clusters, "_installed", lambda: {15: Path("/a"), 17: Path("/b")})
    assert clusters._binaries(None) == Path("/b")
    assert clusters._binaries(15) == Path("/a")


@pytest.mark.xdist_group("demo")
def test_closing_the_terminal_stops_the_server_and_its_database():
    import shutil
    import tempfile

    folder = Path(tempfile.mkdtemp(prefix="neat-sheaf-test-", dir="/tmp")) / "data"
    environment = {**os.environ, "NEAT_SHEAF_DATA": str(folder), "NEAT_SHEAF_PORT": "18733"}
    folder.parent.chmod(0o755)
    demo = subprocess.Popen(
        [sys.executable, str(CHECKOUT / "tools" / "demo.py")], env=environment, cwd=CHECKOUT,
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, start_new_session=True,
    )  # fmt: skip
    try:
        said = ""
        while "Ctrl-C stops it" not in said:
            line = demo.stdout.readline()
            assert line, said
            said += line
        address = re.search(r"http://\S+", said)[0]
        assert urllib.request.urlopen(address, timeout=20).status == 200
        owners = {
            Path(f"/proc/{pid}").stat().st_uid
            for pid in os.listdir("/proc")
            if pid.isdigit() and _runs(pid, "gunicorn") and _began(int(pid), demo.pid)
        }
        assert owners
        assert 0 not in owners
        checked = (folder / "cluster" / "global" / "pg_control").exists()
        assert checked
        sums = subprocess.run(
            [str(Cluster(folder).bin / "pg_controldata"), str(folder / "cluster")],
            capture_output=True, text=True, check=True,
        ).stdout  # fmt: skip
        assert re.search(r"Data page checksum version:\s+1", sums)
        demo.send_signal(signal.SIGHUP)
        assert demo.wait(timeout=60) == 0
        with pytest.raises(OSError, match="refused"):
            urllib.request.urlopen(address, timeout=5)
        assert not (folder / "cluster" / "postmaster.pid").exists()
    finally:
        if demo.poll() is None:
            demo.kill()
        demo.stdout.close()
        shutil.rmtree(folder.parent, ignore_errors=True)


def _runs(pid, *words):
    with contextlib.suppress(OSError):
        said = Path(f"/proc/{pid}/cmdline").read_bytes().decode(errors="replace")
        return all(word in said for word in words)
    return False


def _began(pid, by):
    """Whether a process was started by another, or by what that one started; a title may hide its port."""
    with contextlib.suppress(OSError):
        while pid > 1:
            if pid == by:
                return True
            pid = int(Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[1])
    return False


def test_a_short_secret_key_is_refused():
    environment = {k: v for k, v in os.environ.items() if k != "NEAT_SHEAF_DEBUG"}
    environment |= {"NEAT_SHEAF_SECRET_KEY": "short", "DJANGO_SETTINGS_MODULE": "studio.config.settings"}
    done = subprocess.run(
        [sys.executable, "-c", "import django; django.setup()"], env=environment, cwd=CHECKOUT,
        capture_output=True, text=True, check=False,
    )  # fmt: skip
    assert done.returncode
    assert "at least 32" in done.stderr


@pytest.mark.skipif(os.geteuid() != 0, reason="only root makes a database for another account")
def test_a_folder_that_the_databases_account_cannot_reach_is_named_with_what_to_do(tmp_path):
    # initdb's own words were shown: could not access directory.
    closed = tmp_path / "mine"
    closed.mkdir(mode=0o700)
    for one in [tmp_path, *tmp_path.parents][:-2]:
        one.chmod(0o755)
    with pytest.raises(SystemExit) as said:
        Cluster(closed / "data").make()
    assert f"{closed} is closed to it" in str(said.value)
    assert "NEAT_SHEAF_DATA" in str(said.value)


def test_a_worker_that_ends_is_started_again(monkeypatch, capsys):
    # It stayed dead, and long plans waited for ever.
    monkeypatch.setattr(demo, "_LOOKED_AFTER", 0.1)
    ended = [sys.executable, "-c", "pass"]
    server = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(2)"])
    begun = []

    def work():
        begun.append(
            subprocess.Popen(ended if len(begun) < 2 else [*ended[:-1], "import time; time.sleep(9)"])
        )
        return begun[-1]

    shops = subprocess.Popen(ended)
    running = [shops, work(), server]
    assert demo._kept_working(server, running, work) == 0
    assert len(begun) == 3
    assert running[1] is begun[-1]
    assert capsys.readouterr().out.count("started again") == 2
    for one in (*begun, shops):
        one.kill()
        one.wait()
