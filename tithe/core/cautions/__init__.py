"""Cautions: what the tool must point out, each with a stable id, what set it off, and what to do."""

from tithe.core.cautions import catalogue
from tithe.core.cautions.registry import Caution, cautions_at

__all__ = ["Caution", "catalogue", "cautions_at"]
