/** A PostgreSQL cluster of Eldrun's own. */
export declare class Cluster {
  constructor(folder: string);
  start(options?: { durable?: boolean; port?: number | null }): Promise<string>;
  stop(): void;
  remove(): void;
  runningPort(): number | null;
}
export declare function freePort(): Promise<number>;
export declare function throwAwayFolder(): string;
