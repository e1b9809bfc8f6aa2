import type { CommandIndex } from './match.js';

/** What is remembered of a command's uses, as far as one viewer is concerned. Times are UTC milliseconds. */
export interface CommandUse {
  readonly uses: number;
  readonly lastUse: number | undefined;
  readonly lastUseByViewer: number | undefined;
}

/** What the commands' decision looks at. The server gives the real one, rehearsal a copy. */
export interface CommandWorld {
  readonly index: CommandIndex;
  readonly channelName: string;
  use(commandId: string, viewer: string): CommandUse;
}

/** A use to be written down: it counts the command up and starts both cooldowns. */
export interface UseChange {
  readonly kind: 'use';
  readonly commandId: string;
  readonly viewer: string;
  readonly at: number;
}
