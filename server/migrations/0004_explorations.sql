-- Up Migration

-- Explorations that are too large for one page: workers evaluate them part by part, whether a page is open or not.
-- The queue that hands the parts out has a schema of its own, `pgboss`.
CREATE TABLE explorations (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  project_id uuid NOT NULL REFERENCES projects ON DELETE CASCADE,
  -- The wall that it set out from; it may be gone by now.
  wall_id uuid,
  -- All that it is computed from, as it was at the start.
  exploration jsonb NOT NULL,
  materials jsonb NOT NULL,
  -- Whether each combination is simulated, and by which imported weather.
  hourly boolean NOT NULL,
  weather text,
  combinations integer NOT NULL,
  part_size integer NOT NULL,
  parts integer NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  finished_at timestamptz,
  result jsonb,
  -- Why there will be no result.
  problem text
);

CREATE INDEX explorations_by_project ON explorations (project_id, created_at);

CREATE TABLE exploration_parts (
  exploration_id uuid NOT NULL REFERENCES explorations ON DELETE CASCADE,
  part integer NOT NULL,
  -- The figures of its combinations, and what made no wall.
  swept bytea NOT NULL,
  invalid jsonb NOT NULL,
  done_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (exploration_id, part)
);

-- Down Migration

DROP TABLE exploration_parts, explorations;
