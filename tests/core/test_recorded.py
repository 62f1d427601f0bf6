"""Nothing of what is folded, told and prepared changes unseen: see ``tests/recorded.py``."""

import json

from tests.recorded import recorded, seen


def test_what_is_folded_told_and_prepared_is_as_it_was_recorded():
    before = recorded()
    now = dict(seen())
    assert list(now) == list(before)
    assert len(now) > 500
    for name, what in now.items():
        assert json.loads(json.dumps(what)) == before[name], name
