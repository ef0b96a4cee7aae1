"""Looking for every piece of a plan in the picture of a page, and telling how each lies.

The piece whose place differs from its planned one by most is settled first, the plan changed by it, and what lies near
it is looked at again, so that what one piece covers is not told of another. Where several pieces seem to lie off in the
same way it is the straightening that was off (RANSAC, OpenCV's ``estimateAffinePartial2D``). Bounds were set by
``bench.dry_fit``.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

import cv2
import numpy as np

from inkquilt.assembly.dry_fit import Seen, SeenAs
from inkquilt.assembly.things import AssemblyPage, Thing, ThingKind
from inkquilt.lengths import INCH
from inkquilt_io.on_table.plan import AS_PLANNED, FAR, NEAR, SEEN_BLUR, Box, Plan, Pose, lab_of, posed, softened
from inkquilt_io.on_table.scene import Scene
from inkquilt_io.picture.light import evened
from inkquilt_io.picture.page import Pixels

#: How far a piece is looked for, in inches, and how far turned, in degrees.
_FAR_OFF: Final = 1.3
_NEAR_BY: Final = 0.3
_AT_HAND: Final = 0.16
_TURNS_FAR: Final = (-6.0, -4.5, -3.0, -1.5, 0.0, 1.5, 3.0, 4.5, 6.0)
_TURNS_CLOSE: Final = (0.0, -1.2, -0.8, -0.4, 0.4, 0.8, 1.2)
_TURNS_NEAR: Final = (-1.6, -0.8, 0.0, 0.8, 1.6)
#: Looked at closely, a place is no further from where it was found than this, in inches.
_CLOSER: Final = 0.1
_FINEST: Final = 0.002
#: What ends this near to the page's edge runs to it.
_AT_EDGE: Final = INCH // 8
#: Above this part of its contrast a piece does not lie where it was looked for.
_ABSENT: Final = -0.05
#: A place further off must explain so much more of the contrast than one near by.
_GAIN: Final = 0.07
#: A place that is told explains so much more than the planned one of what the two differ by.
_SURELY: Final = 0.5
_ON_PRINT: Final = 0.3
#: Another piece explains a place so much better than the one that belongs there.
_OTHER: Final = 0.45
#: A shift costs this part of the contrast per inch: of equal places the nearest is told.
_FAR_COSTS: Final = 0.02
_MOST_DIFFERENCES: Final = 5
#: A place is told from here on: in inches, in degrees, and by how far a turn moves the ends of a piece.
_SHIFTED: Final = 3 / 32
_TURNED: Final = 0.8
_ENDS: Final = 0.025


@dataclass(frozen=True, slots=True)
class _Place:
    """The best place of a thing: its pose and cost there, the cost where it was planned, and its contrast."""

    pose: Pose
    cost: float
    planned: float
    contrast: float
    area: float

    @property
    def shift(self) -> float:
        """How far it lies from where it is planned, in inches."""
        return math.hypot(self.pose.across, self.pose.down)


class Looked:
    """A straightened picture beside the plan, at the scales at which pieces are looked for."""

    def __init__(self, page: AssemblyPage, plans: Mapping[float, Plan], shown: Pixels) -> None:
        self.page = page
        self.things = [thing for thing in page.things if thing.kind is not ThingKind.WRITING]
        self.plans = plans
        per_inch = shown.shape[1] / (page.width / INCH)
        even = evened(shown)
        self.seen: dict[float, Pixels] = {}
        for scale, plan in self.plans.items():
            self.seen[scale] = cv2.resize(even, plan.size, interpolation=cv2.INTER_AREA)
        self.per_inch = per_inch
        self.scenes: dict[tuple[str, float, float], Scene] = {}
        self.fit_colours()

    def fit_colours(self) -> None:
        """Bring the picture’s colours to the plan’s, channel by channel; what differs most is left out."""
        near, plan = self.seen[NEAR], self.plans[NEAR]
        wanted = plan.whole
        lab = lab_of(near)
        kept = np.ones(lab.shape[:2], bool)
        factors = np.tile(np.array([1.0, 0.0], np.float32), (3, 1))
        for _ in range(4):
            for channel in range(3):
                x, y = lab[..., channel][kept], wanted[..., channel][kept]
                spread = float(np.var(x))
                gain = float(np.mean((x - x.mean()) * (y - y.mean()))) / spread if spread > 1 else 1.0
                gain = min(1.6, max(0.6, gain))
                factors[channel] = gain, float(y.mean() - gain * x.mean())
            off = ((lab * factors[:, 0] + factors[:, 1] - wanted) ** 2).sum(axis=2)
            kept = off <= max(60.0, float(np.quantile(off, 0.75)))
        for scale in self.seen:
            lab = softened(lab_of(self.seen[scale]), SEEN_BLUR, scale)
            self.seen[scale] = (lab * factors[:, 0] + factors[:, 1]).astype(np.float32)
        self.even_out()

    def even_out(self) -> None:
        """Take away what is left of light: a smooth difference in lightness that all pieces share."""
        for scale, plan in self.plans.items():
            off = plan.whole[..., 0] - self.seen[scale][..., 0]
            trusted = (np.abs(off) < 12).astype(np.float32)
            reach = 1.2 * scale
            smooth = cv2.GaussianBlur(off * trusted, (0, 0), reach) / np.maximum(
                cv2.GaussianBlur(trusted, (0, 0), reach), 0.05
            )
            self.seen[scale][..., 0] += np.clip(smooth, -10, 10)

    # -- places -------------------------------------------------------------------------

    def scene(self, key: str, scale: float, reach: float) -> Scene:
        """Return a thing with all that is needed to weigh its places; kept until something near it is settled."""
        known = self.scenes.get((key, scale, reach))
        if known is None:
            known = self.scenes[key, scale, reach] = Scene.of(self.plans[scale], self.seen[scale], key, reach)
        return known

    def place(self, key: str, scale: float, reach: float, turns: Sequence[float]) -> _Place | None:
        """Return the best place of a thing within reach, or None where it tells nothing."""
        scene = self.scene(key, scale, reach)
        if not scene.tells:
            return None
        pad = math.ceil(reach * scale)
        best: tuple[float, Pose] | None = None
        for turn in turns:
            cost = scene.costs(turn, pad)
            middle = cost.shape[0] // 2, cost.shape[1] // 2
            rows, columns = np.mgrid[: cost.shape[0], : cost.shape[1]]
            far = np.hypot(rows - middle[0], columns - middle[1]) / scale
            weighed = cost + scene.contrast * _FAR_COSTS * (far + abs(turn) / 4)
            weighed[far > reach] = math.inf
            row, column = (int(one) for one in np.unravel_index(int(np.argmin(weighed)), weighed.shape))
            if best is None or weighed[row, column] < best[0]:
                best = (
                    float(weighed[row, column]),
                    Pose((column - middle[1]) / scale, (row - middle[0]) / scale, turn),
                )
        if best is None:
            return None
        pose = best[1]
        return _Place(pose, scene.cost(pose), scene.cost(AS_PLANNED), scene.contrast, scene.area)

    def refined(self, key: str, pose: Pose) -> Pose:
        """Return a pose told more closely: by halves of steps, at the near scale."""
        scene = self.scene(key, NEAR, _FAR_OFF if math.hypot(pose.across, pose.down) > _NEAR_BY else _NEAR_BY)
        # A turn is told by how far it moves the ends.
        arm = max(scene.patch.alpha.shape) / NEAR / 2
        pose = min((replace(pose, turn=pose.turn + turn) for turn in _TURNS_CLOSE), key=scene.cost)
        step, now, begun = 0.04, scene.cost(pose), pose
        while step > _FINEST:
            moved = False
            turn = min(1.6, math.degrees(step / arm))
            for change in ((step, 0, 0), (-step, 0, 0), (0, step, 0), (0, -step, 0), (0, 0, turn), (0, 0, -turn)):
                tried = replace(
                    pose, across=pose.across + change[0], down=pose.down + change[1], turn=pose.turn + change[2]
                )
                if math.hypot(tried.across - begun.across, tried.down - begun.down) > _CLOSER:
                    continue
                other = scene.cost(tried)
                if other < now - 1e-5 * scene.contrast:
                    pose, now, moved = tried, other, True
            if not moved:
                step /= 2
        return pose

    def between_pixels(self, key: str, pose: Pose) -> Pose:
        """Return an unturned pose told more closely, by the curve through the costs beside it."""
        scene = self.scene(key, NEAR, _AT_HAND)
        pad = math.ceil(_AT_HAND * NEAR)
        cost = scene.costs(0.0, pad)
        row, column = (round(shift * NEAR) + pad for shift in (pose.down, pose.across))
        if not (0 < row < cost.shape[0] - 1 and 0 < column < cost.shape[1] - 1):
            return pose
        across = _lowest(*(float(cost[row, column + step]) for step in (-1, 0, 1)))
        down = _lowest(*(float(cost[row + step, column]) for step in (-1, 0, 1)))
        return Pose((column - pad + across) / NEAR, (row - pad + down) / NEAR)

    # -- what is off as a whole -----------------------------------------------------------

    def shared_shift(self) -> Pixels | None:
        """Return how the straightened picture must be moved so that most pieces lie as planned, or None."""
        plan = self.plans[NEAR]
        here, there = [], []
        for thing in self.things:
            found = self.place(thing.key, NEAR, _AT_HAND, (0.0,))
            if found is None or found.cost > -0.5 * found.contrast:
                continue
            patch = plan.of_thing(thing.key)
            x = patch.left + patch.alpha.shape[1] / 2
            y = patch.top + patch.alpha.shape[0] / 2
            pose = self.between_pixels(thing.key, found.pose)
            there.append((x / NEAR, y / NEAR))
            here.append((x / NEAR + pose.across, y / NEAR + pose.down))
        if len(here) < 3:
            return None
        matrix, inliers = cv2.estimateAffinePartial2D(
            np.array(here, np.float32), np.array(there, np.float32), method=cv2.RANSAC, ransacReprojThreshold=0.045
        )
        if matrix is None or int(inliers.sum()) < max(3, len(here) // 2):
            return None
        scale = np.diag([self.per_inch, self.per_inch, 1.0])
        whole = np.vstack([matrix, [0, 0, 1]])
        moved: Pixels = scale @ whole @ np.linalg.inv(scale)
        return moved

    # -- differences -----------------------------------------------------------------------

    def differences(self) -> dict[str, Seen]:
        """Return how each thing lies; the one that differs most is settled first."""
        found: dict[str, Seen] = {}
        verdicts = {thing.key: self.verdict(thing) for thing in self.things}
        for _ in range(_MOST_DIFFERENCES):
            open_ = {key: one for key, one in verdicts.items() if one is not None and key not in found}
            if not open_:
                break
            key = max(open_, key=lambda one: open_[one][0])
            near = self.settle(key, open_[key][1], found)
            for thing in self.things:
                if thing.key in near and thing.key not in found:
                    verdicts[thing.key] = self.verdict(thing)
        for thing in self.things:
            found.setdefault(thing.key, Seen(SeenAs.THERE))
        return found

    def settle(self, key: str, pose: Pose, found: dict[str, Seen]) -> set[str]:
        """Take a thing as it lies, in the plan as well; returns what lies near it before or now."""
        changed = [key]
        if pose.other:
            found[key] = Seen(SeenAs.OTHER, other=pose.other)
            found.setdefault(pose.other, Seen(SeenAs.OTHER, other=key))
            changed.append(pose.other)
        elif pose.gone:
            found[key] = Seen(SeenAs.MISSING)
        else:
            found[key] = Seen(
                SeenAs.THERE, round(pose.across * INCH), round(pose.down * INCH), round(pose.turn * 100)
            )  # fmt: skip
        near = self.near_to(changed)
        for plan in self.plans.values():
            for one in changed:
                plan.poses[one] = replace(pose, other="") if one == key else Pose(gone=True)
        near |= self.near_to(changed)
        for known in list(self.scenes):
            if known[0] in near:
                del self.scenes[known]
        return near

    def near_to(self, keys: Sequence[str]) -> set[str]:
        """Return what lies where these things lie now, or near by."""
        plan, found = self.plans[FAR], set(keys)
        for patch in plan.patches:
            if patch.key not in keys or plan.poses.get(patch.key, AS_PLANNED).gone:
                continue
            _, alpha, left, top = posed(patch, plan.poses.get(patch.key, AS_PLANNED), plan.per_inch)
            room = round(_NEAR_BY * FAR)
            box = Box(
                round(left) - room, round(top) - room, alpha.shape[1] + 2 * room, alpha.shape[0] + 2 * room
            )  # fmt: skip
            found |= {other.key for other in plan.patches if box.meets(other, AS_PLANNED, FAR)}
        return found

    def verdict(self, thing: Thing) -> tuple[float, Pose] | None:
        """Return how much a thing differs from where it is planned, and how it lies; None where it does not."""
        if self.lies_as_planned(thing):
            return None
        near = self.place(thing.key, NEAR, _NEAR_BY, _TURNS_NEAR)
        if near is None:
            return None
        planned = near.planned / near.contrast
        best = near
        at_the_end = abs(near.pose.turn) >= max(_TURNS_NEAR) or near.shift > 0.9 * _NEAR_BY
        if at_the_end or planned > -0.35 or near.cost / near.contrast > -0.5:
            other = self.other_there(thing, near)
            if other is not None:
                return other
            far = self.place(thing.key, FAR, _FAR_OFF, _TURNS_FAR)
            if far is not None and far.cost / far.contrast < best.cost / best.contrast - _GAIN:
                best = far
            if best.cost / best.contrast > _ABSENT:
                if planned <= 0.2 or not self.scene(thing.key, NEAR, _NEAR_BY).stands_out:
                    return None  # it is seen neither here nor there
                return best.contrast * (1 + planned), Pose(gone=True)
        pose = self.along_what_shows(thing, self.refined(thing.key, best.pose))
        shifted, turned = math.hypot(pose.across, pose.down), abs(pose.turn)
        arm = max(thing.lying.width, thing.lying.height) / INCH / 2
        if turned < _TURNED or math.radians(turned) * arm < _ENDS:
            turned = 0.0
        if shifted < _SHIFTED and not turned:
            return None
        gain = self.gain_of(thing.key, pose)
        # On a print that is not known, much looks like anything.
        if gain < _SURELY + _ON_PRINT * min(1.5, self.scene(thing.key, NEAR, _NEAR_BY).unrest):
            return None
        if shifted < _SHIFTED:
            pose = replace(pose, across=0.0, down=0.0)
        elif not turned:
            pose = replace(pose, turn=0.0)
        return near.contrast * min(1.0, gain), pose

    def along_what_shows(self, thing: Thing, pose: Pose) -> Pose:
        """Return a pose without what cannot be seen of it: a band from edge to edge looks the same further along."""
        lying, page = thing.lying, self.page
        if lying.x <= _AT_EDGE and lying.right >= page.width - _AT_EDGE:
            pose = replace(pose, across=0.0)
        if lying.y <= _AT_EDGE and lying.bottom >= page.height - _AT_EDGE:
            pose = replace(pose, down=0.0)
        return pose

    def lies_as_planned(self, thing: Thing) -> bool:
        """Tell quickly of most things that they lie where they belong, or tell nothing."""
        here = self.place(thing.key, NEAR, _AT_HAND, (0.0,))
        if here is None:
            return True
        if here.shift > 0.05 or here.planned > -0.5 * here.contrast:
            return False
        scene = self.scene(thing.key, NEAR, _AT_HAND)
        return all(scene.gain(Pose(turn=turn)) < 0.1 for turn in (-1.0, 1.0))

    def gain_of(self, key: str, pose: Pose) -> float:
        """Return how much better a pose explains what is seen than the planned place, -1 to 1."""
        reach = _FAR_OFF if math.hypot(pose.across, pose.down) > _NEAR_BY else _NEAR_BY
        return self.scene(key, NEAR, reach).gain(pose)

    def other_there(self, thing: Thing, place: _Place) -> tuple[float, Pose] | None:
        """Return that another thing of its size lies where it belongs, if that explains the place much better."""
        scene, plan = self.scene(thing.key, NEAR, _NEAR_BY), self.plans[NEAR]
        best: tuple[float, str] | None = None
        for other in self.things:
            if other.key == thing.key or other.kind is not thing.kind or not _alike(thing, other):
                continue
            theirs = plan.of_thing(other.key)
            size = scene.patch.alpha.shape[1], scene.patch.alpha.shape[0]
            lab, alpha = (cv2.resize(one, size, interpolation=cv2.INTER_AREA) for one in (theirs.lab, theirs.alpha))
            cost = scene.cost_of(replace(scene.patch, lab=lab, alpha=alpha), AS_PLANNED) / place.contrast
            if best is None or cost < best[0]:
                best = (cost, other.key)
        planned = place.planned / place.contrast
        if best is None or best[0] > planned - _OTHER or best[0] > -0.2:
            return None
        return place.contrast * (planned - best[0]), Pose(gone=True, other=best[1])


def _lowest(before: float, here: float, after: float) -> float:
    """Return where a parabola through three costs a pixel apart is lowest, half a pixel from the middle one at most."""
    bent = before - 2 * here + after
    return min(0.5, max(-0.5, (before - after) / (2 * bent))) if bent > 0 else 0.0


def _alike(one: Thing, other: Thing) -> bool:
    """Tell whether two things could lie in each other's place."""
    for side in ("width", "height"):
        a, b = getattr(one.lying, side), getattr(other.lying, side)
        if not 0.85 <= a / b <= 1 / 0.85:
            return False
    return True
