"""Squares that do something: what a maker sets, how they are laid, drawn, said, checked and played."""
