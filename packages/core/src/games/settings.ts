import type { Blank } from '../area/index.js';

/** What stands in one cell of a table of settings. */
export type Cell = string | number;
export type Row = Readonly<Record<string, Cell>>;
export type Setting = Cell | readonly string[] | readonly Row[];
/** What a kind of game is set to. Chances are percent and payouts multiples of the stake, each with at most two decimals. */
export type Settings = Readonly<Record<string, Setting>>;

/** A number with a meaning: seconds, a chance, a multiple of the stake, or an amount of the currency. */
export interface NumberBlank {
  readonly as: 'number';
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly unit?: 's' | '%' | '×' | 'currency';
}
export type CellBlank =
  | NumberBlank
  | { readonly as: 'text'; readonly label: string; readonly most: number }
  | Extract<Blank, { readonly as: 'choice' }>
  | { readonly as: 'colour'; readonly label: string }
  /** a routine that follows, or none */
  | { readonly as: 'routine'; readonly label: string };

/** One blank of a kind of game. The editor's control, the check and what a bundle carries are made from it. */
export type SettingBlank =
  | NumberBlank
  | Extract<Blank, { readonly as: 'choice' }>
  /** words or texts, each its own */
  | { readonly as: 'words'; readonly label: string; readonly least: number; readonly most: number }
  | {
      readonly as: 'table';
      readonly label: string;
      readonly columns: Readonly<Record<string, CellBlank>>;
      readonly least: number;
      readonly most: number;
      /** a new row */
      readonly row: Row;
    };

/** Settings as they came in, each of the kind its blank is; what is missing is as it ships. */
export function readSettings(
  blanks: Readonly<Record<string, SettingBlank>>,
  given: Settings,
  shipped: Settings,
): Settings {
  return Object.fromEntries(
    Object.entries(blanks).map(([field, blank]) => [
      field,
      given[field] === undefined ? (shipped[field] ?? '') : readSetting(blank, given[field]),
    ]),
  );
}

function readSetting(blank: SettingBlank, value: unknown): Setting {
  const all: readonly unknown[] = Array.isArray(value) ? value : [];
  switch (blank.as) {
    case 'number':
    case 'choice':
      return readCell(blank, value);
    case 'words':
      return all.filter((each) => typeof each === 'string');
    case 'table':
      return all.map((row) =>
        Object.fromEntries(
          Object.entries(blank.columns).map(([column, cell]) => {
            const known = typeof row === 'object' && row !== null ? (row as Row)[column] : undefined;
            return [column, readCell(cell, known)];
          }),
        ),
      );
  }
}

function readCell({ as }: CellBlank, value: unknown): Cell {
  if (as === 'number') return typeof value === 'number' ? value : Number.NaN;
  return typeof value === 'string' ? value : '';
}

/** What is wrong, by place (`crew.0.chance`). */
export type SettingFaults = Record<string, string>;

/** Letters of a word of a game. */
const WORD = 60;
const COLOUR = /^#[\da-f]{6}$/iu;

/** What is wrong with settings by their blanks alone. */
export function blankFaults(
  blanks: Readonly<Record<string, SettingBlank>>,
  settings: Settings,
): SettingFaults {
  const faults: SettingFaults = {};
  for (const [field, blank] of Object.entries(blanks))
    Object.assign(faults, faultsOf(field, blank, settings[field]));
  return faults;
}

function faultsOf(field: string, blank: SettingBlank, value: Setting | undefined): SettingFaults {
  switch (blank.as) {
    case 'number':
    case 'choice': {
      const fault = cellFault(blank, value as Cell);
      return fault === undefined ? {} : { [field]: fault };
    }
    case 'words': {
      const words = Array.isArray(value) ? (value as readonly string[]) : [];
      if (words.length < blank.least || words.length > blank.most)
        return { [field]: `Give ${rangeOf(blank.least, blank.most)} of them` };
      const long = words.find((word) => word.trim() === '' || word.length > WORD);
      return long === undefined ? {} : { [field]: `Each has 1 to ${String(WORD)} characters` };
    }
    case 'table': {
      const rows = Array.isArray(value) ? (value as readonly Row[]) : [];
      const faults: SettingFaults = {};
      if (rows.length < blank.least || rows.length > blank.most)
        faults[field] = `Give ${rangeOf(blank.least, blank.most)} rows`;
      for (const [n, row] of rows.entries())
        for (const [column, cell] of Object.entries(blank.columns)) {
          const fault = cellFault(cell, row[column]);
          if (fault !== undefined) faults[`${field}.${String(n)}.${column}`] = fault;
        }
      return faults;
    }
  }
}

const rangeOf = (least: number, most: number): string =>
  least === most ? String(least) : `${String(least)} to ${String(most)}`;

function cellFault(blank: CellBlank, value: Cell | undefined): string | undefined {
  switch (blank.as) {
    case 'number': {
      const { least, most, unit } = blank;
      const hasParts = unit === '%' || unit === '×';
      const figure = Number(value) * (hasParts ? 100 : 1);
      const isWhole = typeof value === 'number' && Math.abs(figure - Math.round(figure)) < 1e-6;
      if (isWhole && value >= least && value <= most) return undefined;
      const words = hasParts ? 'a number with at most two decimals' : 'a whole number';
      return `Give ${words} from ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;
    }
    case 'choice':
      return Object.keys(blank.options).includes(String(value)) ? undefined : 'Choose one of them';
    case 'text': {
      const text = String(value ?? '').trim();
      return text !== '' && text.length <= blank.most && !/\p{C}/u.test(text)
        ? undefined
        : `Give 1 to ${String(blank.most)} characters`;
    }
    case 'colour':
      return COLOUR.test(String(value)) ? undefined : 'Give a colour such as #97401f';
    case 'routine':
      return undefined;
  }
}

/** A percent or a multiple in whole hundredths, so that no part of it is lost. */
export const hundredths = (value: number): number => Math.round(value * 100);

/** A multiple of a stake, rounded down to whole units. @param multiple in hundredths */
export const timesStake = (stake: number, multiple: number): number => Math.floor((stake * multiple) / 100);
