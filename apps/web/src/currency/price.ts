import { durationInWords } from '@gully/core/text';

/** Minutes of watching in words; undefined where nobody earns by watching. */
export function minutesInWords(minutes: number | undefined): string {
  return minutes === undefined ? 'nothing is earned' : durationInWords(minutes * 60_000);
}
