import { plainText } from '@gully/core/routines';
import type { Command } from '../api/index.js';

/** What a command says first, values shown as an ellipsis; nothing where it says nothing by itself. */
export function firstTextOf({ routine }: Pick<Command, 'routine'>): string {
  for (const step of routine.steps) if ('texts' in step) return plainText(step.texts[0] ?? '');
  return '';
}
