"""Sheets: what is printed of the open game, page by page as it will come out."""
