import { Injectable, ValidationPipe, type ArgumentMetadata, type ValidationError } from '@nestjs/common';
import { breather } from '../database/index.js';
import { withUntouched } from './each-is.js';
import { Problem } from './problem.js';

/** Names that mean something to the program itself, wherever they stand. */
const RESERVED = ['__proto__', 'constructor', 'prototype'];

/** Checks every request body against its class; what is wrong comes back by field. */
@Injectable()
class Validation extends ValidationPipe {
  constructor() {
    super({
      transform: true,
      whitelist: true,
      forbidNonWhitelisted: true,
      forbidUnknownValues: true,
      exceptionFactory: (errors) => {
        const fields = fieldsOf(errors);
        return unusable(Object.values(fields).join('; '), fields);
      },
    });
  }

  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    if (metadata.type !== 'body' || !this.toValidate(metadata)) return super.transform(value, metadata);
    if (typeof value !== 'object' || value === null)
      throw unusable('Send what is asked for as a JSON object, as application/json');
    // A body of thousands of entries takes long in each of these.
    const pause = breather();
    refuseReserved(value);
    await pause();
    const shape = metadata.metatype as unknown as { readonly prototype: object };
    const read: unknown = await super.transform(withUntouched(value, shape), metadata);
    await pause();
    const fields = listsForObjects(read);
    await pause();
    if (Object.keys(fields).length > 0) throw unusable(Object.values(fields).join('; '), fields);
    return read;
  }
}

export function makeValidation(): ValidationPipe {
  return new Validation();
}

/** Its depth was looked at before it was parsed. */
function refuseReserved(value: object): void {
  for (const [name, inner] of Object.entries(value)) {
    if (RESERVED.includes(name)) throw unusable(`${name} is no name for a field`);
    if (typeof inner === 'object' && inner !== null) refuseReserved(inner as object);
  }
}

/** The checks take a list of objects wherever an object is declared; an empty one has nothing wrong with it. */
function listsForObjects(read: unknown, before = ''): Record<string, string> {
  const fields: Record<string, string> = {};
  // A plain object is JSON of its own, for which no shape is declared.
  if (typeof read !== 'object' || read === null || Object.getPrototypeOf(read) === Object.prototype)
    return fields;
  for (const [name, inner] of Object.entries(read)) {
    const declared: unknown = Reflect.getMetadata('design:type', read, name);
    const isObject = typeof declared === 'function' && declared !== Array && declared !== Object;
    if (isObject && Array.isArray(inner)) fields[before + name] = `${name} must be an object`;
    else Object.assign(fields, listsForObjects(inner, `${before}${name}.`));
  }
  return fields;
}

function unusable(detail: string, fields: Readonly<Record<string, string>> = {}): Problem {
  return new Problem(422, 'Some fields are not valid', `Nothing was changed. ${detail}`, { fields });
}

function fieldsOf(errors: readonly ValidationError[], before = ''): Record<string, string> {
  const fields: Record<string, string> = {};
  for (const { property, constraints, children } of errors) {
    const path = before + property;
    if (constraints !== undefined) fields[path] = Object.values(constraints).join(', ');
    Object.assign(fields, fieldsOf(children ?? [], `${path}.`));
  }
  return fields;
}
