"""What changes accounts, studios and who belongs to them."""
