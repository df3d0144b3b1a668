/** A PostgreSQL cluster of Eldrun's own. */
export declare class Cluster {
  constructor(folder: string);
  start(options?: { durable?: boolean; port?: number | null }): Promise<string>;
  stop(): void;
  runningPort(): number | null;
}
