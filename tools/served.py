"""The demo served on a throwaway database, for pictures and measurements."""

from __future__ import annotations

import os
import secrets
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from studio.simulated.shops import addresses
from tools.cluster import CHECKOUT, free_port

__all__ = ["served_demo"]


@contextmanager
def served_demo() -> Iterator[tuple[str, str]]:
    """Load the demo into the database of the environment and serve it: (address, password)."""
    password = secrets.token_urlsafe(9)
    environment = {
        **os.environ, "NEAT_SHEAF_DEMO_PASSWORD": password, "NEAT_SHEAF_OPEN_DEMO": f"demo:{password}",
        "NEAT_SHEAF_SIGN_UP": "open", "NEAT_SHEAF_MAILBOX": "1", "NEAT_SHEAF_PER_MINUTE": "0,0,0",
    }  # fmt: skip
    manage = [sys.executable, str(CHECKOUT / "manage.py")]
    for command in (["migrate", "-v", "0"], ["load_demo"]):
        subprocess.run([*manage, *command], env=environment, check=True)
    address = f"127.0.0.1:{free_port(8790)}"
    counter = free_port(8890)
    environment["NEAT_SHEAF_SUPPLIERS"] = addresses(counter)
    shops = subprocess.Popen([sys.executable, "-m", "studio.simulated.shops", str(counter)], cwd=CHECKOUT)
    server = subprocess.Popen(
        [str(Path(sys.executable).parent / "gunicorn"), "studio.config.wsgi", "-b", address,
         "--threads", "4", "--log-level", "warning", "--no-control-socket"],
        env=environment, cwd=CHECKOUT,
    )  # fmt: skip
    worker = subprocess.Popen(
        [*manage, "procrastinate", "worker", "--delete-jobs", "successful"], env=environment, cwd=CHECKOUT
    )
    try:
        for _ in range(100):
            try:
                urllib.request.urlopen(f"http://{address}/", timeout=2).close()
                break
            except OSError:
                time.sleep(0.2)
        yield f"http://{address}", password
    finally:
        for process in (server, worker, shops):
            process.terminate()
            process.wait()
