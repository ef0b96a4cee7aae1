"""Runs begun before pieces could be asked for more are told in today's words, so that they can be gone on with."""

from typing import Any

from django.db import migrations


def tell_more(apps: Any, _schema_editor: Any) -> None:
    for run in apps.get_model("cutting", "CutRun").objects.iterator():
        shown = run.table.get("shown", {})
        if "troubles" in shown:
            continue
        shown["troubles"], shown["page_papers"] = [], []
        for paper in shown.get("papers", []):
            _paper(paper)
        run.save(update_fields=["table"])


def _paper(paper: dict[str, Any]) -> None:
    paper["motifs"] = []
    for piece in paper["pieces"]:
        opening = piece.pop("opening", None)
        piece.pop("spares", None)
        piece |= {"openings": [opening] if opening else [], "terms": None}
    for sheet in paper["sheets"]:
        for placed in sheet["placed"]:
            opening = placed.pop("opening", None)
            placed |= {"openings": [opening] if opening else [], "slant": None}
        for step in sheet["steps"]:
            step |= {"slant": None, "face_to_face": None}


class Migration(migrations.Migration):
    dependencies = [("cutting", "0002_shaping_tools")]

    operations = [migrations.RunPython(tell_more, migrations.RunPython.noop)]
