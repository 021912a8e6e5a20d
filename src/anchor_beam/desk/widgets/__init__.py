"""The few widgets that every stage is made of: figures typed in, figures shown, choices, notes, workings."""
