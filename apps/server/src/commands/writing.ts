import { titleOf } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import { insertMany, saveMany, type EntityManager } from '../database/index.js';
import { CommandNameRow, CommandRow } from './rows.js';
import { RoutineRow } from '../routines/index.js';
import { routineRow } from '../routines/index.js';
import { toRow, type StoredCommand } from './stored.js';

/** Writes a command with its routine and its names, within the caller’s write. */
export async function writeCommand(manager: EntityManager, command: StoredCommand): Promise<void> {
  await writeTogether(manager, [command]);
}

/** Writes several, within the caller’s write; names go before any comes, so that they may trade theirs. */
export async function writeTogether(
  manager: EntityManager,
  commands: readonly StoredCommand[],
): Promise<void> {
  await manager.query('DELETE FROM command_names WHERE command_id IN (SELECT value FROM json_each(?))', [
    JSON.stringify(commands.map(({ id }) => id)),
  ]);
  await saveMany(
    manager,
    RoutineRow,
    commands.map(({ id, routine, changedAt }) => routineRow(id, routine, changedAt)),
  );
  // Uses are counted by the pipeline meanwhile, so a change must not write them.
  await saveMany(
    manager,
    CommandRow,
    commands.map((command) => toRow(command, titleOf(command, ''))),
    ['uses', 'lastUse'],
  );
  const named = commands.filter(({ deletedAt }) => deletedAt === null);
  await insertMany(
    manager,
    CommandNameRow,
    named.flatMap(({ id, trigger }) =>
      (trigger.name === '' ? trigger.aliases : [trigger.name, ...trigger.aliases]).map((each) => ({
        name: foldName(each),
        commandId: id,
      })),
    ),
  );
}
