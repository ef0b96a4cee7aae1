#!/usr/bin/env python
"""Django's command line for Ink Quilt."""

import os
import sys


def main() -> None:
    """Run a management command; tests have settings of their own."""
    testing = len(sys.argv) > 1 and sys.argv[1] == "test"
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", f"server.config.{'test_settings' if testing else 'settings'}")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)


if __name__ == "__main__":
    main()
