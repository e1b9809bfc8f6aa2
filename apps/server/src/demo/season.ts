import { strongestRole, type ChatLine, type Role } from '@gully/core/chat';
import { prepareCommand, TriggerIndex, type Command } from '@gully/core/commands';
import { decideLine, type Change, type World } from '@gully/core/pipeline';
import { chanceFrom, type DrawState } from '@gully/core/random';
import { countersOf, type CounterState } from '@gully/core/routines';
import type { StreamState } from '@gully/core/stream';
import { foldNick, viewerKey } from '@gully/core/viewers';
import { planCrowd, REGULARS, seededNumbers } from '@gully/standin/crowd';
import { monotonicFactory } from 'ulid';
import { CONNECTION, spokenRow } from '../chat/index.js';
import type { ActivityRow, ChatLineRow, CommandViewerUseRow, ViewerRow } from '../database/index.js';
import { SELF } from '../pipeline/index.js';
import { factsOf, newViewer } from '../viewers/index.js';

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
  readonly id = monotonicFactory();
  readonly viewers = new Map<string, ViewerRow>();
  readonly lines: ChatLineRow[] = [];
  readonly activity: ActivityRow[] = [];
  readonly byViewer = new Map<string, CommandViewerUseRow>();
  readonly byDay = new Map<string, { commandId: string; day: number; uses: number }>();
  readonly counters = new Map<string, CounterState>([['depth', { value: 0, most: 268 }]]);
  readonly draws = new Map<string, { owner: string; step: string; state: DrawState }>();
  readonly uses: Map<string, Uses>;
  private readonly index: TriggerIndex;
  private readonly chance;
  private stream: StreamState = { live: false, liveSince: undefined, title: '', category: '', viewers: 0 };

  constructor(
    private readonly commands: readonly (Command & { readonly uses: number })[],
    private readonly seed: number,
  ) {
    this.uses = new Map(commands.map(({ id, uses }) => [id, { uses, lastUse: undefined }]));
    this.index = new TriggerIndex(
      commands.map((command) => prepareCommand(command, '!')),
      '!',
    );
    this.chance = chanceFrom(seededNumbers(seed));
  }

  play({ began, minutes, rate, category }: Evening, number: number, now: number): void {
    const end = Math.min(now, began + minutes * MINUTE);
    this.stream = { live: true, liveSince: began, title: 'Wet series', category, viewers: CROWD };
    this.tell(began, 'connection', '#lanternhour', 'joined the chat room');
    const came = new Map<string, number>();
    let at = began;
    for (const act of planCrowd(this.seed + number, CROWD, rate)) {
      at += act.after;
      if (at > end) break;
      if (act.kind === 'come' || act.kind === 'go') continue;
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
    viewer.lastSeen = at;
    viewer.messages += 1;
    const { why, changes, effects, commandId } = decideLine(line, this.world());
    this.lines.push(spokenRow(line, { ...why, tookMs: 0.4 }));
    for (const change of changes) this.take(change);
    for (const said of effects.flatMap((effect) => effect.lines))
      this.lines.push({ ...OWN, id: this.id(at + 40), at: at + 40, text: said, brief: why.brief });
    if (commandId === undefined) return;
    const ran = why.outcome === 'ran';
    const told = ran ? why.brief : `${text.split(' ', 1)[0] ?? ''}: ${why.brief}`;
    this.tell(at, ran ? 'ran' : 'stopped', line.name, told);
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

const OWN = {
  viewerId: null,
  name: BOT,
  role: 'viewer',
  own: true,
  outcome: 'ran',
  why: null,
} as const;

function rolesOf(name: string): Role[] {
  return (REGULARS.find(([regular]) => regular === name)?.[1] ?? []) as Role[];
}
