"""Set-up and running of Fletcher. Standard library only: it runs before anything is installed."""
