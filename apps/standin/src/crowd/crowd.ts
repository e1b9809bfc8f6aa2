import type { People } from '../irc/index.js';
import { crowdName, REGULARS, SPAMMERS } from './phrases.js';
import { planCrowd } from './plan.js';

export interface CrowdSettings {
  /** viewers, 0 to 5,000 */
  readonly size: number;
  /** lines a minute; 0 for a silent crowd */
  readonly rate: number;
}

const ROLES = new Map(REGULARS);

/** The stand-in's simulated viewers: there as many as set, talking as often as set. */
export class Crowd {
  private settings: CrowdSettings = { size: 0, rate: 0 };
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly people: People,
    private readonly seed: number,
  ) {}

  get current(): CrowdSettings {
    return this.settings;
  }

  set(settings: CrowdSettings): void {
    clearTimeout(this.timer);
    for (let n = this.settings.size; n < settings.size; n++) this.come(crowdName(n));
    for (let n = settings.size; n < this.settings.size; n++) this.people.leave(crowdName(n));
    this.settings = settings;
    if (settings.size > 0 && settings.rate > 0)
      this.follow(planCrowd(this.seed, settings.size, settings.rate));
    else for (const name of SPAMMERS) this.people.leave(name);
  }

  stop(): void {
    clearTimeout(this.timer);
  }

  private follow(plan: ReturnType<typeof planCrowd>): void {
    const { value: act } = plan.next();
    this.timer = setTimeout(() => {
      if (act.kind === 'come') this.come(act.name);
      else if (act.kind === 'go') this.people.leave(act.name);
      else this.people.say(act.name, ROLES.get(act.name) ?? [], act.text);
      this.follow(plan);
    }, act.after);
  }

  private come(name: string): void {
    this.people.join(name, ROLES.get(name) ?? []);
  }
}
