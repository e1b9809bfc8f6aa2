import { handleOfQueue } from './handle.js';
import { currentQueue, type Queue, type QueueWorld } from './view.js';

/** What a viewer is called in the game the queue is for now; empty for someone without. */
export function handleNow(world: QueueWorld, queue: Queue | undefined, viewer: string): string {
  const meant = queue ?? currentQueue(world);
  const handle = handleOfQueue(world.queue.handles(), meant?.body.categories ?? [], world.stream);
  return handle === undefined ? '' : (world.queue.handleOf(viewer, handle.id) ?? '');
}
