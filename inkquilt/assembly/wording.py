"""Steps, distances and glue in words, as one says them to a friend."""

from __future__ import annotations

from typing import Final

from inkquilt.assembly.distances import Distance
from inkquilt.assembly.glue import Filler, Glue
from inkquilt.assembly.steps import Assembly, Step, StepKind
from inkquilt.assembly.terms import GlueWay, StickSchool, WorkKind
from inkquilt.assembly.things import AssemblyPage, Thing, ThingKind, listed
from inkquilt.embellishments import on_step
from inkquilt.lengths import INCH, MM, SIXTY_FOURTH, Grains, Unit, format_nearest, with_unit
from inkquilt.sketch.geometry import Axis

SCHOOL_WORDS: Final = {
    StickSchool.ALL_DRY: "all dry first",
    StickSchool.PIECE_BY_PIECE: "piece by piece",
    StickSchool.LAY_AND_LIFT: "lay all, stick one at a time",
    StickSchool.FROM_THE_TOP: "from the top, lifted as one",
}
SCHOOL_ABOUT: Final = {
    StickSchool.ALL_DRY: "Everything is laid loose and looked at, then waits on a tray; nothing is glued before.",
    StickSchool.PIECE_BY_PIECE: "Each piece is stuck as it comes, bottom first.",
    StickSchool.LAY_AND_LIFT: "Everything lies in its place; one piece at a time is lifted, glued and put back.",
    StickSchool.FROM_THE_TOP: "The upper pieces are stuck onto the lower ones, and each group goes down as one.",
}
WORK_WORDS: Final = {
    WorkKind.INK_EDGES: ("Ink the edges of", "Ink the edges of the page"),
    WorkKind.STAMP: ("Stamp on", "Stamp the background"),
    WorkKind.STENCIL: ("Stencil on", "Stencil the background"),
    WorkKind.PAINT: ("Paint on", "Paint the background"),
    WorkKind.SPLATTER: ("Splatter", "Splatter the page"),
    WorkKind.STITCH: ("Stitch round", "Stitch on the page"),
    WorkKind.EMBOSS: ("Heat emboss", "Heat emboss the background"),
    WorkKind.DOODLE: ("Draw on", "Draw on the page"),
}
_WORK_TELLS: Final = {
    WorkKind.INK_EDGES: "Rub the pad along the edge, away from the middle; ink on glossy paper needs about an hour.",
    WorkKind.STAMP: "Only where it shows, and a little under what will lie there.",
    WorkKind.STENCIL: "Thin paste; weigh the page down when it is dry, so that it lies flat.",
    WorkKind.PAINT: "Little water, and let it dry before you colour over it.",
    WorkKind.SPLATTER: "Cover the photos with spare paper, if they lie there already.",
    WorkKind.STITCH: "Pierce the holes first, on a soft mat; keep fingers from the needle.",
    WorkKind.EMBOSS: "The heat tool burns: hold the paper with tweezers, away from photos, and follow the maker’s "
    "instructions.",
    WorkKind.DOODLE: "A thicker pen on textured paper; try it on a scrap first.",
}
WAY_WORDS: Final = {
    GlueWay.ALL_OVER: "Glue all over",
    GlueWay.MIDDLE: "Glue the middle only: the edges lift",
    GlueWay.BODY: "Glue the body only: bend the rest up a little",
    GlueWay.DOT: "One dot",
    GlueWay.FOAM: "On foam, cut to its shape",
    GlueWay.COVERED: "Glue only where it will be covered",
    GlueWay.NONE: "",
}
CAUTIONS: Final = (
    "Blades: cut away from you, and cap them.",
    "Sprays, solvents and adhesive removers: fresh air, no flames, follow the maker’s instructions.",
    "Hot glue and heat tools burn: tweezers, and out of children’s reach.",
)
FRAME_HINT: Final = "A frame: tack one corner, smooth along that side, then the other sides."


def step_title(page: AssemblyPage, step: Step) -> str:
    """Return what is done in a step, in one line."""
    things = [page.thing(key) for key in step.things]
    names = listed([thing.name for thing in things])
    onto = listed([page.thing(key).name for key in step.onto])
    match step.kind:
        case StepKind.LAY:
            return "Lay everything loose"
        case StepKind.TRAY:
            return "Take it off onto a tray"
        case StepKind.WORK if step.work:
            return work_words(step.work.kind, names)
        case StepKind.DRY if step.work:
            return f"Let {names if things else 'the page'} dry"
        case StepKind.STAMP:
            kinds = list(dict.fromkeys(thing.name for thing in things))
            return f"Stamp {listed(kinds)}"
        case StepKind.JOIN:
            mats = "mats" if len(things[0].parts) > 2 else "mat"
            return f"Stick {things[0].parts[-1].name} on its {mats}"
        case StepKind.SLIP:
            return f"Slip {names} under {onto}"
        case StepKind.ONTO:
            return f"Stick {names} onto {onto}"
        case StepKind.GROUP:
            count = len(things)
            return f"Lift {names if count < 4 else f'{things[0].name} and what is on it'} as one and stick it down"
        case StepKind.WRITE:
            return f"Write {names}"
        case StepKind.WEIGH:
            return "Weigh it down until it is dry"
        case _:
            return f"Stick {names}"


def work_words(kind: WorkKind, on: str) -> str:
    """Return what work is done on a piece, or (``on`` empty) on the page."""
    on_piece, on_page = WORK_WORDS[kind]
    return f"{on_piece} {on}" if on else on_page


def thick_words(height: Grains, unit: Unit) -> str:
    """Return a thickness in the page's unit: to 1/64 in, or to a tenth of a millimetre."""
    if unit is Unit.IN:
        return with_unit(max(SIXTY_FOURTH, round(height / SIXTY_FOURTH) * SIXTY_FOURTH), unit)
    return f"{round(height / MM, 1):g} mm"


def step_tells(assembly: Assembly, step: Step) -> tuple[str, ...]:
    """Return what is to be minded in a step, a sentence each."""
    things = [assembly.page.thing(key) for key in step.things]
    match step.kind:
        case StepKind.LAY:
            last = "Look at it from across the room, take a picture of it, and tick the places of strips and photos."
            return ("The lowest pieces first, no glue.", last)
        case StepKind.TRAY:
            return ("The topmost first, laid aside in order, so that nothing gets lost.",)
        case StepKind.WORK if step.work:
            return (_WORK_TELLS[step.work.kind],)
        case StepKind.DRY:
            return ("Go on with something else, or wait: touch it at the edge first.",)
        case StepKind.STAMP:
            return ("Only where it will show, and 1/4 in under what will lie there; let the ink dry.",)
        case StepKind.WEIGH:
            return ("A clean sheet on top, then a heavy book.",)
        case StepKind.JOIN:
            return (f"{_first_up(things[0].name)} then goes down in one.",)
        case StepKind.STICK | StepKind.SLIP | StepKind.ONTO:
            return tuple(_tells_of(assembly, things[0]))
    return ()


def _tells_of(assembly: Assembly, thing: Thing) -> list[str]:
    found = []
    if thing.is_frame:
        found.append(FRAME_HINT)
    if thing.pieces > 1:
        found.append(f"It is cut as {thing.pieces} pieces: set them along a ruler, so that they read as one.")
    if _runs_off(assembly.page, thing):
        found.append("It stands over the page’s edge: stick only what lies on the page, then trim it, or fold it over.")
    if thing.kind is ThingKind.TITLE:
        found.append("Lay the letters out first, the middle one in the middle; then stick them one by one.")
    return found


def _runs_off(page: AssemblyPage, thing: Thing) -> bool:
    left, top, right, bottom = thing.outline.bounds
    over = INCH / 64
    return bool(left < -over or top < -over or right > page.width + over or bottom > page.height + over)


def glue_tells(page: AssemblyPage, glue: Glue, unit: Unit) -> tuple[str, ...]:
    """Return where the glue goes and what it is, a sentence each."""
    thing = page.thing(glue.thing)
    if glue.way is GlueWay.NONE:
        return ()
    where = WAY_WORDS[glue.way]
    if len(thing.parts) > 1 and glue.part != thing.bottom.key:
        name = next(part.name for part in thing.parts if part.key == glue.part)
        where = f"{_first_up(name)}: {where[:1].lower()}{where[1:]}"
    found = [f"{where}. {_first_up(glue.with_what)}."]
    if glue.loose:
        later = "slips" if len(glue.loose) == 1 else "slip"
        found.append(f"Leave the edge loose where {listed(glue.loose)} {later} in.")
    found += [_filled(filler, unit) for filler in glue.fillers[:1]]
    return (*found, glue.caution) if glue.caution else tuple(found)


def _filled(filler: Filler, unit: Unit) -> str:
    return f"It lies across two heights: put foam, {with_unit(filler.height, unit)} high, under the lower part."


_OVER: Final = {"left": "to the left of", "right": "to the right of", "top": "above", "bottom": "below"}
_FAR: Final = {"left": "right", "right": "left", "top": "bottom", "bottom": "top"}


def distance_words(page: AssemblyPage, distance: Distance, unit: Unit) -> str:
    """Return one distance in a sentence's part: "2 1/2 in from the left edge", "1/4 in below photo 1"."""
    mark = distance.of
    far = with_unit(_marked(distance, unit), unit)
    if distance.runs_off:
        ways = "left and right" if distance.axis is Axis.X else "top and bottom"
        return f"from edge to edge, {ways}"
    if mark.thing is None:
        if distance.edge == "middle":
            return f"its middle {far} from the {mark.side} edge"
        if distance.outward:
            return f"standing {far} over the {mark.side} edge"
        return f"level with the {mark.side} edge" if not distance.length else f"{far} from the {mark.side} edge"
    name = page.thing(mark.thing).name
    if mark.side == distance.edge:
        if not distance.length:
            return f"its {mark.side} level with that of {name}"
        return f"{far} from the {mark.side} edge of {name}"
    return f"right up against {name}" if not distance.length else f"{far} {_OVER[mark.side]} {name}"


def distance_text(distance: Distance, unit: Unit) -> str:
    """Return the number of a distance as it is written beside its arrow."""
    return format_nearest(_marked(distance, unit), unit)


def _marked(distance: Distance, unit: Unit) -> Grains:
    """Return a distance as it is measured: a middle is ticked with a pencil, on the marks of a ruler."""
    return on_step(distance.length, unit) if distance.edge == "middle" else distance.length


def t_square_words(distance: Distance, unit: Unit) -> str:
    """Return how a T-square sets a strip."""
    way = "level" if distance.axis is Axis.Y else "upright"
    far = with_unit(distance.length, unit)
    side = distance.of.side
    return f"T-square: {way} along its {distance.edge} edge, {far} from the page’s {side} edge. Tack, check, press."


def tilt_words(thing: Thing) -> str:
    """Return how a thing is turned, or nothing."""
    turn = thing.lying.turn % 36_000
    if turn % 9000 == 0:
        return ""
    degrees, way = (turn, "clockwise") if turn <= 18_000 else (36_000 - turn, "anticlockwise")
    return f"turned {degrees / 100:g}° {way}"


def _first_up(words: str) -> str:
    return words[:1].upper() + words[1:]
