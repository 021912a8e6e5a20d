"""The rack: parts of makers' lists and own ones in a table, the one in hand beside the one that is fitted."""
