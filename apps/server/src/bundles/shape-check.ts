import { Worker } from 'node:worker_threads';
import type { ErrorObject } from 'ajv/dist/2020.js';
import type { ShapeAnswer, ShapeOrder } from './shape.worker.js';

/** How long the thread stays without work, in milliseconds. */
const IDLE_MS = 60_000;

interface Waiting {
  readonly resolve: (errors: readonly ErrorObject[]) => void;
  readonly reject: (reason: Error) => void;
}

/** Compares what claims to be a bundle with the format, in a thread of its own. */
class ShapeCheck {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, Waiting>();
  private lastId = 0;
  private idle: NodeJS.Timeout | undefined;

  /** @returns the first few things that are wrong with it */
  errorsOf(part: ShapeOrder['part'], value: unknown): Promise<readonly ErrorObject[]> {
    clearTimeout(this.idle);
    const worker = (this.worker ??= this.begin());
    const id = (this.lastId += 1);
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      worker.ref();
      worker.postMessage({ id, part, value } satisfies ShapeOrder);
    });
  }

  private begin(): Worker {
    const worker = new Worker(new URL('./shape.worker.js', import.meta.url));
    worker.on('message', ({ id, errors }: ShapeAnswer) => {
      this.waiting.get(id)?.resolve(errors);
      this.waiting.delete(id);
      if (this.waiting.size > 0) return;
      // The process does not stay for it.
      worker.unref();
      this.idle = setTimeout(() => {
        this.worker = undefined;
        void worker.terminate();
      }, IDLE_MS).unref();
    });
    worker.once('error', (error) => {
      this.worker = undefined;
      for (const { reject } of this.waiting.values()) reject(error);
      this.waiting.clear();
    });
    return worker;
  }
}

export const shapeCheck = new ShapeCheck();
