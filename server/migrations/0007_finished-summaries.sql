-- Up Migration

-- What long computations came to, by all that they were computed from: the same contents are not computed twice.
CREATE TABLE finished_summaries (
  key text PRIMARY KEY,
  summary jsonb NOT NULL,
  used_at timestamptz NOT NULL DEFAULT now()
);

-- Down Migration

DROP TABLE finished_summaries;
