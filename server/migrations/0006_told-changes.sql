-- Up Migration

-- What lists say of a document, as one object.
CREATE FUNCTION summary_of(s document_summaries) RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT CASE WHEN s.document_id IS NOT NULL THEN jsonb_build_object(
    'judgment', s.judgment, 'basis', s.basis, 'title', s.title, 'worst', s.worst,
    'figures', s.figures, 'more', s.more) END
$$;

-- What is told carries what lists say, so that nobody has to ask for it.
CREATE OR REPLACE FUNCTION tell_document() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  saved documents := coalesce(NEW, OLD);
BEGIN
  PERFORM pg_notify('eldrun', jsonb_strip_nulls(jsonb_build_object(
    'project', saved.project_id, 'document', saved.id, 'kind', saved.kind, 'revision', saved.revision,
    'name', saved.name, 'position', saved.position, 'updatedAt', saved.updated_at,
    'gone', CASE WHEN TG_OP = 'DELETE' OR saved.deleted_at IS NOT NULL THEN true END))::text);
  RETURN NULL;
END $$;

-- A notification holds 8000 bytes: a summary that is longer is asked for.
CREATE OR REPLACE FUNCTION tell_summary() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  told jsonb;
  said text;
BEGIN
  SELECT jsonb_build_object('project', d.project_id, 'document', d.id, 'kind', d.kind,
      'summarized', jsonb_build_object('revision', NEW.revision,
        'computing', NEW.revision <> d.revision OR NEW.brief_revision <> p.brief_revision))
    INTO told
    FROM documents d JOIN projects p ON p.id = d.project_id WHERE d.id = NEW.document_id;
  said := jsonb_set(told, '{summarized,summary}', summary_of(NEW))::text;
  PERFORM pg_notify('eldrun', CASE WHEN octet_length(said) < 7900 THEN said ELSE told::text END);
  RETURN NULL;
END $$;

-- Down Migration

CREATE OR REPLACE FUNCTION tell_document() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  saved documents := coalesce(NEW, OLD);
BEGIN
  PERFORM pg_notify('eldrun', jsonb_strip_nulls(jsonb_build_object(
    'project', saved.project_id, 'document', saved.id, 'kind', saved.kind, 'revision', saved.revision,
    'gone', CASE WHEN TG_OP = 'DELETE' OR saved.deleted_at IS NOT NULL THEN true END))::text);
  RETURN NULL;
END $$;

CREATE OR REPLACE FUNCTION tell_summary() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('eldrun', jsonb_build_object(
    'project', d.project_id, 'document', d.id, 'kind', d.kind)::text)
  FROM documents d WHERE d.id = NEW.document_id;
  RETURN NULL;
END $$;

DROP FUNCTION summary_of;
