import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import type { Urgency } from '@gully/core/chat';
import { type Effect, EFFECTS } from '@gully/core/channel';
import { LOG, type Log } from '../log/index.js';

type Kind = Effect['kind'];
export type EffectOf<K extends Kind> = Extract<Effect, { readonly kind: K }>;

/** What an effect comes with. */
export interface Occasioned {
  /** what had it done, as the end of a sentence that begins with “Said because” */
  readonly because: string;
  /** how urgent what is said is; a reply when left out */
  readonly urgency?: Urgency;
  /** the viewer who had it done, by id */
  readonly viewer?: string;
}

/** Does effects of one kind. @returns why it could not be done, or undefined */
export type Perform<K extends Kind> = (
  effect: EffectOf<K>,
  occasioned: Occasioned,
) => string | undefined | Promise<string | undefined>;

/** Does what was decided, once it is on disk. Each area adds what it can do; a kind nobody does prevents the start. */
@Injectable()
export class Performers implements OnApplicationBootstrap {
  private readonly byKind = new Map<Kind, Perform<Kind>>();
  private answer: (run: string, failed: string | undefined) => void = () => undefined;

  constructor(@Inject(LOG) private readonly log: Log) {}

  add<K extends Kind>(kind: K, perform: Perform<K>): void {
    if (this.byKind.has(kind)) throw new Error(`two performers for effects of the kind ${kind}`);
    this.byKind.set(kind, perform as unknown as Perform<Kind>);
  }

  onApplicationBootstrap(): void {
    const without = Object.keys(EFFECTS).filter((kind) => !this.byKind.has(kind as Kind));
    if (without.length > 0) throw new Error(`no performer for effects of the kinds ${without.join(', ')}`);
  }

  /** @param answer is told what came of what a run asked for: undefined when it worked */
  whenAnswered(answer: (run: string, failed: string | undefined) => void): void {
    this.answer = answer;
  }

  perform(effects: readonly Effect[], occasioned: Occasioned): void {
    for (const effect of effects) void this.performOne(effect, occasioned);
  }

  /** Does one effect, and answers the run that waits for it. Never rejects. */
  async performOne(effect: Effect, occasioned: Occasioned): Promise<void> {
    let failed: string | undefined;
    try {
      const doing = this.byKind.get(effect.kind)?.(effect, occasioned);
      failed = doing instanceof Promise ? await doing : doing;
    } catch (error) {
      this.log.error({ error, effect: effect.kind }, 'what was decided could not be done');
      failed = 'it failed in Gully; the log says more';
    }
    if ('run' in effect && effect.run !== undefined) this.answer(effect.run, failed);
  }
}
