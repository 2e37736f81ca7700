"""Results: what an area hands back to whoever calls it.

Readings (declared once, with how they are estimated and written), exact results, batches of games played, boards and
their heat, standings of a game played by hand. They lie below the areas, so that areas import no caller. May import
``chains`` and the rooms below it.
"""
