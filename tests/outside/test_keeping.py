"""Backup, restore and upgrade on a PostgreSQL of their own: what was there is there again, to the byte."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

import psycopg
import pytest

from studio.common.keeping import KeepingError, backup, backups_in, prune, restore, server_version
from tools.cluster import throwaway

ROOT = Path(__file__).parents[2]

# All on one process: each would make a server and the demo of its own.
pytestmark = pytest.mark.xdist_group("keeping")


@pytest.fixture(scope="module")
def server():
    with throwaway() as url:
        manage(url, "migrate", "-v", "0")
        manage(url, "load_demo", NEAT_SHEAF_DEMO_PASSWORD="seed-swap-evening")
        yield url


def manage(url, *arguments, fails=False, **more):
    environment = {**os.environ, "DATABASE_URL": url, "NEAT_SHEAF_DEBUG": "1", **more}
    done = subprocess.run(
        [sys.executable, "manage.py", *arguments], cwd=ROOT, env=environment, check=False,
        capture_output=True, text=True,
    )  # fmt: skip
    assert (done.returncode != 0) is fails, done.stderr
    return done.stdout + done.stderr


# What is being worked out is forgotten by every migration, and begun again.
UNDERWAY = {"tasks_plantask"}


def everything(url):
    """Every row of every table but those of what is underway, as text."""
    with psycopg.connect(url) as connection:
        names = connection.execute(
            "SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY tablename"
        ).fetchall()
        return {
            name: sorted(str(row) for row in connection.execute(f'SELECT t::text FROM "{name}" t'))
            for (name,) in names
            if name not in UNDERWAY
        }


def ask(url, what):
    with psycopg.connect(url) as connection:
        return connection.execute(what)


def test_what_is_destroyed_is_put_back_to_the_byte(server, tmp_path):
    before = everything(server)
    assert len(before["projects_piece"]) > 15
    path = backup(server, tmp_path)
    assert path.stat().st_mode & 0o077 == 0
    ask(server, "DROP TABLE projects_piece CASCADE")
    ask(server, "DELETE FROM classes_choice")
    assert everything(server) != before
    said = manage(server, "restore", str(path), NEAT_SHEAF_BACKUPS=str(tmp_path / "kept"))
    assert "Restored" in said
    assert everything(server) == before
    # What was destroyed was written out first.
    assert len(backups_in(tmp_path / "kept")) == 1


def test_a_file_that_is_cut_short_or_none_changes_nothing(server, tmp_path):
    before = everything(server)
    path = backup(server, tmp_path)
    whole = path.read_bytes()
    for spoilt in (b"", b"no backup", whole[:300], whole[: len(whole) * 2 // 3]):
        path.write_bytes(spoilt)
        with pytest.raises(KeepingError):
            restore(server, path)
        assert everything(server) == before
    with pytest.raises(KeepingError, match="is not there"):
        restore(server, tmp_path / "other.dump")


def test_nothing_is_restored_under_those_who_work(server, tmp_path):
    path = backup(server, tmp_path)
    with psycopg.connect(server):
        said = manage(server, "restore", str(path), fails=True, NEAT_SHEAF_BACKUPS=str(tmp_path))
    assert "stop the server" in said


def test_an_upgrade_is_backed_up_first_and_an_old_backup_comes_up_to_now(server, tmp_path):
    folder = tmp_path / "kept"
    now = everything(server)
    said = manage(server, "upgrade", NEAT_SHEAF_BACKUPS=str(folder))
    assert "is as this version needs it" in said
    assert not folder.exists()
    # As it was one version ago.
    manage(server, "migrate", "tasks", "0002", "-v", "0")
    old = backup(server, tmp_path)
    said = manage(server, "upgrade", NEAT_SHEAF_BACKUPS=str(folder))
    assert [path.name.startswith("before-upgrade") for path in backups_in(folder)] == [True]
    assert set(everything(server)) == set(now)
    manage(server, "restore", str(old), NEAT_SHEAF_BACKUPS=str(folder))
    assert everything(server)["projects_piece"] == now["projects_piece"]
    assert "doctor" not in said


def test_the_newest_backups_stay(tmp_path):
    for n in range(5):
        path = tmp_path / f"backup-{n}.dump"
        path.write_text("x")
        os.utime(path, (n, n))
    prune(tmp_path, 2)
    assert [path.name for path in backups_in(tmp_path)] == ["backup-4.dump", "backup-3.dump"]


def test_the_doctor_says_what_is_wrong_and_how_to_fix_it(server, tmp_path):
    said = manage(server, "doctor", fails=True, NEAT_SHEAF_BACKUPS=str(tmp_path), NEAT_SHEAF_MAILBOX="1")
    for words in ("runs in debug", "without TLS", "NEAT_SHEAF_HOSTS", "only simulated", "fsync off",
                  "No worker", "no backup"):  # fmt: skip
        assert words in said, words
    away = "postgres://neatsheaf:x@127.0.0.1:1/neatsheaf"
    assert "cannot be reached" in manage(away, "doctor", fails=True)
    good = {
        "NEAT_SHEAF_DEBUG": "0", "NEAT_SHEAF_SECRET_KEY": "k" * 48, "NEAT_SHEAF_HOSTS": "sheaf.example.org",
        "NEAT_SHEAF_SMTP": "mail.example.org:587", "NEAT_SHEAF_SECURITY_CONTACT": "mailto:a@example.org",
    }  # fmt: skip
    backup(server, tmp_path)
    ask(server, "INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now())")
    left = manage(server, "doctor", fails=True, NEAT_SHEAF_BACKUPS=str(tmp_path), **good).splitlines()
    assert [line for line in left if line.startswith("!!")] == [
        "!! PostgreSQL runs with fsync off: what was saved can be lost."
    ]


def test_the_server_is_of_a_version_that_can_be_told(server):
    assert server_version(server) >= 15
