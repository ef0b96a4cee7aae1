"""Readers and writers of files that are not JSON: SVG, PDF, CSV."""
