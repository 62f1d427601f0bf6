"""The command line as it is installed: exit status, both outputs, errors a line a fault."""

import json
import subprocess
import sys
from pathlib import Path

import pytest

from tests.validator import faults_of

ROOT = Path(__file__).parents[2]
EXAMPLE = ROOT / "examples" / "seed-drawer.json"


def run(*arguments):
    command = [str(Path(sys.executable).parent / "neat-sheaf"), *map(str, arguments)]
    return subprocess.run(command, capture_output=True, text=True, check=False, cwd=ROOT)


@pytest.fixture
def spoiled(tmp_path):
    def make(change):
        document = json.loads(EXAMPLE.read_text())
        change(document)
        path = tmp_path / "job.json"
        path.write_text(json.dumps(document))
        return path

    return make


def test_a_plan_for_people_says_what_is_proved_and_what_to_buy():
    ended = run("plan", EXAMPLE)
    assert ended.returncode == 0
    assert ended.stderr == ""
    assert "Loam kraft: 24 sheets. No plan of straight cuts uses fewer." in ended.stdout
    assert "Foam pads: 64; buy 1 pack" in ended.stdout


def test_standard_output_is_the_plan_file_and_nothing_else():
    ended = run("plan", EXAMPLE, "--json", "--kits", "40")
    plan = json.loads(ended.stdout)
    assert plan["kits"] == 40
    job = json.loads(EXAMPLE.read_text())
    job["class"] |= {"seats": 38}
    for colourway in job["class"]["colourways"]:
        colourway["kits"] = 20
    assert faults_of(job, plan) == []


def test_a_piece_larger_than_its_paper_ends_with_1_and_one_line_a_fault(spoiled):
    def widen(document):
        document["project"]["pieces"][0]["width"] = "12"
        document["project"]["pieces"][1]["height"] = "12"

    ended = run("plan", spoiled(widen))
    assert ended.returncode == 1
    assert ended.stdout == ""
    assert [line.split(":")[0] for line in ended.stderr.splitlines()] == [
        "project.pieces[0]", "project.pieces[1]",
    ]  # fmt: skip


def test_a_wrong_file_ends_with_2_and_never_a_traceback(spoiled, tmp_path):
    def misspell(document):
        document["project"]["pieces"][2]["width"] = "4 1/0"
        document["papers"][0]["pack_shets"] = 2

    ended = run("plan", spoiled(misspell))
    assert ended.returncode == 2
    assert len(ended.stderr.splitlines()) == 2
    assert "project.pieces[2].width: '4 1/0' is not a length; write" in ended.stderr
    for wrong in (tmp_path / "none.json", tmp_path):
        ended = run("plan", wrong)
        assert (ended.returncode, "Traceback" in ended.stderr) == (2, False)
    (tmp_path / "latin.json").write_bytes(b'{"a": "\xe9"}')
    assert "not UTF-8" in run("check", tmp_path / "latin.json").stderr


def test_check_says_only_whether_it_goes_together(spoiled):
    ended = run("check", EXAMPLE)
    assert ended.returncode == 0

    def slip(document):
        document["project"]["pieces"][0]["scores"][0]["at"] = ["1", "6"]

    ended = run("check", spoiled(slip))
    assert ended.returncode == 1
    assert "[score-outside]" in ended.stdout


def test_choices_are_laid_side_by_side():
    ended = run("compare", EXAMPLE)
    assert ended.returncode == 0
    assert "kit-per-sheet" in ended.stdout
    assert "does not fit a sheet of 6 x 6 in" in ended.stdout
    assert "Up to 14 seats no sheet more is opened than now" in ended.stdout
