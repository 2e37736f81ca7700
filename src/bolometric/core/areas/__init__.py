"""The areas: where the number that comes up is used. One package each; none imports another."""
