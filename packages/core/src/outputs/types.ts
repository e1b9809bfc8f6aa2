import type { OutputStep } from './steps.js';

/** Writes a text file for streaming software to read. */
export interface OutputAsk {
  readonly kind: 'output';
  readonly file: string;
  readonly text: string;
}

export interface OutputsTypes {
  readonly step: OutputStep;
  readonly ask: OutputAsk;
}
