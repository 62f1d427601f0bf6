"""How long studios wait in the real queue while one of them asks for far more than all the others.

The times of ``tests/studio/test_turns.py`` twenty times as fast, through PostgreSQL and a real worker with
two tasks at once: 49 studios with two tasks each, without and with a fiftieth that gives 200. Prints the mean
wait of the 49 and the ratio; the aim is 1.5.
"""

# ruff: noqa: E402 - the framework is set up before its models are imported

from __future__ import annotations

import asyncio
import os
import random
import statistics
import sys
import threading
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))
os.environ.setdefault("NEAT_SHEAF_DEBUG", "1")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.config.settings")

import django

django.setup()

from django.core.management import call_command
from django.db import close_old_connections, connection
from procrastinate.contrib.django import app

from studio.tasks.turns import plan_lock, priority_for
from studio.tasks.work import PLANS

AIM = 1.5
FASTER = 20
GREEDY = 49
Arrival = tuple[float, int, float]

waited: dict[int, list[float]] = {}


@app.task(queue=PLANS, name="benchmark-task")
def idle(studio: int, asked: float, takes: float) -> None:
    """What a task is here: it says when it was begun, and takes its time."""
    waited.setdefault(studio, []).append(time.time() - asked)
    time.sleep(takes)


def ask(arrivals: list[Arrival]) -> None:
    """Put each task into the queue in its moment, with the turn of its studio."""
    began = time.time()
    for at, studio, takes in sorted(arrivals):
        time.sleep(max(0.0, began + at - time.time()))
        given = idle.configure(lock=plan_lock(studio), priority=priority_for(studio))
        given.defer(studio=studio, asked=time.time(), takes=takes)
    close_old_connections()


def run(arrivals: list[Arrival]) -> float:
    """The mean wait in seconds of all studios but the greedy one."""
    waited.clear()
    with connection.cursor() as cursor:
        cursor.execute("TRUNCATE procrastinate_jobs, procrastinate_workers RESTART IDENTITY CASCADE")
    asking = threading.Thread(target=ask, args=(arrivals,))
    worker = app.with_connector(app.connector.get_worker_connector())

    async def work() -> None:
        async with worker.open_async():
            run_it = worker.run_worker_async(
                queues=[PLANS], concurrency=2, install_signal_handlers=False, fetch_job_polling_interval=0.05
            )
            going = asyncio.create_task(run_it)
            # What the greedy one still has to come is not waited for.
            usual = sum(studio != GREEDY for _, studio, _ in arrivals)
            while sum(len(waits) for studio, waits in waited.items() if studio != GREEDY) < usual:
                await asyncio.sleep(0.1)
            going.cancel()
            await asyncio.gather(going, return_exceptions=True)

    asking.start()
    asyncio.run(work())
    asking.join()
    return statistics.mean(wait for studio, waits in waited.items() if studio != GREEDY for wait in waits)


def main() -> None:
    """Both runs for some seeds."""
    call_command("migrate", verbosity=0)
    print(f"{'seed':>4} {'alone':>8} {'beside a greedy one':>20} {'ratio':>6}")
    for seed in range(3):
        chance = random.Random(seed)
        usual = [
            (chance.uniform(0, 600) / FASTER, studio, chance.expovariate(1 / 12) / FASTER)
            for studio in range(GREEDY)
            for _ in range(2)
        ]
        greedy = [(chance.uniform(0, 60) / FASTER, GREEDY, 20 / FASTER) for _ in range(200)]
        alone, beside = run(usual), run([*usual, *greedy])
        note = "" if beside <= AIM * alone else "  over the aim"
        print(
            f"{seed:4} {alone * 1000:6.0f}ms {beside * 1000:18.0f}ms {beside / alone:6.2f}{note}", flush=True
        )


if __name__ == "__main__":
    main()
