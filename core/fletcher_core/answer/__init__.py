"""From arrays to an answer: the verdict's shape, its words, its working and its drawing."""
