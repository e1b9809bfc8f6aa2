import { strangerFacts } from '../../viewers/index.js';
import { figureOf, words, type PieceKind, type Settings } from './kind.js';

export interface TextData {
  readonly text: string;
}

export const text: PieceKind<TextData> = {
  kind: 'text',
  label: 'Text with values',
  means: 'a text of yours, kept up to date',
  blanks: {
    text: { as: 'text', label: 'Text', example: '{{ stream.category }} · {{ stream.uptime }}', most: 1_000 },
  },
  settings: { text: 'Tonight: {{ stream.title }}' },
  width: 760,
  height: 80,
  heeds: ['stream', 'counter', 'ledger', 'queue', 'thing', 'run'],
  byClock: true,
  data({ text: source }, { render }) {
    const shown = render(words(source)).trim();
    return shown === '' ? null : { text: shown };
  },
  sample: () => ({ text: 'A text of yours' }),
};

export interface PictureData {
  readonly url: string;
  readonly video: boolean;
}

export const picture: PieceKind<PictureData> = {
  kind: 'picture',
  label: 'Picture',
  means: 'a picture or a silent video of the library',
  blanks: { media: { as: 'reference', to: 'media', label: 'Picture or video', of: ['picture', 'video'] } },
  settings: { media: '' },
  width: 400,
  height: 300,
  heeds: ['thing'],
  data({ media: id }, { media }) {
    const found = media(words(id));
    return found === undefined ? null : { url: found.url, video: found.kind === 'video' };
  },
  // Drawn by the server from a name.
  sample: () => ({ url: '/overlay/people/sample', video: false }),
};

export interface CommandsData {
  readonly title: string;
  readonly names: readonly string[];
}

export const commands: PieceKind<CommandsData> = {
  kind: 'commands',
  label: 'Command list',
  means: 'the commands that everyone can use',
  blanks: {
    title: { as: 'text', label: 'Title', example: 'Commands', most: 200 },
    most: { as: 'number', label: 'How many', least: 1, most: 40 },
  },
  settings: { title: 'Commands', most: 8 },
  width: 380,
  height: 400,
  size: 28,
  heeds: ['thing', 'setting'],
  data: ({ title, most }, { world, render, at }) => ({
    title: render(words(title)),
    names: world.commands.openTo(strangerFacts('', '', [], at), []).slice(0, figureOf(most)),
  }),
  sample: ({ title, most }, { render }) => ({
    title: render(words(title)),
    names: ['!rules', '!uptime', '!time'].slice(0, figureOf(most)),
  }),
  isBare: ({ names }) => names.length === 0,
};

export interface CountdownData {
  readonly label: string;
  /** until or since its moment when it was sent; null for none */
  readonly ms: number | null;
  readonly up: boolean;
  readonly over: string;
}

export const countdown: PieceKind<CountdownData> = {
  kind: 'countdown',
  label: 'Countdown',
  means: 'the time until an hour of the day, or since the stream began',
  blanks: {
    runs: {
      as: 'choice',
      label: 'What it shows',
      options: { until: 'the time until', since: 'the time since the stream began' },
    },
    at: { as: 'word', label: 'Hour of the day, as 21:30', of: 'time' },
    label: { as: 'text', label: 'Label', example: 'We go down in', most: 200 },
    over: { as: 'text', label: 'When it is over', example: 'Any moment now', most: 200 },
  },
  without: ({ runs }) => (runs === 'since' ? ['at', 'over'] : []),
  settings: { runs: 'until', at: '21:00', label: 'We go down in', over: 'Any moment now' },
  width: 460,
  height: 130,
  size: 64,
  heeds: ['stream'],
  data({ runs, at: hour, label, over }, { world, at, render }) {
    const shown = { label: render(words(label)), over: render(words(over)) };
    if (runs === 'since') {
      const { live, liveSince } = world.stream;
      return { ...shown, up: true, ms: live && liveSince !== undefined ? at - liveSince : null };
    }
    return { ...shown, up: false, ms: untilHour(words(hour), at, world.timeZone) };
  },
  sample: ({ runs, label, over }, { render }) => ({
    label: render(words(label)),
    over: render(words(over)),
    up: runs === 'since',
    ms: 245_000,
  }),
  isBare: ({ ms }) => ms === null,
};

const DAY_MS = 86_400_000;
/** How long after its hour a countdown says that it is over, before it counts down to the next day's. */
const OVER_MS = 3_600_000;

/**
 * Milliseconds until an hour of the day comes next, below 0 within the hour after it.
 *
 * @param hour `HH:MM` in the time zone
 * @param at UTC milliseconds
 */
export function untilHour(hour: string, at: number, timeZone: string): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(at);
  const part = (type: string): number => Number(parts.find((each) => each.type === type)?.value ?? 0);
  const now = (part('hour') * 3_600 + part('minute') * 60 + part('second')) * 1_000 + (at % 1_000);
  const [hours = 0, minutes = 0] = hour.split(':').map(Number);
  const left = (hours * 3_600 + minutes * 60) * 1_000 - now;
  return left < -OVER_MS ? left + DAY_MS : left;
}

export interface StageData {
  /** whose alerts it shows */
  readonly of: 'alerts' | 'cards';
}

export const stage: PieceKind<StageData> = {
  kind: 'stage',
  label: 'Alert stage',
  means: 'what steps show, play and read aloud, one after the other',
  blanks: {
    most: { as: 'number', label: 'Alerts that may wait', least: 1, most: 200 },
    fresh: { as: 'number', label: 'Drop alerts older than', least: 5, most: 3_600, unit: 's' },
    gap: { as: 'number', label: 'Pause between two alerts', least: 0, most: 60, unit: 's' },
  },
  settings: { most: 30, fresh: 120, gap: 1 },
  width: 960,
  height: 540,
  size: 56,
  heeds: [],
  data: () => ({ of: 'alerts' }),
  sample: () => ({ of: 'alerts' }),
};

export const viewerCard: PieceKind<StageData> = {
  kind: 'viewer-card',
  label: 'Viewer card',
  means: 'the card of a viewer, for as long as a step shows it; without this piece, cards come on the stage',
  blanks: {},
  settings: {},
  width: 560,
  height: 180,
  heeds: [],
  data: () => ({ of: 'cards' }),
  sample: () => ({ of: 'cards' }),
};

/** How the stage of an overlay takes what comes, as its piece says. */
export function rulesOf({ most, fresh, gap }: Settings): { most: number; fresh: number; gap: number } {
  return { most: figureOf(most), fresh: figureOf(fresh), gap: figureOf(gap) };
}
