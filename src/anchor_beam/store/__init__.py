"""The garage: one SQLite file with documents of several kinds and every revision of each. Nothing else knows SQL.

`garage` is the way in; `database` opens and locks the file, `schema` says what its tables mean, `revisions` reads documents,
`journal` keeps what was done with each car, `blobs` the bytes of photos, `bundle` writes and reads whole garages and cars as
files, `migration` brings garages of earlier formats up to date.
"""
