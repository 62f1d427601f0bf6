"""The accounts app."""

from django.apps import AppConfig

from studio.accounts.room import watch

__all__ = ["AccountsConfig"]


class AccountsConfig(AppConfig):
    """Who works where."""

    name = "studio.accounts"

    def ready(self) -> None:
        """A studio keeps so much and no more."""
        watch()
