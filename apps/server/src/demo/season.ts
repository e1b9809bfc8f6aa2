import { strongestRole, type ChatLine, type Role } from '@gully/core/chat';
import { openCommands, prepareCommand, TriggerIndex, type Command } from '@gully/core/commands';
import { decideLine, type Change, type World } from '@gully/core/pipeline';
import { chanceFrom, type DrawState } from '@gully/core/random';
import {
  countersOf,
  decideEvent,
  EVENT_NAMES,
  resumeRun,
  type ChannelEvent,
  type CounterState,
  type NamedRoutine,
  type PreparedNamed,
  type RoutineEffect,
  type Segment,
  type Started,
} from '@gully/core/routines';
import type { StreamState } from '@gully/core/stream';
import { foldNick, viewerKey } from '@gully/core/viewers';
import { planCrowd, REGULARS, seededNumbers } from '@gully/standin/crowd';
import { CONNECTION, spokenRow } from '../chat/index.js';
import type {
  ActivityRow,
  ChatLineRow,
  CommandViewerUseRow,
  RememberedRow,
  RunLogRow,
  ViewerRow,
} from '../database/index.js';
import { KeptList } from '../lists/index.js';
import { SELF } from '../pipeline/index.js';
import { prepareNamed } from '../routines/index.js';
import { logRow } from '../runs/index.js';
import { factsOf, newViewer } from '../viewers/index.js';
import { DEMO_LISTS } from './lists.js';
import { DEMO_WEBHOOKS } from './routines.js';
import { newId, idsInOrder } from '../database/index.js';

const DAY = 86_400_000;
const MINUTE = 60_000;
const CROWD = 260;
const BOT = 'gully';

export interface Evening {
  /** UTC milliseconds */
  readonly began: number;
  readonly minutes: number;
  /** lines a minute */
  readonly rate: number;
  readonly category: string;
}

interface Uses {
  uses: number;
  lastUse: number | undefined;
}

/** A season of evenings, played by the crowd and decided by the same code that decides it live. */
export class Season {
  readonly id = idsInOrder();
  readonly viewers = new Map<string, ViewerRow>();
  readonly lines: ChatLineRow[] = [];
  readonly activity: ActivityRow[] = [];
  readonly byViewer = new Map<string, CommandViewerUseRow>();
  readonly byDay = new Map<string, { commandId: string; day: number; uses: number }>();
  readonly counters = new Map<string, CounterState>([['depth', { value: 0, most: 268 }]]);
  readonly draws = new Map<string, { owner: string; step: string; state: DrawState }>();
  readonly uses: Map<string, Uses>;
  readonly lists = DEMO_LISTS.map(
    ({ id, name, lines }) =>
      new KeptList(
        id,
        name,
        1,
        0,
        lines.map((text) => ({ text, round: 0 })),
        1,
        -1,
      ),
  );
  readonly kept = new Map<string, RememberedRow>();
  readonly runs: RunLogRow[] = [];
  /** who wrote on the evening that is played, and when first */
  readonly arrived = new Map<string, number>();
  private now = 0;
  private readonly routines: readonly PreparedNamed[];
  private readonly index: TriggerIndex;
  private readonly chance;
  private stream: StreamState = { live: false, liveSince: undefined, title: '', category: '', viewers: 0 };

  constructor(
    private readonly commands: readonly (Command & { readonly uses: number })[],
    routines: readonly NamedRoutine[],
    private readonly seed: number,
  ) {
    this.routines = routines.map((routine) => prepareNamed(routine));
    this.uses = new Map(commands.map(({ id, uses }) => [id, { uses, lastUse: undefined }]));
    this.index = new TriggerIndex(
      commands.map((command) => prepareCommand(command, '!')),
      '!',
    );
    this.chance = chanceFrom(seededNumbers(seed));
  }

  play({ began, minutes, rate, category }: Evening, number: number, now: number): void {
    this.now = now;
    const end = Math.min(now, began + minutes * MINUTE);
    this.stream = { live: true, liveSince: began, title: 'Wet series', category, viewers: CROWD };
    this.tell(began, 'connection', '#lanternhour', 'joined the chat room');
    const came = new Map<string, number>();
    this.arrived.clear();
    const events = eventsOf(number, began);
    let at = began;
    for (const act of planCrowd(this.seed + number, CROWD, rate)) {
      at += act.after;
      if (at > end) break;
      if (act.kind === 'come' || act.kind === 'go') continue;
      for (const event of events.splice(0, events.filter((each) => each.at <= at).length))
        this.happen(event, this.meet(event.name, event.at), event.at);
      const viewer = this.meet(act.name, at);
      if (!came.has(viewer.id)) came.set(viewer.id, at);
      this.say(viewer, act.text, at);
    }
    for (const viewer of this.viewers.values()) {
      const since = came.get(viewer.id);
      if (since !== undefined) viewer.watchMs += end - since;
    }
  }

  private say(viewer: ViewerRow, text: string, at: number): void {
    const line: ChatLine = {
      id: this.id(at),
      connection: CONNECTION,
      viewer: viewer.id,
      name: viewer.name,
      roles: rolesOf(viewer.name),
      text,
      at,
    };
    const { why, changes, effects, started, commandId } = decideLine(line, this.world());
    viewer.lastSeen = at;
    viewer.lastWrote = at;
    viewer.messages += 1;
    this.lines.push(spokenRow(line, { ...why, tookMs: 0.4 }));
    for (const change of changes) this.take(change);
    if (started.length === 0) this.sayOwn(effects, at, why.brief);
    for (const begun of started) this.goOn(begun, why.brief);
    if (commandId === undefined) return;
    const ran = why.outcome === 'ran';
    const told = ran ? why.brief : `${text.split(' ', 1)[0] ?? ''}: ${why.brief}`;
    this.tell(at, ran ? 'ran' : 'stopped', line.name, told);
  }

  /** Something happened on the channel beside chat. */
  private happen(
    given: Pick<ChannelEvent, 'kind' | 'count' | 'message' | 'amount'>,
    viewer: ViewerRow,
    at: number,
  ): void {
    const world = this.world();
    const facts = factsOf(viewer);
    const event: ChannelEvent = {
      ...given,
      id: this.id(at),
      viewer: facts,
      roles: facts.roles,
      recipient: '',
      at,
    };
    this.tell(at, 'event', viewer.name, EVENT_NAMES[given.kind]);
    for (const each of decideEvent(event, world.routinesFor(given.kind), world)) {
      if ('refused' in each) continue;
      for (const change of each.started.changes) this.take(change);
      this.goOn(each.started, `of ${EVENT_NAMES[given.kind]} by ${viewer.name}`);
    }
  }

  /** Takes what was begun to its end, as time would. */
  private goOn(begun: Started, because: string): void {
    const { occasion } = begun;
    let { at } = occasion;
    let segment: Segment = begun;
    for (;;) {
      this.sayOwn(segment.effects, at, because);
      const { run, ended } = segment;
      if (run === undefined) {
        this.runs.push(logRow({ ...begun, checks: segment.checks, ended }, at));
        return;
      }
      if (run.awaiting.for === 'time') at = run.awaiting.until;
      segment = resumeRun(run, this.world(), at, { failed: undefined });
      for (const change of segment.changes) this.take(change);
    }
  }

  private sayOwn(effects: readonly RoutineEffect[], at: number, brief: string): void {
    for (const effect of effects)
      for (const text of effect.kind === 'say' && at < this.now ? effect.lines : [])
        // Said later than what is decided next, after a wait: its id tells its time and not its turn.
        this.lines.push({ ...OWN, id: newId(at + 40), at: at + 40, text, brief });
  }

  private take(change: Change): void {
    switch (change.kind) {
      case 'use': {
        const { commandId, viewer: viewerId, at } = change;
        const all = this.uses.get(commandId);
        if (all === undefined) return;
        all.uses += 1;
        all.lastUse = at;
        const theirs = this.byViewer.get(`${commandId} ${viewerId}`)?.uses ?? 0;
        this.byViewer.set(`${commandId} ${viewerId}`, { commandId, viewerId, uses: theirs + 1, lastUse: at });
        const day = Math.floor(at / DAY);
        const today = this.byDay.get(`${commandId} ${String(day)}`)?.uses ?? 0;
        this.byDay.set(`${commandId} ${String(day)}`, { commandId, day, uses: today + 1 });
        break;
      }
      case 'counter': {
        const most = Math.max(this.counters.get(change.counter)?.most ?? change.value, change.value);
        this.counters.set(change.counter, { value: change.value, most });
        break;
      }
      case 'draw':
        this.draws.set(`${change.owner} ${change.step}`, change);
        break;
      case 'refused':
        this.refused.set(change.viewer, change.at);
        break;
      case 'drawn':
        this.lists.find(({ id }) => id === change.list)?.take(change);
        break;
      case 'arrival':
        this.arrived.set(change.viewer, change.at);
        break;
      case 'remembered': {
        const { span, viewer, name, text, at } = change;
        if (text === null) this.kept.delete(`${span} ${viewer} ${name}`);
        else this.kept.set(`${span} ${viewer} ${name}`, { span, viewer, name, text, changedAt: at });
        break;
      }
      default:
      // Runs are taken to their end at once; nothing was posted on past evenings.
    }
  }

  private readonly refused = new Map<string, number>();

  private world(): World {
    return {
      self: SELF,
      channelName: 'lanternhour',
      timeZone: 'UTC',
      stream: this.stream,
      chance: this.chance,
      index: this.index,
      counter: (name) => this.counters.get(name),
      counterNames: () => [
        ...this.counters.keys(),
        ...this.commands.flatMap(({ routine }) => countersOf(routine)),
      ],
      drawState: (owner, step) => this.draws.get(`${owner} ${step}`)?.state,
      lists: () => this.lists,
      list: (id) => this.lists.find((list) => list.id === id),
      remembered: (span, viewer, name) => this.kept.get(`${span} ${viewer} ${name}`)?.text,
      rememberedNames: () => [...new Set([...this.kept.values()].map(({ name }) => name))],
      routine: (id) => this.routines.find((routine) => routine.id === id),
      routinesFor: (kind) =>
        this.routines.filter(({ named }) => named.triggers.some(({ event }) => event === kind)),
      webhookNames: () => DEMO_WEBHOOKS,
      timersInWords: () => '',
      runsOf: () => ({ running: 0, inTurn: 0 }),
      openCommands: (viewer, roles) => openCommands(this.index, viewer, roles),
      hasArrived: (viewer) => this.arrived.has(viewer),
      lastWrote: (viewer) =>
        [...this.viewers.values()].find(({ id }) => id === viewer)?.lastWrote ?? undefined,
      use: (commandId, viewer) => {
        const theirs = this.byViewer.get(`${commandId} ${viewer}`);
        const all = this.uses.get(commandId) ?? { uses: 0, lastUse: undefined };
        return { ...all, usesByViewer: theirs?.uses ?? 0, lastUseByViewer: theirs?.lastUse };
      },
      toldRefusal: (viewer) => this.refused.get(viewer),
      viewerOf: ({ name, at }) => factsOf(this.meet(name, at)),
      viewerNamed: (name) => {
        const row = this.viewers.get(viewerKey(name, name));
        return row === undefined ? undefined : factsOf(row);
      },
      standing: () => undefined,
    };
  }

  private meet(name: string, at: number): ViewerRow {
    const account = viewerKey(name, name);
    const known = this.viewers.get(account);
    if (known !== undefined) return known;
    const roles = rolesOf(name);
    const viewer = newViewer(this.id(at), CONNECTION, account, name, strongestRole(roles), at);
    // A season before these evenings, of which only the sums are left.
    const lot = [...foldNick(name)].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 9_973, 7);
    if (roles.length > 0) {
      viewer.firstSeen = at - (20 + (lot % 70)) * DAY;
      viewer.watchMs = roles.length * (lot % 40) * 60 * MINUTE;
      viewer.messages = roles.length * (lot % 190);
    } else this.tell(at, 'arrival', name, 'writes here for the first time');
    this.viewers.set(account, viewer);
    return viewer;
  }

  private tell(at: number, kind: ActivityRow['kind'], subject: string, text: string): void {
    this.activity.push({ id: this.id(at), at, kind, subject, text });
  }
}

/** What happens on an evening beside chat. */
function eventsOf(
  evening: number,
  began: number,
): (Pick<ChannelEvent, 'kind' | 'count' | 'message' | 'amount'> & {
  readonly name: string;
  readonly at: number;
})[] {
  const names = [
    'hollowbee',
    'saltspar',
    'vadosevic',
    'nettlecap',
    'fernhatch',
    'thirdrope',
    'duskmantle',
    'chalkmoth',
  ];
  const plain = { count: 0, message: '', amount: '' };
  const of = (n: number): string => names[(evening * 3 + n) % names.length] ?? 'hollowbee';
  return [
    { ...plain, kind: 'follow' as const, name: of(0), at: began + 6 * MINUTE },
    { ...plain, kind: 'renewed' as const, name: 'pebblewren', count: 10 + evening, at: began + 11 * MINUTE },
    { ...plain, kind: 'raid' as const, name: 'lowceiling', count: 14 + evening * 3, at: began + 19 * MINUTE },
    { ...plain, kind: 'follow' as const, name: of(1), at: began + 23 * MINUTE },
    {
      ...plain,
      kind: 'tip' as const,
      name: 'gritandgo',
      count: 500,
      amount: '5.00 EUR',
      at: began + 26 * MINUTE,
    },
    { ...plain, kind: 'subscribed' as const, name: of(2), count: 1, at: began + 29 * MINUTE },
  ];
}

const OWN = {
  viewerId: null,
  name: BOT,
  role: 'viewer',
  own: true,
  outcome: 'ran',
  why: null,
  removed: false,
} as const;

function rolesOf(name: string): Role[] {
  return (REGULARS.find(([regular]) => regular === name)?.[1] ?? []) as Role[];
}
