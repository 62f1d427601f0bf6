"""Neat Sheaf's open formats: each reader beside its writer."""
