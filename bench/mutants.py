"""Puts small faults into the core, one at a time, and counts how many the tests notice.

``make mutants``, or ``python -m bench.mutants [--of NAME] [--sample N] [--seed N] [--out FILE]``. The faults are Cosmic
Ray's: a comparison that takes in its limit or leaves it out, plus for minus, *and* for *or*, a number one more or less,
a loop that is not gone through. Each is put into a copy of the repository, and the tests named beside the modules run
until the first fails. What no test notices is printed as a difference; docs/mutants.md says why what is left is left.
"""

import argparse
import difflib
import gc
import importlib
import io
import multiprocessing
import os
import random
import shutil
import signal
import subprocess
import sys
import tempfile
import time
import unittest
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
#: What is put wrong. Operators that give nonsense for lengths (``<<`` for ``+``) or nothing to notice are left out.
OPERATORS = (
    "AddNot", "NumberReplacer", "ReplaceAndWithOr", "ReplaceOrWithAnd", "ReplaceBinaryOperator_Add_Sub",
    "ReplaceBinaryOperator_Sub_Add", "ReplaceBinaryOperator_Mul_FloorDiv", "ReplaceBinaryOperator_FloorDiv_Mul",
    "ReplaceBinaryOperator_Mul_Add", "ReplaceBreakWithContinue", "ReplaceContinueWithBreak", "ReplaceTrueWithFalse",
    "ReplaceFalseWithTrue", "ReplaceUnaryOperator_Delete_Not", "ReplaceUnaryOperator_Delete_USub",
    "ZeroIterationForLoop", "ReplaceComparisonOperator_Eq_NotEq", "ReplaceComparisonOperator_NotEq_Eq",
    "ReplaceComparisonOperator_Lt_LtE", "ReplaceComparisonOperator_LtE_Lt", "ReplaceComparisonOperator_Gt_GtE",
    "ReplaceComparisonOperator_GtE_Gt", "ReplaceComparisonOperator_Lt_GtE", "ReplaceComparisonOperator_LtE_Gt",
    "ReplaceComparisonOperator_Is_IsNot", "ReplaceComparisonOperator_IsNot_Is",
)  # fmt: skip


@dataclass(frozen=True)
class Subject:
    """Modules of the core and the tests that are to notice a fault in them, quick ones first."""

    modules: tuple[str, ...]
    tests: tuple[str, ...]


SUBJECTS = {
    "hand": Subject(
        ("inkquilt/fit/manual_edit.py", "inkquilt/moving.py"),
        ("core.test_pins", "core.test_hand", "core.test_along", "core.test_by_hand"),
    ),
    "paper": Subject(
        ("inkquilt/paper/*.py",),
        ("core.test_papers", "core.test_repeats", "core.test_composition", "outside.test_drawing",
         "core.test_cut_pieces", "outside.test_inner_cuts", "outside.test_savings"),
    ),
    "cutting": Subject(
        ("inkquilt/cutting/*.py",),
        ("core.test_cutting_rules", "core.test_cutting_table", "core.test_machine_shapes", "core.test_cut_pieces",
         "core.test_composition", "outside.test_inner_cuts", "outside.test_machine", "core.test_cutting"),
    ),
    "words": Subject(
        ("inkquilt/words/*.py",),
        ("core.test_rooms", "core.test_lettering", "core.test_writing", "core.test_titles", "core.test_journaling",
         "outside.test_word_prints", "outside.test_room", "outside.test_voices"),
    ),
    "album": Subject(("inkquilt/album/*.py",), ("core.test_albums",)),
    "using_up": Subject(("inkquilt/using_up/*.py",), ("core.test_using_up",)),
    "assembly": Subject(
        ("inkquilt/assembly/*.py",), ("core.test_assembly", "core.test_record", "core.test_albums"),
    ),
    "papering": Subject(
        ("inkquilt/papering/*.py",), ("core.test_papering_costs", "core.test_papering"),
    ),
    "balance": Subject(
        ("inkquilt/balance/*.py",),
        ("core.test_balance_rules", "core.test_balance", "core.test_balanced", "core.test_clusters",
         "core.test_trying"),
    ),
    "clusters": Subject(
        ("inkquilt/clusters/*.py",), ("core.test_clusters", "core.test_handful", "core.test_spots"),
    ),
    "design": Subject(
        ("inkquilt/design/*.py",), ("core.test_designs", "core.test_touching", "core.test_ways", "core.test_any_name"),
    ),
    "laying": Subject(
        ("inkquilt/fit/linear/*.py",),
        ("core.test_laid", "core.test_designs", "core.test_owned_sizes", "core.test_ways", "core.test_any_name"),
    ),
}  # fmt: skip
#: A run that takes so many times as long as without a fault, and so many seconds more, has noticed it by hanging.
_SLOWER, _SECONDS_MORE = 4, 10.0
_NOTICED, _UNNOTICED, _BROKEN = 1, 0, 2
#: What is loaded once, before a child is made for each fault: it is the same whatever the fault.
_FOREIGN = (
    "numpy", "scipy.optimize", "shapely", "ortools.sat.python.cp_model", "cattrs", "hypothesis", "PIL.Image", "cv2",
    "fontTools.ttLib", "django.conf", "reportlab.pdfgen.canvas", "skimage.color",
)  # fmt: skip


@dataclass(frozen=True)
class Fault:
    """One fault: where it is, and the module with it."""

    subject: str
    module: str
    operator: str
    source: str
    wrong: str

    def difference(self) -> str:
        """Return the lines that differ."""
        before, after = self.source.splitlines(), self.wrong.splitlines()
        lines = difflib.unified_diff(before, after, self.module, n=0, lineterm="")
        return "\n".join(line for line in lines if not line.startswith("+++"))


def main() -> None:
    """Put faults in and print what came of them."""
    arguments = _arguments()
    picked = [name for name in SUBJECTS if arguments.of in (None, name)]
    faults = [fault for name in picked for fault in sampled(name, arguments.sample, arguments.seed)]
    with multiprocessing.get_context("spawn").Pool(os.cpu_count(), maxtasksperchild=None) as pool:
        outcomes = list(zip(faults, pool.imap(_outcome, faults, chunksize=1), strict=True))
    told = "\n".join(_told(outcomes, picked))
    print(told)
    if arguments.out:
        Path(arguments.out).write_text(told + "\n", "utf-8")


def _arguments() -> argparse.Namespace:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--of", choices=list(SUBJECTS))
    parser.add_argument("--sample", type=int, default=100, help="faults for each subject")
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--out")
    return parser.parse_args()


def _told(outcomes: Sequence[tuple[Fault, str]], subjects: Sequence[str]) -> Iterator[str]:
    for name in subjects:
        counts = Counter(outcome for fault, outcome in outcomes if fault.subject == name)
        noticed = counts["noticed"] + counts["hung"]
        share = noticed / max(1, counts.total())
        yield f"{name}: {noticed} of {counts.total()} noticed ({share:.1%}), {counts['hung']} of them by hanging"
    for fault, outcome in outcomes:
        if outcome == "unnoticed":
            yield f"\n{fault.operator}\n{fault.difference()}"


def sampled(subject: str, count: int, seed: int) -> list[Fault]:
    """Return so many faults of a subject's modules, picked by chance from all there can be."""
    everything = [
        (path, operator, place)
        for pattern in SUBJECTS[subject].modules
        for path in sorted(ROOT.glob(pattern))
        for operator, place in _places(path)
    ]
    picked = random.Random(seed).sample(everything, min(count, len(everything)))
    return [_fault(subject, *one) for one in sorted(picked, key=lambda one: (one[0], one[1], one[2]))]


def _places(path: Path) -> Iterator[tuple[str, int]]:
    from cosmic_ray.ast import ast_nodes, get_ast
    from cosmic_ray.plugins import get_operator

    tree, lines = get_ast(path.read_text("utf-8")), path.read_text("utf-8").splitlines()
    for name in OPERATORS:
        operator = get_operator(f"core/{name}")()
        starts = [start for node in ast_nodes(tree) for start, _ in operator.mutation_positions(node)]
        # That values are frozen and sequences of one length are so is for people: no test could fail.
        yield from (
            (name, place)
            for place, (line, column) in enumerate(starts)
            if not ("@dataclass" in lines[line - 1] or lines[line - 1][column - 7 : column + 4] == "strict=True")
        )


def _fault(subject: str, path: Path, operator: str, place: int) -> Fault:
    from cosmic_ray.mutating import mutate_code
    from cosmic_ray.plugins import get_operator

    source = path.read_text("utf-8")
    wrong = mutate_code(source, get_operator(f"core/{operator}")(), place)
    return Fault(subject, str(path.relative_to(ROOT)), operator, source, wrong if wrong is not None else source)


# -- in a process of its own, with a copy of its own ---------------------------------------

_copy: Path | None = None
_baseline: dict[str, float] = {}


def _outcome(fault: Fault) -> str:
    global _copy
    if _copy is None:
        _copy = _copied()
    if fault.subject not in _baseline:
        began = time.perf_counter()
        if _run(fault.subject, None) != _UNNOTICED:
            raise SystemExit(f"the tests of {fault.subject} fail without any fault")
        _baseline[fault.subject] = time.perf_counter() - began
    place = _copy / fault.module
    place.write_text(fault.wrong, "utf-8")
    try:
        came = _run(fault.subject, _SLOWER * _baseline[fault.subject] + _SECONDS_MORE)
    finally:
        place.write_text(fault.source, "utf-8")
    outcome = {_UNNOTICED: "unnoticed", None: "hung"}.get(came, "noticed")
    told = f"\n{fault.difference()}" if outcome == "unnoticed" else ""
    print(f"{outcome:10s} {fault.module} {fault.operator}{told}", file=sys.stderr, flush=True)
    return outcome


def _copied() -> Path:
    """Copy the repository and go there; load here what is foreign."""
    copy = Path(tempfile.mkdtemp(prefix="ink-quilt-mutants-"))
    listing = ["git", "ls-files", "--cached", "--others", "--exclude-standard", "-z"]
    files = subprocess.run(listing, cwd=ROOT, capture_output=True, check=True, text=True).stdout
    for name in filter(None, files.split("\0")):
        if (ROOT / name).is_file():
            (copy / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copyfile(ROOT / name, copy / name)
    os.chdir(copy)
    sys.dont_write_bytecode = True
    sys.path[:] = [str(copy), *(one for one in sys.path if Path(one or ".").resolve() != ROOT)]
    for name in _FOREIGN:
        importlib.import_module(name)
    gc.freeze()
    return copy


def _run(subject: str, limit: float | None) -> int | None:
    """Run the tests in a child that has loaded nothing of our own yet; None when it did not end in time."""
    child = os.fork()
    if not child:
        os.setpgid(0, 0)
        os._exit(_tested(SUBJECTS[subject].tests))
    until = time.monotonic() + limit if limit else None
    while True:
        ended, status = os.waitpid(child, os.WNOHANG)
        if ended:
            return os.waitstatus_to_exitcode(status)
        if until is not None and time.monotonic() > until:
            os.killpg(child, signal.SIGKILL)
            os.waitpid(child, 0)
            return None
        time.sleep(0.05)


def _tested(tests: Sequence[str]) -> int:
    quiet = os.open(os.devnull, os.O_WRONLY)
    os.dup2(quiet, 1)
    os.dup2(quiet, 2)
    try:
        for name in [one for one in sys.modules if one.split(".")[0] in ("inkquilt", "server", "tests")]:
            del sys.modules[name]
        os.environ["DJANGO_SETTINGS_MODULE"] = "server.config.test_settings"
        importlib.import_module("django").setup()
        for test in tests:
            suite = unittest.defaultTestLoader.loadTestsFromName(f"tests.{test}")
            if not unittest.TextTestRunner(stream=io.StringIO(), failfast=True).run(suite).wasSuccessful():
                return _NOTICED
    except BaseException:  # a module that cannot be loaded any more is a fault that is noticed
        return _BROKEN
    return _UNNOTICED


if __name__ == "__main__":
    main()
