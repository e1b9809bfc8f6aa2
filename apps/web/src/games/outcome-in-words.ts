import type { GameKindName, Row, Settings } from '@gully/core/games';

const PLAIN: Readonly<Record<string, string>> = {
  won: 'won',
  lost: 'lost',
  special: 'a special roll',
  back: 'came back',
  none: 'nothing on the pay table',
  fell: 'it fell',
  left: 'it left',
  right: 'right',
  wrong: 'wrong',
  claimed: 'claimed one',
  answered: 'answered',
};

/** An outcome as people call it. @param settings undefined where they are not known any more */
export function outcomeInWords(kind: GameKindName, settings: Settings | undefined, outcome: string): string {
  const [word = '', number = ''] = outcome.split(' ');
  switch (word) {
    case 'hits':
      return number === '0' ? 'no hits' : number === '1' ? '1 hit' : `${number} hits`;
    case 'segment':
      return labelOf(settings, 'segments', number, 'label') ?? `segment ${number}`;
    case 'row': {
      const symbol = labelOf(settings, 'pays', number, 'symbol');
      const count = labelOf(settings, 'pays', number, 'count');
      return symbol === undefined
        ? `row ${number} of the pay table`
        : `${count ?? ''} × ${symbol === 'any' ? 'alike' : symbol}`;
    }
    default:
      return kind === 'expedition' && outcome === 'lost'
        ? 'came up with nothing'
        : (PLAIN[outcome] ?? outcome);
  }
}

function labelOf(
  settings: Settings | undefined,
  field: string,
  number: string,
  column: string,
): string | undefined {
  const rows = settings?.[field];
  const row = Array.isArray(rows) ? (rows[Number(number) - 1] as Row | undefined) : undefined;
  return row === undefined ? undefined : String(row[column] ?? '');
}
