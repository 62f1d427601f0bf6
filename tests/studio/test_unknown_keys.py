"""A key of a request that nothing reads is refused, wherever it stands: a slip of a name is never silent."""

from __future__ import annotations

import json
from typing import Any, get_args

from django.conf import settings
from ninja import Schema

from studio.common.sent import Sent
from studio.config.api import api
from studio.projects.schemas import ProjectOut

from .test_ledger import paper_of


def bodies() -> set[type]:
    found: set[type] = set()

    def walk(annotation: Any) -> None:
        if isinstance(annotation, type) and hasattr(annotation, "model_fields") and annotation not in found:
            found.add(annotation)
            for field in annotation.model_fields.values():
                walk(field.annotation)
        for part in getattr(annotation, "__args__", ()):
            walk(part)

    for _, router in api._routers:
        for view in router.path_operations.values():
            for operation in view.operations:
                for model in operation.models:
                    if model.__ninja_param_source__ == "body":
                        for field in model.model_fields.values():
                            walk(field.annotation)
    return found


def test_every_part_of_every_request_refuses_what_it_does_not_read():
    assert len(bodies()) > 50
    assert [one.__name__ for one in bodies() if not issubclass(one, Sent)] == []
    assert all(one.model_config["extra"] == "forbid" for one in bodies())


def test_an_order_is_not_closed_by_a_key_that_is_misspelt(person, furnish):
    # Closed with nothing in it: what came was under a name that nothing read.
    answer = person.ask("POST", "/orders/1/arrived", {"items": [{"id": 1, "packs": 2}]})
    assert answer.status_code == 422
    faults = {fault["path"]: fault["code"] for fault in answer.json()["faults"]}
    assert faults == {"items": "extra_forbidden", "lines": "missing"}


def test_a_misspelt_key_names_its_place_and_what_is_answered_may_be_sent_back(person, furnish):
    made = furnish(person)
    path = f"/papers/{made['paper']['id']}"
    assert person.save(path, paper_of(person, made))["name"] == "Kraft"
    answer = person.ask("PUT", path, paper_of(person, made) | {"onhand": 900})
    (fault,) = answer.json()["faults"]
    assert (answer.status_code, fault["path"]) == (422, "onhand")
    assert "nothing reads this key" in fault["message"]
    project = person.get(f"/projects/{made['project']['id']}")
    project["pieces"][0]["scores"][0]["foldd"] = "valley"
    answer = person.ask("PUT", f"/projects/{made['project']['id']}", project)
    assert answer.json()["faults"][0]["path"] == "pieces[0].scores[0].foldd"
    # The words of a refusal are no answer that is sent back.
    answer = person.ask("PUT", path, paper_of(person, made) | {"faults": []})
    assert [fault["path"] for fault in answer.json()["faults"]] == ["faults"]
    kit_class = person.get(f"/classes/{made['class']['id']}")
    assert person.save(f"/classes/{kit_class['id']}", kit_class | {"seats": 9})["seats"] == 9


def known_of(model: type) -> dict[str, Any]:
    return {field.alias or name: field for name, field in model.model_fields.items()}


def models_of(annotation: Any) -> list[type]:
    own = [annotation] if isinstance(annotation, type) and hasattr(annotation, "model_fields") else []
    return own + [found for part in get_args(annotation) for found in models_of(part)]


def missing(node: dict[str, Any], model: type, path: str, definitions: dict[str, Any]) -> list[str]:
    """The keys of a part of the job file's schema that the API's answer has no field for."""
    while "$ref" in node:
        node = definitions[node["$ref"].rsplit("/", 1)[1]]
    found: list[str] = []
    items = [node["items"]] if "items" in node else []
    for part in [*node.get("oneOf", []), *node.get("anyOf", []), *items]:
        found += missing(part, model, path, definitions)
    for key, inner in node.get("properties", {}).items():
        if key not in known_of(model):
            found.append(f"{path}.{key}")
            continue
        for one in models_of(known_of(model)[key].annotation):
            found += missing(inner, one, f"{path}.{key}", definitions)
    return found


def test_an_answer_has_a_field_for_every_key_that_a_project_can_have():
    # A list of several versions answered 500: its supplies said which versions take them.
    schema = json.loads((settings.ROOT / "docs/formats/job.schema.json").read_text())
    definitions = schema["$defs"]
    # Who takes a supply is said of several lists together, and a version is one.
    ours = missing(definitions["project"], ProjectOut, "project", definitions)
    assert ours == ["project.variants.supplies.only"]
    assert "project.name" in missing(definitions["project"], Schema, "project", definitions)
