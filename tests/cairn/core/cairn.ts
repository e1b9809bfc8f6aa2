import { closed, text, whole, type ThingShape } from '../things/index.js';

/** What a person writes of a cairn, a heap of stones that chat lays. */
export interface CairnBody {
  readonly name: string;
  /** in stones */
  readonly goal: number;
}

/** A cairn as steps look at it. */
export interface CairnView extends CairnBody {
  readonly id: string;
  readonly stones: number;
}

/** Someone laid stones on a cairn. */
export interface StonesChange {
  readonly kind: 'stones';
  /** the cairn's id */
  readonly cairn: string;
  readonly count: number;
}

export const CAIRNS_LIMIT = 20;
export const BLANK_CAIRN: CairnBody = { name: '', goal: 100 };

export const cairnBody = ({ name, goal }: CairnBody): CairnBody => ({ name, goal });

/** What is wrong with a cairn, by place; empty when nothing is. */
export function cairnFaults({ name }: CairnBody): Record<string, string> {
  return name.trim() === '' ? { name: 'Name the cairn' } : {};
}

export const CAIRN_THING: ThingShape<CairnBody> = {
  one: 'cairn',
  many: 'cairns',
  bodyOf: cairnBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  schema: {
    name: 'Cairn',
    most: CAIRNS_LIMIT,
    defs: { Cairn: closed({ name: text(60), goal: whole(1, 1_000_000) }) },
  },
  textsOf: () => [],
};
