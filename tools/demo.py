"""Serve Neat Sheaf on this machine: database, migrations, the demo once, gunicorn."""

from __future__ import annotations

import contextlib
import fcntl
import os
import secrets
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path
from typing import IO

sys.path.insert(0, str(Path(__file__).parent))

from cluster import CHECKOUT, Cluster, data_folder, free_port

WANTED_PORT = 8000


def _kept(folder: Path, name: str, length: int) -> str:
    """A secret of this data folder, made once."""
    path = folder / name
    if not path.exists():
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(length) + "\n")
    return path.read_text().strip()


def _only_one(folder: Path) -> IO[str]:
    """Hold the data folder's lock; a second server on the same data would stop the first's database."""
    lock = (folder / "demo.lock").open("a+")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        lock.seek(0)
        where = lock.read().strip() or "another terminal"
        raise SystemExit(f"Neat Sheaf is running already, at {where}. Stop it there first.") from None
    return lock


def _until_it_answers(server: subprocess.Popen[bytes], port: int) -> None:
    """Wait until the server takes connections, so that the printed address works at once."""
    for _ in range(300):
        if server.poll() is not None:
            raise SystemExit("The server did not start; what it said stands above.")
        with contextlib.suppress(OSError), socket.create_connection(("127.0.0.1", port), timeout=1):
            return
        time.sleep(0.1)
    raise SystemExit("The server did not answer within half a minute.")


def main() -> int:
    """Start everything, print the address and the account, stop everything on Ctrl-C."""
    folder = data_folder()
    cluster = Cluster(folder)
    cluster.make()
    lock = _only_one(folder)
    wanted = int(os.environ.get("NEAT_SHEAF_PORT", WANTED_PORT))
    port = free_port(wanted)
    if port != wanted:
        print(f"Port {wanted} is taken by something else; using the next free one, {port}.")
    lock.truncate(0)
    lock.write(f"http://127.0.0.1:{port}\n")
    lock.flush()
    manage = [sys.executable, str(CHECKOUT / "manage.py")]
    environment = {
        **os.environ,
        "NEAT_SHEAF_SECRET_KEY": _kept(folder, "secret-key", 48),
        "NEAT_SHEAF_HTTPS": "0",
        "NEAT_SHEAF_DEMO_USER": "demo",
        "NEAT_SHEAF_DEMO_PASSWORD": _kept(folder, "demo-password", 9),
        "PYTHONUNBUFFERED": "1",
    }
    environment.pop("NEAT_SHEAF_DEBUG", None)
    server: subprocess.Popen[bytes] | None = None
    # Ctrl-C reaches the whole group of processes; each is stopped here, in order.
    signal.signal(signal.SIGTERM, lambda *_: (_ for _ in ()).throw(KeyboardInterrupt()))
    try:
        environment["DATABASE_URL"] = cluster.start(55_431)
        for command in (["migrate", "--no-input", "-v", "0"], ["load_demo"]):
            subprocess.run([*manage, *command], env=environment, check=True)
        server = subprocess.Popen(
            [
                str(Path(sys.executable).parent / "gunicorn"), "studio.config.wsgi:application",
                "--bind", f"127.0.0.1:{port}", "--workers", "2", "--threads", "4",
                "--timeout", "120", "--log-level", "warning", "--no-control-socket",
            ],
            env=environment, cwd=CHECKOUT, start_new_session=True,
        )  # fmt: skip
        _until_it_answers(server, port)
        print(f"\n  Neat Sheaf is at  http://127.0.0.1:{port}")
        print(f"  sign in as        demo / {environment['NEAT_SHEAF_DEMO_PASSWORD']}")
        print(f"  its data is in    {folder}\n  Ctrl-C stops it; nothing is lost.\n", flush=True)
        return server.wait()
    except KeyboardInterrupt:
        print("\nStopping the server and the database ...", flush=True)
        return 0
    finally:
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        signal.signal(signal.SIGTERM, signal.SIG_IGN)
        if server is not None and server.poll() is None:
            server.terminate()
            server.wait(timeout=30)
        cluster.stop()


if __name__ == "__main__":
    raise SystemExit(main())
