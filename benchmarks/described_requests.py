"""Requests made up from the API's own description by a general tool, against the served demo.

Looks for faults of the server (an answer of 500 and over) and for answers not as described. Ends
with the tool's own exit status.
"""

from __future__ import annotations

import http.cookiejar
import json
import subprocess
import sys
import urllib.request
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

from tools.cluster import CHECKOUT
from tools.served import served_demo

EXAMPLES, SEED = 90, 2026


def main() -> int:
    """Sign in, and let the tool try every operation; its exit status."""
    with served_demo() as (address, password):
        jar = http.cookiejar.CookieJar()
        opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))
        opener.open(address).close()

        def cookies() -> dict[str, str]:
            return {cookie.name: cookie.value or "" for cookie in jar}

        body = json.dumps({"username": "demo", "password": password}).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": cookies()["csrftoken"]}
        login = f"{address}/_allauth/browser/v1/auth/login"
        opener.open(urllib.request.Request(login, body, headers)).close()  # noqa: S310
        command = [
            str(Path(sys.executable).parent / "schemathesis"), "run",
            str(CHECKOUT / "docs" / "formats" / "api.openapi.json"), "--url", address,
            "--checks", "not_a_server_error,content_type_conformance,response_schema_conformance",
            "--max-examples", str(EXAMPLES), "--seed", str(SEED),
            "--phases", "coverage,fuzzing", "--mode", "all",
            "--exclude-path", "/api/session", "--exclude-path", "/api/archive",
            "--no-color",
            "--request-timeout", "60", "--suppress-health-check", "all", "--workers", "2",
            "-H", "Cookie: " + "; ".join(f"{name}={value}" for name, value in cookies().items()),
            "-H", f"X-CSRFToken: {cookies()['csrftoken']}",
        ]  # fmt: skip
        return subprocess.run(command, check=False).returncode


if __name__ == "__main__":
    raise SystemExit(main())
