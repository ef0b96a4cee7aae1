"""What pieces are called changes nothing: any text, a plan's own marks too, gives the same pages."""

from unittest import TestCase

from inkquilt.fit import FitRequest
from inkquilt.fit.designs import design_fit
from inkquilt.fit.request import School, Way
from inkquilt.fit.solve import all_ways
from inkquilt.sketch.reading import read_sketch
from tests.building import page_of, read_demo_data

#: Ids as a ruler page has them, as people type them, and made of what a plan marks its own parts with.
NAMINGS = {
    "blanks": lambda name: f"photo {name} of 3",
    "quotes": lambda name: f"""Oma's "{name}" \\ {name}/é""",
    "a plan's marks": lambda name: f"gt~F(R({name} a)+G2[{name}]~",
    "tildes alone": lambda name: f"t~{name}",
}


def renamed(data, naming):
    """Return a sketch's data with other ids."""
    blocks = [
        block
        | {"id": naming(block["id"])}
        | ({"of": [naming(of) for of in owners]} if (owners := _owners(block)) else {})
        for block in data["blocks"]
    ]
    return {**data, "blocks": blocks}


def _owners(block):
    of = block.get("of", [])
    return of if isinstance(of, list) else [of]


def lies(fit):
    """Return where all pieces of a page lie, without their names."""
    return [(block.role, block.x, block.y, block.size) for block in fit.blocks]


class AnyName(TestCase):
    def test_a_sketch_has_the_same_ways_whatever_its_pieces_are_called(self):
        for path, page, told in (
            ("six-in-the-comb", page_of("8", "8"), "blanks"),
            ("kites-on-two-pages", page_of("8", "8"), "quotes"),
            ("roofline", page_of("4 1/4", "8 1/4"), "a plan's marks"),
            ("five-lanterns", page_of("8 1/2", "11"), "tildes alone"),
        ):
            data = read_demo_data(path)
            plain = all_ways(FitRequest.plain(read_sketch(data).sketch, page))
            request = FitRequest.plain(read_sketch(renamed(data, NAMINGS[told])).sketch, page)
            with self.subTest(path, named=told):
                other = all_ways(request)
                self.assertEqual([lies(one) for one in other], [lies(one) for one in plain])
                self.assertEqual([one.rungs for one in other], [one.rungs for one in plain])
                planned = next(one for one in other if one.way.plan)
                self.assertEqual(lies(design_fit(request, planned.way)), lies(planned), "laid again from its plan")


class Plans(TestCase):
    def test_what_a_plan_lays_aside_and_how_its_groups_stand(self):
        for plan, aside, form in (
            ("", "", ""),
            ("R(p1 p2)", "", "R(p1 p2)"),
            ("gt~R(p1 p2)", "gt", "R(p1 p2)"),
            ("gts~F(R(p1) p2)", "gts", "F(R(p1) p2)"),
            ("g~g~p", "g", "g~p"),
            ('R("a~b" c)', "", 'R("a~b" c)'),
            ('"t~p"', "", '"t~p"'),
            ('s~"t~p"', "s", '"t~p"'),
            ("~p", "", "~p"),
        ):
            with self.subTest(plan):
                way = Way(School.REFLOW, plan=plan)
                self.assertEqual((way.laid_aside, way.form), (aside, form))
