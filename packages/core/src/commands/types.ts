import type { CommandsDoing } from '../area/index.js';
import type { Role } from '../chat/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { CommandsView, RefusedChange, UseChange } from './state.js';
import type { CommandStep } from './steps.js';

/** Adds, changes or deletes a command that says one text. */
export interface CommandAsk {
  readonly kind: 'command';
  readonly does: CommandStep['does'];
  /** with or without the prefix */
  readonly name: string;
  readonly text: string;
}

/** What texts may say of the commands there are. */
interface CommandsTold extends CommandsDoing {
  /** names of the commands open to a viewer; asked only when a text wants them */
  openTo(viewer: ViewerFacts, roles: readonly Role[]): readonly string[];
  /** all of them with who may use them, in words; asked only when a text wants it */
  byRole(): string;
}

export interface CommandsTypes {
  readonly view: { readonly commands: CommandsView & CommandsTold };
  readonly change: UseChange | RefusedChange;
  readonly step: CommandStep;
  readonly ask: CommandAsk;
}
