import { BLANK_COMMAND, type Command, type CommandBody } from '@gully/core/commands';
import type { CommandRow } from './rows.js';
import type { RoutineRow } from '../routines/index.js';
import { completeRoutine, readRoutine } from '../routines/index.js';

/** A command as the server holds it: what a person wrote, and what is kept beside it. */
export interface StoredCommand extends Command {
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
  readonly uses: number;
  readonly lastUse: number | null;
  /** why what is stored cannot be read; the command then cannot run, and can be edited again */
  readonly unreadable: string | undefined;
}

/** What a person wrote, with the fields they could not yet write when it was stored. */
export function completeBody(given: Partial<CommandBody>): CommandBody {
  return {
    ...BLANK_COMMAND,
    ...given,
    routine: completeRoutine(given.routine),
    trigger: { ...BLANK_COMMAND.trigger, ...given.trigger },
    gates: {
      ...BLANK_COMMAND.gates,
      ...given.gates,
      when: { ...BLANK_COMMAND.gates.when, ...given.gates?.when },
    },
  };
}

/** @param routine its routine; undefined when it is missing */
export function fromRow(row: CommandRow, routine: RoutineRow | undefined): StoredCommand {
  const { id, group, enabled, version, changedAt, deletedAt, uses, lastUse } = row;
  const kept = { id, version, changedAt, deletedAt, uses, lastUse };
  try {
    const given = {
      group,
      enabled,
      trigger: JSON.parse(row.trigger) as CommandBody['trigger'],
      gates: JSON.parse(row.gates) as CommandBody['gates'],
      inputs: JSON.parse(row.inputs) as CommandBody['inputs'],
      routine: readRoutine(routine),
    };
    return { ...completeBody(given), ...kept, unreadable: undefined };
  } catch {
    const trigger = { ...BLANK_COMMAND.trigger, name: row.name };
    const unreadable =
      'What is stored of it cannot be read. Write it again, or go back to the previous version.';
    return { ...BLANK_COMMAND, trigger, group, enabled: false, ...kept, unreadable };
  }
}

export function toRow(command: StoredCommand, name: string): CommandRow {
  const { id, group, enabled, trigger, gates, inputs, version, changedAt, deletedAt, uses, lastUse } =
    command;
  return {
    id,
    name,
    group,
    enabled,
    trigger: JSON.stringify(trigger),
    gates: JSON.stringify(gates),
    inputs: JSON.stringify(inputs),
    routineId: id,
    version,
    changedAt,
    deletedAt,
    uses,
    lastUse,
  };
}
