import { expect, test } from '@jest/globals';
import { checkNamedRoutine } from '@gully/core/routines';
import { ROUTINE_STARTERS } from './starters.js';

test('every starter could be saved as it is', () => {
  for (const { body } of ROUTINE_STARTERS)
    expect([body.name, checkNamedRoutine(body, [])]).toEqual([body.name, {}]);
});
