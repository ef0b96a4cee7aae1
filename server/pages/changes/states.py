"""Earlier states of a page taken up again."""

from typing import Any

from server.common.asked import refuse
from server.pages.changes.base import Changed, Known
from server.pages.document import PageDocument


def take_up(_: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Take an earlier step (``step``) or a state that was put away (``snapshot``) up again, as it was."""
    state = known.state(change.get("step"), change.get("snapshot"))
    if state is None:
        raise refuse("unknown-state", "That state of the page is not kept any more.", "step")
    return Changed(state.document, f"back to “{state.words}”")
