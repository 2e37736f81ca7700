"""Games for a brief: the draw that practises its aim, games of every kind made of it, and which may be offered."""
