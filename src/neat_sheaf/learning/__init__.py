"""What a studio learns from its own classes: how long its work takes, and what it really uses."""
