"""Measurements; figures and the commands that print them are in docs/performance.md."""
