"""Gauges, charts and tables of figures."""
