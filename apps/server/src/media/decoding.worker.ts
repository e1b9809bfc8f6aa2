import { parentPort, workerData } from 'node:worker_threads';
import decode from 'audio-decode';

/** Decodes one sound to its end, and tells how long it is; a thread of its own, since that takes a while. */
const { content } = workerData as { content: Uint8Array };
try {
  const { duration } = (await decode(content)) as { duration: number };
  parentPort?.postMessage({ seconds: duration });
} catch {
  parentPort?.postMessage({ seconds: undefined });
}
