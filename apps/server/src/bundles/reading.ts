import {
  BUNDLE_VERSION,
  bundleSchema,
  filled,
  ITEM_KINDS,
  NO_ITEMS,
  THINGS,
  type Bundle,
  type ItemKind,
} from '@gully/core/bundles';
import { completeSteps } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { ThingShape } from '@gully/core/things';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { breathe, breather } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { errorInWords } from '../routines/index.js';
import type { AnyBody } from '../things/index.js';

const NO_CHOICES = { choices: [] as readonly string[] };
interface Schema {
  readonly $id: string;
  readonly properties: Readonly<Record<string, unknown>>;
  readonly $defs: object;
}

/** What a bundle, and each of the things in it, has to look like. */
interface Shapes {
  /** all but the things in its lists */
  readonly outline: ValidateFunction;
  readonly questions: ValidateFunction;
  readonly items: ReadonlyMap<ItemKind, ValidateFunction>;
}
/** Made with the first bundle that comes: it takes longer than much of the start. */
let made: Promise<Shapes> | undefined;

/** Compiled part by part, since all of it takes half a second. */
async function makeShapes(): Promise<Shapes> {
  const ajv = new Ajv2020({ discriminator: true, strict: false, inlineRefs: false });
  const schema = bundleSchema() as unknown as Schema;
  ajv.addSchema(schema);
  const at = (path: string): ValidateFunction => {
    const found = ajv.getSchema(`${schema.$id}#/${path}`);
    if (found === undefined) throw new Error(`the format of bundles has no ${path}`);
    return found;
  };
  // Steps first: everything else is made of them.
  for (const name of Object.keys(schema.$defs).reverse()) {
    at(`$defs/${name}`);
    await breathe();
  }
  const items = new Map(ITEM_KINDS.map((many) => [many, at(`properties/${many}/items`)]));
  await breathe();
  return { outline: ajv.compile(outlineOf(schema)), questions: at('properties/questions'), items };
}

/** The same shape, in which the things of all kinds may be anything: each is looked at by itself. */
function outlineOf(schema: Schema): object {
  const properties: Record<string, unknown> = { ...schema.properties };
  for (const many of ITEM_KINDS) properties[many] = { ...(properties[many] as object), items: {} };
  return { ...schema, $id: 'https://gully.example/formats/bundle-outline.json', properties };
}

/**
 * Reads a bundle, its questions answered; thing by thing, so that other things have their turn.
 * @throws Problem 422 that names what is wrong and where; nothing was changed by then
 */
export async function readBundle(given: unknown, answers: Readonly<Record<string, string>>): Promise<Bundle> {
  const shapes = await (made ??= makeShapes());
  const pause = breather();
  const bundle = await whole(given, shapes, pause);
  const { faults, value: rest } = filled({ ...bundle, ...NO_ITEMS }, bundle.questions, answers);
  if (Object.keys(faults).length > 0)
    throw refused(
      'Some answers are not usable',
      Object.entries(faults).map(([name, fault]) => `${name}: ${fault}`),
      faults,
    );
  refuseFaults(shapes.outline, bundle, '');
  const items: Partial<Record<ItemKind, readonly AnyBody[]>> = {};
  for (const many of ITEM_KINDS) {
    const read: AnyBody[] = [];
    for (const [n, item] of bundle[many].entries()) {
      await pause();
      const { value } = filled<AnyBody>(item, bundle.questions, answers);
      refuseFaults(shapes.items.get(many), value, `/${many}/${String(n)}`);
      read.push(value);
    }
    items[many] = read;
  }
  const value = { ...rest, ...items } as Bundle;
  const twice = namedTwice(value);
  if (twice !== undefined) throw refused('The bundle cannot be used', [twice]);
  return value;
}

function refuseFaults(shape: ValidateFunction | undefined, value: unknown, before: string): void {
  if (shape === undefined || shape(value)) return;
  const errors = (shape.errors ?? []).slice(0, 3);
  throw refused(
    'The bundle cannot be used',
    errors.map((error) => errorInWords({ ...error, instancePath: before + error.instancePath })),
  );
}

/** What may be left out, put in; and what can be told at once of a file that is another one. */
async function whole(
  given: unknown,
  shapes: Shapes,
  pause: () => Promise<void> | undefined,
): Promise<Bundle> {
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
  } as unknown as Bundle & Record<ItemKind, unknown>;
  for (const many of ITEM_KINDS) {
    const listed = bundle[many] as unknown;
    // What is no list is told of later.
    if (!Array.isArray(listed)) continue;
    const complete: unknown[] = [];
    for (const item of listed) {
      await pause();
      complete.push(completeSteps(item));
    }
    Object.assign(bundle, { [many]: complete });
  }
  const shape = shapes.questions;
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
