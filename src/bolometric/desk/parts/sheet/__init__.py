"""The rule sheet with its words, where it stands, and what opens from a word or a gauge."""
