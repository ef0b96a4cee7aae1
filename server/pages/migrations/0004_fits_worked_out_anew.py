"""Fits that were worked out are kept in another form now: they are worked out anew when they are asked for."""

from typing import Any

from django.db import migrations


def forget(apps: Any, _: Any) -> None:
    apps.get_model("pages", "WorkedOutFit").objects.all().delete()


class Migration(migrations.Migration):
    dependencies = [("pages", "0003_writes_by_key")]
    operations = [migrations.RunPython(forget, migrations.RunPython.noop)]
