import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Gully, drafted, lantern, newStandin, withTexts, type Rehearsed } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin);
  await gully.add({ cooldown: 30, lowestRole: 'follower' });
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
const say = async (session: string, text: string, more: object = {}, status = 200): Promise<Rehearsed> => {
  const { body } = await gully.http
    .post('/api/rehearsal/lines')
    .send({ session, persona: { name: 'oxbowkid', roles: ['follower'] }, text, ...more })
    .expect(status);
  return withTexts(body);
};

describe('rehearsals', () => {
  test('know nothing of each other', async () => {
    expect((await say('one-rehearsal', '!lantern')).why.outcome).toBe('ran');
    expect(
      (await say('one-rehearsal', '!lantern', { persona: { name: 'siltlark', roles: ['vip'] } })).why.outcome,
    ).toBe('waiting');
    expect((await say('two-rehearsal', '!lantern')).said).toEqual(['oxbowkid lights lantern 1.']);
  });

  test('ask the gates of whoever one plays', async () => {
    expect(
      (await say('gates-of-all', '!lantern', { persona: { name: 'oxbowkid', roles: [] } })).why.brief,
    ).toBe('for followers and up');
    for (let n = 1; n < 4; n++)
      expect(
        (await say('gates-of-all', '!lantern', { persona: { name: 'odalys_tarn', roles: ['streamer'] } }))
          .said,
      ).toEqual([`odalys_tarn lights lantern ${String(n)}.`]);
  });

  test('have a new, unsaved command in force too, its other names as well', async () => {
    const draft = lantern({
      name: '!torch',
      aliases: ['!brand'],
      text: 'for {{ viewer.nme }}{{ viewer.name }}',
    });
    const { said, why } = await say('a-new-command', '!BRAND', { drafts: drafted(draft) });
    expect(said).toEqual(['for oxbowkid']);
    expect(why.checks.map(({ rule }) => rule)).toEqual([
      '!BRAND is a command, your draft',
      'Anyone may use it',
      'There is no value called viewer.nme; it was left empty',
    ]);
    expect((await say('a-new-command', '!lantern', { drafts: drafted(draft) })).why.outcome).toBe('ran');
  });

  test('move their clock on to watch a cooldown end, and the real one stays', async () => {
    await say('moved-clock', '!lantern');
    expect((await say('moved-clock', '!lantern', { ahead: 20 })).why.brief).toMatch(
      /^cooling down, (10|9) s left$/u,
    );
    expect((await say('moved-clock', '!lantern', { ahead: 31 })).said).toEqual([
      'oxbowkid lights lantern 2.',
    ]);
    await say('moved-clock', '!lantern', { ahead: 604_801 }, 422);
    expect((await say('other-clock', '!lantern')).why.outcome).toBe('ran');
  });

  test('of 30 at once the oldest are forgotten, the newest are not', async () => {
    for (let n = 0; n < 30; n++) await say(`rehearsal-${String(n)}`, '!lantern');
    expect((await say('rehearsal-0', '!lantern')).why.outcome).toBe('ran');
    expect((await say('rehearsal-29', '!lantern')).why.outcome).toBe('waiting');
  });

  test.each<[object, string]>([
    [{ text: '' }, 'text'],
    [{ text: 'x'.repeat(5_001) }, 'text'],
    [{ session: 'short' }, 'session'],
    [{ persona: { name: 'two words', roles: [] } }, 'persona.name'],
    [{ persona: { name: 'x', roles: ['wizard'] } }, 'persona.roles'],
    [{ drafts: [{ kind: 'command', body: { name: 'torch' } }] }, 'drafts.0.body.trigger'],
  ])('wrong input is told by field: %j', async (more, field) => {
    const { fields } = (await say('wrong-input', '!lantern', more, 422)) as unknown as {
      fields: Record<string, string>;
    };
    expect(Object.keys(fields)).toContain(field);
  });
});
