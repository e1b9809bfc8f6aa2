import { describe, expect, test } from '@jest/globals';
import { BLANK_COMMAND, checkCommand, STARTERS, type Command } from '../commands/index.js';
import { allSteps, isCostly, textsOf } from '../routines/index.js';
import { parseText, unknownIn } from '../text/index.js';
import { knownValues, wordsOf } from '../routines/index.js';
import { worldOf } from '../test-support/index.js';
import { ITEM_KINDS, NO_ITEMS, STARTER_SETS, THINGS } from './index.js';

const asCommand = (body: Command): Command => body;

describe.each(STARTER_SETS.map(({ id, bundle }) => [id, bundle] as const))('the set %s', (_, bundle) => {
  const commands = bundle.commands.map((body, n) => asCommand({ ...BLANK_COMMAND, ...body, id: String(n) }));

  test('has commands that could be saved beside one another and beside all starters', () => {
    const starters = STARTERS.map(({ body }, n): Command => ({ ...body, id: `starter${String(n)}` }));
    const own = new Set(commands.map(({ trigger }) => trigger.name));
    for (const command of commands) {
      const others = [
        ...commands.filter(({ id }) => id !== command.id),
        // A set may bring what is a starter of its own too.
        ...starters.filter(({ trigger }) => !own.has(trigger.name)),
      ];
      expect([command.trigger.name, checkCommand(command, others, '!')]).toEqual([command.trigger.name, {}]);
      expect(isCostly(command.routine.steps)).toBe(false);
    }
  });

  test('asks for no value there is not', () => {
    const world = worldOf([]);
    for (const { inputs, routine } of commands) {
      const names = inputs.map(({ name }) => name);
      const lists = bundle.lists.flatMap(({ name }) => [`list.${name.toLowerCase()}.lines`]);
      const known = knownValues(names, world, wordsOf(routine), lists);
      for (const step of allSteps(routine.steps))
        for (const text of textsOf(step)) {
          const parsed = parseText(text);
          if ('fault' in parsed) throw new Error(`${text}: ${parsed.fault.message}`);
          expect(unknownIn(parsed.text, known)).toEqual([]);
        }
    }
  });

  test('refers only to what it brings, by name', () => {
    const brought = new Map(
      ITEM_KINDS.map((kind) => [
        kind,
        new Set((bundle[kind] as readonly { name?: string }[]).map(({ name }) => name)),
      ]),
    );
    for (const { trigger, routine, ...body } of bundle.commands)
      for (const { to, id } of THINGS.command.referencesOf({ ...body, trigger, routine }))
        expect([trigger.name, brought.get(`${to}s` as 'lists')?.has(id)]).toEqual([trigger.name, true]);
  });
});

test('a bundle that carries nothing has an empty list of every kind of thing', () => {
  expect(Object.keys(NO_ITEMS).sort()).toEqual(
    Object.values(THINGS)
      .map(({ many }) => many)
      .sort(),
  );
  expect(Object.values(NO_ITEMS).flat()).toEqual([]);
});
