import { Injectable } from '@nestjs/common';
import { Keepers } from '../live/index.js';
import { QueueActing } from './acting.js';

/** Whoever is banned, by a person or by the guard, is taken out of every queue. */
@Injectable()
export class QueueBans {
  constructor(keepers: Keepers, acting: QueueActing) {
    keepers.follow('moderated', (changes) => {
      for (const change of changes) {
        if (change.act === 'person' && change.does === 'ban') acting.removeEverywhere(change.viewer, 'gully');
        if (
          change.act === 'catch' &&
          change.caught.consequence.action === 'ban' &&
          change.caught.spared === undefined
        )
          acting.removeEverywhere(change.caught.viewer, 'gully');
      }
    });
  }
}
