"""How long and how much a task may take, and which of them are quick."""

from typing import Final

#: What a hand or a screen waits for; one process is kept for these alone. All others are heavy.
QUICK: Final = frozenset(
    {
        "fit", "first_ways", "nearest", "is_possible", "going_along", "best_choice", "rank", "tones_of",
        "view_colours", "colour_at",
        "paperings", "suited", "judged", "mends", "nested", "titles_read", "title_spots", "story_told", "look_again",
        "try_it", "trace_piece", "plan_clusters", "scatter", "add_in_gap", "cover_spot", "ready_phrases",
    }
)  # fmt: skip
#: No task runs longer, in seconds of the clock; a busy machine is allowed for.
MOST_SECONDS: Final = 90.0
_SECONDS: Final = {
    "find_things": 30.0,
    "titles_read": 20.0,
    "title_spots": 20.0,
    "story_told": 20.0,
    "fit": 45.0,
    "nearest": 45.0,
}
#: No solving process may reserve more memory, in bytes; the largest photo that is read takes a quarter of it.
MOST_MEMORY: Final = 4 * 1024**3
#: So many tasks of one person wait at most; those that run are not counted.
MOST_HEAVY_WAITING: Final = 2
MOST_QUICK_WAITING: Final = 6
#: So many wait at most in all, fewer than the server has threads: a page is always answered.
MOST_WAITING: Final = 32


def seconds_for(task: str) -> float:
    """Return how long a task may run."""
    return _SECONDS.get(task, MOST_SECONDS)
