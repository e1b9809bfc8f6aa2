import { describe, expect, test } from '@jest/globals';
import { blankGame } from '@gully/core/games';
import { STEP_KINDS } from '@gully/core/channel';
import { gaming, GIVEN, until } from '../test-support/index.js';

const room = gaming(['pebblewren', 'mossmoth', 'oxbowkid']);
const { make, balance, running, acts, rounds, sound, joined } = room;
const over = () => until(async () => ((await running()).length === 0 ? true : undefined), 'the end of it');

describe('in chat', () => {
  test('a cairn is built over several lines and paid; whoever breaks one is told of; commands go on as ever', async () => {
    await make('high-roll', 'roll');
    const { id } = (await room.gully.http.post('/api/games').send(blankGame('pyramid')).expect(201)).body as {
      id: string;
    };
    for (const text of ['🕯️', '🕯️ 🕯️', '🕯️ 🕯️ 🕯️', '🕯️ 🕯️', '🕯️']) await room.gully.type('pebblewren', text);
    await room.gully.said('pebblewren stacks a cairn of 🕯️, 3 high: 30 flint.');
    expect(await balance('pebblewren')).toBe(GIVEN + 30);
    for (const text of ['rope', 'rope rope', 'rope rope rope']) await room.gully.type('mossmoth', text);
    await room.gully.type('oxbowkid', '!roll 5');
    await room.gully.said('oxbowkid kicks over the cairn of mossmoth, 3 high already.');
    expect((await rounds(id)).map(({ plays }) => plays[0]?.shown)).toEqual(['🕯️ 3']);
    // Switched off, it listens no more.
    const { version } = (await room.get<{ id: string; version: number }[]>('games')).find(
      (game) => game.id === id,
    )!;
    await room.gully.http
      .put(`/api/games/${id}`)
      .send({ ...blankGame('pyramid'), enabled: false, version })
      .expect(200);
    for (const text of ['x', 'x x', 'x x x', 'x x', 'x']) await room.gully.type('mossmoth', text);
    expect(await balance('mossmoth')).toBe(GIVEN);
    await sound();
  });

  test('cards of bingo are told to their owners alone', async () => {
    await make('bingo', 'bingo', {}, { seconds: 600 });
    const lark = await room.client('siltlark');
    lark.send('PRIVMSG #lanternhour :!bingo');
    const card = /PRIVMSG siltlark :Your card for Bingo: \d+ · .+/u;
    const [first] = card.exec(await lark.until(card)) ?? [];
    expect(first).toMatch(/\d+ \| \d+ · /u);
    // The one who opened it has a card too, and asking again tells it once more for nothing, in private.
    lark.send('PRIVMSG #lanternhour :!bingo');
    expect(card.exec(await lark.until(card))?.[0]).toBe(first);
    const told = (await room.gully.lines()).filter(({ text }) => text.includes('Your card'));
    expect(told.map(({ text }) => text.startsWith('(privately to siltlark)'))).toEqual([true, true]);
    await room.gully.type('pebblewren', '!bingo');
    await joined(2);
  });

  test('what is refused to all alike is said once for all; a stop says so', async () => {
    const id = await make('raffle', 'raffle', { pause: 600 }, { seconds: 600 });
    await room.gully.type('pebblewren', '!raffle');
    await acts(id, 'stop').expect(204);
    await room.gully.said('Raffle was stopped. pebblewren got their stakes back.');
    const hand = await make('high-roll', 'roll', { begins: 'hand', enabled: false });
    for (const name of ['pebblewren', 'oxbowkid', 'oxbowkid']) await room.gully.type(name, '!roll 10');
    await room.gully.type('odalys_tarn', '!roll 10');
    await room.gully.said('odalys_tarn, High roll is switched off.');
    const refused = (await room.gully.lines()).filter(
      ({ own, text }) => own && text.includes('switched off'),
    );
    // The streamer is told each time.
    expect(refused.map(({ text }) => text.split(',')[0])).toEqual(['pebblewren', 'odalys_tarn']);
    expect(await rounds(hand)).toEqual([]);
  });

  test('the end of a game starts routines, about who did best, and none that plays on', async () => {
    const id = await make('high-roll', 'roll', {}, { wins: 1, special: [] });
    const again = { ...STEP_KINDS.play.blank('p'), game: id, typed: '10', ifFails: 'go-on' as const };
    await room.gully.addRoutine(
      'Told',
      [
        again,
        {
          ...STEP_KINDS.say.blank('s'),
          texts: [
            '{{ game.name }}: {{ viewer.name }} {{ game.outcome }}, {{ game.stake }} in, {{ game.net }} up',
          ],
        },
      ],
      { triggers: [{ id: 't', event: 'played', least: 50, lowestRole: 'viewer', viewers: [] }] },
    );
    await room.gully.type('pebblewren', '!roll 20');
    await room.gully.type('mossmoth', '!roll 100');
    await room.gully.said('High roll: mossmoth won, 100 in, 100 up');
    await over();
    expect((await rounds(id)).map(({ plays }) => plays[0]?.name)).toEqual(['mossmoth', 'pebblewren']);
    await sound();
  });

  test('the streamer joins with nothing, and what they lack is issued as a correction', async () => {
    const id = await make('raffle', 'raffle', {}, { seconds: 600 });
    await room.gully.type('pebblewren', '!raffle');
    await acts(id, 'play').expect(204);
    expect(await running()).toMatchObject([{ count: 2, pot: 40 }]);
    expect(await balance('odalys_tarn')).toBe(0);
    await acts(id, 'stop').expect(204);
    expect(await balance('odalys_tarn')).toBe(20);
    await sound();
  });

  test('a restart with several rounds open names those in which someone staked', async () => {
    const empty = await make('bingo', 'bingo', { name: 'The echo' }, { seconds: 600 });
    await make('raffle', 'raffle', { name: 'The helmet' }, { seconds: 600 });
    await make('expedition', 'descent', { name: 'The Descent' }, { seconds: 600 });
    await room.gully.type('pebblewren', '!raffle');
    await room.gully.type('mossmoth', '!descent 100');
    await acts(empty, 'open').expect(204);
    await room.stop();
    await room.start();
    await room.gully.said(
      'The lights went out in the middle of The helmet and The Descent. Whatever was staked is back with pebblewren and mossmoth.',
    );
    await over();
    await sound();
  });

  test('what a line is followed by runs in the same run, with the values of the game', async () => {
    const cheer = await room.gully.addRoutine('Cheer', [
      { ...STEP_KINDS.say.blank('s'), texts: ['{{ viewer.name }} is {{ game.net }} richer'] },
    ]);
    const lines = { ...blankGame('high-roll').lines, won: ['won {{ game.pays }}'] };
    await make('high-roll', 'roll', { lines, routines: { won: cheer.id } }, { wins: 1, special: [] });
    await room.gully.type('pebblewren', '!roll 100');
    await room.gully.said('won 200');
    await room.gully.said('pebblewren is 100 richer');
  });

  test('the wheel is told of once it stands, and a restart while it turns loses nothing', async () => {
    const segments = [
      { label: 'A pouch', colour: '#48652a', weight: 1, gains: 90, routine: '' },
      { label: 'Mud', colour: '#48652a', weight: 0, gains: 0, routine: '' },
    ];
    await make('wheel', 'wheel', {}, { turns: 2, segments });
    await room.gully.type('pebblewren', '!wheel');
    expect(await balance('pebblewren')).toBe(GIVEN - 40 + 90);
    expect((await room.gully.lines()).some(({ text }) => text.includes('A pouch'))).toBe(false);
    await room.stop();
    await room.start();
    await room.gully.said('The wheel stops for pebblewren: A pouch, worth 90 flint.');
    await sound();
  });

  test('finds are thrown and claimed by whoever is first; the others are told why not', async () => {
    const id = await make('scatter', 'grab', {}, { finds: 2, worth: 25, wait: 0, seconds: 600 });
    await acts(id, 'open').expect(204);
    await room.gully.type('pebblewren', '!grab');
    await room.gully.type('pebblewren', '!grab');
    await room.gully.said('pebblewren, leave some for the others.');
    await room.gully.type('mossmoth', '!grab');
    await room.gully.said(/All picked up: pebblewren \(25 flint\) and mossmoth \(25 flint\)\./u);
    await room.gully.type('oxbowkid', '!grab');
    await room.gully.said('oxbowkid, Scatter is not open right now.');
    expect([await balance('pebblewren'), await balance('oxbowkid')]).toEqual([GIVEN + 25, GIVEN]);
    await sound();
  });

  test('a boss is worn down by everyone, told of when half of it is gone, and shared by damage', async () => {
    const id = await make('boss', 'boiler', {}, { health: 40, least: 10, most: 10, bonus: 60 });
    for (const name of ['pebblewren', 'mossmoth', 'pebblewren', 'oxbowkid'])
      await room.gully.type(name, '!boiler');
    await room.gully.said(/Boss shudders: 20 of 40 left/u);
    await room.gully.said(/goes quiet at last. 100 flint are shared out: pebblewren \(50 flint\)/u);
    await over();
    expect(await balance('pebblewren')).toBe(GIVEN - 20 + 50);
    expect((await room.recompute(id)).wrong).toEqual([]);
    await sound();
  });

  test('a duel with someone who does not answer, and a pause between rounds', async () => {
    await make('duel', 'duel', { pause: 600 }, { seconds: 5 });
    await room.gully.type('pebblewren', '!duel mossmoth 50');
    await room.gully.said(/never came to the bridge|mossmoth never/u);
    await over();
    expect(await balance('pebblewren')).toBe(GIVEN);
    await room.gully.type('pebblewren', '!duel mossmoth 50');
    await room.gully.said(/until Duel can be played again/u);
    await sound();
  });
});

test('games go from channel to channel in a bundle, with the routines they run, and stay apart by name', async () => {
  const cheer = await room.gully.addRoutine('Cheer', [{ ...STEP_KINDS.say.blank('s'), texts: ['hooray'] }]);
  const id = await make('wheel', 'wheel', { name: 'The survey wheel', routines: { won: cheer.id } });
  const sent = {
    title: 'Wheel',
    author: '',
    note: '',
    questions: [],
    games: [id],
    routines: [cheer.id],
    commands: [],
    lists: [],
  };
  const { body: bundle } = await room.gully.http.post('/api/bundles/export').send(sent).expect(200);
  expect(bundle).toMatchObject({ games: [{ name: 'The survey wheel', routines: { won: 'Cheer' } }] });
  const looked = await room.gully.http.post('/api/bundles/look').send({ bundle }).expect(200);
  const { items } = looked.body as { items: { kind: string; name: string; missing: string[] }[] };
  expect(items.map(({ kind, name, missing }) => [kind, name, missing])).toEqual([
    ['games', 'The survey wheel', []],
    ['routines', 'Cheer', []],
  ]);
  const choices = items.map(({ kind, name }) => ({ kind, name, action: 'rename', as: `${name} too` }));
  await room.gully.http.post('/api/bundles/take').send({ bundle, choices }).expect(200);
  const games = await room.get<{ name: string; routines: Record<string, string> }[]>('games');
  expect(games.map(({ name }) => name)).toEqual(['The survey wheel', 'The survey wheel too']);
});
