"""Backups of the whole database by PostgreSQL's own programs. Photographs are in it: there is nothing else.

Standard library only: it also runs before the application can.
"""

from __future__ import annotations

import contextlib
import datetime as dt
import os
import shutil
import subprocess
import tempfile
from pathlib import Path
from typing import IO, cast
from urllib.parse import unquote, urlsplit

__all__ = ["KeepingError", "backup", "backups_in", "others_at_work", "prune", "restore", "server_version"]

_ENDING = ".dump"
_KEPT = 14


class KeepingError(Exception):
    """A backup that could not be made or read, in words."""


def backup(url: str, folder: Path, why: str = "backup") -> Path:
    """Write the database at ``url`` into a new file of the folder (custom format); gives the file.

    It is written beside its name, read through once, and only then called by it: what lies there is whole.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    stamp = dt.datetime.now(dt.UTC).strftime("%Y%m%d-%H%M%S-%f")[:-3]
    path = folder / f"{why}-{stamp}{_ENDING}"
    begun = path.with_suffix(".begun")
    begun.touch(mode=0o600)
    try:
        _run("pg_dump", url, "--format=custom", "--no-owner", "--no-privileges", "--file", str(begun))
        _run("pg_restore", None, "--list", str(begun))
        begun.rename(path)
    finally:
        begun.unlink(missing_ok=True)
    return path


def restore(url: str, path: Path) -> None:
    """Put the database at ``url`` back to what is in the file. KeepingError, with nothing changed, if not.

    What is there now goes: whoever calls has made a backup of it, and nobody else is at work.
    """
    if not path.is_file():
        raise KeepingError(f"{path} is not there")
    _run("pg_restore", None, "--list", str(path))
    reader = [_found("pg_restore"), "--no-owner", "--no-privileges", "--file", "-", str(path)]
    writer = [_found("psql"), "--quiet", "--single-transaction", "-v", "ON_ERROR_STOP=1", "-f", "-"]
    with (
        tempfile.TemporaryFile() as said,
        subprocess.Popen(reader, stdout=subprocess.PIPE, stderr=said, cwd="/") as read,
        subprocess.Popen(
            writer, stdin=subprocess.PIPE, stdout=subprocess.DEVNULL, stderr=said, cwd="/",
            env=_environment(url),
        ) as written,
    ):  # fmt: skip
        with contextlib.suppress(BrokenPipeError):
            into, out_of = cast(IO[bytes], written.stdin), cast(IO[bytes], read.stdout)
            into.write(b"DROP SCHEMA public CASCADE;\nCREATE SCHEMA public;\n")
            shutil.copyfileobj(out_of, into)
            if read.wait() == 0:
                into.close()
        # One transaction: where the file ended too soon, nothing of it stays and what was there does.
        if read.wait() != 0:
            written.kill()
        if written.wait() != 0:
            said.seek(0)
            raise KeepingError(f"nothing was changed: {said.read().decode(errors='replace').strip()[-2000:]}")


def backups_in(folder: Path) -> list[Path]:
    """The backups of a folder, the newest first."""
    return sorted(folder.glob(f"*{_ENDING}"), key=lambda path: path.stat().st_mtime, reverse=True)


def prune(folder: Path, keep: int = _KEPT) -> None:
    """Delete all backups of a folder but the newest ones."""
    for old in backups_in(folder)[keep:]:
        old.unlink()


def others_at_work(url: str) -> int:
    """How many other connections the database has."""
    asked = (
        "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()"
    )
    return int(_run("psql", url, "-Atc", asked).strip())


def server_version(url: str) -> int:
    """The major version of the server at ``url``."""
    return int(_run("psql", url, "-Atc", "SHOW server_version_num").strip()) // 10_000


def _environment(url: str) -> dict[str, str]:
    """Where the database is, for PostgreSQL's programs: a password here is in no list of processes."""
    parts = urlsplit(url)
    return dict(os.environ) | {
        "PGHOST": parts.hostname or "127.0.0.1", "PGPORT": str(parts.port or 5432),
        "PGUSER": unquote(parts.username or ""), "PGPASSWORD": unquote(parts.password or ""),
        "PGDATABASE": parts.path.lstrip("/"), "PGCONNECT_TIMEOUT": "10",
    }  # fmt: skip


def _run(program: str, url: str | None, *arguments: str) -> str:
    """What a program of PostgreSQL's says."""
    command = [_found(program), *arguments]
    environment = None if url is None else _environment(url)
    done = subprocess.run(
        command, env=environment, capture_output=True, text=True, check=False, cwd="/"
    )  # fmt: skip
    if done.returncode:
        raise KeepingError(f"{program} failed: {done.stderr.strip()[-2000:]}")
    return done.stdout


def _found(program: str) -> str:
    """The newest of PostgreSQL's programs on this machine: an older one does not read a newer server."""
    there = sorted(
        Path("/usr/lib/postgresql").glob(f"*/bin/{program}"), key=lambda path: int(path.parts[4])
    )  # fmt: skip
    if there:
        return str(there[-1])
    if elsewhere := shutil.which(program):
        return elsewhere
    raise KeepingError(f"{program} is not on this machine: apt-get install postgresql-client")
