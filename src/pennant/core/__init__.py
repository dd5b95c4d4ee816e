"""The rules of the job: plain functions from values to values, with no input or output."""
