"""What every app keeps by: versions, soft deletion, columns, idempotency, derived data, problems."""
