import type { Slice } from '../layers/index.js';
import { durationInWords } from '../text/index.js';
import { refusalKey, type RefusedChange, type UseChange } from './state.js';
import type { CommandsTypes } from './types.js';

type View = CommandsTypes['view'];

interface UsesHere {
  uses: number;
  lastUse: number;
  readonly byViewer: Map<string, { readonly uses: number; readonly lastUse: number }>;
}

/** A use counts the command up and starts both cooldowns. */
export const USE: Slice<View, UseChange> = {
  begin() {
    const commands = new Map<string, UsesHere>();
    return {
      over: ({ commands: under }) => ({
        commands: {
          ...under,
          use: (commandId, viewer) => {
            const here = commands.get(commandId);
            const before = under.use(commandId, viewer);
            if (here === undefined) return before;
            const theirs = here.byViewer.get(viewer);
            return {
              uses: here.uses,
              lastUse: here.lastUse,
              usesByViewer: theirs?.uses ?? before.usesByViewer,
              lastUseByViewer: theirs?.lastUse ?? before.lastUseByViewer,
            };
          },
        },
      }),
      apply: ({ commandId, viewer, at }, before) => {
        const { uses, usesByViewer } = before.commands.use(commandId, viewer);
        const byViewer = commands.get(commandId)?.byViewer ?? new Map<string, never>();
        byViewer.set(viewer, { uses: usesByViewer + 1, lastUse: at });
        commands.set(commandId, { uses: uses + 1, lastUse: at, byViewer });
      },
    };
  },
  words({ commandId, viewer }, { name, world }) {
    const prepared = world.commands.index.commands.find(({ command }) => command.id === commandId);
    if (prepared === undefined) return [];
    const { cooldown, viewerCooldown } = prepared.command.gates;
    const waits: string[] = [];
    if (cooldown > 0) waits.push(durationInWords(cooldown * 1000));
    if (viewerCooldown > 0) waits.push(`${name} ${durationInWords(viewerCooldown * 1000)}`);
    const counted = `counts ${prepared.title} up to ${String(world.commands.use(commandId, viewer).uses)}`;
    return waits.length === 0 ? [counted] : [counted, `cools down ${waits.join(', ')}`];
  },
};

/** Someone was told that they were refused. */
export const REFUSED: Slice<View, RefusedChange> = {
  begin() {
    const told = new Map<string, number>();
    return {
      over: ({ commands: under }) => ({
        commands: {
          ...under,
          toldRefusal: (commandId, viewer, failure) =>
            told.get(refusalKey({ commandId, viewer, failure })) ??
            under.toldRefusal(commandId, viewer, failure),
        },
      }),
      apply: (change) => {
        told.set(refusalKey(change), change.at);
      },
    };
  },
  words: ({ viewer }, { name }) => [`tells ${viewer === '' ? 'chat' : name} so; not again for 15 s`],
};
