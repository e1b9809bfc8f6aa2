import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { currentQueue, inState, listInWords } from '@gully/core/queue';
import { ChannelWorld, Keepers } from '../live/index.js';
import { Outputs } from '../outputs/index.js';
import { StreamService } from '../stream/index.js';
import { QueuesService } from './queues.service.js';

/** Keeps `queue.txt`, `queue-next.txt` and `queue-called.txt` up to date, for the queue of the current category. */
@Injectable()
export class QueueOutputs implements OnApplicationBootstrap {
  private readonly written = new Map<string, string>();

  constructor(
    private readonly world: ChannelWorld,
    private readonly outputs: Outputs,
    queues: QueuesService,
    stream: StreamService,
    keepers: Keepers,
  ) {
    const write = (): void => {
      this.write();
    };
    keepers.follow('queue', write);
    queues.subscribe(write);
    stream.whenChanged(write);
  }

  onApplicationBootstrap(): void {
    this.write();
  }

  private write(): void {
    const world = this.world.now();
    const queue = currentQueue(world);
    // A channel that never had a queue has no files of one.
    if (queue === undefined && this.written.size === 0) return;
    const called = queue === undefined ? [] : inState(queue, 'called');
    const next = queue?.waiting[0];
    this.put('queue', queue === undefined ? '' : listInWords(queue, world.queue, undefined));
    this.put('queue-next', next === undefined ? '' : world.queue.nameOf(next));
    this.put('queue-called', called.map((entry) => world.queue.nameOf(entry)).join(', '));
  }

  private put(name: string, text: string): void {
    if (this.written.get(name) === text) return;
    this.written.set(name, text);
    void this.outputs.write(name, text);
  }
}
