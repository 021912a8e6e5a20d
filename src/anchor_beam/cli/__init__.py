"""The `anchor-beam` command. Each subcommand imports its room inside its own function."""
