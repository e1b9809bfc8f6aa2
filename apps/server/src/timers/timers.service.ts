import { Injectable } from '@nestjs/common';
import { BLANK_TIMER, checkTimer, timerBody } from '@gully/core/timers';
import { In } from 'typeorm';
import { ThingParts, Things } from '../things/index.js';
import { TimerRow } from './rows.js';
import { TimerTargets } from './targets.js';
import { readTimer, TimersStore, writeTimer, type StoredTimer } from './timers.store.js';
import { TimerBodyDto } from './views.js';

/** Makes, changes, removes and puts back timers. */
@Injectable()
export class TimersService extends Things<'timer', StoredTimer> {
  constructor(parts: ThingParts, store: TimersStore, targets: TimerTargets) {
    super(parts, {
      kind: 'timer',
      most: 200,
      bodyShape: TimerBodyDto,
      bodyOf: timerBody,
      made: (body, head) => ({ ...timerBody(body), ...head, unreadable: undefined }),
      completed: (body) => timerBody({ ...BLANK_TIMER, ...body }),
      faultsOf: (timer, { others, about }) =>
        checkTimer(timer, others(), about.has === undefined ? {} : targets.around(timer)),
      // Nothing looks at timers while a line is rehearsed; their own rehearsal takes the draft itself.
      inForce: (world) => world,
      store: {
        all: () => store.all(),
        find: (id) => store.find(id),
        onDisk: async (ids) =>
          (await parts.database.read.findBy(TimerRow, { id: In([...ids]) })).map(readTimer),
        write: async (manager, timers) => {
          for (const timer of timers) await writeTimer(manager, timer);
        },
        put: (timers) => {
          store.put(timers);
        },
      },
    });
  }
}
