import { BUNDLE_VERSION, filled, ITEM_KINDS, NO_ITEMS, THINGS, type Bundle } from '@gully/core/bundles';
import { completeSteps } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { ThingShape } from '@gully/core/things';
import type { Pause } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { errorInWords } from '../routines/index.js';
import type { Task } from '../tasks/index.js';
import type { AnyBody } from '../things/index.js';
import { shapeCheck } from './shape-check.js';

const NO_CHOICES = { choices: [] as readonly string[] };
/**
 * Reads a bundle, its questions answered; thing by thing, so that other things have their turn.
 * @throws Problem 422 that names what is wrong and where; nothing was changed by then
 */
export async function readBundle(
  given: unknown,
  answers: Readonly<Record<string, string>>,
  task: Task,
): Promise<Bundle> {
  task.begin('Reading the bundle');
  const pause = task.step;
  const bundle = await whole(given, pause);
  const { faults, value: rest } = filled({ ...bundle, ...NO_ITEMS, files: {} }, bundle.questions, answers);
  if (Object.keys(faults).length > 0)
    throw refused(
      'Some answers are not usable',
      Object.entries(faults).map(([name, fault]) => `${name}: ${fault}`),
      faults,
    );
  const items: Record<string, unknown> = {};
  for (const many of ITEM_KINDS)
    items[many] = await eachOf(bundle[many], (item) => filled(item, bundle.questions, answers).value, pause);
  const value = { ...rest, ...items, files: bundle.files } as Bundle;
  const errors = await shapeCheck.errorsOf('bundle', { ...value, files: withoutContent(value.files) });
  if (errors.length > 0) throw refused('The bundle cannot be used', errors.map(errorInWords));
  const twice = namedTwice(value);
  if (twice !== undefined) throw refused('The bundle cannot be used', [twice]);
  return value;
}

/** What is not a list stays as it is, and is reported with whatever else is wrong. */
async function eachOf(listed: unknown, work: (item: unknown) => unknown, pause: Pause): Promise<unknown> {
  if (!Array.isArray(listed)) return listed;
  const done: unknown[] = [];
  for (const item of listed) {
    await pause();
    done.push(work(item));
  }
  return done;
}

/** The content of media may have many megabytes, and is looked at when it is kept. */
function withoutContent(files: unknown): unknown {
  if (typeof files !== 'object' || files === null) return files;
  return Object.fromEntries(
    Object.entries(files).map(([file, content]: [string, unknown]) => [
      file,
      typeof content === 'string' ? '' : content,
    ]),
  );
}

/** What may be left out, put in; and what can be told at once of a file that is another one. */
async function whole(given: unknown, pause: Pause): Promise<Bundle> {
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    throw refused('This is not a bundle', ['It is not a JSON object']);
  const { format, version } = given as Record<string, unknown>;
  if (format !== 'gully-bundle')
    throw refused('This is not a bundle', ['It does not say "format": "gully-bundle"']);
  if (typeof version === 'number' && version > BUNDLE_VERSION)
    throw refused('The bundle is of a later version', [
      `It has version ${String(version)}, and this Gully reads ${String(BUNDLE_VERSION)}. Update Gully, or ask for an older bundle`,
    ]);
  const bundle = {
    author: '',
    note: '',
    questions: [],
    ...NO_ITEMS,
    files: {},
    ...given,
  } as unknown as Bundle;
  for (const many of ITEM_KINDS)
    Object.assign(bundle, { [many]: await eachOf(bundle[many], (item) => completeSteps(item), pause) });
  const errors = await shapeCheck.errorsOf('questions', bundle.questions);
  if (errors.length > 0)
    throw refused(
      'The bundle cannot be used',
      errors.map((error) => `In its questions: ${errorInWords(error)}`),
    );
  // The file may leave the choices out where there are none.
  return { ...bundle, questions: bundle.questions.map((question) => ({ ...NO_CHOICES, ...question })) };
}

function namedTwice(bundle: Bundle): string | undefined {
  for (const shape of Object.values(THINGS) as unknown as ThingShape<AnyBody>[]) {
    const seen = new Set<string>();
    const { many } = shape;
    for (const body of bundle[many]) {
      const name = shape.nameOf(body);
      const key = foldName(name.trim());
      if (seen.has(key)) return `Two of its ${many} are called ${name}`;
      seen.add(key);
    }
  }
  return undefined;
}

function refused(
  title: string,
  reasons: readonly string[],
  fields: Readonly<Record<string, string>> = {},
): Problem {
  return new Problem(422, title, `${reasons.join('. ')}. Nothing was changed.`, { fields });
}
