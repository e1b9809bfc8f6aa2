import { GAME_KINDS, type GameBody, type Row, type SettingBlank, type Setting } from '@gully/core/games';
import { typedDuration } from '@gully/core/text';

/** Settings of a game in words, for comparing versions. */
export function settingsInWords({ kind, settings }: Pick<GameBody, 'kind' | 'settings'>): string {
  const shape = GAME_KINDS[kind];
  const without = new Set<string>(shape.without?.(settings));
  return Object.entries(shape.blanks)
    .filter(([field]) => !without.has(field))
    .map(([field, blank]) => `${blank.label}: ${valueInWords(blank, settings[field] ?? '')}`)
    .join('; ');
}

function valueInWords(blank: SettingBlank, value: Setting): string {
  switch (blank.as) {
    case 'number':
      return numberInWords(Number(value), blank.unit);
    case 'choice':
      return blank.options[value as string] ?? '';
    case 'words':
      return (value as readonly string[]).join(', ');
    case 'table':
      return (value as readonly Row[])
        .map((row) =>
          Object.entries(blank.columns)
            .filter(([, cell]) => cell.as !== 'routine' && cell.as !== 'colour')
            .map(([column, cell]) =>
              cell.as === 'number' ? numberInWords(Number(row[column]), cell.unit) : String(row[column]),
            )
            .join(' '),
        )
        .join(', ');
  }
}

export function numberInWords(value: number, unit: 's' | '%' | '×' | 'currency' | undefined): string {
  if (unit === 's') return typedDuration(value * 1_000);
  if (unit === '%') return `${String(value)}%`;
  return unit === '×' ? `×${String(value)}` : value.toLocaleString('en');
}
