"""Fitting: which steps a job has, in which order they can be done and why, what is checked and what may hurt somebody.

`jobs` holds the steps of each kind of job as data, `rules` what must come before what in all of them, `graph` puts them in
order, `checks` says what is measured and when it passes. What a card keeps (ticks, values, notes) is in
`documents.job_card`."""
