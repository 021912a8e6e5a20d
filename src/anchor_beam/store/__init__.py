"""The garage: one SQLite file that keeps every revision of every car. Nothing else in the application knows SQL."""
