import { randomUUID } from 'node:crypto';
import type { RequestHandler, Response } from 'express';
import type pg from 'pg';

/** A line goes out so often, so that a broken stream is noticed, ms. */
const BEAT = 25_000;

/** After the database was away it is listened to again so much later, ms. */
const RETRY = 1000;

/**
 * Tells every open stream what was saved, by whatever page, command or server. The database says so by its triggers;
 * a connection listens to them as long as there is a stream, or for good once that is asked for. A mark says up to what was
 * heard: `hello` brings the newest, each change its own, and so does every answer of the API. Where the mark of what a page
 * read is that of `hello`, it missed nothing.
 */
export class Events {
  private readonly pool: pg.Pool;
  private readonly streams = new Set<Response>();
  private client: pg.PoolClient | null = null;
  private listening = false;
  private always = false;
  private epoch = '';
  private count = 0;
  private timer: NodeJS.Timeout | undefined;

  constructor(pool: pg.Pool) {
    this.pool = pool;
  }

  /** Listens from now on, whether there is a stream or not. */
  start(): void {
    this.always = true;
    void this.listen();
  }

  /** Puts the mark of what was heard before into each answer. */
  readonly marked: RequestHandler = (_request, response, next) => {
    if (this.client) response.set('Eldrun-Heard', this.mark);
    next();
  };

  private get mark(): string {
    return `${this.epoch}.${this.count}`;
  }

  private get hello(): string {
    return `event: hello\ndata: ${this.mark}\n\n`;
  }

  /** Answers a request with the stream. */
  open(response: Response): void {
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache' });
    response.flushHeaders();
    this.streams.add(response);
    const beat = setInterval(() => response.write(': \n\n'), BEAT).unref();
    response.on('close', () => {
      clearInterval(beat);
      this.streams.delete(response);
      if (this.streams.size === 0 && !this.always) this.stop();
    });
    if (this.client) response.write(this.hello);
    else void this.listen();
  }

  /** Ends all streams. */
  close(): void {
    for (const stream of this.streams) stream.end();
    this.streams.clear();
    this.always = false;
    this.stop();
  }

  private async listen(): Promise<void> {
    if (this.listening) return;
    this.listening = true;
    let client: pg.PoolClient | null = null;
    try {
      client = await this.pool.connect();
      const mine = client;
      client.on('notification', ({ payload = '' }) => {
        this.count++;
        this.tell(`id: ${this.mark}\ndata: ${payload}\n\n`);
      });
      client.on('error', () => this.lost(mine));
      await client.query('LISTEN eldrun');
      this.client = client;
      // What was said before nobody heard: marks of another epoch do not count.
      this.epoch = randomUUID().slice(0, 8);
      this.count = 0;
      if (this.streams.size === 0 && !this.always) this.stop();
      this.tell(this.hello);
    } catch {
      // A connection that cannot listen is not kept.
      client?.release(true);
      this.retry();
    } finally {
      this.listening = false;
    }
  }

  private lost(client: pg.PoolClient): void {
    if (this.client !== client) return;
    this.client = null;
    client.release(true);
    this.retry();
  }

  private retry(): void {
    clearTimeout(this.timer);
    if (this.streams.size > 0 || this.always)
      this.timer = setTimeout(() => void this.listen(), RETRY).unref();
  }

  private stop(): void {
    clearTimeout(this.timer);
    // Ended, not handed back: the next that works with it would hear the notifications.
    this.client?.release(true);
    this.client = null;
  }

  private tell(text: string): void {
    for (const stream of this.streams) stream.write(text);
  }
}
