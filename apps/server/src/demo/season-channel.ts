import type { Role } from '@gully/core/chat';
import type { ViewerFacts } from '@gully/core/viewers';
import { type Change, channelLayers, EMPTY_WORLD, type World } from '@gully/core/channel';
import type { About } from '@gully/core/news';
import { chanceFrom } from '@gully/core/random';
import { withNames } from '@gully/core/routines';
import { OFFLINE, type StreamState } from '@gully/core/stream';
import { seededNumbers } from '@gully/standin/crowd';
import { idsInOrder, insertMany, type EntityManager } from '../database/index.js';
import { ActivityRow, aboutText } from '../activity/index.js';
import { SELF } from '../live/index.js';
import type { DemoPart, Due, Evening, SeedingStage } from '../seeding/index.js';
import { Guests, viewersPart } from '../viewers/demo/index.js';
import { PARTS } from './parts.js';

const DAY = 86_400_000;

interface SeasonOf {
  /** UTC milliseconds */
  readonly now: number;
  readonly seed: number;
  readonly evenings: readonly Evening[];
  readonly board: string;
}

/** The channel of the season as what is played leaves it: put together of what each area brings. */
export class SeasonChannel implements SeedingStage {
  readonly now: number;
  readonly begin: number;
  readonly evenings: readonly Evening[];
  readonly board: string;
  readonly chance;
  readonly id = idsInOrder();
  readonly activity: ActivityRow[] = [];
  readonly guests = new Guests(this.id, (name, at) => {
    this.tell(at, 'arrival', name, 'writes here for the first time');
  });
  readonly viewerId = (name: string): string | null => this.guests.named(name)?.id ?? null;
  stream: StreamState = OFFLINE;
  private readonly parts: readonly DemoPart[];
  private readonly empty = EMPTY_WORLD;
  private laid: ReturnType<typeof channelLayers> | undefined;

  constructor({ now, seed, evenings, board }: SeasonOf) {
    this.now = now;
    this.begin = now - 90 * DAY;
    this.evenings = evenings;
    this.board = board;
    this.chance = chanceFrom(seededNumbers(seed));
    this.parts = [viewersPart(this, this.guests), ...PARTS.map((make) => make(this))];
  }

  /** Hands a change to the part that counts its kind; one that no part counts is laid over by its slice. */
  readonly take = (change: Change): void => {
    let counted = false;
    for (const { records } of this.parts) {
      const record = records?.[change.kind] as ((one: Change) => void) | undefined;
      if (record === undefined) continue;
      record(change);
      counted = true;
    }
    if (counted) return;
    this.laid ??= channelLayers();
    this.laid.apply(change, this.world());
  };

  readonly world = (): World => {
    const base: World = {
      ...this.empty,
      self: SELF,
      channelName: 'lanternhour',
      stream: this.stream,
      chance: this.chance,
    };
    const names = { counters: [] as string[], words: [] as string[] };
    for (const part of this.parts) {
      Object.assign(base, part.look?.());
      names.counters.push(...(part.names?.counters ?? []));
      names.words.push(...(part.names?.words ?? []));
    }
    const world = withNames(base, names);
    return this.laid?.over(world) ?? world;
  };

  mayWrite(viewer: string, at: number): boolean {
    return this.parts.every((part) => part.mayWrite?.(viewer, at) !== false);
  }

  began(at: number): void {
    for (const part of this.parts) part.began?.(at);
  }

  came(viewer: ViewerFacts, roles: readonly Role[], at: number): void {
    for (const part of this.parts) part.came?.(viewer, roles, at);
  }

  wentLive(at: number): void {
    for (const part of this.parts) part.wentLive?.(at);
  }

  /** A viewer wrote: what begins by itself then, one after the other. */
  *heard(at: number): Generator<Due> {
    for (const part of this.parts) part.heard?.();
    for (const part of this.parts)
      for (let due = part.due?.(at); due !== undefined; due = part.due?.(at)) yield due;
  }

  tell(
    at: number,
    kind: ActivityRow['kind'],
    subject: string,
    text: string,
    actor: ActivityRow['actor'] = 'gully',
    about?: About,
  ): void {
    this.activity.push({ id: this.id(at), at, kind, subject, text, actor, about: aboutText(about) });
  }

  async store(manager: EntityManager): Promise<void> {
    for (const part of this.parts) await part.store(manager);
    await insertMany(manager, ActivityRow, this.activity);
  }
}
