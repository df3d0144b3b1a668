-- Up Migration

-- Photos of a project's site: the file as it was sent, and a small picture of it. Their bytes are kept out of line (TOAST).
CREATE TABLE project_photos (
  project_id uuid NOT NULL REFERENCES projects ON DELETE CASCADE,
  id text NOT NULL,
  type text NOT NULL,
  bytes bytea NOT NULL,
  thumbnail bytea NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (project_id, id)
);

-- Pictures are packed already.
ALTER TABLE project_photos ALTER COLUMN bytes SET STORAGE EXTERNAL, ALTER COLUMN thumbnail SET STORAGE EXTERNAL;

-- Down Migration

DROP TABLE project_photos;
