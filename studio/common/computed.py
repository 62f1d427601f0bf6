"""What was computed and can be computed again, in a store of its own: it may overflow and lose nothing else.

The default cache holds what must not be pushed out by it: tries to sign in, invitations of a day.
"""

from __future__ import annotations

from typing import Any, cast

from django.core.cache import BaseCache, caches
from django.utils.connection import ConnectionProxy

__all__ = ["computed"]

_proxy: Any = ConnectionProxy(caches, "computed")
computed = cast(BaseCache, _proxy)
