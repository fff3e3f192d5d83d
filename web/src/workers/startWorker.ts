import { wrap, type Remote } from "comlink";

/** A worker that runs, and what it can be asked. */
export interface StartedWorker<Api> {
  readonly ask: Remote<Api>;
  readonly stop: () => void;
}

/** Every worker of the application begins here. @param make the worker itself: the bundler must see where its file is */
export function startWorker<Api>(make: () => Worker): StartedWorker<Api> {
  const worker = make();
  return { ask: wrap<Api>(worker), stop: () => worker.terminate() };
}

/** A worker that is started when it is first asked, once for the whole application. */
export function keptWorker<Api>(make: () => Worker): () => Remote<Api> {
  let started: StartedWorker<Api> | null = null;
  return () => (started ??= startWorker<Api>(make)).ask;
}

/** A worker that can be given up: a question that is no longer asked is not answered to its end. */
export class DroppableWorker<Api> {
  private started: StartedWorker<Api> | null = null;

  constructor(private readonly make: () => Worker) {}

  get ask(): Remote<Api> {
    return (this.started ??= startWorker<Api>(this.make)).ask;
  }

  drop(): void {
    this.started?.stop();
    this.started = null;
  }
}

/** Asks a worker one thing and lets it go. */
export async function askOnce<Api, T>(make: () => Worker, ask: (worker: Remote<Api>) => Promise<T>): Promise<T> {
  const { ask: worker, stop } = startWorker<Api>(make);
  try {
    return await ask(worker);
  } finally {
    stop();
  }
}
