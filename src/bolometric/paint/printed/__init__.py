"""Pages in true millimetres, for a printer, a file or the screen. Painting is the one of the screen, under a scale."""
