import { filledBlanks, type Step } from '../channel/index.js';

/** The Liquid texts of a step itself, not of those within it. */
export function textsOf(step: Step): string[] {
  return filledBlanks(step).flatMap(({ blank, value }) => {
    if (blank.as === 'texts') return value as string[];
    if (blank.as === 'text') return [String(value)];
    return blank.as === 'conditions' ? againstOf(value) : [];
  });
}

/** The texts conditions compare with. */
function againstOf(conditions: unknown): string[] {
  const { rows } = conditions as { rows: readonly (object | { against: string })[] };
  return rows.flatMap((row) =>
    'rows' in row ? againstOf(row) : 'against' in row && row.against !== '' ? [row.against] : [],
  );
}
