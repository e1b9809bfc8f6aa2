import { randomInt } from 'node:crypto';
import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { VIEWS, type World } from '@gully/core/channel';
import { Environment } from '../configuration/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { breathe } from '../database/index.js';

/** From how many viewers on other things have their turn while what is known of them is loaded. */
const MANY = 200;

/** Viewer ids are ULIDs, so this cannot be one. */
export const SELF = 'self';

/** What is the same for every channel and kept by no area. */
type Basics = 'self' | 'channelName' | 'timeZone' | 'chance' | 'work';
type Area = Exclude<keyof World, Basics>;

/** What the next jobs are about, known before any of them is decided. */
export interface AboutToDecide {
  /** what is said in them */
  readonly texts: readonly string[];
  /** ids of the viewers they are about */
  readonly viewers: readonly string[];
}

interface Part<A extends Area> {
  readonly look: () => World[A];
  /** finds viewers that what is said names; they are then among those the next jobs are about */
  readonly named?: (about: AboutToDecide) => Promise<readonly string[]>;
  /** loads what deciding may ask this area for */
  readonly prepare?: (about: AboutToDecide) => Promise<void>;
}

/** The channel as it is now, as decisions look at it. Each area adds its own part while the server is put together. */
@Injectable()
export class ChannelWorld implements OnApplicationBootstrap {
  private readonly parts = new Map<Area, Part<Area>>();
  /** what a look at the channel is filled into: each message takes one, and copying costs less than adding area after area */
  private readonly blank: Readonly<Record<string, unknown>> = {
    self: SELF,
    channelName: '',
    timeZone: '',
    chance: { below: (count: number) => randomInt(count) },
    work: undefined,
    ...Object.fromEntries(VIEWS.map((area) => [area, undefined])),
  };
  /** render steps taken since it was last set to none */
  readonly work = { steps: 0 };

  constructor(
    private readonly environment: Environment,
    private readonly connectionSettings: ConnectionSettings,
  ) {}

  add<A extends Area>(area: A, part: Part<A>): void {
    if (this.parts.has(area)) throw new Error(`two stores for the area ${area} of the world`);
    this.parts.set(area, part);
  }

  onApplicationBootstrap(): void {
    const without = VIEWS.filter((area) => !this.parts.has(area as Area));
    if (without.length > 0) throw new Error(`no store for the areas ${without.join(', ')} of the world`);
  }

  now(): World {
    const world: Record<string, unknown> = { ...this.blank };
    world.channelName = this.connectionSettings.channelName;
    world.timeZone = this.environment.GULLY_TIME_ZONE;
    world.work = this.work;
    for (const [area, { look }] of this.parts) world[area] = look();
    return world as unknown as World;
  }

  /** Loads what deciding may ask for; before anything is decided. */
  async prepare(about: AboutToDecide): Promise<void> {
    const viewers = new Set(about.viewers);
    for (const { named } of this.parts.values())
      for (const viewer of (await named?.(about)) ?? []) viewers.add(viewer);
    const all = { ...about, viewers: [...viewers] };
    for (const { prepare } of this.parts.values()) {
      await prepare?.(all);
      if (viewers.size > MANY) await breathe();
    }
  }
}
