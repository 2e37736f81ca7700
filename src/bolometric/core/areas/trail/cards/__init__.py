"""Packs of question cards that squares ask: what a maker sets, how they are said, checked, taken and played."""
