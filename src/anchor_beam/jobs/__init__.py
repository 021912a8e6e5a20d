"""What takes longer than a moment, worked out in a process of its own so that the window never waits.

`request` says what is asked and what comes back, `tasks` are the requests there are, `office` sends them and takes answers,
`worker` is the process. To add one, write a frozen dataclass with a `run` in `tasks`; see docs/architecture.md.
"""
