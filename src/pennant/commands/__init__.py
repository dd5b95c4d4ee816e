"""The commands, each module with what it alone needs: see `pennant.cli`."""
