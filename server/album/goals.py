"""Goals: what is meant to be made, and how far it is."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any, Final

from django.utils import timezone

from inkquilt.album.goal_lines import read_goal
from inkquilt.album.goals import Goal as CoreGoal
from inkquilt.album.goals import Reached, begin_of, reached
from server.album.models import Goal, LogEntry
from server.common.asked import refuse
from server.photos.models import Photo

MOST_GOALS: Final = 60


@dataclass(frozen=True, slots=True)
class GoalLook:
    """A goal with what there is of it, the earliest first, and how many photos were taken in each of these times."""

    goal: Goal
    core: CoreGoal
    times: tuple[Reached, ...]
    photos: tuple[int, ...]


def begin_goal(*, owner: Any, line: str) -> Goal:
    """Keep a goal. Raises ``UnreadableGoal``, or ``BadInput`` where there are too many."""
    read_goal(line)
    if Goal.objects.visible_to(owner).count() >= MOST_GOALS:
        raise refuse("too-many-goals", f"There can be up to {MOST_GOALS} goals. Remove one first.")
    return Goal.objects.create(owner=owner, line=" ".join(line.split()))


def goals_of(owner: Any) -> list[GoalLook]:
    """Return a person's goals with how far each is."""
    today = timezone.localdate()
    taken = sorted(
        moment.date()
        for moment in Photo.objects.visible_to(owner).exclude(taken=None).values_list("taken", flat=True)
        if moment is not None
    )
    return [_look(goal, taken, today) for goal in Goal.objects.visible_to(owner)]


def _look(goal: Goal, taken: Sequence[date], today: date) -> GoalLook:
    core = read_goal(goal.line)
    rows = LogEntry.objects.visible_to(goal.owner).finished().saying(" ".join(core.about))
    days = [event or finished for event, finished in rows.values_list("event", "finished")]
    begin = begin_of(core, timezone.localtime(goal.created).date(), next(iter(taken), None))
    times = reached(core, days, begin, today)
    photos = tuple(sum(one.span.first <= day <= one.span.last for day in taken) for one in times)
    return GoalLook(goal, core, times, photos)
