import type { CommandsDoing } from '../area/index.js';
import type { Quiet } from '../quiet/index.js';
import type { ViewersView } from '../viewers/index.js';
import type { BumpChange, HandleChange, QueueChange } from './change.js';
import type { HandleStep, QueueStep } from './steps.js';
import type { QueueDecided, QueueView, QueueWorld } from './view.js';

export interface QueueTypes {
  readonly view: { readonly queue: QueueView };
  readonly looksAt: QueueWorld & {
    readonly commands: CommandsDoing;
    readonly viewers: Pick<ViewersView, 'known'>;
    readonly quiet: Quiet;
    readonly self: string;
    readonly channelName: string;
  };
  readonly change: QueueChange | BumpChange | HandleChange;
  readonly makes: QueueDecided;
  readonly step: QueueStep | HandleStep;
  readonly event: 'called' | 'confirmed' | 'missed';
  readonly about: {
    /** the queue it is about, by id, where that is not the current one */
    readonly queue: { readonly id: string; readonly whileOff: boolean };
  };
}
