import type { ChildProcess } from "node:child_process";

/** A running server: its address, and what stops it. */
export interface RunningPostgres {
  readonly url: string;
  readonly port: number;
  readonly pid: number;
  readonly child: ChildProcess;
  readonly stop: () => Promise<void>;
}

/**
 * Starts the cluster of a folder, made on the first call, and waits until it answers.
 * @param options durable: as a maker wants it, or as fast as tests want it
 */
export function startPostgres(folder: string, options?: { durable?: boolean; port?: number; connections?: number }): Promise<RunningPostgres>;
/** A port that nothing uses now. */
export function freePort(): Promise<number>;
