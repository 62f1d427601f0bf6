"""Out of debug the settings are secure by default, and refuse to run without a key."""

import os
import re
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[2]


def run(code, **environment):
    kept = {key: value for key, value in os.environ.items() if not key.startswith("NEAT_SHEAF_")}
    return subprocess.run(
        [sys.executable, "-c", code], capture_output=True, text=True, cwd=ROOT, check=False,
        env={**kept, "DJANGO_SETTINGS_MODULE": "studio.config.settings", **environment},
    )  # fmt: skip


def test_without_a_secret_key_it_does_not_start():
    ended = run("import studio.config.settings")
    assert ended.returncode != 0
    assert "set NEAT_SHEAF_SECRET_KEY" in ended.stderr


def test_out_of_debug_cookies_are_secure_and_http_is_sent_to_https():
    code = """
import studio.config.settings as s
assert not s.DEBUG and s.SESSION_COOKIE_SECURE and s.CSRF_COOKIE_SECURE
assert s.SECURE_SSL_REDIRECT and s.SECURE_HSTS_SECONDS >= 31536000
"""
    ended = run(code, NEAT_SHEAF_SECRET_KEY="k" * 50)
    assert ended.returncode == 0, ended.stderr


def test_djangos_own_deployment_check_has_nothing_grave_to_say():
    kept = {key: value for key, value in os.environ.items() if key != "NEAT_SHEAF_DEBUG"}
    ended = subprocess.run(
        [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "ERROR"],
        capture_output=True, text=True, cwd=ROOT, check=False,
        env={**kept, "NEAT_SHEAF_SECRET_KEY": "0aZ9-bY8_cX7.dW6" * 4},
    )  # fmt: skip
    assert ended.returncode == 0, ended.stderr
    # W005 and W021 ask for subdomains and the browsers' preload list: the owner's choice.
    said = set(re.findall(r"security\.W\d+", ended.stderr))
    assert said <= {"security.W005", "security.W021"}
