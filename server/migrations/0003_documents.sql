-- Up Migration

-- Everything a person makes is a document of a kind; the wall is the first.
CREATE TABLE documents (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  project_id uuid NOT NULL REFERENCES projects ON DELETE CASCADE,
  kind text NOT NULL,
  name text NOT NULL,
  position integer NOT NULL,
  document jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  -- Set while it lies in the bin.
  deleted_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT documents_position EXCLUDE USING btree
    (project_id WITH =, kind WITH =, position WITH =) WHERE (deleted_at IS NULL)
    DEFERRABLE INITIALLY DEFERRED
);

CREATE INDEX documents_by_project ON documents (project_id, kind, position);

-- The saved states of a document, each with the steps that led to it.
CREATE TABLE document_revisions (
  document_id uuid NOT NULL REFERENCES documents ON DELETE CASCADE,
  revision integer NOT NULL,
  document jsonb NOT NULL,
  commands jsonb NOT NULL DEFAULT '[]',
  steps jsonb NOT NULL,
  -- Given by a person; a named state is never pruned.
  name text,
  saved_by text NOT NULL DEFAULT 'local',
  saved_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (document_id, revision)
);

-- What lists say of a document: of its newest state that was computed, and what that state stood in.
CREATE TABLE document_summaries (
  document_id uuid PRIMARY KEY REFERENCES documents ON DELETE CASCADE,
  revision integer NOT NULL,
  brief_revision integer NOT NULL,
  core_version text NOT NULL,
  judgment text,
  basis text,
  title jsonb NOT NULL,
  worst jsonb,
  figures jsonb NOT NULL,
  -- Whether a longer computation would say more.
  more boolean NOT NULL,
  computed_at timestamptz NOT NULL DEFAULT now()
);

-- Rises with everything that a project says for all its documents: its brief and its materials.
ALTER TABLE projects ADD COLUMN brief_revision integer NOT NULL DEFAULT 1;

INSERT INTO documents (id, project_id, kind, name, position, document, revision, created_at, updated_at)
SELECT id, project_id, 'wall', name,
       row_number() OVER (PARTITION BY project_id ORDER BY position, created_at, id) - 1,
       document, revision, created_at, updated_at
FROM walls;

INSERT INTO document_revisions (document_id, revision, document, steps, saved_at)
SELECT wall_id, revision, document, steps, saved_at FROM wall_revisions;

DROP TABLE wall_revisions, walls;

CREATE VIEW walls AS
SELECT id, project_id, name, position, document, revision, created_at, updated_at
FROM documents WHERE kind = 'wall' AND deleted_at IS NULL;

CREATE VIEW wall_revisions AS
SELECT r.document_id AS wall_id, r.revision, r.document, r.steps, r.saved_at
FROM document_revisions r JOIN documents d ON d.id = r.document_id WHERE d.kind = 'wall';

-- Whoever listens to `eldrun` hears what was saved.
CREATE FUNCTION tell_document() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  saved documents := coalesce(NEW, OLD);
BEGIN
  PERFORM pg_notify('eldrun', jsonb_strip_nulls(jsonb_build_object(
    'project', saved.project_id, 'document', saved.id, 'kind', saved.kind, 'revision', saved.revision,
    'gone', CASE WHEN TG_OP = 'DELETE' OR saved.deleted_at IS NOT NULL THEN true END))::text);
  RETURN NULL;
END $$;

CREATE TRIGGER tell_document AFTER INSERT OR UPDATE OR DELETE ON documents
FOR EACH ROW EXECUTE FUNCTION tell_document();

CREATE FUNCTION tell_summary() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('eldrun', jsonb_build_object(
    'project', d.project_id, 'document', d.id, 'kind', d.kind)::text)
  FROM documents d WHERE d.id = NEW.document_id;
  RETURN NULL;
END $$;

CREATE TRIGGER tell_summary AFTER INSERT OR UPDATE ON document_summaries
FOR EACH ROW EXECUTE FUNCTION tell_summary();

CREATE FUNCTION tell_project() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  -- A save of a document touches its project too: only what the project itself says is told.
  IF TG_OP = 'DELETE' THEN
    PERFORM pg_notify('eldrun',
      jsonb_build_object('project', OLD.id, 'revision', OLD.revision, 'gone', true)::text);
  ELSIF NEW.revision <> OLD.revision OR NEW.brief_revision <> OLD.brief_revision THEN
    PERFORM pg_notify('eldrun',
      jsonb_build_object('project', NEW.id, 'revision', NEW.revision)::text);
  END IF;
  RETURN NULL;
END $$;

CREATE TRIGGER tell_project AFTER UPDATE OR DELETE ON projects
FOR EACH ROW EXECUTE FUNCTION tell_project();

-- Down Migration

DROP VIEW wall_revisions, walls;
DROP TRIGGER tell_project ON projects;

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
CREATE TABLE wall_revisions (
  wall_id uuid NOT NULL REFERENCES walls ON DELETE CASCADE,
  revision integer NOT NULL,
  document jsonb NOT NULL,
  steps jsonb NOT NULL,
  saved_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (wall_id, revision)
);
INSERT INTO walls
SELECT id, project_id, name, position, document, revision, created_at, updated_at
FROM documents WHERE kind = 'wall' AND deleted_at IS NULL;
INSERT INTO wall_revisions
SELECT r.document_id, r.revision, r.document, r.steps, r.saved_at
FROM document_revisions r JOIN walls w ON w.id = r.document_id;
DROP TABLE document_summaries, document_revisions, documents;
ALTER TABLE projects DROP COLUMN brief_revision;
DROP FUNCTION tell_document, tell_summary, tell_project;
