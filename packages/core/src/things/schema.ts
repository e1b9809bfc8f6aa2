/** A piece of JSON Schema (draft 2020-12). */
export type Schema = Readonly<Record<string, unknown>>;
export type Schemas = Readonly<Record<string, Schema>>;

export const text = (most: number, description?: string): Schema => ({
  type: 'string',
  maxLength: most,
  ...(description === undefined ? {} : { description }),
});
export const listOf = (items: Schema, maxItems: number): Schema => ({ type: 'array', maxItems, items });
export const oneOf = (values: readonly string[]): Schema => ({ type: 'string', enum: [...values] });
export const whole = (least: number, most: number): Schema => ({
  type: 'integer',
  minimum: least,
  maximum: most,
});
export const orNull = (schema: Schema): Schema => ({ anyOf: [schema, { type: 'null' }] });
export const flag: Schema = { type: 'boolean' };

/** An object with these properties and no others. */
export const closed = (properties: Schemas, optional: readonly string[] = []): Schema => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  additionalProperties: false,
});

/** One of the definitions of a bundle's schema. */
export const ref = (name: string): Schema => ({ $ref: `#/$defs/${name}` });

/** Viewers by name; their ids stay on their channel. */
export const NAMED_VIEWERS = listOf(closed({ name: text(100), viewer: { type: 'null' } }), 200);
