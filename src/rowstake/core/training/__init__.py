"""A trainer: made-up work with some of the rules of inspection broken in its very solids, to be found."""
