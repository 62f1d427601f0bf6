"""``neat-sheaf check``: what will not go together, in the list and in every sister version of it."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from neat_sheaf.checks import Finding, Level, check_project
from neat_sheaf.job import Job
from neat_sheaf.project import Project
from neat_sheaf.project.variants import variant_of
from neat_sheaf.wording import Voice, english

__all__ = ["check_command"]

FAULTY = 1


def check_command(job: Job, *, as_json: bool) -> int:
    """Print every finding; exit status 1 where something will not go together."""
    found = list(_findings(job))
    voice = english(job.units)
    if as_json:
        print(json.dumps([_document(*row, voice) for row in found], ensure_ascii=False, indent=2))  # noqa: T201
    else:
        for version, finding in found:
            _say(version, finding, voice)
        if not found:
            key = "command-nothing" if _tested(job.project) else "command-untested"
            print(voice.say(key))  # noqa: T201
    return FAULTY if any(finding.level is Level.ERROR for _, finding in found) else 0


def _findings(job: Job) -> Iterator[tuple[str, Finding]]:
    """(version, finding): of the list, and what a sister version has more than it."""
    papers = (job.habits, job.papers_by_role, job.supplies)
    own = check_project(job.project, job.units, *papers)
    yield from (("", finding) for finding in own)
    known = {(finding.code, finding.where) for finding in own}
    for variant in job.project.variants:
        for finding in check_project(variant_of(job.project, variant.name), job.units, *papers):
            if (finding.code, finding.where) not in known:
                yield variant.name, finding


def _tested(project: Project) -> bool:
    """Whether there was anything in the list that a check could be wrong about."""
    return bool(
        project.fits
        or project.contents
        or project.steps
        or any(p.scores or p.slits or p.mat_of or p.tabs or p.faces or p.windows for p in project.pieces)
    )


def _say(version: str, finding: Finding, voice: Voice) -> None:
    level = voice.say(f"level.{finding.level}")
    place = f"{version}: {voice.words(finding.where)}" if version else voice.words(finding.where)
    print(f"{level}: {place}: {voice.words(finding.message)} [{finding.code}]")  # noqa: T201
    for fix in finding.fixes:
        print(f"  {voice.say('command-fix', fix=fix.message)}")  # noqa: T201


def _document(version: str, finding: Finding, voice: Voice) -> dict[str, Any]:
    return {
        "version": version,
        "level": finding.level.value,
        "code": finding.code,
        "where": voice.words(finding.where),
        "piece": finding.piece,
        "says": voice.words(finding.message),
        "fixes": [voice.words(fix.message) for fix in finding.fixes],
    }
