import type { Blank } from '../area/index.js';
import { STEP_KINDS, type StepKindName } from '../channel/index.js';
import type { Schema } from '../things/index.js';
import { COMPARISONS } from './conditions.js';
import { STEPS_LIMIT } from './step.js';

const ID: Schema = { type: 'string', minLength: 1, maxLength: 40 };
const text = (most: number): Schema => ({ type: 'string', maxLength: most });
const closed = (properties: Readonly<Record<string, Schema>>): Schema => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
  additionalProperties: false,
});

/**
 * The shape of steps as JSON Schema, made from the registry: the API's document, the
 * bundle's format and the check of what comes in are all this one.
 *
 * @param at where the definitions stand in the document: `#/components/schemas`, `#/$defs`
 * @returns by name: `Steps`, `Conditions` and `SayStep`, `WaitStep`… for each kind
 */
export function stepSchemas(at: string): Readonly<Record<string, Schema>> {
  const kinds = Object.keys(STEP_KINDS) as StepKindName[];
  const row = closed({
    id: ID,
    value: text(500),
    comparison: { type: 'string', enum: [...COMPARISONS] },
    against: text(2_000),
  });
  return {
    Steps: {
      type: 'array',
      maxItems: STEPS_LIMIT * 2,
      items: {
        type: 'object',
        required: ['kind'],
        discriminator: { propertyName: 'kind' },
        oneOf: kinds.map((kind) => ({ $ref: `${at}/${schemaName(kind)}` })),
      },
    },
    Conditions: closed({
      id: ID,
      join: { type: 'string', enum: ['all', 'any'] },
      rows: {
        type: 'array',
        maxItems: 50,
        items: { anyOf: [row, { $ref: `${at}/Conditions` }] },
      },
    }),
    ...Object.fromEntries(
      kinds.map((kind) => [
        schemaName(kind),
        closed({
          kind: { type: 'string', const: kind },
          id: ID,
          ...Object.fromEntries(
            Object.entries(STEP_KINDS[kind].blanks as Readonly<Record<string, Blank>>).map(
              ([field, blank]) => [field, blankSchema(blank, at)],
            ),
          ),
        }),
      ]),
    ),
  };
}

/** `say` is `SayStep`. */
function schemaName(kind: string): string {
  return `${kind.charAt(0).toUpperCase()}${kind.slice(1)}Step`;
}

function blankSchema(blank: Blank, at: string): Schema {
  switch (blank.as) {
    case 'texts':
      return { type: 'array', maxItems: 100, items: text(20_000) };
    case 'text':
      return text(20_000);
    case 'word':
    case 'reference':
      return text(100);
    case 'number':
      return { type: 'integer' };
    case 'choice':
      return { type: 'string', enum: Object.keys(blank.options) };
    case 'conditions':
      return { $ref: `${at}/Conditions` };
    case 'steps':
      return { $ref: `${at}/Steps` };
    case 'branches':
      return {
        type: 'array',
        maxItems: 50,
        items: closed({ id: ID, weight: { type: 'integer' }, steps: { $ref: `${at}/Steps` } }),
      };
  }
}
