"""Quantities as people write and read them. Everything outside this room is SI.

`kinds` lists the kinds of quantity with their display units, `parse` reads what a user typed, `show` formats.
Pint is used for units that the tables do not list, and is imported only then.
"""
