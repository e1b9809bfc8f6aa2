import { parentPort } from 'node:worker_threads';
import { bundleSchema } from '@gully/core/bundles';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';

/** The thread of `ShapeCheck`: making the check of a bundle's format takes half a second, and chat goes on meanwhile. */

/** Errors that are told of at once. */
const TOLD = 3;

export interface ShapeOrder {
  readonly id: number;
  readonly part: 'bundle' | 'questions';
  readonly value: unknown;
}
export interface ShapeAnswer {
  readonly id: number;
  readonly errors: readonly ErrorObject[];
}

const ajv = new Ajv2020({ discriminator: true, strict: false });
const bundle = ajv.compile(bundleSchema());
const questions = ajv.getSchema('https://gully.example/formats/bundle.schema.json#/properties/questions');
if (questions === undefined) throw new Error('the format of bundles has no questions');
const shapes: Readonly<Record<ShapeOrder['part'], ValidateFunction>> = { bundle, questions };

parentPort?.on('message', ({ id, part, value }: ShapeOrder) => {
  const shape = shapes[part];
  const errors = shape(value) ? [] : (shape.errors ?? []).slice(0, TOLD);
  parentPort?.postMessage({ id, errors } satisfies ShapeAnswer);
});
