import type { Catch, FilterName, ModeratedChange, PersonActChange } from '@gully/core/guard';
import type { CatchRow } from './rows.js';

type Plain = Pick<CatchRow, 'undoneAt' | 'undoneBy' | 'label' | 'note'>;
const NEW: Plain = { undoneAt: null, undoneBy: null, label: null, note: '' };

/** A catch as it is kept; what is to be done about it waits to be carried out. */
export function catchRow({
  viewer,
  consequence,
  fragments,
  until,
  overlap,
  spared,
  ...rest
}: Catch): CatchRow {
  const { action, seconds } = consequence;
  const acts = spared === undefined && action !== 'record' && action !== 'warn';
  return {
    ...NEW,
    ...rest,
    viewerId: viewer,
    by: null,
    does: action,
    seconds,
    fragments: JSON.stringify(fragments),
    spared: spared ?? null,
    silenced: until !== undefined,
    until: until ?? null,
    overlap: overlap ?? null,
    state: acts ? 'waiting' : 'none',
  };
}

/** What someone did to a viewer, as it is kept. */
export function personRow({ id, at, viewer, name, by, does, seconds, reason }: PersonActChange): CatchRow {
  const ends = does === 'timeout' || does === 'bench';
  return {
    ...NEW,
    id,
    at,
    viewerId: viewer,
    name,
    by,
    does,
    seconds,
    text: reason,
    fragments: '[]',
    filter: null,
    measure: '',
    allowed: '',
    step: 0,
    strike: false,
    spared: null,
    silenced: ends || does === 'ban',
    until: ends ? at + seconds * 1000 : null,
    overlap: null,
    // What a person does is done at once; what was bought is carried out like a catch.
    state: does === 'bench' ? 'waiting' : 'none',
  };
}

/** A row as SQLite has it, with the viewer it is about now. */
export interface StoredCatch extends Pick<
  CatchRow,
  'id' | 'at' | 'name' | 'by' | 'seconds' | 'step' | 'until' | 'overlap'
> {
  readonly viewer: string;
  readonly does: CatchRow['does'];
  readonly strike: number;
  readonly silenced: number;
  readonly filter: FilterName;
}

/** The change a row was made by, as far as it counts for where its viewer stands. */
export function changeOf({
  by,
  does,
  strike,
  silenced,
  until,
  filter,
  overlap,
  ...row
}: StoredCatch): ModeratedChange {
  const { id, at, viewer, name, seconds, step } = row;
  if (by !== null) {
    const what = does as PersonActChange['does'];
    return { kind: 'moderated', act: 'person', id, at, viewer, name, by, does: what, seconds, reason: '' };
  }
  const caught: Catch = {
    id,
    at,
    viewer,
    name,
    text: '',
    filter,
    measure: '',
    allowed: '',
    fragments: [],
    consequence: { action: does as Catch['consequence']['action'], seconds },
    step,
    strike: strike === 1,
    spared: undefined,
    until: silenced === 1 ? until : undefined,
    overlap: overlap ?? undefined,
  };
  return { kind: 'moderated', act: 'catch', caught };
}
