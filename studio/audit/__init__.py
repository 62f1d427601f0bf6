"""Who changed what, and when."""
