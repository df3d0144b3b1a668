/** A PostgreSQL cluster of Eldrun's own. */
export declare class Cluster {
  readonly data: string;
  constructor(folder: string);
  start(options?: {
    durable?: boolean;
    port?: number | null;
    tell?: (line: string) => void;
  }): Promise<string>;
  stop(): Promise<void>;
  remove(): Promise<void>;
  /** The address of the database, or null when it is not running. */
  runningUrl(): string | null;
  postmaster(): { pid: number; port: number } | null;
  runningPort(): number | null;
}
export declare function freePort(): Promise<number>;
