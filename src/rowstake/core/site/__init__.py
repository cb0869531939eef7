"""The job on site: as it stands by its record, step by step, cut by cut, and the log of it."""
