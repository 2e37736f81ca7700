"""The practice view: what players work out, where the time goes, how hard it is, and what to ask afterwards."""
