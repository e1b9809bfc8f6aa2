import { ValidateIf } from 'class-validator';

/** A field that may be left out; one that is there is checked, so `null` is refused where it means nothing. */
export function MayBeMissing(): PropertyDecorator {
  return ValidateIf((_, value) => value !== undefined);
}
