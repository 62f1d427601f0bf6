"""A paper room's whole data in one file of open formats, and back into an empty paper room."""
