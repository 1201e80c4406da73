"""A finished evaluation told: verdict, words, workings, drawings, the stand. It computes nothing of its own."""
