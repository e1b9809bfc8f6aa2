import {
  commandBody,
  commandDoing,
  commandsByRole,
  openCommands,
  prepareCommand,
  TriggerIndex,
  refusalKey,
} from '@gully/core/commands';
import { countersOf, wordsOf } from '@gully/core/routines';
import { insertMany } from '../../database/index.js';
import { CommandDayUseRow, CommandViewerUseRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import type { StoredCommand } from '../stored.js';
import { writeCommand } from '../writing.js';
import { DEMO_COMMANDS } from './commands.js';

export { DEMO_COMMANDS } from './commands.js';
export { GAME } from './game-words.js';
export { REWARD } from './reward-words.js';

const DAY = 86_400_000;
const PREFIX = '!';

/** The demo's commands, with how often each was used before the season and in it. */
export const commandsPart: MakeDemoPart = ({ begin }) => {
  const commands = DEMO_COMMANDS.map(({ season: uses, body }, n): StoredCommand => ({
    ...body,
    id: `DEMO${String(n).padStart(22, '0')}`,
    version: 1,
    changedAt: begin + n,
    deletedAt: null,
    uses,
    lastUse: null,
    unreadable: undefined,
  }));
  const byId = new Map(commands.map((command) => [command.id, { ...command }]));
  const byViewer = new Map<string, CommandViewerUseRow>();
  const byDay = new Map<string, CommandDayUseRow>();
  const refused = new Map<string, number>();
  const index = new TriggerIndex(
    commands.map((command) => prepareCommand(command, PREFIX)),
    PREFIX,
  );
  const names = {
    counters: commands.flatMap(({ routine }) => countersOf(routine)),
    words: commands.flatMap(({ routine }) => wordsOf(routine)),
  };
  return {
    names,
    look: () => ({
      commands: {
        index,
        use: (id, viewer) => {
          const { uses = 0, lastUse } = byId.get(id) ?? {};
          const theirs = byViewer.get(`${id} ${viewer}`);
          return {
            uses,
            lastUse: lastUse ?? undefined,
            usesByViewer: theirs?.uses ?? 0,
            lastUseByViewer: theirs?.lastUse,
          };
        },
        toldRefusal: (commandId, viewer, failure) => refused.get(refusalKey({ commandId, viewer, failure })),
        openTo: (viewer, roles) => openCommands(index, viewer, roles),
        byRole: () => commandsByRole(index),
        doing: (like) => commandDoing(index, like),
      },
    }),
    records: {
      use: ({ commandId, viewer: viewerId, at }) => {
        const command = byId.get(commandId);
        if (command === undefined) return;
        byId.set(commandId, { ...command, uses: command.uses + 1, lastUse: at });
        const theirs = byViewer.get(`${commandId} ${viewerId}`)?.uses ?? 0;
        byViewer.set(`${commandId} ${viewerId}`, { commandId, viewerId, uses: theirs + 1, lastUse: at });
        const day = Math.floor(at / DAY);
        const today = byDay.get(`${commandId} ${String(day)}`)?.uses ?? 0;
        byDay.set(`${commandId} ${String(day)}`, { commandId, day, uses: today + 1 });
      },
      refused: (change) => {
        refused.set(refusalKey(change), change.at);
      },
    },
    async store(manager) {
      for (const command of byId.values()) {
        await writeCommand(manager, command);
        await writeVersion(manager, 'command', command, commandBody(command), 'streamer');
      }
      await insertMany(manager, CommandViewerUseRow, [...byViewer.values()]);
      await insertMany(manager, CommandDayUseRow, [...byDay.values()]);
    },
  };
};
