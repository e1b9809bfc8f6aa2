import { type Step, STEP_KINDS, type StepOf } from '@gully/core/channel';
import {
  BLANK_ROUTINE,
  routineOf,
  type ConditionRow,
  type EventTrigger,
  type NamedRoutine,
} from '@gully/core/routines';
import { CAMPFIRE, PASSAGES } from '../../lists/demo/index.js';
import { BOARD } from '../../webhooks/demo/index.js';

const say = (id: string, ...texts: string[]): Step => ({ kind: 'say', id, texts, order: 'bag' });
/** An alert with a picture and a sound that come with Gully. */
const show = (
  id: string,
  media: string,
  text: string,
  sound: string,
  more: Partial<StepOf<'show'>> = {},
): Step => ({
  ...STEP_KINDS.show.blank(id),
  media,
  text,
  sound,
  ...more,
});
const on = (event: EventTrigger['event'], more: Partial<EventTrigger> = {}): EventTrigger => ({
  id: event,
  event,
  least: 0,
  lowestRole: 'viewer',
  viewers: [],
  ...more,
});
export const onlyIf = (
  id: string,
  row: Omit<ConditionRow, 'id'>,
  then: readonly Step[],
  otherwise: readonly Step[] = [],
): Step => ({
  kind: 'if',
  id,
  conditions: { id: `${id}-all`, join: 'all', rows: [{ id: `${id}-row`, ...row }] },
  then,
  otherwise,
});

export const NOTICE_ID = 'DEMOROUTINE000000000000001';
/** Asks a question of the list; a timer starts it. */
export const ASKING_ID = 'DEMOROUTINE000000000000008';

interface Given extends Partial<Omit<NamedRoutine, 'routine'>> {
  readonly id: string;
  readonly name: string;
  readonly steps: readonly Step[];
}

const GIVEN: readonly Given[] = [
  {
    id: NOTICE_ID,
    name: 'Good moment',
    group: 'On the rope',
    steps: [
      onlyIf(
        'who',
        { value: 'viewer.role', comparison: 'at-least', against: 'moderator' },
        [
          {
            kind: 'post',
            id: 'board',
            webhook: BOARD,
            body: '{ "text": {{ "A moment worth keeping, marked by " | append: viewer.name | json }}, "at": {{ stream.uptime | append: "" | json }} }',
            ifFails: 'go-on',
          },
          say('told', 'Marked for the board, {{ viewer.name }}.'),
        ],
        [say('only', '{{ viewer.name }} wants this one kept. Moderators, !moment puts it on the board.')],
      ),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000002',
    name: 'Quillrush comes down',
    group: 'Arrivals',
    triggers: [on('arrival', { least: 8, viewers: [{ name: 'quillrush', viewer: null }] })],
    steps: [
      show('seen', '', '{{ viewer.name }} is down', 'gully-lantern-chime', { what: 'portrait', seconds: 7 }),
      say('nod', 'The ropes are checked, the soup is on: quillrush is here.'),
      { kind: 'wait', id: 'breath', seconds: 8 },
      say('ask', 'quillrush, which way tonight?'),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000009',
    name: 'Mossmoth takes the rope',
    group: 'Arrivals',
    triggers: [on('arrival', { least: 8, viewers: [{ name: 'mossmoth', viewer: null }] })],
    steps: [
      show('rope', 'gully-rope', 'mossmoth has the rope', 'gully-stone-knock', {
        animation: 'slide',
        seconds: 6,
      }),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000003',
    name: 'Back from the surface',
    group: 'Arrivals',
    triggers: [on('return', { least: 14 })],
    steps: [
      say(
        'back',
        '{{ viewer.name }}, {{ event.count }} days in the daylight. Your lamp still hangs where you left it.',
      ),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000004',
    name: 'A rope party joins',
    group: 'Events',
    triggers: [on('raid', { least: 5 })],
    steps: [
      show('party', 'gully-rope', '{{ viewer.name }} brings {{ event.count }} cavers', 'gully-low-horn', {
        seconds: 8,
      }),
      say('welcome', '{{ viewer.name }} brings {{ event.count }} cavers. Mind the first step, all of you.'),
      { kind: 'wait', id: 'settle', seconds: 20 },
      { kind: 'draw', id: 'name', list: PASSAGES.id, order: 'bag', name: 'passage', ifFails: 'stop' },
      say('named', 'The next passage is yours, {{ viewer.name }}. We call it {{ remembered.passage }}.'),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000005',
    name: 'Thanks for the lantern',
    group: 'Events',
    triggers: [on('follow'), on('subscribed'), on('renewed', { least: 2 })],
    steps: [
      onlyIf(
        'kind',
        { value: 'event.kind', comparison: 'is', against: 'follow' },
        [
          show('light', 'gully-lantern', '{{ viewer.name }} follows the lantern', 'gully-drip'),
          say('follow', '{{ viewer.name }} follows the lantern.', 'One more light: {{ viewer.name }}.'),
        ],
        [
          show(
            'tied',
            'gully-bell',
            '{{ viewer.name }} ties in for {{ event.count | at_least: 1 | amount: "month", "months" }}',
            'gully-supper-bell',
            { animation: 'grow' },
          ),
          say(
            'rope',
            '{{ viewer.name }} ties in for {{ event.count | at_least: 1 | amount: "month", "months" }}.',
          ),
        ],
      ),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000006',
    name: 'Lamp lit',
    group: 'The evening',
    triggers: [on('live')],
    steps: [
      { kind: 'forget', id: 'fresh', name: 'guide', span: 'stream' },
      { kind: 'output', id: 'sign', file: 'lamp', text: 'We are below.', ifFails: 'go-on' },
      say('lit', 'The lantern is lit. {{ stream.title }}.'),
    ],
  },
  {
    id: ASKING_ID,
    name: 'A question by the fire',
    group: 'The evening',
    steps: [
      {
        kind: 'draw',
        id: 'asked',
        list: CAMPFIRE.id,
        order: 'bag',
        name: 'question',
        ifFails: 'stop',
      },
      say('ask', 'By the fire: {{ remembered.question }}'),
    ],
  },
  {
    id: 'DEMOROUTINE000000000000007',
    name: 'Cave weather',
    group: 'The evening',
    enabled: false,
    steps: [
      {
        kind: 'pick',
        id: 'sky',
        branches: [
          { id: 'dry', weight: 5, steps: [say('dry', 'Dry tonight; the dripstones hold their breath.')] },
          { id: 'drip', weight: 3, steps: [say('drip', 'A steady drip. Hoods up.')] },
          {
            id: 'flood',
            weight: 1,
            steps: [
              say('flood', 'The lower passage sings. We stay high.'),
              {
                kind: 'counter',
                id: 'floods',
                counter: 'floods',
                change: 'add',
                amount: 1,
                lowestRole: 'viewer',
              },
            ],
          },
        ],
      },
    ],
  },
];

/** The routines of the demo's channel. */
export const DEMO_ROUTINES: readonly NamedRoutine[] = GIVEN.map(({ steps, ...given }) => ({
  ...BLANK_ROUTINE,
  ...given,
  routine: routineOf(steps),
}));
