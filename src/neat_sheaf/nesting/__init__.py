"""Rectangles on stock by straight through-cuts: patterns, bounds and plans. Geometry alone."""
