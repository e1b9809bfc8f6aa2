import type { Change, Effect, World } from '@gully/core/pipeline';
import { durationInWords } from '@gully/core/text';

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
  for (const change of changes) words.push(...changeInWords(change, name, world));
  return words;
}

const ACTS = { hold: 'holds', 'go-on': 'lets go on', fire: 'fires' } as const;

function changeInWords(change: Change, name: string, world: World): string[] {
  switch (change.kind) {
    case 'counter':
      return [`sets the counter ${change.counter} to ${String(change.value)}`];
    case 'draw':
      return [
        `${String(change.state.left.length)} of ${String(change.state.count)} texts are left in this round`,
      ];
    case 'drawn': {
      const list = world.list(change.list);
      if (list === undefined || change.order === 'turn') return [];
      return [`${String(list.left)} of ${String(list.size)} lines of ${list.name} are left in this round`];
    }
    case 'remembered':
      return change.text === null
        ? [`forgets ${change.name}`]
        : [`remembers ${change.name}: ${change.text === '' ? 'nothing' : change.text}`];
    case 'post':
      return [`posts to ${change.webhook}: ${change.body}`];
    case 'arrival':
      return [`${name} has arrived in this stream`];
    case 'refused':
      return [`tells ${name} so; not again for 15 s`];
    case 'use': {
      const { commandId, viewer } = change;
      const prepared = world.index.commands.find(({ command }) => command.id === commandId);
      if (prepared === undefined) return [];
      const { cooldown, viewerCooldown } = prepared.command.gates;
      const waits: string[] = [];
      if (cooldown > 0) waits.push(durationInWords(cooldown * 1000));
      if (viewerCooldown > 0) waits.push(`${name} ${durationInWords(viewerCooldown * 1000)}`);
      const counted = `counts ${prepared.title} up to ${String(world.use(commandId, viewer).uses)}`;
      return waits.length === 0 ? [counted] : [counted, `cools down ${waits.join(', ')}`];
    }
    case 'run':
    case 'run-ended':
    case 'timer':
      return [];
  }
}
