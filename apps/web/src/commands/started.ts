import { type CommandBody, type Input } from '@gully/core/commands';
import { compilePattern, groupNames, REFUSAL_VALUES, type Scope } from '@gully/core/text';
import type { Started } from '../script/index.js';

const EXAMPLES: Readonly<Record<Input['type'], (input: Input) => unknown>> = {
  viewer: () => 'quillrush',
  number: ({ least }) => least ?? 7,
  amount: ({ least }) => Math.max(40, least ?? 0),
  choice: ({ choices }) => choices[0] ?? '',
  word: ({ name }) => `‹${name}›`,
  text: ({ name }) => `‹${name}›`,
  'yes-no': () => true,
};

/** What starts a command, with an example of everything its texts may ask of its inputs. */
export function startedBy({ trigger, inputs }: CommandBody, name: string, uses: number): Started {
  const pattern = trigger.pattern === '' ? undefined : compilePattern(trigger.pattern, trigger.matchCase);
  const groups = pattern !== undefined && 'pattern' in pattern ? groupNames(pattern.pattern) : [];
  return {
    name,
    uses,
    inputs: Object.fromEntries([
      ...inputs.map((input) => [input.name, EXAMPLES[input.type](input)] as const),
      ...groups.map((group) => [group, `‹${group}›`] as const),
    ]),
    names: inputs.some(({ type }) => type === 'viewer'),
  };
}

/** The scope of a text that those refused hear. */
export function refusalScope(scope: Scope): Scope {
  return { ...scope, known: new Set([...scope.known, ...REFUSAL_VALUES.map(({ path }) => path)]) };
}
