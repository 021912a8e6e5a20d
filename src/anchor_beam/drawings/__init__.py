"""Drawings as data: shapes in metres, labels, dimensions and slots for fields. No interface code.

`shapes` is the vocabulary; `bars`, `car` and `links` build one drawing each. Screens and sheets paint the same data.
"""
