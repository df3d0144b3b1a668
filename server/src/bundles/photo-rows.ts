import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type pg from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import { InputError } from '@eldrun/core/errors';
import type { Photo, Row } from '@eldrun/exchange/bundle';

/**
 * Photos out of the database and into it by its binary copies, in pieces of some kilobytes: a project may have more of
 * them than there is memory. Format: PostgreSQL, COPY, "Binary Format".
 */

const SIGNATURE = Buffer.from('PGCOPY\n\xff\r\n\0', 'latin1');

/** Flags and the length of what a later version adds, both none. */
const HEADER = Buffer.concat([SIGNATURE, Buffer.alloc(8)]);

/** The end of a copy, in place of the number of columns. */
const END = -1;

/** Bytes as they come, taken by number. */
class Incoming {
  private readonly source: AsyncIterator<Buffer, undefined>;
  private held: Buffer = Buffer.alloc(0);

  constructor(source: AsyncIterable<Buffer>) {
    this.source = source[Symbol.asyncIterator]() as AsyncIterator<Buffer, undefined>;
  }

  /** Some bytes, at least one and at most so many. */
  private async some(most: number): Promise<Buffer> {
    while (this.held.length === 0) {
      const next = await this.source.next();
      if (next.done) throw new Error('the copy of the photos broke off');
      this.held = next.value;
    }
    const piece = this.held.subarray(0, most);
    this.held = this.held.subarray(piece.length);
    return piece;
  }

  async take(count: number): Promise<Buffer> {
    const pieces: Buffer[] = [];
    for (let left = count; left > 0; left -= pieces.at(-1)!.length)
      pieces.push(await this.some(left));
    return pieces.length === 1 ? pieces[0]! : Buffer.concat(pieces);
  }

  async *pass(count: number): AsyncGenerator<Buffer> {
    for (let left = count; left > 0;) {
      const piece = await this.some(left);
      left -= piece.length;
      yield piece;
    }
  }

  /** To the end, whatever is left. */
  async drain(): Promise<void> {
    while (!(await this.source.next()).done);
  }

  readonly length = async (): Promise<number> => (await this.take(4)).readInt32BE();
}

/** The photos of a project by their ids: each has to be read to its end before the next. Within a transaction. */
export async function* photosOf(client: pg.ClientBase, project: string): AsyncGenerator<Photo> {
  // A copy takes no parameters.
  const id = (client as pg.Client).escapeLiteral(project);
  const source = client.query(
    copyTo(
      `COPY (SELECT (to_jsonb(t) - 'bytes' - 'thumbnail')::text, thumbnail, bytes
       FROM public.project_photos t WHERE project_id = ${id} ORDER BY id) TO STDOUT (FORMAT binary)`,
    ),
  );
  const incoming = new Incoming(source as AsyncIterable<Buffer>);
  try {
    await incoming.take(HEADER.length);
    while ((await incoming.take(2)).readInt16BE() !== END) {
      const row = JSON.parse((await incoming.take(await incoming.length())).toString()) as Row;
      const thumbnail = await incoming.take(await incoming.length());
      const size = await incoming.length();
      yield { row, thumbnail, size, bytes: incoming.pass(size) };
    }
  } finally {
    // The connection is of use again once the copy is over.
    await incoming.drain();
  }
}

const int16 = (value: number): Buffer => {
  const bytes = Buffer.alloc(2);
  bytes.writeInt16BE(value);
  return bytes;
};

const int32 = (value: number): Buffer => {
  const bytes = Buffer.alloc(4);
  bytes.writeInt32BE(value);
  return bytes;
};

const field = (value: Uint8Array): Buffer => Buffer.concat([int32(value.length), value]);

/** Microseconds since 2000, as moments are stored. */
function moment(text: string): Buffer {
  const [, fraction = ''] = /\.(\d+)/.exec(text) ?? [];
  const whole = Date.parse(text.replace(/\.\d+/, '').replace(/([+-]\d{2})$/, '$1:00'));
  const bytes = Buffer.alloc(8);
  bytes.writeBigInt64BE(
    BigInt(whole - Date.UTC(2000, 0, 1)) * 1000n + BigInt(fraction.padEnd(6, '0').slice(0, 6)),
  );
  return bytes;
}

const COLUMNS = 'project_id, id, type, bytes, thumbnail, created_at';

/**
 * Puts photos into the table that the client finds.
 *
 * @param project of which they are
 * @throws what `photos` throw, InputError for one that is longer or shorter than it says; then nothing is put in
 */
export async function putPhotos(
  client: pg.ClientBase,
  project: string,
  photos: AsyncIterable<Photo>,
): Promise<void> {
  const owner = Buffer.from(project.replaceAll('-', ''), 'hex');
  async function* rows(): AsyncGenerator<Buffer> {
    yield HEADER;
    for await (const { row, thumbnail, size, bytes } of photos) {
      const {
        id,
        type,
        created_at: made,
      } = row as { id: string; type: string; created_at?: string };
      yield Buffer.concat([
        int16(6),
        field(owner),
        ...[id, type].map((text) => field(Buffer.from(text))),
        int32(size),
      ]);
      let left = size;
      for await (const piece of bytes) {
        left -= piece.length;
        if (left < 0) break;
        yield piece as Buffer;
      }
      if (left !== 0)
        throw new InputError(
          `photos/${id}`,
          'is not as long as it says',
          'the bundle as it was written',
        );
      yield field(thumbnail);
      yield field(moment(made ?? new Date().toISOString()));
    }
    yield int16(END);
  }
  await pipeline(
    Readable.from(rows(), { objectMode: false }),
    client.query(copyFrom(`COPY project_photos (${COLUMNS}) FROM STDIN (FORMAT binary)`)),
  );
}
