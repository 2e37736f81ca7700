"""Drawing of pieces and boards on any QPainter: screen, print and picture share one drawing."""
