import type { Heard } from '../../view.js';

/** A message that is one word, so many times. */
interface Step {
  readonly viewer: string;
  readonly name: string;
  readonly word: string;
  readonly count: number;
}

function stepOf({ viewer, name, text }: Heard): Step | undefined {
  const words = text.trim().split(/\s+/u);
  const [word] = words;
  return word !== undefined && word !== '' && words.every((each) => each === word)
    ? { viewer, name, word, count: words.length }
    : undefined;
}

/** The steps at the end that are one viewer's, of one word, with nothing in between; the oldest first. */
function lastSteps(lines: readonly Heard[]): Step[] {
  const steps: Step[] = [];
  for (const line of lines.toReversed()) {
    const step = stepOf(line);
    const later = steps[0];
    if (
      step === undefined ||
      (later !== undefined && (step.viewer !== later.viewer || step.word !== later.word))
    )
      break;
    steps.unshift(step);
  }
  return steps;
}

export interface Built {
  readonly name: string;
  readonly word: string;
  readonly height: number;
}

/** The pyramid the last line completes: the highest of those that end with it. */
export function builtBy(lines: readonly Heard[], least: number): Built | undefined {
  const steps = lastSteps(lines);
  for (let height = Math.floor((steps.length + 1) / 2); height >= least; height -= 1) {
    const last = steps.slice(-(2 * height - 1));
    if (last.every(({ count }, n) => count === (n < height ? n + 1 : 2 * height - 1 - n))) {
      const { name, word } = last[0] ?? { name: '', word: '' };
      return { name, word, height };
    }
  }
  return undefined;
}

/** The pyramid that was under way, high enough already, and that the last line breaks. */
export function brokenBy(lines: readonly Heard[], least: number): Built | undefined {
  const before = lines.slice(0, -1);
  const steps = lastSteps(before);
  const height = heightOf(steps);
  const top = steps.at(-1);
  const last = lines.at(-1);
  if (height < least || top === undefined || last === undefined || builtBy(before, 2) !== undefined)
    return undefined;
  const next = stepOf(last);
  const goesOn =
    next?.viewer === top.viewer &&
    next.word === top.word &&
    (next.count === top.count - 1 || (next.count === top.count + 1 && height === top.count));
  return goesOn ? undefined : { name: top.name, word: top.word, height };
}

/** How high steps go that rise from one and may have begun to fall; 0 for what is no pyramid. */
function heightOf(steps: readonly Step[]): number {
  for (let begin = steps.length - 1; begin >= 0; begin -= 1) {
    if (steps[begin]?.count !== 1) continue;
    const counts = steps.slice(begin).map(({ count }) => count);
    const height = Math.max(...counts);
    const rises = counts.every((count, n) => count === (n < height ? n + 1 : 2 * height - 1 - n));
    if (rises) return height;
  }
  return 0;
}
