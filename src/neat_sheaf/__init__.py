"""Neat Sheaf's core: from a cut-and-score list to sheets, totals and cost. Pure Python."""
