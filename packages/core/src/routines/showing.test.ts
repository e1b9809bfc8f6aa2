import { type Occasion, type Step, STEP_KINDS, type StepOf } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import {
  EMPTY_STAGE,
  raise,
  stageAfter,
  STAGE_RULES,
  type Alert,
  type Stage,
  type StageChange,
  type StageOf,
  type StagesView,
} from '../stage/index.js';
import { occasion } from '../test-support/routines.js';
import { worldOf } from '../test-support/world.js';
import { strangerFacts } from '../viewers/index.js';
import { checkRoutine, prepareRoutine, resumeRun, routineOf, startRun, type Segment } from './index.js';

const MEDIA: Readonly<Record<string, ReturnType<StagesView['media']>>> = {
  bell: { name: 'Bell', kind: 'picture', seconds: 0 },
  clip: { name: 'A clip', kind: 'video', seconds: 12.4 },
  drip: { name: 'Drip', kind: 'sound', seconds: 1.4 },
};

const stageOf = (overlay: string, more: Partial<StageOf> = {}): StageOf => ({
  overlay,
  name: overlay,
  rules: STAGE_RULES,
  seen: true,
  stage: EMPTY_STAGE,
  ...more,
});
const LAMP = stageOf('lamp');
const MAP = stageOf('map');

function run(
  steps: readonly Step[],
  stages: readonly StageOf[] = [LAMP],
  more: Partial<Occasion> = {},
): Segment {
  const world = worldOf([], {
    stages: {
      all: () => stages,
      media: (id: string) => MEDIA[id],
    },
  });
  return startRun(prepareRoutine('r', 'R', routineOf(steps)), occasion(more), world, {});
}
const stageChanges = ({ changes }: Segment): StageChange[] =>
  changes.filter((change) => change.kind === 'stage');
const alertIn = (segment: Segment): Alert | undefined => stageChanges(segment)[0]?.raised[0];
const show = (more: Partial<StepOf<'show'>> = {}): StepOf<'show'> => ({
  ...STEP_KINDS.show.blank('s'),
  media: 'bell',
  text: '{{ viewer.name }}\u0007rings',
  ...more,
});
const failing = ({ checks }: Segment): string => JSON.stringify(checks.map(({ measure }) => measure));

describe('what a step shows', () => {
  test('is raised on every stage, or on the one it names, as one change each', () => {
    const every = run([show()], [LAMP, MAP]);
    expect(
      stageChanges(every).map(({ overlay, begins, raised }) => [overlay, begins === raised[0]?.id]),
    ).toEqual([
      ['lamp', true],
      ['map', true],
    ]);
    expect(new Set(stageChanges(every).map(({ raised }) => raised[0]?.id)).size).toBe(2);
    expect(stageChanges(run([show({ overlay: 'map' })], [LAMP, MAP]))).toHaveLength(1);
    expect(alertIn(every)).toMatchObject({
      text: 'pebblewren rings',
      media: 'bell',
      viewer: 'v-pebblewren',
      title: 'Bell',
      sound: '',
      test: false,
    });
  });

  test('stands as long as it says, or as what it plays takes, and never for ever', () => {
    expect(alertIn(run([show({ seconds: 9 })]))?.seconds).toBe(9);
    expect(alertIn(run([show({ seconds: 0, media: 'clip' })]))?.seconds).toBe(13);
    expect(alertIn(run([show({ seconds: 0, sound: 'drip' })]))?.seconds).toBe(2);
    expect(alertIn(run([show({ seconds: 0 })]))?.seconds).toBe(6);
  });

  test('may be a viewer’s picture or card, of whoever is named', () => {
    const target = { ...strangerFacts('v-moth', 'mossmoth', ['moderator'], 0), watchTime: 39_600 };
    const card = alertIn(run([show({ what: 'card', whose: 'target', text: '' })], [LAMP], { target }));
    expect(card).toMatchObject({
      viewer: 'v-moth',
      viewerName: 'mossmoth',
      media: '',
      portrait: false,
      card: { name: 'mossmoth', balance: '', rank: '', watchTime: '11 h' },
    });
    expect(alertIn(run([show({ what: 'portrait' })]))).toMatchObject({ portrait: true, card: null });
    expect(alertIn(run([show()], [LAMP], { test: true }))?.test).toBe(true);
  });

  test.each([
    ['a picture that is gone', show({ media: 'gone' }), 'no such picture'],
    ['a sound in place of a picture', show({ media: 'drip' }), 'no such picture'],
    ['no text', show({ what: 'text', text: '{{ input.none }}' }), 'no text to show'],
    ['a sound that is gone', { ...STEP_KINDS.sound.blank('s'), sound: 'bell' }, 'no such sound'],
    ['nothing to read', { ...STEP_KINDS.speak.blank('s'), text: ' www.ropes.example ' }, 'nothing is left'],
  ] as const)('%s fails, and says why', (_, step, why) => {
    const segment = run([step]);
    expect(stageChanges(segment)).toEqual([]);
    expect(failing(segment)).toContain(why);
  });

  test('without a stage it fails, and a step after it may say so', () => {
    const after = { ...STEP_KINDS.say.blank('after'), texts: ['{{ remembered.failure }}'] };
    const segment = run([show(), after], []);
    expect(segment.effects).toEqual([
      expect.objectContaining({ lines: [expect.stringMatching(/no overlay has a stage/u)] }),
    ]);
  });

  test('is checked where it is edited: what it needs, and only that', () => {
    const faults = (step: Step, has = true): string[] =>
      Object.keys(checkRoutine(routineOf([step]), { has: () => has }));
    expect(faults(show({ media: '' }))).toEqual(['steps.0.media']);
    expect(faults(show({ media: '', what: 'portrait' }))).toEqual([]);
    expect(faults(show(), false)).toEqual(['steps.0.media']);
    expect(faults(show({ seconds: 200, volume: 120 }))).toEqual(['steps.0.seconds', 'steps.0.volume']);
    expect(faults({ ...STEP_KINDS.sound.blank('s') })).toEqual(['steps.0.sound']);
  });
});

describe('going on', () => {
  test('a run that waits for what it shows goes on once that is over, wherever it is shown', () => {
    const after = { ...STEP_KINDS.say.blank('after'), texts: ['over'] };
    const begun = run([show({ then: 'wait' }), after], [LAMP, MAP]);
    expect(begun.run?.awaiting.for).toBe('answer');
    expect(begun.effects).toEqual([
      expect.objectContaining({
        kind: 'over',
        alerts: stageChanges(begun).map(({ raised }) => raised[0]?.id),
      }),
    ]);
    const ended = resumeRun(begun.run!, worldOf([]), 1_010_000, { failed: undefined });
    expect(ended.effects).toEqual([expect.objectContaining({ lines: ['over'] })]);
  });

  test('a sound plays at once beside what is shown, or in turn; what is read aloud takes its time', () => {
    const sound = { ...STEP_KINDS.sound.blank('s'), sound: 'drip', volume: 30 };
    const now = run([sound], [LAMP, MAP]);
    expect([stageChanges(now), now.effects]).toEqual([
      [],
      [expect.objectContaining({ kind: 'sound', sound: 'drip', volume: 30, overlays: ['lamp', 'map'] })],
    ]);
    expect(alertIn(run([{ ...sound, plays: 'in-turn' }]))).toMatchObject({
      sound: 'drip',
      volume: 30,
      seconds: 2,
      text: '',
    });
    const spoken = alertIn(run([{ ...STEP_KINDS.speak.blank('s'), text: 'down '.repeat(60), most: 100 }]));
    expect(spoken?.speak.length).toBeLessThanOrEqual(100);
    expect(spoken?.seconds).toBe(10);
  });

  test('a step skips, holds, clears and repeats what is on a stage, and leaves alone what is as it should be', () => {
    const alert = alertIn(run([show()]))!;
    const shown = stageAfter(EMPTY_STAGE, raise(EMPTY_STAGE, alert, { ...LAMP, at: 1_000_000 }));
    const does = (act: StepOf<'stage'>['does'], stage: Stage): StageChange[] =>
      stageChanges(run([{ ...STEP_KINDS.stage.blank('s'), does: act }], [{ ...LAMP, stage }, MAP]));
    expect(does('skip', shown)).toEqual([
      expect.objectContaining({ overlay: 'lamp', ended: [{ id: alert.id, how: 'skipped' }] }),
    ]);
    expect(does('hold', shown).map(({ overlay, held }) => [overlay, held])).toEqual([
      ['lamp', true],
      ['map', true],
    ]);
    expect(does('go-on', shown)).toEqual([]);
    expect(does('replay', { ...EMPTY_STAGE, last: alert })[0]?.raised[0]).toMatchObject({
      text: alert.text,
      at: 1_000_000,
    });
    expect(does('clear', EMPTY_STAGE)).toEqual([]);
  });
});
