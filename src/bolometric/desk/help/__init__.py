"""Help on screen: the handbook, what a word or a gauge is, the first page and the walk over the window."""
