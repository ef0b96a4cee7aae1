"""Choosing papers for a page: what suits a place, whole paperings, what would be regretted, what to buy."""
