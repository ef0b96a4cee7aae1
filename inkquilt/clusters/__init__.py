"""Clusters and scattered backgrounds made of what is owned.

``spots``    where a cluster can go on a page
``compose``  one cluster at one spot: base, main piece, sprigs, word, dots
``planner``  clusters for a page: proposals, each explained
``cover``    a piece over a flaw, and that piece again so that it looks meant
``edges``    a piece cut in two, half of it hidden, or laid along an edge
``phrases``  ready words as title or caption
``scatter``  a background of many small pieces
"""

from inkquilt.clusters.cover import CoverProposal, cover_spot
from inkquilt.clusters.phrases import PhraseProposal, ready_phrases
from inkquilt.clusters.planner import ClusterPlan, ClusterWish, Formation, plan_clusters
from inkquilt.clusters.scatter import ScatterWish, add_in_gap, scatter

__all__ = [
    "ClusterPlan",
    "ClusterWish",
    "CoverProposal",
    "Formation",
    "PhraseProposal",
    "ScatterWish",
    "add_in_gap",
    "cover_spot",
    "plan_clusters",
    "ready_phrases",
    "scatter",
]
