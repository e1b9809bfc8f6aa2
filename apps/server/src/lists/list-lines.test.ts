import { type Step, STEP_KINDS } from '@gully/core/channel';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder, { GULLY_CHAT_LIMIT_MODERATOR: '1000' });
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const activity = async (): Promise<string[]> =>
  ((await gully.http.get('/api/activity')).body as { subject: string; text: string }[]).map(
    ({ subject, text }) => `${subject}: ${text}`,
  );
const MOD = ['moderator'];
const say = (text: string): Step => ({ ...STEP_KINDS.say.blank(text), texts: [text] });

describe('a quote book', () => {
  test('is kept by moderators from chat, and asked by number, by words, or for any, over a restart', async () => {
    await gully.takeIn('quotes');
    await gully.type('brackenfold', '!quote add The map is wrong, the cave is right.', MOD);
    await gully.said('Kept as number 2.');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await gully.type('pebblewren', '!quote 2');
    await gully.said('2: The map is wrong, the cave is right.');
    expect((await gully.type('oxbowkid', '!quote add mine')).outcome).toBe('stopped');
    await gully.type('brackenfold', '!quote add  the MAP is wrong, the cave is right.', MOD);
    await gully.said('brackenfold, Quotes has that line already.');
    await gully.type('brackenfold', '!quote drop 1', MOD);
    await gully.said('Removed, number 1: Nobody is lost until the soup is cold.');
    await gully.type('brackenfold', '!quote drop #7', MOD);
    await gully.said('brackenfold, Quotes has one line, and none of the number 7.');
    expect((await gully.http.get('/api/lists')).body).toMatchObject([
      { name: 'Quotes', lines: 1, version: 3 },
    ]);
    expect(await activity()).toEqual(
      expect.arrayContaining(['Quotes: line 2 added (a list)', 'Quotes: line 1 removed (a list)']),
    );
  });

  test('two who add and take out at once lose nothing, and an editor that is open learns of it', async () => {
    await gully.takeIn('quotes');
    const [list] = (await gully.http.get('/api/lists')).body as { id: string; version: number }[];
    const add = (n: number): Promise<unknown> =>
      gully.http
        .post('/api/standin/say')
        .send({ name: `caver${String(n)}`, roles: MOD, text: `!quote add line ${String(n)}` })
        .expect(204);
    await Promise.all(Array.from({ length: 12 }, (_, n) => add(n)));
    await until(async () => {
      const [now] = (await gully.http.get('/api/lists')).body as { lines: number }[];
      return now?.lines === 13 ? true : undefined;
    }, 'all twelve');
    const { text } = await gully.http.get(`/api/lists/${list?.id ?? ''}/text`).expect(200);
    expect(new Set(text.trim().split('\n')).size).toBe(13);
    const stale = { name: 'Quotes', text: 'mine alone', version: list?.version };
    await gully.http
      .put(`/api/lists/${list?.id ?? ''}`)
      .send(stale)
      .expect(409);
    // Gone at once for the one, the other is told.
    await gully.type('caver1', '!quote drop line 3', MOD);
    await gully.type('caver2', '!quote drop line 3', MOD);
    await gully.said('caver2, no line of Quotes fits.');
  });
});

describe('commands from chat', () => {
  test('are added, changed and deleted by moderators, and only those that say one text', async () => {
    await gully.takeIn('commands');
    await gully.type('brackenfold', '!command add !tea Tea is {{ viewer.name }}’s turn.', MOD);
    await gully.said('Added !tea.');
    await gully.type('pebblewren', '!tea');
    await gully.said('Tea is pebblewren’s turn.');
    await gully.type('brackenfold', '!command add tea again', MOD);
    await gully.said('brackenfold, !tea is taken: there is a command of that name.');
    await gully.type('brackenfold', '!command add soup {{ viewer.name', MOD);
    await gully.line(({ own, text }) => own && text.startsWith('brackenfold, Line 1, column'), 'the fault');
    await gully.type('brackenfold', '!command change tea Kettle on.', MOD);
    await gully.said('Changed tea.');
    // The streamer waits for no cooldown.
    await gully.type('odalys_tarn', '!tea');
    await gully.said('Kettle on.');
    await gully.type('brackenfold', '!command change command Mine.', MOD);
    await gully.said('brackenfold, there is no command called !command.');
    await gully.add({ name: 'many', aliases: [], routine: routineOf([say('one'), say('two')]) });
    await gully.type('brackenfold', '!command drop many', MOD);
    await gully.said('brackenfold, !many does more than say one text; change it in Gully.');
    await gully.type('brackenfold', '!command drop tea', MOD);
    await gully.said('Deleted tea.');
    expect((await gully.type('oxbowkid', '!tea')).outcome).toBe('nothing');
    expect(await activity()).toEqual(
      expect.arrayContaining([
        '!tea: added (a command)',
        '!tea: changed (a command)',
        '!tea: deleted (a command)',
      ]),
    );
    const made = await gully.source.query<{ actor: string }[]>(
      `SELECT actor FROM versions WHERE "of" = 'command' AND body LIKE '%Kettle on%'`,
    );
    expect(made).toEqual([{ actor: expect.stringMatching(/^viewer:/u) }]);
  });
});
