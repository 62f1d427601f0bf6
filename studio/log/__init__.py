"""The log of a class: what it really took, what it teaches, and what is kept for the next one."""
