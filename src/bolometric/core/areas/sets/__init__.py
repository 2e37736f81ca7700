"""Sets: each total is used up by closing any set of open tiles that adds to it.

rules      which sets fit which total, and when one piece is drawn with
exact      best play, and what any style comes to, on all subsets of the tiles
scores     final scores of the seats held against each other
play       whole games played by the thousand
"""
