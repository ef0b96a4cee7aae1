"""What sketches do when others act."""

from typing import Any

from django.apps import AppConfig


def _lay_out(sender: Any, user: Any, **_: Any) -> None:
    from server.sketches.services import lay_out_ready

    lay_out_ready(user)


class SketchesConfig(AppConfig):
    """A new shelf is not empty: the ready sketches lie on it."""

    name = "server.sketches"

    def ready(self) -> None:
        """Lay them out whenever somebody registers."""
        from server.accounts.services import registered

        registered.connect(_lay_out, dispatch_uid="ready sketches")
