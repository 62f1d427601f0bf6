"""Exact measures: lengths, money, letters, and whole shares of a total."""
