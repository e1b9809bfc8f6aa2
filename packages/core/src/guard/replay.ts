import { ROLES, type Role } from '../chat/index.js';
import { ALWAYS, OFFLINE } from '../stream/index.js';
import { strangerFacts } from '../viewers/index.js';
import type { Fragment } from './folding.js';
import { lookAt, prepareGuard, type Looked, type PreparedGuard } from './judge.js';
import { Forms, Reading } from './reading.js';
import { Recent } from './recent.js';
import { FILTER_NAMES, type GuardSettings } from './settings.js';
import type { Measurement, Prepared } from './filter.js';
import { filterOf, type FilterName } from './registry.js';

/** A line of recorded chat. Times are UTC milliseconds. */
export interface RecordedLine {
  readonly id: string;
  readonly at: number;
  readonly viewer: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly text: string;
  /** when its writer was first seen; undefined for not known */
  readonly firstSeen: number | undefined;
  /** ranks its writer has reached, by id; left out for not known */
  readonly ranks?: readonly string[];
}

/** A line that is caught, or was. */
export interface ReplayedLine extends Pick<RecordedLine, 'id' | 'at' | 'viewer' | 'name' | 'text'> {
  readonly measure: string;
  readonly allowed: string;
  readonly fragments: readonly Fragment[];
}

/** How well a filter does over the lines someone judged. Undefined where there is nothing to tell it by. */
export interface Quality {
  /** of what it catches, the share that is rightly caught, 0 to 1 */
  readonly precision: number | undefined;
  /** of what it should catch, the share that it catches, 0 to 1 */
  readonly recall: number | undefined;
}

/** What replay found of one filter. */
export interface ReplayedFilter {
  readonly filter: FilterName;
  readonly now: number;
  readonly would: number;
  readonly newly: { readonly count: number; readonly lines: readonly ReplayedLine[] };
  readonly noLonger: { readonly count: number; readonly lines: readonly ReplayedLine[] };
  /** caught as before */
  readonly still: { readonly lines: readonly ReplayedLine[] };
  /** whom it would hit most, with how many lines */
  readonly most: readonly { readonly viewer: string; readonly name: string; readonly lines: number }[];
  readonly quality: { readonly now: Quality; readonly would: Quality; readonly labelled: number };
}

export interface Replayed {
  readonly lines: number;
  /** lines that any filter catches */
  readonly now: number;
  readonly would: number;
  readonly filters: readonly ReplayedFilter[];
}

/** Whether it is right that a filter catches a line, as someone judged it; undefined where nobody did. */
export type Judgement = (line: string, filter: FilterName) => boolean | undefined;

/** Lines told of each kind. */
const LINES_TOLD = 200;
const STILL_TOLD = 50;
const VIEWERS_TOLD = 10;
/** Texts whose forms are kept; a busy chat has not as many in an evening. */
const FORMS_KEPT = 20_000;

type Side = 'now' | 'would';

class Counts {
  now = 0;
  would = 0;
  readonly newly: ReplayedLine[] = [];
  readonly noLonger: ReplayedLine[] = [];
  readonly still: ReplayedLine[] = [];
  newlyCount = 0;
  noLongerCount = 0;
  readonly byViewer = new Map<string, { name: string; lines: number }>();
  readonly judged: { readonly right: boolean; readonly now: boolean; readonly would: boolean }[] = [];
}

/**
 * Changed settings over recorded chat: what each filter caught with those in force, and what it
 * would catch. Streams and hours are not recorded with lines, so every filter looks at all of them.
 */
export class Replay {
  private readonly recent = new Recent();
  private readonly counts = new Map(FILTER_NAMES.map((name) => [name, new Counts()]));
  private readonly guards: Readonly<Record<Side, PreparedGuard>>;
  private readonly same: ReadonlySet<FilterName>;
  private readonly seen = new Set<string>();
  private readonly forms = new Map<string, Forms>();
  private readonly any = { lines: 0, now: 0, would: 0 };

  constructor(
    now: GuardSettings,
    would: GuardSettings,
    private readonly judgement: Judgement = () => undefined,
  ) {
    this.guards = { now: remembering(always(now)), would: remembering(always(would)) };
    // What did not change is measured once.
    this.same = new Set(
      FILTER_NAMES.filter(
        (name) =>
          now.names === would.names &&
          JSON.stringify(now.filters[name]) === JSON.stringify(would.filters[name]),
      ),
    );
  }

  /** Takes the next line; they come in the order they were written. */
  take(line: RecordedLine): void {
    const { id, viewer, name, roles, text, at } = line;
    const reading = new Reading({ id, viewer, text, at, emotes: [], names: [] }, this.formsOf(text));
    const around = {
      before: this.recent.before(reading),
      viewer: { ...strangerFacts(viewer, name, roles, at), firstSeen: line.firstSeen ?? 0 },
      ranks: line.ranks ?? [],
      first: !this.seen.has(viewer),
      stream: OFFLINE,
      timeZone: 'UTC',
      graceUntil: undefined,
    };
    const measured = (side: Side, filter: FilterName): Looked | undefined => {
      const { settings, filters } = this.guards[side];
      const prepared = filters.find((each) => each.name === filter);
      return prepared === undefined ? undefined : lookAt(prepared, settings, reading, around);
    };
    let [caughtNow, caughtThen] = [false, false];
    for (const filter of FILTER_NAMES) {
      const would = measured('would', filter);
      const now = this.same.has(filter) ? would : measured('now', filter);
      this.count(filter, line, now, would);
      caughtNow ||= isCaught(now);
      caughtThen ||= isCaught(would);
    }
    this.any.lines += 1;
    if (caughtNow) this.any.now += 1;
    if (caughtThen) this.any.would += 1;
    this.seen.add(viewer);
    this.recent.add(reading);
  }

  result(): Replayed {
    return { ...this.any, filters: FILTER_NAMES.map((name) => this.resultOf(name)) };
  }

  /** What was written before in the same words is not taken apart again. */
  private formsOf(text: string): Forms {
    const known = this.recent.formsOf(text) ?? this.forms.get(text);
    if (known !== undefined) return known;
    if (this.forms.size >= FORMS_KEPT) this.forms.clear();
    const forms = new Forms(text);
    this.forms.set(text, forms);
    return forms;
  }

  private count(
    filter: FilterName,
    line: RecordedLine,
    now: Looked | undefined,
    would: Looked | undefined,
  ): void {
    const counts = this.counts.get(filter);
    if (counts === undefined) return;
    const [before, after] = [isCaught(now), isCaught(would)];
    const right = this.judgement(line.id, filter);
    if (right !== undefined) counts.judged.push({ right, now: before, would: after });
    if (before) counts.now += 1;
    if (after) {
      counts.would += 1;
      const theirs = counts.byViewer.get(line.viewer);
      counts.byViewer.set(line.viewer, { name: line.name, lines: (theirs?.lines ?? 0) + 1 });
    }
    if (before && after && counts.still.length < STILL_TOLD) counts.still.push(told(line, would));
    if (after && !before) {
      counts.newlyCount += 1;
      if (counts.newly.length < LINES_TOLD) counts.newly.push(told(line, would));
    }
    if (before && !after) {
      counts.noLongerCount += 1;
      if (counts.noLonger.length < LINES_TOLD) counts.noLonger.push(told(line, now));
    }
  }

  private resultOf(filter: FilterName): ReplayedFilter {
    const counts = this.counts.get(filter) ?? new Counts();
    const { now, would, newly, newlyCount, noLonger, noLongerCount, still, byViewer, judged } = counts;
    return {
      filter,
      now,
      would,
      newly: { count: newlyCount, lines: newly },
      noLonger: { count: noLongerCount, lines: noLonger },
      still: { lines: still },
      most: [...byViewer]
        .map(([viewer, each]) => ({ viewer, ...each }))
        .sort((a, b) => b.lines - a.lines || a.name.localeCompare(b.name))
        .slice(0, VIEWERS_TOLD),
      quality: { now: qualityOf(judged, 'now'), would: qualityOf(judged, 'would'), labelled: judged.length },
    };
  }
}

function isCaught(looked: Looked | undefined): boolean {
  return looked !== undefined && 'found' in looked && looked.found.caught;
}

function told({ id, at, viewer, name, text }: RecordedLine, looked: Looked | undefined): ReplayedLine {
  const found = looked !== undefined && 'found' in looked ? looked.found : undefined;
  const { measure = '', allowed = '', fragments = [] } = found ?? {};
  return { id, at, viewer, name, text, measure, allowed, fragments };
}

/** Precision and recall, van Rijsbergen, Information Retrieval, 1979, ch. 7. */
function qualityOf(judged: Counts['judged'], side: Side): Quality {
  const caught = judged.filter((each) => each[side]);
  const should = judged.filter(({ right }) => right);
  const both = caught.filter(({ right }) => right).length;
  return {
    precision: caught.length === 0 ? undefined : both / caught.length,
    recall: should.length === 0 ? undefined : both / should.length,
  };
}

/** Prepared filters that measure a text once, where that is all they look at. */
function remembering(settings: GuardSettings): PreparedGuard {
  const guard = prepareGuard(settings);
  const once = (prepared: Prepared): Prepared => {
    const measured = new WeakMap<Forms, Measurement>();
    return {
      measure(reading, before) {
        const known = measured.get(reading.forms);
        if (known !== undefined) return known;
        const found = prepared.measure(reading, before);
        measured.set(reading.forms, found);
        return found;
      },
    };
  };
  const filters = guard.filters.map((each) =>
    filterOf(each.name).ofText ? { ...each, usual: once(each.usual), newcomers: once(each.newcomers) } : each,
  );
  return { ...guard, filters };
}

/** The same settings without the limits of when: a line does not tell whether the stream was live. */
function always(settings: GuardSettings): GuardSettings {
  const filters = Object.fromEntries(
    FILTER_NAMES.map((name) => [name, { ...settings.filters[name], when: ALWAYS }]),
  ) as unknown as GuardSettings['filters'];
  return { ...settings, filters };
}

/** Roles as they are kept with a line, with spaces between. */
export function rolesFrom(text: string): Role[] {
  const names = new Set(text.split(' '));
  return ROLES.filter((role) => names.has(role));
}
