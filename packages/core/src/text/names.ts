/**
 * The form in which two names are the same: compatibility characters unified (NFKC),
 * upper and lower case alike. Not for display.
 */
export function foldName(name: string): string {
  return name.normalize('NFKC').toLowerCase();
}
