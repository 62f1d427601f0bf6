"""What is generated is current: the API's description, the front end's types, the migrations."""

import io
import json
import subprocess
from pathlib import Path

import pytest
from django.core.management import call_command

from neat_sheaf.checks import Level
from studio.classes.planning import plan_of_class
from studio.config.api import api
from tests.paper_room import put_paper_room

ROOT = Path(__file__).parents[2]


def test_the_published_description_of_the_api_is_current():
    published = json.loads((ROOT / "docs/formats/api.openapi.json").read_text())
    assert json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api"))) == published


def test_the_front_ends_types_are_those_of_the_api(tmp_path):
    made = tmp_path / "schema.d.ts"
    subprocess.run(
        ["npx", "openapi-typescript", "../docs/formats/api.openapi.json", "-o", str(made)],
        cwd=ROOT / "web", check=True, capture_output=True,
    )  # fmt: skip
    assert made.read_text() == (ROOT / "web/src/api/schema.d.ts").read_text()


@pytest.mark.django_db
def test_no_migration_is_missing():
    out = io.StringIO()
    call_command("makemigrations", "--check", "--dry-run", stdout=out)
    assert "No changes" in out.getvalue()


@pytest.mark.django_db
def test_the_demo_is_loaded_once_and_plans(monkeypatch):
    monkeypatch.setenv("NEAT_SHEAF_DEMO_PASSWORD", "seed-swap-evening")
    for said in ("The demo is loaded.", "The demo is there already."):
        out = io.StringIO()
        call_command("load_demo", stdout=out)
        assert out.getvalue().strip() == said


@pytest.mark.django_db
def test_every_class_of_the_demo_is_planned_and_one_piece_has_the_mistake_to_find():
    studio = put_paper_room()
    plans = [plan_of_class(kit_class).plan for kit_class in studio.classes.all()]
    assert all(plans)
    warnings = {c.code for plan in plans for c in plan.findings if c.level is not Level.NOTE}
    assert warnings == {"mat-uneven"}
