"""All tests; the folders mirror what they test. They run under Django's test runner: ``make test``."""
