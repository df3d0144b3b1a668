import type { Response } from 'express';
import type pg from 'pg';

/** A line goes out so often, so that a broken stream is noticed, ms. */
const BEAT = 25_000;

/** After the database was away it is listened to again so much later, ms. */
const RETRY = 1000;

/**
 * Tells every open stream what was saved, by whatever page, command or server. The database says so by its triggers;
 * a connection listens to them as long as there is a stream. `hello` says that something may have been missed.
 */
export class Events {
  private readonly pool: pg.Pool;
  private readonly streams = new Set<Response>();
  private client: pg.PoolClient | null = null;
  private listening = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(pool: pg.Pool) {
    this.pool = pool;
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
      if (this.streams.size === 0) this.stop();
    });
    if (this.client) response.write('event: hello\ndata: \n\n');
    else void this.listen();
  }

  /** Ends all streams. */
  close(): void {
    for (const stream of this.streams) stream.end();
    this.streams.clear();
    this.stop();
  }

  private async listen(): Promise<void> {
    if (this.listening) return;
    this.listening = true;
    let client: pg.PoolClient | null = null;
    try {
      client = await this.pool.connect();
      const mine = client;
      client.on('notification', ({ payload = '' }) => this.tell(`data: ${payload}\n\n`));
      client.on('error', () => this.lost(mine));
      await client.query('LISTEN eldrun');
      this.client = client;
      if (this.streams.size === 0) this.stop();
      this.tell('event: hello\ndata: \n\n');
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
    if (this.streams.size > 0) this.timer = setTimeout(() => void this.listen(), RETRY).unref();
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
