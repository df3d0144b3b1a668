-- Up Migration

CREATE TABLE projects (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL,
  units text NOT NULL CHECK (units IN ('imperial', 'metric')),
  brief jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  demo boolean NOT NULL DEFAULT false,
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE walls (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  project_id uuid NOT NULL REFERENCES projects ON DELETE CASCADE,
  name text NOT NULL,
  position integer NOT NULL,
  document jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);

CREATE INDEX walls_by_project ON walls (project_id, position);

-- Every saved state of a wall, with the names of the steps that led to it.
CREATE TABLE wall_revisions (
  wall_id uuid NOT NULL REFERENCES walls ON DELETE CASCADE,
  revision integer NOT NULL,
  document jsonb NOT NULL,
  steps jsonb NOT NULL,
  saved_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (wall_id, revision)
);

CREATE TABLE project_materials (
  project_id uuid NOT NULL REFERENCES projects ON DELETE CASCADE,
  id text NOT NULL,
  material jsonb NOT NULL,
  updated_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (project_id, id)
);

-- What the program itself remembers, such as that the demo data were loaded.
CREATE TABLE settings (
  key text PRIMARY KEY,
  value jsonb NOT NULL
);

-- Down Migration

DROP TABLE settings, project_materials, wall_revisions, walls, projects;
