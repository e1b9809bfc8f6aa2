import {
  type Change,
  changeInWords,
  channelLayers,
  type Step,
  STEP_KINDS,
  type StepOf,
} from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import { routineOf, prepareRoutine, startRun } from '../routines/index.js';
import { OFFLINE } from '../stream/index.js';
import { occasion, saidIn, worldOf } from '../test-support/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';
import {
  BLANK_HANDLE,
  BLANK_QUEUE,
  QUEUE_DOING,
  newQueue,
  NO_QUEUES,
  QUEUE_DOES,
  type Handle,
  type Queue,
  type QueueBody,
  type QueueView,
} from '../queue/index.js';

const WREN = strangerFacts('v-wren', 'pebblewren', [], 0);
const MOTH = strangerFacts('v-moth', 'mossmoth', ['moderator'], 0);
const ROPE_ID: Handle = {
  ...BLANK_HANDLE,
  ...{ id: 'rope', name: 'rope ID', category: 'Underledge', pattern: '[A-Z]{2}-[0-9]{4}' },
  ...{ example: 'KV-2047', own: 'OD-0001' },
};
const AT = 1_000_000;
const LIVE = { ...OFFLINE, live: true, liveSince: 0, category: 'Underledge' };

const step = (does: StepOf<'queue'>['does'], more: Partial<StepOf<'queue'>> = {}): Step => ({
  ...STEP_KINDS.queue.blank(does),
  does,
  ifFails: 'go-on',
  ...more,
});
const handle = (does: 'set' | 'forget', typed = ''): Step => ({
  ...STEP_KINDS.handle.blank('h'),
  ...{ does, handle: typed, ifFails: 'go-on' },
});
const say = (text: string): Step => ({ ...STEP_KINDS.say.blank(text), texts: [text] });
const opened = (id: string, body: Partial<QueueBody> = {}): Queue => ({
  ...newQueue(id, { ...BLANK_QUEUE, name: id, ...body }),
  ...{ open: true, openedAt: 0 },
});

/** A channel with queues, in which one routine after the other runs. */
class Room {
  private readonly layers = channelLayers();
  readonly changes: Change[] = [];
  private runs = 0;

  constructor(private readonly view: Partial<QueueView>) {}

  get world() {
    const queue: QueueView = { ...NO_QUEUES, ...QUEUE_DOING, ...this.view };
    return this.layers.over(worldOf([], { queue, stream: LIVE }));
  }

  /** @returns what was said */
  run(steps: readonly Step[], viewer: ViewerFacts = WREN, target: ViewerFacts = viewer): string[] {
    this.runs += 1;
    const prepared = prepareRoutine('r', 'R', routineOf(steps));
    const about = {
      ...occasion(),
      cause: `c${String(this.runs)}`,
      viewer,
      roles: viewer.roles,
      target,
      at: AT,
    };
    const { changes, effects } = startRun(prepared, about, this.world);
    for (const change of changes) this.layers.apply(change, this.world);
    this.changes.push(...changes);
    return saidIn(effects);
  }
  words = (): string[] =>
    this.changes.flatMap((change) => changeInWords(change, { name: 'pebblewren', world: this.world }));
}

const queues = (...all: Queue[]): Partial<QueueView> => ({
  all: () => all,
  find: (id) => all.find((each) => each.id === id),
});
const FAILED = '{{ remembered.failure }}';

describe('steps of the queue', () => {
  test('join the one of the category, or the one that is chosen; texts after it are about that one', () => {
    const room = new Room(queues(opened('Ropes', { categories: ['Underledge'] }), opened('Duels')));
    const told = say('{{ queue.name }}: place {{ queue.place }} of {{ queue.waiting }}, {{ queue.wait }}');
    expect(room.run([step('join'), told])).toEqual(['Ropes: place 1 of 1, wait not known yet']);
    expect(room.run([step('join', { queue: 'Duels' }), told])).toEqual([
      'Duels: place 1 of 1, wait not known yet',
    ]);
    // Without a step it is the one of the category.
    expect(room.run([say('{{ queue.name }} {{ queue.list }}; next {{ queue.next }}')])).toEqual([
      'Ropes 1. pebblewren; next pebblewren',
    ]);
    expect(room.words()).toEqual(['puts pebblewren into Ropes', 'puts pebblewren into Duels']);
  });

  test('that cannot be done go on or stop, and what follows may say why', () => {
    const room = new Room(queues(opened('Ropes')));
    expect(room.run([step('leave'), say(FAILED)])).toEqual(['you are not in Ropes']);
    expect(room.run([step('leave', { ifFails: 'stop' }), say('left')])).toEqual([]);
    expect(room.run([step('remove', { whom: 'target' }), say(FAILED)], MOTH, WREN)).toEqual([
      'they are not in Ropes',
    ]);
    expect(new Room({}).run([step('join'), say(FAILED)])).toEqual(['there is no queue yet']);
    expect(new Room(queues(opened('Ropes'))).run([step('join', { queue: 'gone' }), say(FAILED)])).toEqual([
      'there is no queue yet',
    ]);
  });

  test('let a moderator run an evening, each act in its words', () => {
    const room = new Room(queues({ ...opened('Ropes'), open: false }));
    const others = ['siltlark', 'oxbowkid'].map((name) => strangerFacts(`v-${name}`, name, [], 0));
    room.run([step('open')], MOTH);
    for (const viewer of [WREN, ...others]) room.run([step('join')], viewer);
    room.run([step('bump', { whom: 'target' })], MOTH, others[1]);
    room.run([step('front')], others[1]);
    room.run([step('first', { whom: 'target' })], MOTH, WREN);
    room.run([step('call')], MOTH);
    expect(
      room.run([say('{{ queue.called }} has {{ queue.seconds }} s, then {{ queue.next }}')], WREN),
    ).toEqual(['pebblewren has 30 s, then oxbowkid']);
    room.run([step('confirm')]);
    room.run([step('done')], MOTH);
    room.run([step('choose', { whom: 'target' })], MOTH, others[0]);
    room.run([step('remove', { whom: 'target' })], MOTH, others[0]);
    room.run([step('random')], MOTH);
    room.run([step('leave')], others[1]);
    room.run([step('add', { whom: 'target' })], MOTH, WREN);
    room.run([step('close')], MOTH);
    room.run([step('empty')], MOTH);
    expect(room.words()).toEqual([
      'opens Ropes',
      'puts pebblewren into Ropes',
      'puts siltlark into Ropes',
      'puts oxbowkid into Ropes',
      'gives oxbowkid a bump',
      'moves oxbowkid within Ropes',
      'uses up the bump of oxbowkid',
      'moves pebblewren within Ropes',
      'calls pebblewren in Ropes, to answer within 30 s',
      'counts pebblewren in, for Ropes',
      'begins the turn of pebblewren in Ropes',
      'ends the turn of pebblewren in Ropes',
      'calls siltlark in Ropes, to answer within 30 s',
      'takes siltlark out of Ropes',
      'calls oxbowkid in Ropes, to answer within 30 s',
      'lets oxbowkid leave Ropes',
      'puts pebblewren into Ropes',
      'closes Ropes',
      'closes Ropes and sends pebblewren home',
    ]);
    expect(room.run([say('{{ queue.turns }} turn, open {{ queue.open }}')])).toEqual(['1 turn, open false']);
  });

  test('nobody joins as a bot, or gives a bump to themselves', () => {
    const room = new Room(queues(opened('Ropes')));
    expect(room.run([step('join'), say(FAILED)], { ...WREN, bot: true })).toEqual([
      'pebblewren cannot join a queue',
    ]);
    expect(room.run([step('bump'), say(FAILED)], MOTH)).toEqual(['you cannot give a bump to yourself']);
    expect(room.run([step('unbump', { whom: 'target' }), say(FAILED)], MOTH, WREN)).toEqual([
      'pebblewren holds no bump',
    ]);
  });

  test('keep a handle, tell what it was before, and forget it; the one of another is refused', () => {
    const room = new Room({ ...queues(opened('Ropes')), handles: () => [ROPE_ID] });
    const told = say(
      `{% if remembered.failure %}${FAILED}{% else %}{{ remembered.handle_before }} is now {{ viewer.handle }}{% endif %}`,
    );
    expect(room.run([handle('set', 'nope'), told])).toEqual(['that is no rope ID; one looks like KV-2047']);
    expect(room.run([handle('set', 'KV-2047'), told])).toEqual(['is now KV-2047']);
    expect(room.run([handle('set', 'KV-2048'), told])).toEqual(['KV-2047 is now KV-2048']);
    expect(room.run([handle('set', 'kv-2048'), told], MOTH)).toEqual([
      'that is no rope ID; one looks like KV-2047',
    ]);
    expect(room.run([handle('set', 'KV-2048'), told], MOTH)).toEqual(['that rope ID is someone else’s']);
    expect(room.run([handle('forget'), told])).toEqual(['KV-2048 is now']);
    // It is free again.
    expect(room.run([handle('set', 'KV-2048'), told], MOTH)).toEqual(['is now KV-2048']);
    expect(room.run([handle('forget'), say(FAILED)])).toEqual(['no rope ID is known']);
    const elsewhere = new Room({ ...queues(), handles: () => [{ ...ROPE_ID, category: 'Dash' }] });
    expect(elsewhere.run([handle('set', 'KV-2047'), say(FAILED)])).toEqual([
      'no handle is asked for in this category',
    ]);
  });

  test('handles stand in the list only where the queue shows them', () => {
    for (const showHandles of [false, true]) {
      const room = new Room({ ...queues(opened('Ropes', { showHandles })), handles: () => [ROPE_ID] });
      room.run([step('join', { handle: 'KV-2047' })]);
      expect(room.run([say('{{ queue.list }}')])).toEqual([
        `1. pebblewren${showHandles ? ' (KV-2047)' : ''}`,
      ]);
    }
  });

  test('the list names the first five and counts the rest', () => {
    const room = new Room(queues(opened('Ropes')));
    for (let n = 1; n <= 7; n += 1)
      room.run([step('join')], strangerFacts(`v${String(n)}`, `caver${String(n)}`, [], 0));
    expect(room.run([say('{{ queue.list }}')])).toEqual([
      '1. caver1, 2. caver2, 3. caver3, 4. caver4, 5. caver5, and 2 more',
    ]);
  });

  test('every kind of act has words, and is decided or refused without a fault of the program', () => {
    for (const does of QUEUE_DOES) {
      const room = new Room(queues(opened('Ropes')));
      room.run([step(does, { whom: 'target' })], MOTH, WREN);
      for (const words of room.words()) expect(words).toMatch(/Ropes|bump/u);
    }
  });
});
