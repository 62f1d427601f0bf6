"""The command line as it is installed: exit status, both outputs, errors a line a fault."""

import json
import subprocess
import sys
from pathlib import Path

import jsonschema
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
    assert "fewest-sheets: 30 sheets, and no plan opens fewer" in ended.stdout
    as_json = json.loads(run("compare", EXAMPLE, "--json").stdout)
    assert [option["name"] for option in as_json["options"] if option["chosen"]] == ["fewest-sheets"]
    assert "does not fit a sheet of 6 x 6 in" in ended.stdout
    assert "Up to 14 seats no sheet more is opened than now" in ended.stdout


def test_read_gives_pieces_supplies_steps_and_questions(tmp_path):
    sheet = tmp_path / "list.txt"
    sheet.write_text("2 sides 2 x 6, score 1/2 from each end\n4 foam pads\nFold the sides in.\n")
    ended = run("read", sheet, "--json")
    assert (ended.returncode, ended.stderr) == (0, "")
    read = json.loads(ended.stdout)
    assert list(read) == ["pieces", "supplies", "steps", "questions"]
    assert read["pieces"][0]["per_kit"] == 2
    assert read["pieces"][0]["scores"] == [{"along": "height", "at": ["1/2", "5 1/2"]}]
    assert read["supplies"] == [{"supply": "foam pads", "per_kit": "4", "cuts": 1}]
    assert (read["steps"], read["questions"]) == ([{"says": "Fold the sides in."}], [])


def test_read_asks_by_line_and_column_and_ends_with_1(tmp_path):
    sheet = tmp_path / "list.txt"
    sheet.write_text("Lid 4 x 4\n\nHolder 4 x 10, score 1/2 from both sides\n")
    ended = run("read", sheet, "--json", "--units", "cm")
    assert ended.returncode == 1
    read = json.loads(ended.stdout)
    # What it is that is asked about nobody knows yet: it is not among the pieces.
    assert [piece["name"] for piece in read["pieces"]] == ["Lid"]
    (question,) = read["questions"]
    assert (question["line"], question["column"]) == (3, 1)
    # Each answer is the whole line, read without a question.
    width = "Holder: 4 x 10 cm; in body; score width at 0.5, 3.5"
    assert question["suggestions"] == [width, "Holder: 4 x 10 cm; in body; score height at 0.5, 9.5"]
    said = run("read", sheet)
    assert said.returncode == 1
    assert "line 3, column 1" in said.stderr
    assert "write: Holder: 4 x 10 in; in body; score width at 1/2, 3 1/2" in said.stderr


def test_read_takes_standard_input_and_ends_with_2_where_there_is_no_text(tmp_path):
    command = [str(Path(sys.executable).parent / "neat-sheaf"), "read", "-"]
    ended = subprocess.run(command, input=b"Card 4 x 6", capture_output=True, check=False)
    assert (ended.returncode, ended.stdout.decode()) == (0, "Card: 4 x 6 in; in body\n")
    broken = subprocess.run(command, input=b"\xff", capture_output=True, check=False)
    assert (broken.returncode, broken.stdout) == (2, b"")
    missing = run("read", tmp_path / "none.txt")
    assert missing.returncode == 2
    assert "Traceback" not in missing.stderr + broken.stderr.decode()


def test_check_looks_at_every_version_and_gives_json(spoiled):
    def shorter(job):
        job["project"]["variants"] = [
            {"name": "Small", "numbers": [{"piece": "Sleeve", "number": "score width 1", "value": "3 1/2"}]}
        ]

    ended = run("check", spoiled(shorter), "--json")
    assert ended.returncode == 1
    found = json.loads(ended.stdout)
    assert {row["version"] for row in found} == {"", "Small"}
    (small,) = [row for row in found if row["code"] == "sleeve-too-small"]
    assert (small["version"], small["level"]) == ("Small", "error")
    assert len(small["fixes"]) >= 1


def test_where_nothing_could_be_tested_check_says_so(spoiled):
    def plain(job):
        job["project"] = {
            "name": "Card",
            "pieces": [{"name": "Card", "paper": "kraft", "width": "4", "height": "5"}],
        }
        job["class"]["colourways"] = [
            {"name": "All", "kits": 16, "papers": {"kraft": job["papers"][0]["id"]}}
        ]

    ended = run("check", spoiled(plain))
    assert ended.returncode == 0
    assert ended.stdout.startswith("Nothing could be tested")


def test_what_is_prepared_is_said_for_people_and_as_its_schema_describes():
    ended = run("prepare", EXAMPLE)
    assert (ended.returncode, ended.stderr) == (0, "")
    for said in ("Score the long sides", "proved fewest", "1 15/16 in", "no fewer are enough"):
        assert said in ended.stdout
    found = json.loads(run("prepare", EXAMPLE, "--json", "--kits", "40", "--minutes", "60").stdout)
    schema = json.loads((ROOT / "docs" / "formats" / "prepare.schema.json").read_text())
    jsonschema.Draft202012Validator.check_schema(schema)
    assert list(jsonschema.Draft202012Validator(schema).iter_errors(found)) == []
    keys = [batch["key"] for batch in found["batches"]]
    assert all(after in keys[: keys.index(b["key"])] for b in found["batches"] for after in b["after"])
    assert found["seconds"] == sum(batch["seconds"] or 0 for batch in found["batches"])
    worked = sum(part["end"] - part["start"] for part in found["evenings"]["parts"])
    assert worked == found["seconds"]
    scored = sum(stroke["count"] for stop in found["scoring"]["stops"] for stroke in stop["strokes"])
    assert scored == found["scoring"]["scores"]


@pytest.mark.parametrize("wrong", [("--minutes", "0"), ("--minutes", "x"), ("--hands", "21")])
def test_a_number_of_minutes_or_hands_that_is_none_is_refused(wrong):
    ended = run("prepare", EXAMPLE, *wrong)
    assert ended.returncode == 2
    assert "whole number from 1 to" in ended.stderr
