import { changeInWords, type Change, type Effect, type World } from '@gully/core/pipeline';

/** What a decision would have come to, in words. @param world the rehearsal's channel, the changes made */
export function effectsInWords(
  effects: readonly Effect[],
  changes: readonly Change[],
  name: string,
  world: World,
): string[] {
  const lines = effects.reduce((sum, effect) => sum + (effect.kind === 'say' ? effect.lines.length : 0), 0);
  const words = lines === 0 ? [] : [`says ${String(lines)} ${lines === 1 ? 'line' : 'lines'}`];
  for (const effect of effects) {
    if (effect.kind === 'output') words.push(`writes ${effect.file}.txt: ${effect.text}`);
    if (effect.kind === 'clear') words.push('clears the chat');
    if (effect.kind === 'timer') words.push(`${ACTS[effect.does]} the timer ${effect.timer}`);
  }
  for (const change of changes) words.push(...changeInWords(change, { name, world }));
  return words;
}

const ACTS = { hold: 'holds', 'go-on': 'lets go on', fire: 'fires' } as const;
