import { titleOf } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import { insertMany, type EntityManager } from '../database/index.js';
import { CommandNameRow, CommandRow } from './rows.js';
import { RoutineRow } from '../routines/index.js';
import { routineRow } from '../routines/index.js';
import { toRow, type StoredCommand } from './stored.js';

/** Writes a command with its routine and its names, within the caller’s write. */
export async function writeCommand(
  manager: EntityManager,
  command: StoredCommand,
  name: string,
): Promise<void> {
  const { id, changedAt, routine, trigger, deletedAt } = command;
  await manager.save(RoutineRow, routineRow(id, routine, changedAt));
  const { uses: _uses, lastUse: _lastUse, ...fields } = toRow(command, name);
  // Uses are counted by the pipeline meanwhile, so a change must not write them.
  const { affected } = await manager.update(CommandRow, { id }, fields);
  if (affected === 0) await manager.insert(CommandRow, toRow(command, name));
  if (deletedAt !== null) return;
  const names = trigger.name === '' ? trigger.aliases : [trigger.name, ...trigger.aliases];
  await insertMany(
    manager,
    CommandNameRow,
    names.map((each) => ({ name: foldName(each), commandId: id })),
  );
}

/** Writes several, within the caller’s write; names go before any comes, so that they may trade theirs. */
export async function writeTogether(
  manager: EntityManager,
  commands: readonly StoredCommand[],
): Promise<void> {
  for (const { id } of commands) await manager.query('DELETE FROM command_names WHERE command_id = ?', [id]);
  for (const command of commands) await writeCommand(manager, command, titleOf(command, ''));
}
