"""Who comes to a class, or has a kit posted."""
