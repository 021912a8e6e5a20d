"""What is kept and exchanged: cars, bars and settings as records, and their JSON documents.

`records` are the frozen values that the whole application passes around, `fields` the one table of every input,
`places` reads and replaces by dotted place, `car_file` and `asks` are the JSON forms, `physics` turns records into
core inputs.
"""
