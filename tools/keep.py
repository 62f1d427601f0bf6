"""Back up or restore the data of `make demo`: ``keep.py backup`` or ``keep.py restore FILE``."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))
sys.path.insert(0, str(Path(__file__).parent))

from cluster import CHECKOUT, Cluster, data_folder


def main() -> int:
    """Start the database where it does not run, do it, and leave it as it was."""
    what, *more = sys.argv[1:] or ["backup"]
    folder = data_folder()
    cluster = Cluster(folder)
    cluster.make()
    ran = cluster.running
    url = cluster.start(55_431)
    key = folder / "secret-key"
    environment = {
        **os.environ, "DATABASE_URL": url, "NEAT_SHEAF_HTTPS": "0",
        "NEAT_SHEAF_SECRET_KEY": key.read_text().strip() if key.exists() else "x" * 48,
        "NEAT_SHEAF_BACKUPS": os.environ.get("NEAT_SHEAF_BACKUPS", str(folder / "backups")),
    }  # fmt: skip
    try:
        command = [sys.executable, str(CHECKOUT / "manage.py"), what, *more]
        return subprocess.run(command, env=environment, check=False).returncode
    finally:
        if not ran:
            cluster.stop()


if __name__ == "__main__":
    raise SystemExit(main())
