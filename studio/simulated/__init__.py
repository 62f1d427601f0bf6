"""Stand-ins for what is outside: they ship with the product, and nothing of it needs them."""
