"""Application state without any interface: which car is in hand, edits, drags, undo, whether it is saved.

`session` holds one car and its documents, `edits` are the acts of the user, `outcome` says what came of saving, `drag` is a
figure held with the mouse, `choices` what the user chose for the garage, `said` the consequence line; `workshop` joins them
with the picture and tells listeners what changed.
"""
