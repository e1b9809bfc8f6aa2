import { ValidationPipe, type ValidationError } from '@nestjs/common';
import { Problem } from './problem.js';

/** Checks every request body against its class; what is wrong comes back by field. */
export function makeValidation(): ValidationPipe {
  return new ValidationPipe({
    transform: true,
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    exceptionFactory: (errors) => {
      const fields = fieldsOf(errors);
      const detail = Object.values(fields).join('; ');
      return new Problem(422, 'Some of it is not usable', `Nothing was changed. ${detail}`, { fields });
    },
  });
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
