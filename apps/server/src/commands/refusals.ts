import { REFUSING_GATES } from '@gully/core/commands';
import { ValidateBy } from 'class-validator';

/** Texts by gate: known gates only, and no text longer than may be checked in core. */
export function RefusalsShape(): PropertyDecorator {
  return ValidateBy({
    name: 'refusals',
    validator: {
      validate: (value: unknown) =>
        typeof value === 'object' &&
        value !== null &&
        Object.entries(value).every(
          ([gate, text]) =>
            (REFUSING_GATES as readonly string[]).includes(gate) &&
            typeof text === 'string' &&
            text.length <= 20_000,
        ),
      defaultMessage: () => `refusals holds texts for ${REFUSING_GATES.join(', ')} and nothing else`,
    },
  });
}
