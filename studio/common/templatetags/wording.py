"""``{% say "key" name=value %}`` in a printed page: a message in the words of the page's voice."""

from __future__ import annotations

from typing import Any

from django import template

__all__ = ["register"]

register = template.Library()


@register.simple_tag(takes_context=True)
def say(context: Any, key: str, **params: Any) -> str:
    """A message in words; escaped like any other text of a template."""
    words: str = context["voice"].say(key, **params)
    return words
