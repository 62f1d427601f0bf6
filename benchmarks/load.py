"""Fifty studios of twenty classes under load: how long answers take, while hard plans run and without.

Two promises: hard plans of one studio slow the 95th percentile of the others by half at most, and a worker
is as large after many plans as after a few. Prints figures and ratios of one run; 1 where one is broken.
"""

from __future__ import annotations

import csv
import json
import os
import secrets
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

from tools.cluster import CHECKOUT, free_port, throwaway

STUDIOS, CLASSES, PEOPLE = 50, 20, 12
SECONDS = int(os.environ.get("LOAD_SECONDS", "25"))
PLANS = int(os.environ.get("LOAD_PLANS", "2000"))
MOST_SLOWER, MOST_LARGER = 1.5, 1.1

FILL = f"""
import json
from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from neat_sheaf.formats.job_file import job_document, read_job
from studio.accounts.models import Member, Studio
from studio.classes.models import Choice, Colourway, KitClass
from studio.cupboard.models import Paper
from studio.projects.convert import store_pieces
from studio.projects.models import Project
from dataclasses import replace
hard = read_job(open("tests/cases/kinds-40.json").read())
plain = read_job(open("examples/seed-drawer.json").read())
hashed = make_password("{{password}}")
for n in range({STUDIOS}):
    job = plain if n else hard
    studio = Studio.objects.create(name=f"Room {{n}}")
    user = User.objects.create(username=f"keeper-{{n}}", password=hashed)
    Member.objects.create(user=user, studio=studio)
    papers = {{
        p.id: Paper.objects.create(studio=studio, name=p.name or p.id, width_nm=p.width, height_nm=p.height)
        for p in job.papers
    }}
    listed = replace(job.project, supplies=(), steps=(), contents=(), variants=())
    project = Project.objects.create(studio=studio, name=listed.name)
    store_pieces(project, listed)
    for k in range({CLASSES}):
        kit_class = KitClass.objects.create(studio=studio, project=project, name=f"Class {{k}}", seats=6 + k)
        for m, way in enumerate(job.klass.colourways):
            kept = Colourway.objects.create(kit_class=kit_class, position=m, name=way.name)
            for role, paper in way.papers.items():
                Choice.objects.create(colourway=kept, role=role, paper=papers[paper])
"""


def main() -> int:
    """Serve, load and measure; 1 where a promise is broken."""
    password = secrets.token_urlsafe(9)
    environment = {
        **os.environ, "NEAT_SHEAF_DEBUG": "0", "NEAT_SHEAF_HTTPS": "0",
        "NEAT_SHEAF_PER_MINUTE": "0,0,0", "LOAD_PASSWORD": password,
        "NEAT_SHEAF_SECRET_KEY": secrets.token_urlsafe(48), "LOAD_STUDIOS": str(STUDIOS),
    }  # fmt: skip
    kept = True
    with throwaway() as url:
        environment["DATABASE_URL"] = url
        manage = [sys.executable, "manage.py"]
        subprocess.run([*manage, "migrate", "-v", "0"], cwd=CHECKOUT, env=environment, check=True)
        fill = [*manage, "shell", "-c", FILL.replace("{password}", password)]
        subprocess.run(fill, cwd=CHECKOUT, env=environment, check=True, stdout=subprocess.DEVNULL)
        for web in (1, 2, 4):
            kept &= _measured(web, environment)
    return 0 if kept & _flat() else 1


def _measured(web: int, environment: dict[str, str]) -> bool:
    """Load one way of serving, without hard plans and with them."""
    port = free_port(8900)
    manage = [sys.executable, "manage.py"]
    server = subprocess.Popen(
        [str(Path(sys.executable).parent / "gunicorn"), "studio.config.wsgi", "-b", f"127.0.0.1:{port}",
         "--workers", str(web), "--threads", "4", "--keep-alive", "15", "--log-level", "error",
         "--no-control-socket"],
        cwd=CHECKOUT, env=environment,
    )  # fmt: skip
    worker = subprocess.Popen(
        [*manage, "procrastinate", "worker", "--delete-jobs", "successful"], cwd=CHECKOUT, env=environment,
        stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
    )  # fmt: skip
    try:
        _until_ready(port)
        _loaded(port, environment, hard=False)  # what is made once is made
        alone, beside = (_loaded(port, environment, hard=hard) for hard in (False, True))
    finally:
        for process in (worker, server):
            process.terminate()
            process.wait()
    ratio = beside["95%"] / max(1, alone["95%"])
    print(f"{web} web processes, one worker, {PEOPLE} people on {STUDIOS} studios of {CLASSES} classes")
    for name, found in (("  nothing hard", alone), ("  hard plans beside", beside)):
        parts = ", ".join(f"p{key[:-1]} {found[key]:.0f} ms" for key in ("50%", "95%", "99%"))
        print(f"{name}: {found['rate']:.1f} requests/s, {parts}, {found['failures']:.0f} failures")
    print(f"  p95 beside hard plans over alone: {ratio:.2f} (promise {MOST_SLOWER})", flush=True)
    return ratio <= MOST_SLOWER and not alone["failures"] + beside["failures"]


def _until_ready(port: int) -> None:
    for _ in range(300):
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/health/ready", timeout=2) as answer:
                if json.load(answer)["workers"]:
                    return
        except OSError:
            pass
        time.sleep(0.2)
    raise SystemExit("the server and its worker did not come up")


def _loaded(port: int, environment: dict[str, str], *, hard: bool) -> dict[str, float]:
    """Run the load generator; figures over everybody but whoever plans what is hard."""
    with tempfile.TemporaryDirectory() as folder:
        command = [
            str(Path(sys.executable).parent / "locust"), "-f", "benchmarks/load_people.py", "--headless",
            "--users", str(PEOPLE + (2 if hard else 0)), "--spawn-rate", "20", "--run-time", f"{SECONDS}s",
            "--host", f"http://127.0.0.1:{port}", "--csv", f"{folder}/load", "--csv-full-history",
            "--only-summary", "--loglevel", "ERROR",
        ]  # fmt: skip
        more = {"LOAD_HARD": "1" if hard else "0"}
        subprocess.run(
            command, cwd=CHECKOUT, env=environment | more, check=False, stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )  # fmt: skip
        with (Path(folder) / "load_stats.csv").open() as file:
            rows = [row for row in csv.DictReader(file) if row["Name"] in ("class", "seats", "papers")]
        with (Path(folder) / "load_failures.csv").open() as file:
            for row in csv.DictReader(file):
                print(f"  failed: {row['Method']} {row['Name']}, {row['Error']}, {row['Occurrences']} times")
    count = sum(int(row["Request Count"]) for row in rows)

    def over(key: str) -> float:
        return sum(float(row[key]) * int(row["Request Count"]) for row in rows) / max(1, count)

    return {
        "rate": sum(float(row["Requests/s"]) for row in rows),
        "failures": sum(float(row["Failure Count"]) for row in rows),
        "50%": over("50%"), "95%": over("95%"), "99%": over("99%"),
    }  # fmt: skip


def _flat() -> bool:
    """What a worker's process holds after many plans, over what it held after the first fifty."""
    script = f"""
import re
from studio.tasks.apart import Limits, made_apart
text = open("examples/potting-shed-tin.json").read()
sizes = []
for n in range({PLANS}):
    made_apart("plan", text, Limits(60, 2048), lambda *far: "")
    if n % 50 == 49:
        sizes.append(int(re.search(r"VmRSS:\\s+(\\d+)", open("/proc/self/status").read())[1]))
print(sizes[0], max(sizes), sizes[-1])
"""
    environment = {**os.environ, "PYTHONPATH": str(CHECKOUT)}
    said = subprocess.run(
        [sys.executable, "-c", script], cwd=CHECKOUT, env=environment, check=True, capture_output=True,
        text=True,
    )  # fmt: skip
    first, most, last = map(int, said.stdout.split()[-3:])
    sizes = f"{first / 1024:.0f} MB after 50, {most / 1024:.0f} at most, {last / 1024:.0f} at the end"
    print(f"a worker's memory over {PLANS} plans: {sizes} (promise: at most {MOST_LARGER} times the first)")
    return most <= MOST_LARGER * first


if __name__ == "__main__":
    raise SystemExit(main())
