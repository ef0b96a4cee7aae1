"""Runs begun before pieces could be joined, or backed at their openings, are told in today's words."""

from typing import Any

from django.db import migrations


def tell_more(apps: Any, _schema_editor: Any) -> None:
    for run in apps.get_model("cutting", "CutRun").objects.iterator():
        _table(run.table)
        run.save(update_fields=["table"])
    for deed in apps.get_model("cutting", "CutDeed").objects.iterator():
        _table(deed.before.get("table") or {})
        deed.save(update_fields=["before"])


def _table(table: dict[str, Any]) -> None:
    for paper in table.get("shown", {}).get("papers", []):
        for piece in paper["pieces"]:
            if piece["terms"] is not None:
                piece["terms"] = {"seam": "", "behind": [], **piece["terms"]}


class Migration(migrations.Migration):
    dependencies = [("cutting", "0005_tools_have_a_place_of_their_own")]

    operations = [migrations.RunPython(tell_more, migrations.RunPython.noop)]
