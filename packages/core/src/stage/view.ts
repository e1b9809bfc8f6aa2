import type { MediaBody } from '../media/index.js';
import type { Stage, StageRules } from './stage.js';

/** One overlay's stage, as decisions look at it. */
export interface StageOf {
  readonly overlay: string;
  /** the overlay's name */
  readonly name: string;
  readonly rules: StageRules;
  readonly seen: boolean;
  readonly stage: Stage;
}

/** The stages of a channel, and what can be shown on them. */
export interface StagesView {
  /** those of overlays that have one, in the order of their names */
  all(): readonly StageOf[];
  media(id: string): Pick<MediaBody, 'name' | 'kind' | 'seconds'> | undefined;
}

export const NO_STAGES: StagesView = { all: () => [], media: () => undefined };

export interface StageWorld {
  readonly stages: StagesView;
}
