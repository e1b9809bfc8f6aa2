import type { PurseView } from '../currency/index.js';
import type { ShowStep, SoundStep, SpeakStep, StageStep } from './steps.js';
import type { StageChange } from './stage.js';
import type { StagesView } from './view.js';

/** Plays a sound beside whatever is shown; it is not waited for. */
export interface SoundAsk {
  readonly kind: 'sound';
  readonly sound: string;
  readonly volume: number;
  readonly overlays: readonly string[];
}

/** The run goes on once these alerts are over. */
export interface OverAsk {
  readonly kind: 'over';
  readonly alerts: readonly string[];
}

export interface StagesTypes {
  readonly view: { readonly stages: StagesView };
  readonly looksAt: { readonly purse: PurseView };
  readonly change: StageChange;
  readonly step: ShowStep | SoundStep | SpeakStep | StageStep;
  readonly ask: SoundAsk | OverAsk;
}
