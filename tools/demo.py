"""Serve Neat Sheaf on this machine: database, migrations, the demo once, gunicorn."""

from __future__ import annotations

import compileall
import contextlib
import ctypes
import fcntl
import os
import pwd
import secrets
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import IO, Any, NamedTuple

sys.path.insert(0, str(Path(__file__).parents[1]))
sys.path.insert(0, str(Path(__file__).parent))

from cluster import CHECKOUT, Cluster, data_folder, free_port

from studio.common.keeping import backup
from studio.simulated.shops import addresses

WANTED_PORT = 8000
_LOOKED_AFTER = 2  # seconds
SHOPS_PORT = 8790


def _kept(folder: Path, name: str, length: int) -> str:
    """A secret of this data folder, made once."""
    path = folder / name
    if not path.exists():
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(length) + "\n")
    return path.read_text().strip()


_WARNING = """
  On the tablets of this room: {addresses}
  Whoever is in this network can open that page, and can read what goes over it: there is no TLS, so
  passwords and names go in the open. Use it in a room you trust, with the password above and made-up
  data, and stop it after. For anything else see docs/deploy.md."""


def _addresses() -> list[str]:
    """The addresses of this machine in its own network."""
    found = set()
    with contextlib.suppress(OSError):
        found = {str(one[4][0]) for one in socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET)}
    with contextlib.suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        probe.connect(("192.0.2.1", 9))  # Nothing is sent: it only tells which way out there is (RFC 5737).
        found.add(str(probe.getsockname()[0]))
    return sorted(one for one in found if not one.startswith("127."))


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
    """Wait until the server answers, so that the printed address works at once.

    It takes connections before its processes have loaded what they answer with.
    """
    end = time.monotonic() + 90
    while time.monotonic() < end:
        if server.poll() is not None:
            raise SystemExit("The server did not start; what it said is above.")
        address = f"http://127.0.0.1:{port}/health/live"
        with contextlib.suppress(OSError), urllib.request.urlopen(address, timeout=30):
            return
        time.sleep(0.1)
    raise SystemExit("The server did not answer within a minute and a half.")


class _Program(NamedTuple):
    """What is run, and as whom: ``more`` is for the process, ``where`` the folder it is in."""

    where: Path
    python: str
    environment: dict[str, str]
    more: dict[str, Any]


def _program(home: Path) -> _Program:
    """The server's program: never run as root.

    Root runs it as ``nobody``, from here where that account can read it, and else from a copy that it
    can read. SystemExit where even Python itself is out of its reach.
    """
    environment = {"HOME": str(home), "XDG_CACHE_HOME": str(home)}
    if os.geteuid() != 0:
        return _Program(CHECKOUT, sys.executable, environment, {})
    account = pwd.getpwnam("nobody")
    nobody: dict[str, Any] = {"user": account.pw_uid, "group": account.pw_gid, "extra_groups": []}
    home.chmod(0o755)
    shutil.chown(home, account.pw_uid, account.pw_gid)
    if _reaches(sys.executable, CHECKOUT / "manage.py", nobody):
        return _Program(CHECKOUT, sys.executable, environment, nobody)
    where, python = home / "program", Path(os.path.realpath(sys.executable))
    site = next(Path(name) for name in sys.path if name.endswith("site-packages"))
    for name, of in (("src", CHECKOUT / "src"), ("studio", CHECKOUT / "studio"), ("site", site),
                     ("web/dist", CHECKOUT / "web" / "dist")):  # fmt: skip
        _copy(of, where / name)
    # Whoever runs it writes nothing here: every process would compile it for itself.
    for name in ("src", "studio"):
        compileall.compile_dir(where / name, quiet=1)
    shutil.copy2(CHECKOUT / "manage.py", where)
    if not _reaches(str(python), where / "manage.py", nobody):
        # Python itself is in somebody's home: its own folder too, without what it does not run on.
        base = Path(sys.base_prefix)
        version = f"python{sys.version_info.major}.{sys.version_info.minor}"
        _copy(base / "lib" / version, where / "python" / "lib" / version)
        (where / "python" / "bin").mkdir()
        _linked(str(python), str(where / "python" / "bin" / version))
        python = where / "python" / "bin" / version
        for library in (base / "lib").glob("libpython*.so*"):
            _linked(str(library), str(where / "python" / "lib" / library.name))
        environment["PYTHONHOME"] = str(where / "python")
        environment["LD_LIBRARY_PATH"] = str(where / "python" / "lib")
    if not _reaches(str(python), where / "manage.py", nobody, environment):
        raise SystemExit(
            "The server does not run as root, and the account 'nobody' cannot run Python here.\n"
            "Start it as an ordinary user."
        )
    environment["PYTHONPATH"] = os.pathsep.join(str(where / name) for name in ("", "src", "site"))
    return _Program(where, str(python), environment, nobody)


def _copy(of: Path, to: Path) -> None:
    """A folder again, without what Python does not run on; what is compiled of it stays compiled."""
    leave = shutil.ignore_patterns("idlelib", "site-packages")
    shutil.copytree(of, to, copy_function=_linked, symlinks=True, ignore=leave)


def _linked(source: str, target: str) -> str:
    """A second name for a file where the two are on one file system, else a copy."""
    try:
        os.link(source, target)
    except OSError:
        shutil.copy2(source, target)
    return target


def _reaches(
    python: str, file: Path, account: dict[str, Any], environment: dict[str, str] | None = None
) -> bool:
    """Whether an account can run this Python and read this file."""
    try:
        test = [python, "-c", "import sys; open(sys.argv[1], 'rb').close()", str(file)]
        done = subprocess.run(
            test,
            check=False,
            cwd="/",
            capture_output=True,
            env={**os.environ, **(environment or {})},
            **account,
        )
        return done.returncode == 0
    except OSError:
        return False


def _ends_with_this() -> None:
    """In the server's process: ask the kernel to end it when this one ends, however that comes about."""
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL(None).prctl(1, signal.SIGTERM)  # PR_SET_PDEATHSIG; Linux only


def _started(
    program: _Program, environment: dict[str, str], module: list[str], stdout: int | None = None
) -> subprocess.Popen[bytes]:
    """A process of the program: a module of Python's with its arguments."""
    return subprocess.Popen(
        [program.python, "-m", *module],
        env=environment, cwd=program.where, start_new_session=True, preexec_fn=_ends_with_this,
        stdout=stdout, **program.more,
    )  # fmt: skip


def _kept_working(
    server: subprocess.Popen[bytes], running: list[subprocess.Popen[bytes]],
    work: Callable[[], subprocess.Popen[bytes]],
) -> int:  # fmt: skip
    """Wait until the server ends, starting the worker again whenever it is gone; how the server ended."""
    at = len(running) - 2  # the worker is started before the server
    while True:
        with contextlib.suppress(subprocess.TimeoutExpired):
            return server.wait(timeout=_LOOKED_AFTER)
        if running[at].poll() is not None:
            print("  The worker had ended and is started again.", flush=True)
            running[at] = work()


def main() -> int:
    """Start everything, print the address and the account, stop everything on Ctrl-C."""
    folder = data_folder()
    cluster = Cluster(folder)
    was_there = cluster.there
    cluster.make()
    lock = _only_one(folder)
    wanted = int(os.environ.get("NEAT_SHEAF_PORT", WANTED_PORT))
    port = free_port(wanted)
    if port != wanted:
        print(f"Port {wanted} is taken by something else; using the next free one, {port}.")
    lock.truncate(0)
    lock.write(f"http://127.0.0.1:{port}\n")
    lock.flush()
    environment = {
        **os.environ,
        "NEAT_SHEAF_SECRET_KEY": _kept(folder, "secret-key", 48),
        "NEAT_SHEAF_HTTPS": "0",
        "NEAT_SHEAF_DEMO_USER": "demo",
        "NEAT_SHEAF_DEMO_PASSWORD": (password := _kept(folder, "demo-password", 9)),
        "NEAT_SHEAF_OPEN_DEMO": f"demo:{password}",
        "NEAT_SHEAF_SIGN_UP": "open",
        "NEAT_SHEAF_MAILBOX": "1",
        "DJANGO_SETTINGS_MODULE": "studio.config.settings",
        "PYTHONUNBUFFERED": "1",
    }
    environment.pop("NEAT_SHEAF_DEBUG", None)
    lan = _addresses() if os.environ.get("LAN") == "1" else []
    if lan:
        # Who is in the room knows no password: what opens without one stays on this machine.
        environment["NEAT_SHEAF_HOSTS"] = ",".join(["127.0.0.1", "localhost", *lan])
        environment["NEAT_SHEAF_SIGN_UP"] = "invited"
        environment.pop("NEAT_SHEAF_OPEN_DEMO")
    counter = free_port(SHOPS_PORT)
    environment["NEAT_SHEAF_SUPPLIERS"] = addresses(counter)
    running: list[subprocess.Popen[bytes]] = []
    # Ctrl-C reaches the whole group of processes; each is stopped here, in order. A terminal that is
    # closed says SIGHUP, and means the same.
    for sign in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(sign, lambda *_: (_ for _ in ()).throw(KeyboardInterrupt()))
    home = tempfile.TemporaryDirectory(prefix="neat-sheaf-")
    try:
        program = _program(Path(home.name))
        environment |= program.environment
        manage = [program.python, str(program.where / "manage.py")]
        environment["DATABASE_URL"] = cluster.start(55_431)
        checked = [*manage, "migrate", "--check"]
        quiet = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
        if (
            was_there
            and subprocess.run(
                checked, env=environment, check=False, cwd=program.where, **quiet, **program.more
            ).returncode
        ):
            kept = backup(environment["DATABASE_URL"], folder / "backups", "before-upgrade")
            print(f"This is a newer version; your data as it was is in {kept}")
        for command in (["migrate", "--no-input", "-v", "0"], ["load_demo"]):
            subprocess.run(
                [*manage, *command], env=environment, check=True, cwd=program.where, **program.more
            )
        running.append(_started(program, environment, ["studio.simulated.shops", str(counter)]))
        worker = ["procrastinate", "worker", "--concurrency", "2", "--delete-jobs", "successful"]

        def work() -> subprocess.Popen[bytes]:
            return _started(program, environment, ["django", *worker], stdout=subprocess.DEVNULL)

        running.append(work())
        server = _started(
            program,
            environment,
            [
                "gunicorn", "studio.config.wsgi:application",
                "--bind", f"{'0.0.0.0' if lan else '127.0.0.1'}:{port}", "--workers", "2", "--threads", "4",
                "--timeout", "120", "--keep-alive", "15", "--log-level", "warning", "--no-control-socket",
            ],
        )  # fmt: skip
        running.append(server)
        _until_it_answers(server, port)
        print(f"\n  Neat Sheaf is at  http://127.0.0.1:{port}")
        if lan:
            print(_WARNING.format(addresses=" or ".join(f"http://{one}:{port}" for one in lan)))
        print(f"  sign in as        demo / {environment['NEAT_SHEAF_DEMO_PASSWORD']}")
        print(f"  its data is in    {folder}\n  Ctrl-C stops it; nothing is lost.\n", flush=True)
        return _kept_working(server, running, work)
    except KeyboardInterrupt:
        # The terminal may be gone.
        with contextlib.suppress(OSError):
            print("\nStopping the server and the database ...", flush=True)
        return 0
    finally:
        for sign in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
            signal.signal(sign, signal.SIG_IGN)
        for process in reversed(running):
            if process.poll() is None:
                process.terminate()
                process.wait(timeout=30)
        cluster.stop()
        home.cleanup()


if __name__ == "__main__":
    raise SystemExit(main())
