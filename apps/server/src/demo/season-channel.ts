import { strongestRole, type Role } from '@gully/core/chat';
import { openCommands, prepareCommand, TriggerIndex, type Command } from '@gully/core/commands';
import type { Change, World } from '@gully/core/pipeline';
import { chanceFrom, type DrawState } from '@gully/core/random';
import { countersOf, type CounterState, type NamedRoutine, type PreparedNamed } from '@gully/core/routines';
import type { StreamState } from '@gully/core/stream';
import { foldNick, viewerKey } from '@gully/core/viewers';
import { REGULARS, seededNumbers } from '@gully/standin/crowd';
import { CONNECTION } from '../chat/index.js';
import {
  idsInOrder,
  type ActivityRow,
  type CommandViewerUseRow,
  type RememberedRow,
  type ViewerRow,
} from '../database/index.js';
import { KeptList } from '../lists/index.js';
import { SELF } from '../pipeline/index.js';
import { prepareNamed } from '../routines/index.js';
import { factsOf, newViewer } from '../viewers/index.js';
import { DEMO_LISTS } from './lists.js';
import { DEMO_WEBHOOKS } from './routines.js';

const DAY = 86_400_000;
const MINUTE = 60_000;

interface Uses {
  uses: number;
  lastUse: number | undefined;
}

/** The channel of the season as what is played leaves it: who came, and what was counted, drawn and remembered. */
export class SeasonChannel {
  readonly id = idsInOrder();
  readonly viewers = new Map<string, ViewerRow>();
  private readonly byId = new Map<string, ViewerRow>();
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
  /** who wrote on the evening that is played, and when first */
  readonly arrived = new Map<string, number>();
  readonly routines: readonly PreparedNamed[];
  private readonly index: TriggerIndex;
  private readonly namedCounters: ReadonlySet<string>;
  readonly chance;
  stream: StreamState = { live: false, liveSince: undefined, title: '', category: '', viewers: 0 };

  constructor(
    commands: readonly (Command & { readonly uses: number })[],
    routines: readonly NamedRoutine[],
    seed: number,
  ) {
    this.routines = routines.map((routine) => prepareNamed(routine));
    this.uses = new Map(commands.map(({ id, uses }) => [id, { uses, lastUse: undefined }]));
    this.index = new TriggerIndex(
      commands.map((command) => prepareCommand(command, '!')),
      '!',
    );
    this.namedCounters = new Set(commands.flatMap(({ routine }) => countersOf(routine)));
    this.chance = chanceFrom(seededNumbers(seed));
  }

  take(change: Change): void {
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
      case 'run':
      case 'run-ended':
      case 'post':
      case 'timer':
      // Runs are taken to their end at once; nothing was posted on past evenings, and timers have a season of their own.
    }
  }

  private readonly refused = new Map<string, number>();

  world(): World {
    return {
      self: SELF,
      channelName: 'lanternhour',
      timeZone: 'UTC',
      stream: this.stream,
      chance: this.chance,
      index: this.index,
      counter: (name) => this.counters.get(name),
      counterNames: () => [...new Set([...this.counters.keys(), ...this.namedCounters])],
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
      lastWrote: (viewer) => this.byId.get(viewer)?.lastWrote ?? undefined,
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

  meet(name: string, at: number): ViewerRow {
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
    this.byId.set(viewer.id, viewer);
    return viewer;
  }

  tell(at: number, kind: ActivityRow['kind'], subject: string, text: string): void {
    this.activity.push({ id: this.id(at), at, kind, subject, text });
  }
}

export function rolesOf(name: string): Role[] {
  return (REGULARS.find(([regular]) => regular === name)?.[1] ?? []) as Role[];
}
