import {
  IF_FAILS,
  personOf,
  STARTER_OR_NAMED,
  type Blank,
  type MayFail,
  type Outcome,
  type StepBase,
  type StepKindOf,
  type StepRunOf,
  type StarterOrNamed,
} from '../area/index.js';
import { amountOfCurrency, holderStandingOf } from '../currency/index.js';
import { durationInWords, stripControls } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import {
  ALERT_SECONDS,
  ALERT_TEXT,
  SPEAK_LIMIT,
  spokenSeconds,
  spokenText,
  type Alert,
  type Animation,
  type Card,
  type Place,
} from './alert.js';
import { alertInWords } from './slice.js';
import { act, raise, type StageDoes } from './stage.js';
import type { OverAsk, StagesTypes } from './types.js';
import type { StageOf } from './view.js';

type Run = StepRunOf<StagesTypes>;

/** Stands in place of an overlay's id for every overlay that has a stage. */
export const EVERY_STAGE = 'every';
/** Stands in place of a sound's id for none. */
export const NO_SOUND = 'none';
/** Whether the next step waits until it is over. */
interface OnStage extends StepBase, MayFail {
  /** the overlay's id, or `every` */
  readonly overlay: string;
  readonly then: 'go-on' | 'wait';
}

export const SHOWN = ['media', 'portrait', 'card', 'text'] as const;
/** Shows a picture, a video, a viewer or a text on the stage of an overlay. */
export interface ShowStep extends OnStage {
  readonly kind: 'show';
  readonly what: (typeof SHOWN)[number];
  /** the id of a picture or video */
  readonly media: string;
  readonly whose: StarterOrNamed;
  /** Liquid; empty for none */
  readonly text: string;
  /** seconds; 0 for as long as its video or sound lasts */
  readonly seconds: number;
  readonly place: Place;
  readonly animation: Animation;
  /** the id of a sound, or `none` */
  readonly sound: string;
  /** 0 to 100 */
  readonly volume: number;
}
/** Plays a sound. */
export interface SoundStep extends OnStage {
  readonly kind: 'sound';
  readonly sound: string;
  readonly volume: number;
  /** now, beside whatever is shown, or in turn after it */
  readonly plays: 'now' | 'in-turn';
}
/** Has a text read aloud. */
export interface SpeakStep extends OnStage {
  readonly kind: 'speak';
  /** Liquid */
  readonly text: string;
  /** characters that are read */
  readonly most: number;
  readonly volume: number;
}
/** Skips, holds, clears or repeats what is on a stage. */
export interface StageStep extends StepBase {
  readonly kind: 'stage';
  readonly does: StageDoes;
  readonly overlay: string;
}

const OVERLAY = {
  as: 'reference',
  to: 'overlay',
  label: 'Overlay',
  otherwise: { value: EVERY_STAGE, words: 'every overlay with a stage' },
} as const satisfies Blank;
const THEN = {
  as: 'choice',
  label: 'What the next step does',
  options: { 'go-on': 'and go on at once', wait: 'and wait until it is over' },
} as const satisfies Blank;
const VOLUME = { as: 'number', label: 'Volume, in percent', least: 0, most: 100 } as const satisfies Blank;

/** What stands still, or has no length of its own, is shown for so many seconds. */
const USUAL_SECONDS = 6;

const show: StepKindOf<StagesTypes, ShowStep> = {
  kind: 'show',
  group: 'Show',
  verb: 'Show',
  means: 'a picture, a video, a viewer or a text on the stream',
  words: ['alert', 'overlay', 'picture', 'video', 'gif', 'image', 'card', 'stage'],
  blanks: {
    what: {
      as: 'choice',
      label: 'What is shown',
      options: {
        media: 'a picture or video',
        portrait: 'the picture of',
        card: 'the card of',
        text: 'a text alone',
      },
    },
    media: { as: 'reference', to: 'media', label: 'Picture or video', of: ['picture', 'video'] },
    whose: {
      as: 'choice',
      label: 'Whose',
      options: STARTER_OR_NAMED,
    },
    text: { as: 'text', label: 'The text', example: '{{ viewer.name }} is here', most: 1_000 },
    seconds: { as: 'number', label: 'For how long', least: 0, most: ALERT_SECONDS, unit: 's' },
    place: {
      as: 'choice',
      label: 'Where on the stage',
      options: {
        middle: 'in the middle',
        top: 'at the top',
        bottom: 'at the bottom',
        left: 'on the left',
        right: 'on the right',
      },
    },
    animation: {
      as: 'choice',
      label: 'How it comes and goes',
      options: {
        fade: 'fading in',
        rise: 'rising',
        drop: 'dropping in',
        slide: 'sliding in',
        grow: 'growing',
        none: 'without moving',
      },
    },
    sound: {
      as: 'reference',
      to: 'media',
      label: 'Sound',
      of: ['sound'],
      otherwise: { value: NO_SOUND, words: 'no sound' },
    },
    volume: VOLUME,
    overlay: OVERLAY,
    then: THEN,
    ifFails: IF_FAILS,
  },
  applies: ({ what }, field) => field !== 'media' || what === 'media',
  shows: true,
  line: ({ what, sound: with_ }) => [
    { blank: 'what' },
    ...(what === 'media' ? [{ blank: 'media' as const }] : []),
    ...(what === 'portrait' || what === 'card' ? [{ blank: 'whose' as const }] : []),
    'on',
    { blank: 'overlay' },
    { blank: 'text' },
    'for',
    { blank: 'seconds' },
    { blank: 'place' },
    { blank: 'animation' },
    'with',
    { blank: 'sound' },
    ...(with_ === NO_SOUND ? [] : ['at', { blank: 'volume' as const }, '%']),
    { blank: 'then' },
    'if it cannot be shown,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({
    kind: 'show',
    id,
    what: 'media',
    media: '',
    whose: 'viewer',
    text: '',
    seconds: USUAL_SECONDS,
    place: 'middle',
    animation: 'rise',
    sound: NO_SOUND,
    volume: 80,
    overlay: EVERY_STAGE,
    then: 'go-on',
    ifFails: 'go-on',
  }),
  run(step, run) {
    const { what, media, seconds, place, animation, volume } = step;
    const stop = step.ifFails === 'stop';
    const { stages } = run.world;
    const shown = what === 'media' ? stages.media(media) : undefined;
    if (what === 'media' && (shown === undefined || shown.kind === 'sound'))
      return { failed: 'there is no such picture or video', stop };
    const sound = step.sound === NO_SOUND ? undefined : stages.media(step.sound);
    const person = personOf(step.whose, run.occasion);
    const text = stripControls(run.render(step.text).text).trim().slice(0, ALERT_TEXT);
    if (what === 'text' && text === '') return { failed: 'there is no text to show', stop };
    const own = Math.max(shown?.seconds ?? 0, sound?.seconds ?? 0);
    return onStages(step, run, {
      ...alertOf(run, shown?.name ?? text),
      media: shown === undefined ? '' : media,
      portrait: what === 'portrait',
      card: what === 'card' ? cardOf(person, run) : null,
      text,
      sound: sound === undefined ? '' : step.sound,
      volume,
      animation,
      place,
      seconds: lasting(seconds === 0 ? own : seconds),
      ...(what === 'text' || what === 'media' ? {} : { viewer: person.id, viewerName: person.name }),
    });
  },
};

const sound: StepKindOf<StagesTypes, SoundStep> = {
  kind: 'sound',
  group: 'Show',
  verb: 'Play',
  means: 'a sound on the stream',
  words: ['sound', 'audio', 'jingle', 'noise', 'music'],
  blanks: {
    sound: { as: 'reference', to: 'media', label: 'Sound', of: ['sound'] },
    volume: VOLUME,
    plays: {
      as: 'choice',
      label: 'When it plays',
      options: { now: 'now', 'in-turn': 'after whatever is shown or playing' },
    },
    overlay: OVERLAY,
    then: THEN,
    ifFails: IF_FAILS,
  },
  shows: true,
  line: ({ plays }) => [
    { blank: 'sound' },
    'at',
    { blank: 'volume' },
    '%',
    { blank: 'plays' },
    'on',
    { blank: 'overlay' },
    ...(plays === 'in-turn' ? [{ blank: 'then' as const }] : []),
    'if it cannot be played,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({
    kind: 'sound',
    id,
    sound: '',
    volume: 80,
    plays: 'now',
    overlay: EVERY_STAGE,
    then: 'go-on',
    ifFails: 'go-on',
  }),
  run(step, run) {
    const stop = step.ifFails === 'stop';
    const found = run.world.stages.media(step.sound);
    if (found?.kind !== 'sound') return { failed: 'there is no such sound', stop };
    if (step.plays === 'in-turn')
      return onStages(step, run, {
        ...alertOf(run, found.name),
        sound: step.sound,
        volume: step.volume,
        seconds: lasting(found.seconds),
      });
    const stages = meant(step.overlay, run);
    if (stages.length === 0) return { failed: NOWHERE, stop };
    const overlays = stages.map(({ overlay }) => overlay);
    return { ask: { kind: 'sound', sound: step.sound, volume: step.volume, overlays }, stop };
  },
};

const speak: StepKindOf<StagesTypes, SpeakStep> = {
  kind: 'speak',
  group: 'Show',
  verb: 'Read aloud',
  means: 'a text, by the voice of the overlay; without links, and cut off where you say',
  words: ['tts', 'text to speech', 'voice', 'say aloud', 'speak'],
  blanks: {
    text: { as: 'text', label: 'The text', example: '{{ viewer.name }} says: {{ input.all }}', most: 1_000 },
    most: { as: 'number', label: 'Characters at most', least: 20, most: SPEAK_LIMIT },
    volume: VOLUME,
    overlay: OVERLAY,
    then: THEN,
    ifFails: IF_FAILS,
  },
  shows: true,
  line: () => [
    { blank: 'text' },
    'up to',
    { blank: 'most' },
    'characters, at',
    { blank: 'volume' },
    '%, on',
    { blank: 'overlay' },
    { blank: 'then' },
    'if it cannot be read,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({
    kind: 'speak',
    id,
    text: '',
    most: 200,
    volume: 80,
    overlay: EVERY_STAGE,
    then: 'go-on',
    ifFails: 'go-on',
  }),
  run(step, run) {
    const text = spokenText(stripControls(run.render(step.text).text), step.most);
    if (text === '') return { failed: 'nothing is left to read aloud', stop: step.ifFails === 'stop' };
    return onStages(step, run, {
      ...alertOf(run, text),
      speak: text,
      volume: step.volume,
      place: 'bottom',
      seconds: spokenSeconds(text),
    });
  },
};

const stage: StepKindOf<StagesTypes, StageStep> = {
  kind: 'stage',
  group: 'Show',
  verb: 'The stage',
  means: 'skips, holds, clears or repeats what is shown on it',
  words: ['alert', 'skip', 'pause', 'clear', 'replay', 'overlay'],
  blanks: {
    does: {
      as: 'choice',
      label: 'What is done',
      options: {
        skip: 'skip what is shown',
        hold: 'hold what waits',
        'go-on': 'go on',
        replay: 'show the last again',
        clear: 'clear it',
      },
    },
    overlay: OVERLAY,
  },
  line: () => [{ blank: 'does' }, 'on', { blank: 'overlay' }],
  blank: (id) => ({ kind: 'stage', id, does: 'skip', overlay: EVERY_STAGE }),
  run({ does, overlay: which }, run) {
    for (const each of meant(which, run)) {
      const moment = { overlay: each.overlay, rules: each.rules, seen: each.seen, at: run.at };
      const change = act(each.stage, does, moment, `${run.mark}/${each.overlay}`);
      if (change !== undefined) run.change(change);
    }
    return undefined;
  },
};

const NOWHERE = 'no overlay has a stage; add one in Prepare › Overlays';

function meant(which: string, { world }: Run): readonly StageOf[] {
  const all = world.stages.all();
  return which === EVERY_STAGE ? all : all.filter(({ overlay }) => overlay === which);
}

/** An alert that shows and says nothing yet. */
function alertOf({ occasion, at, mark }: Run, title: string): Alert {
  return {
    id: mark,
    at,
    title,
    viewer: occasion.viewer.id,
    viewerName: occasion.viewer.name,
    media: '',
    portrait: false,
    card: null,
    text: '',
    sound: '',
    volume: 80,
    speak: '',
    animation: 'fade',
    place: 'middle',
    seconds: USUAL_SECONDS,
    test: occasion.test ?? false,
  };
}

function onStages(
  { overlay: which, then, ifFails }: ShowStep | SoundStep | SpeakStep,
  run: Run,
  alert: Alert,
): Outcome<OverAsk> {
  const stages = meant(which, run);
  if (stages.length === 0) return { failed: NOWHERE, stop: ifFails === 'stop' };
  const alerts: string[] = [];
  for (const { overlay, rules, seen, stage: before } of stages) {
    const id = `${run.mark}/${overlay}`;
    run.change(raise(before, { ...alert, id }, { overlay, rules, seen, at: run.at }));
    alerts.push(id);
  }
  run.note(`${run.name}: shows ${alertInWords(alert)}`, durationInWords(alert.seconds * 1_000), 'passed');
  return then === 'wait' ? { ask: { kind: 'over', alerts }, stop: false } : undefined;
}

function lasting(seconds: number): number {
  const own = seconds === 0 ? USUAL_SECONDS : Math.ceil(seconds);
  return Math.min(ALERT_SECONDS, Math.max(1, own));
}

/** What a viewer's card says; without a currency, nothing of one. */
export function cardOf(person: ViewerFacts, { occasion, world: { purse } }: Run): Card {
  const roles = person.id === occasion.viewer.id ? occasion.roles : person.roles;
  const standing = holderStandingOf(purse, person, roles);
  return {
    name: person.name,
    balance: standing === undefined ? '' : amountOfCurrency(purse.settings, standing.balance),
    rank: standing?.ranks.at(-1)?.name ?? '',
    watchTime: durationInWords(person.watchTime * 1_000),
  };
}

export const STAGE_STEPS = { show, sound, speak, stage };
