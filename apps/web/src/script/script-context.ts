import type { Step } from '@gully/core/channel';
import type { Scope } from '@gully/core/text';
import { createContext, useContext } from 'react';
import type { StepPlace } from './edits.js';

/** What every part of a script may ask and do. */
export interface ScriptContext {
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  /** how many things are wrong at a place and within it */
  readonly faultsAt: (place: string) => number;
  /** the step of this id as it is saved */
  readonly savedOf: (id: string) => Step | undefined;
  readonly onShowValues: () => void;
  readonly change: (place: StepPlace, step: Step) => void;
  readonly add: (place: StepPlace, steps: readonly Step[]) => void;
  readonly remove: (place: StepPlace) => void;
  readonly move: (place: StepPlace, down: boolean) => void;
  readonly copy: (place: StepPlace, cut: boolean) => void;
  /** puts in what was copied, before the place */
  readonly paste: (place: StepPlace) => void;
  /** how many steps were copied last; 0 for none */
  readonly copiedCount: number;
  readonly isFolded: (id: string) => boolean;
  readonly fold: (id: string, folded: boolean) => void;
  /** true when there is room for no more */
  readonly full: boolean;
}

const Context = createContext<ScriptContext | undefined>(undefined);
export const ScriptProvider = Context.Provider;

export function useScript(): ScriptContext {
  const context = useContext(Context);
  if (context === undefined) throw new Error('a part of a script stands outside of one');
  return context;
}
