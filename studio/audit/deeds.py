"""What each endpoint that changes something does, and to what kind of thing."""

from __future__ import annotations

from typing import NamedTuple

__all__ = ["DEEDS", "NOT_NOTED", "Deed"]


class Deed(NamedTuple):
    """What is done (``name``), to what kind of thing; its key is in the path, or in the answer."""

    name: str
    kind: str = "studio"


_CLASS = "/classes/{class_id}"

DEEDS: dict[tuple[str, str], Deed] = {
    ("PUT", "/studio"): Deed("changed"),
    ("PUT", "/learned/{name}"): Deed("learned"),
    ("POST", "/words"): Deed("word"),
    ("DELETE", "/words/{word_id}"): Deed("word-gone"),
    ("POST", "/archive"): Deed("archive-out"),
    ("POST", "/prices/take"): Deed("prices"),
    ("PUT", "/members/{member_id}"): Deed("role"),
    ("DELETE", "/members/{member_id}"): Deed("member-gone"),
    ("POST", "/invitations"): Deed("asked-in"),
    ("DELETE", "/invitations/{invitation_id}"): Deed("taken-back"),
    ("POST", "/orders"): Deed("ordered"),
    ("POST", "/orders/{order_id}/arrived"): Deed("arrived"),
    ("DELETE", "/orders/{order_id}/arrived"): Deed("not-here"),
    ("POST", "/shopping/bought"): Deed("bought"),
    ("DELETE", "/shopping/bought/{batch}"): Deed("not-bought"),
    ("POST", "/movements/{movement_id}/undo"): Deed("count-undone"),
    ("POST", "/claims/{claim_id}/hand-over"): Deed("handed-over"),
    ("DELETE", "/log-notes/{note_id}"): Deed("note-gone"),
    ("PUT", "/people/{person_id}"): Deed("people"),
    ("DELETE", "/people/{person_id}"): Deed("people"),
    ("POST", "/projects"): Deed("made", "project"),
    ("POST", "/job-files"): Deed("made", "project"),
    ("PUT", "/projects/{project_id}"): Deed("changed", "project"),
    ("DELETE", "/projects/{project_id}"): Deed("deleted", "project"),
    ("POST", "/classes"): Deed("made", "class"),
    ("PUT", _CLASS): Deed("changed", "class"),
    ("DELETE", _CLASS): Deed("deleted", "class"),
    ("POST", f"{_CLASS}/claims"): Deed("set-aside", "class"),
    ("DELETE", f"{_CLASS}/claims"): Deed("set-free", "class"),
    ("POST", f"{_CLASS}/cutting"): Deed("cutting-begun", "class"),
    ("DELETE", f"{_CLASS}/cutting"): Deed("cutting-gone", "class"),
    ("POST", f"{_CLASS}/cutting/changes"): Deed("cutting-more", "class"),
    ("POST", f"{_CLASS}/cutting/miscut/good"): Deed("miscut", "class"),
    ("PUT", f"{_CLASS}/cutting/done"): Deed("cut", "class"),
    ("PUT", f"{_CLASS}/ticks/{{guide}}"): Deed("ticked", "class"),
    ("PUT", f"{_CLASS}/log/used"): Deed("logged", "class"),
    ("PUT", f"{_CLASS}/log/took"): Deed("logged", "class"),
    ("PUT", f"{_CLASS}/log/left"): Deed("logged", "class"),
    ("POST", f"{_CLASS}/log/notes"): Deed("logged", "class"),
    ("PUT", f"{_CLASS}/result"): Deed("result", "class"),
    ("POST", f"{_CLASS}/finish"): Deed("finished", "class"),
    ("DELETE", f"{_CLASS}/finish"): Deed("reopened", "class"),
    ("POST", f"{_CLASS}/people"): Deed("people", "class"),
    ("POST", f"{_CLASS}/people/table"): Deed("people", "class"),
    ("PUT", f"{_CLASS}/people/follow"): Deed("people", "class"),
    ("POST", "/plain-papers"): Deed("made", "paper"),
    **{
        (method, f"/{plural}{rest}"): Deed(name, kind)
        for plural, kind in (("papers", "paper"), ("supplies", "supply"), ("packs", "pack"))
        for method, rest, name in (
            ("POST", "", "made"),
            ("PUT", f"/{{{kind}_id}}", "changed"),
            ("DELETE", f"/{{{kind}_id}}", "deleted"),
        )
    },
    **{
        ("POST", f"/{plural}/{{{kind}_id}}/{rest}"): Deed(name, kind)
        for plural, kind in (("papers", "paper"), ("supplies", "supply"))
        for rest, name in (("movements", "counted"), ("merge", "merged"), ("split", "split"))
    },
    ("PUT", "/papers/{paper_id}/photo"): Deed("photo", "paper"),
    ("DELETE", "/papers/{paper_id}/photo"): Deed("photo-gone", "paper"),
}
"""By method and path."""

NOT_NOTED: dict[tuple[str, str], str] = {
    **dict.fromkeys(
        [
            ("POST", "/fold"), ("POST", "/forms"), ("POST", "/lines"), ("POST", "/lines/document"),
            ("POST", "/lines/mats"), ("POST", "/refit"), ("POST", "/stand"),
            ("POST", "/projects/{project_id}/effects"),
            ("POST", "/prices/compare"), ("POST", f"{_CLASS}/cutting/miscut"),
        ],
        "computes, and keeps nothing",
    ),
    **dict.fromkeys(
        [("POST", f"{_CLASS}/folder"), ("POST", f"{_CLASS}/stop-early"), ("DELETE", "/tasks/{task_id}")],
        "is about how long a worker works, not about what is kept",
    ),
    **dict.fromkeys(
        [
            ("DELETE", "/session"), ("PUT", "/session/studio"), ("POST", "/account/code"),
            ("POST", "/account/delete"), ("POST", "/demo"),
        ],
        "is of an account, not of a studio",
    ),
    ("PUT", "/archive"): "an archive brings its own record of what was changed",
    ("POST", "/studios"): "a new studio has nobody else in it yet",
    ("POST", "/join/{token}"): "whoever joins is in the list of members from then on",
}  # fmt: skip
"""Endpoints that are sent to and are not noted, and why."""
