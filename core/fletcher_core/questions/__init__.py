"""What people ask of the numbers: glued joints, control surfaces, what to start from and what to add."""
