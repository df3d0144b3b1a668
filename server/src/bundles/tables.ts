import type pg from 'pg';
import type { Row } from '@eldrun/exchange/bundle';

/** The tables of a project, each with how its rows are found and in which order. */
export const TABLES = {
  project: { table: 'projects', where: 'id = $1', order: 'id' },
  materials: { table: 'project_materials', where: 'project_id = $1', order: 'id' },
  weather: { table: 'project_weather', where: 'project_id = $1', order: 'id' },
  documents: { table: 'documents', where: 'project_id = $1', order: 'kind, position, id' },
  revisions: {
    table: 'document_revisions',
    where: 'document_id IN (SELECT id FROM public.documents WHERE project_id = $1)',
    order: 'document_id, revision',
  },
  photos: { table: 'project_photos', where: 'project_id = $1', order: 'id' },
} as const;

export type Part = keyof typeof TABLES;

/** The columns of a table. */
export async function columnsOf(client: pg.ClientBase, part: Part): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = 'public' AND table_name = $1 ORDER BY ordinal_position`,
    [TABLES[part].table],
  );
  return rows.map(({ name }) => name);
}

/** So many rows go over at once, or so much of them, characters. */
const BATCH = { rows: 100, size: 1 << 20 };

/** Rows of a table as the database writes them, some at a time: within a transaction. */
export async function* rowsOf(
  client: pg.ClientBase,
  part: Part,
  project: string,
): AsyncGenerator<Row> {
  const { table, where, order } = TABLES[part];
  const cursor = `rows_of_${table}`;
  await client.query({
    text: `DECLARE ${cursor} CURSOR FOR
      SELECT to_jsonb(t) AS row FROM public.${table} t WHERE ${where} ORDER BY ${order}`,
    values: [project],
  });
  // A document is a megabyte at the most: few of them at a time.
  for (;;) {
    const { rows } = await client.query<{ row: Row }>(`FETCH 20 FROM ${cursor}`);
    for (const { row } of rows) yield row;
    if (rows.length === 0) break;
  }
  await client.query(`CLOSE ${cursor}`);
}

/**
 * Puts rows into a table, some at a time: of each the columns that the table has. What an older Eldrun did not know keeps
 * its default.
 */
export class Inserter {
  private readonly client: pg.ClientBase;
  private readonly part: Part;
  private columns: string[] | null = null;
  private texts: string[] = [];
  private size = 0;
  private given = '';

  constructor(client: pg.ClientBase, part: Part) {
    this.client = client;
    this.part = part;
  }

  async add(row: Row): Promise<void> {
    this.columns ??= await columnsOf(this.client, this.part);
    const given = this.columns.filter((name) => Object.hasOwn(row, name)).join(', ');
    if (given !== this.given) await this.flush();
    this.given = given;
    const text = JSON.stringify(row);
    this.texts.push(text);
    this.size += text.length;
    if (this.texts.length >= BATCH.rows || this.size >= BATCH.size) await this.flush();
  }

  async flush(): Promise<void> {
    if (this.texts.length === 0) return;
    const { table } = TABLES[this.part];
    const rows = `[${this.texts.join(',')}]`;
    [this.texts, this.size] = [[], 0];
    await this.client.query(
      `INSERT INTO ${table} (${this.given})
       SELECT ${this.given} FROM jsonb_populate_recordset(NULL::${table}, $1::jsonb)`,
      [rows],
    );
  }
}
