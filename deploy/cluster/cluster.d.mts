/** Three MariaDB nodes with Galera and a balancer on loopback. */
export class Cluster {
  constructor(folder: string, base: number);
  readonly base: number;
  readonly address: string;
  /** path in the folder of a node */
  at(n: number, ...names: string[]): string;
  url(n?: number): string;
  sql(n: number, text: string): string | null;
  start(): Promise<void>;
  node(n: number): void;
  synced(...nodes: number[]): Promise<void>;
  kill(n: number): void;
  stop(): Promise<void>;
}
