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
  postmaster(): { pid: number; port: number } | null;
  runningPort(): number | null;
}
export declare function freePort(): Promise<number>;
