-- Up Migration

-- Hourly weather that a project imported: the monthly figures it came to, and the hours for the simulation.
CREATE TABLE project_weather (
  project_id uuid NOT NULL REFERENCES projects ON DELETE CASCADE,
  id text NOT NULL,
  climate jsonb NOT NULL,
  notes jsonb NOT NULL,
  hours jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (project_id, id)
);

-- Down Migration

DROP TABLE project_weather;
