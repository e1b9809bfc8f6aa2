import { BUNDLE_VERSION, bundleSchema, filled, THINGS, type Bundle, NO_ITEMS } from '@gully/core/bundles';
import { completeSteps } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { ThingShape } from '@gully/core/things';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { Problem } from '../problem/index.js';
import { errorInWords } from '../routines/index.js';
import type { AnyBody } from '../things/index.js';

const NO_CHOICES = { choices: [] as readonly string[] };
/** Made with the first bundle that comes: it takes longer than much of the start. */
let made: { readonly bundle: ValidateFunction; readonly questions: ValidateFunction } | undefined;

function shapes(): NonNullable<typeof made> {
  if (made !== undefined) return made;
  const ajv = new Ajv2020({ discriminator: true, strict: false });
  const bundle = ajv.compile(bundleSchema());
  const questions = ajv.getSchema('https://gully.example/formats/bundle.schema.json#/properties/questions');
  if (questions === undefined) throw new Error('the format of bundles has no questions');
  return (made = { bundle, questions });
}

/**
 * Reads a bundle, its questions answered. @throws Problem 422 that names what is wrong and
 * where; nothing was changed by then
 */
export function readBundle(given: unknown, answers: Readonly<Record<string, string>>): Bundle {
  const bundle = whole(given);
  const { value, faults } = filled(bundle, bundle.questions, answers);
  if (Object.keys(faults).length > 0)
    throw refused(
      'Some answers are not usable',
      Object.entries(faults).map(([name, fault]) => `${name}: ${fault}`),
      faults,
    );
  const validate = shapes().bundle;
  if (!validate(value))
    throw refused('The bundle cannot be used', (validate.errors ?? []).slice(0, 3).map(errorInWords));
  const twice = namedTwice(value);
  if (twice !== undefined) throw refused('The bundle cannot be used', [twice]);
  return value;
}

/** What may be left out, put in; and what can be told at once of a file that is another one. */
function whole(given: unknown): Bundle {
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
    ...(completeSteps(given) as object),
  } as unknown as Bundle;
  const shape = shapes().questions;
  if (!shape(bundle.questions))
    throw refused(
      'The bundle cannot be used',
      (shape.errors ?? []).slice(0, 3).map((error) => `In its questions: ${errorInWords(error)}`),
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
