"""Preparing the kits after the cutting: scores, slits, dies, stamping and bags, all in batches."""
