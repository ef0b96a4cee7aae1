"""Earlier states of a page taken up again."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from inkquilt.composition.asked import Between
from inkquilt.composition.changes.base import After, Change, Changed, Known, change
from inkquilt.composition.document import PageDocument
from inkquilt.errors import refuse

Number = Annotated[int, Between(1, 2**53)]


@change("take-up", After.TAKEN_UP)
class TakeUp(Change):
    """Take an earlier step (``step``) or a state that was put away (``snapshot``) up again, as it was."""

    step: Number | None = None
    snapshot: Number | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        state = known.state(self.step, self.snapshot)
        if state is None:
            raise refuse("unknown-state", "That state of the page is not kept any more.", "step")
        # What is stuck lies stuck, whatever the plan was then.
        taken = replace(state.document, sticking=document.sticking)
        return Changed(taken, f"back to “{state.words}”")
