"""Results to sentences. English is written here once, for the screen, the sheet and the command line."""
