import { BLANK_COMMAND, prepareCommand, textBehind, TriggerIndex } from '@gully/core/commands';
import type { Command } from '@gully/core/commands';
import { sayOnly } from '@gully/core/routines';
import { compilePattern, foldName, isBorder, phraseForm } from '@gully/core/text';
import { planCrowd } from '@gully/standin/crowd';
import { tellRatio } from './ratios.js';
import { measure, type Times } from './times.js';

const NAMES = 1_500;
const PHRASES = 400;
const PATTERNS = 100;
const MESSAGES = 20_000;

/** What matching a message against all triggers costs, beside a plain loop over them. */
function main(): void {
  const commands = triggers();
  const prepared = commands.map((command) => prepareCommand(command, '!'));
  const started = performance.now();
  const index = new TriggerIndex(prepared, '!');
  const built = performance.now() - started;
  const messages = talk();
  // Both warm up on the same messages, and are told apart by nothing but what they do.
  const found = messages.slice(0, 500).map((text) => index.match(text).found.length > 0);
  const plain = messages.slice(0, 500).map((text) => plainLoop(commands, text));
  if (found.join() !== plain.join()) throw new Error('the index and the plain loop disagree');
  const ours = measure(messages, (text) => index.match(text).found.length);
  const theirs = measure(messages.slice(0, 2_000), (text) => Number(plainLoop(commands, text)));
  tellRatio('match: time of a plain loop, of ours', theirs.p50 / ours.p50, 'higher');
  const line = (name: string, { p50, p99 }: Times): string =>
    `  ${name.padEnd(22)} p50 ${p50.toFixed(4)} ms   p99 ${p99.toFixed(4)} ms`;
  process.stdout.write(
    [
      `Matching against ${String(NAMES)} names, ${String(PHRASES)} phrases, ${String(PATTERNS)} patterns`,
      line('prepared index', ours),
      line('plain loop over all', theirs),
      `  the plain loop takes ${(theirs.p50 / ours.p50).toFixed(0)} times as long at the median, ${(theirs.p99 / ours.p99).toFixed(0)} times at p99`,
      `  aims: p50 under 1 ms (${ours.p50 < 1 ? 'met' : 'missed'}), p99 under 3 ms (${ours.p99 < 3 ? 'met' : 'missed'}); building the index took ${built.toFixed(0)} ms`,
      '',
    ].join('\n'),
  );
}

function triggers(): Command[] {
  const command = (n: number, trigger: Partial<Command['trigger']>): Command => ({
    ...BLANK_COMMAND,
    id: String(n),
    trigger: { ...BLANK_COMMAND.trigger, ...trigger },
    routine: sayOnly('x'),
  });
  const all: Command[] = [];
  for (let n = 0; n < NAMES; n += 1) all.push(command(all.length, { name: `passage${String(n)}` }));
  for (let n = 0; n < PHRASES; n += 1)
    all.push(
      command(all.length, {
        phrases: [`${WORDS[n % WORDS.length] ?? ''} ${WORDS[(n * 7) % WORDS.length] ?? ''} ${String(n)}`],
      }),
    );
  for (let n = 0; n < PATTERNS; n += 1)
    all.push(
      command(all.length, {
        pattern: String.raw`(?:where|who) (?:is|was) (?P<thing>[a-z]{3,}) ${String(n)}\b`,
      }),
    );
  return all;
}

const WORDS = [
  'the lamp',
  'is out',
  'good evening',
  'how deep',
  'my rope',
  'wet boots',
  'left passage',
  'the lake',
];

/** An evening's talk as the crowd makes it, with commands, near misses, phrases and patterns in it, some of it long. */
function talk(): string[] {
  const messages: string[] = [];
  for (const act of planCrowd(7, 200, 60)) {
    if (messages.length >= MESSAGES) break;
    if (act.text === '') continue;
    const n = messages.length;
    if (n % 10 === 0) messages.push(`!passage${String(n % (NAMES * 2))} and more`);
    else if (n % 17 === 0)
      messages.push(`so ${WORDS[n % 8] ?? ''} ${WORDS[(n * 7) % 8] ?? ''} ${String(n % PHRASES)}`);
    else if (n % 23 === 0) messages.push(`where is the lamp, where is lamp ${String(n % PATTERNS)}`);
    else if (n % 97 === 0) messages.push(`${act.text} `.repeat(12));
    else messages.push(act.text);
  }
  return messages;
}

/** The baseline: every trigger of every command is looked at in turn. */
function plainLoop(commands: readonly Command[], text: string): boolean {
  const behind = textBehind(text, '!');
  const folded = phraseForm(text, false);
  let met = false;
  for (const { trigger } of commands) {
    if (
      trigger.name !== '' &&
      behind !== undefined &&
      `${foldName(behind)} `.startsWith(`${foldName(trigger.name)} `)
    )
      met = true;
    for (const phrase of trigger.phrases) {
      const form = phraseForm(phrase, false);
      for (let at = folded.indexOf(form); at >= 0; at = folded.indexOf(form, at + 1))
        if (isBorder(folded, at) && isBorder(folded, at + form.length)) met = true;
    }
    if (trigger.pattern !== '') {
      const result = compilePattern(trigger.pattern, false);
      if ('pattern' in result && result.pattern.matcher(text).find()) met = true;
    }
  }
  return met;
}

main();
