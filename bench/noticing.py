"""How many planted faults the second look finds, how often it speaks of sound pages, and what "try it" mends.

``python -m bench.noticing [--first SEED] [--faults 200] [--sound 50]``
"""

from __future__ import annotations

import argparse
import statistics
import time
from collections import Counter

from bench.planted import FAULTS, TUNED, planted_page, sound_page
from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, second_look
from inkquilt.colour import Rgb
from inkquilt.embellishments import left_of
from inkquilt.suggestions import Asked, breaks_rule, try_it

#: Plain papers of the owner.
PLAIN = (Rgb(253, 253, 251), Rgb(34, 52, 92))
SCHOOL = BalanceSchool.TRIANGLE
PLANTED = frozenset(ObservationKind[name] for name in FAULTS)


def main() -> None:
    """Print the figures."""
    given = argparse.ArgumentParser(description=__doc__)
    given.add_argument("--first", type=int, default=TUNED)
    given.add_argument("--faults", type=int, default=200)
    given.add_argument("--sound", type=int, default=50)
    given.add_argument("--tell", action="store_true", help="say which were missed")
    asked = given.parse_args()
    names = list(FAULTS)
    found, mended, broken, looks, tries = Counter(), Counter(), 0, [], []
    for number in range(asked.faults):
        name, seed = names[number % len(names)], asked.first + number
        layout, owned = planted_page(seed, name)
        started = time.perf_counter()
        noticed = second_look(Figures(layout), SCHOOL)
        looks.append(time.perf_counter() - started)
        mine = next((one for one in noticed if one.kind is ObservationKind[name]), None)
        if mine is None:
            if asked.tell:
                print("missed", name, seed, [one.kind.name for one in noticed])
            continue
        found[name] += 1
        started = time.perf_counter()
        trial = try_it(Asked(layout, mine, owned, left_of(owned, layout.accents), PLAIN, SCHOOL))
        tries.append(time.perf_counter() - started)
        if trial is None:
            if asked.tell:
                print("not mended", name, seed)
            continue
        again = [one for one in second_look(Figures(trial.layout), SCHOOL) if one.kind is mine.kind]
        mended[name] += not any(set(one.keys) & set(mine.keys) or not mine.keys for one in again)
        broken += breaks_rule(layout, trial.layout)
    spoken = 0
    for seed in range(asked.first + asked.faults, asked.first + asked.faults + asked.sound):
        layout, _ = sound_page(seed)
        said = [one for one in second_look(Figures(layout), SCHOOL) if one.kind in PLANTED]
        spoken += bool(said)
        if said and asked.tell:
            print("sound", seed, [(one.kind.name, one.words, one.number) for one in said])
    each = asked.faults // len(names)
    total = sum(found.values())
    print(f"planted faults found: {total} of {asked.faults} = {total / asked.faults:.1%}")
    print(f"  of {each} each: " + ", ".join(f"{name} {found[name]}" for name in names))
    print(f"try it takes away: {sum(mended.values())} of {total} = {sum(mended.values()) / max(1, total):.1%}; "
          f"hard rules broken: {broken}")  # fmt: skip
    print("  " + ", ".join(f"{name} {mended[name]}" for name in names))
    print(f"sound pages spoken of: {spoken} of {asked.sound}")
    print(f"second look: median {statistics.median(looks) * 1000:.0f} ms, most {max(looks) * 1000:.0f} ms")
    print(f"try it: median {statistics.median(tries) * 1000:.0f} ms, most {max(tries) * 1000:.0f} ms")


if __name__ == "__main__":
    main()
