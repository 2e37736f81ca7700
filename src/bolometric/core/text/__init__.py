"""Text: how numbers and lists are written, and paragraphs as data.

Everything said on screen, on paper or by the command line is made of these. May import ``settings``.
"""
