"""When it is all done: what is critical, and how many evenings the preparing takes."""
