"""Choices side by side: styles of cutting, sheet sizes, numbers of seats."""
