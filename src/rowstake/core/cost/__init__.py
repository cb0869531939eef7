"""What a job costs: prices from books, work by its hours, what is hired, taken away and put on top."""
