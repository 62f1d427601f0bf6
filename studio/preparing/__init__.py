"""After the cutting: batches, evenings, and what is ticked while it is done."""
