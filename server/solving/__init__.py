"""Solving in processes of their own, so that the web process goes on answering."""
