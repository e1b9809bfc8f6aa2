import { stepSchemas } from '@gully/core/routines';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';
import { registerDecorator, type ValidationArguments } from 'class-validator';

const AT = '#/$defs';
/** Made with the first steps that come: it takes longer than all else the server does to start. */
let made: ValidateFunction | undefined;

function shape(): ValidateFunction {
  made ??= new Ajv2020({ allErrors: false, discriminator: true, strict: false }).compile({
    $ref: `${AT}/Steps`,
    $defs: stepSchemas(AT),
  });
  return made;
}

/** What of a value is not the shape of steps, in words with its place, or undefined. */
export function stepsFault(value: unknown): string | undefined {
  const validate = shape();
  if (validate(value)) return undefined;
  const [error] = validate.errors ?? [];
  return error === undefined ? 'These are not steps' : errorInWords(error);
}

/** What JSON Schema found, as a person reads it: `/3/texts must be array`. */
export function errorInWords({ instancePath, message = '', params }: ErrorObject): string {
  const extra = params as { additionalProperty?: string; allowedValues?: unknown[] };
  const more =
    extra.additionalProperty !== undefined
      ? `: ${extra.additionalProperty}`
      : extra.allowedValues !== undefined
        ? ` (${extra.allowedValues.join(', ')})`
        : '';
  return `${instancePath === '' ? 'It' : instancePath} ${message}${more}`;
}

/** Checks that a property holds steps, by the shapes core’s registry gives. */
export function IsSteps(): PropertyDecorator {
  return (target, propertyName) => {
    registerDecorator({
      name: 'isSteps',
      target: target.constructor,
      propertyName: String(propertyName),
      validator: {
        validate: (value: unknown) => stepsFault(value) === undefined,
        defaultMessage: ({ value }: ValidationArguments) => `These are not steps: ${stepsFault(value) ?? ''}`,
      },
    });
  };
}
