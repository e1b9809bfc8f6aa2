import type { Triggers } from './match.js';

/** What is remembered of a command's uses, as far as one viewer is concerned. Times are UTC milliseconds. */
export interface CommandUse {
  readonly uses: number;
  readonly usesByViewer: number;
  readonly lastUse: number | undefined;
  readonly lastUseByViewer: number | undefined;
}

export interface CommandsView {
  readonly index: Triggers;
  use(commandId: string, viewer: string): CommandUse;
  /** when a refused viewer was last told so of a command, or told the same of what it could not do; all of chat for an empty id */
  toldRefusal(commandId: string, viewer: string, failure?: string): number | undefined;
}

/** A use to be written down: it counts the command up and starts both cooldowns. */
export interface UseChange {
  readonly kind: 'use';
  readonly commandId: string;
  readonly viewer: string;
  readonly at: number;
}

/** A refused viewer was told so; remembered so that it is not said to them again at once. */
export interface RefusedChange {
  readonly kind: 'refused';
  readonly commandId: string;
  readonly viewer: string;
  /** what it could not do; left out where it was not run at all */
  readonly failure?: string;
  readonly at: number;
}

/** Under which refusals are remembered: what could not be done, each by itself. */
export function refusalKey({
  commandId,
  viewer,
  failure = '',
}: Pick<RefusedChange, 'commandId' | 'viewer'> & { readonly failure?: string | undefined }): string {
  return `${commandId} ${viewer} ${failure}`;
}
