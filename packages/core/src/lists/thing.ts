import { closed, listOf, text, type ThingShape } from '../things/index.js';
import { LINE_LIMIT, LINES_LIMIT, LISTS_LIMIT, type ListBody } from './list.js';

export const LIST_THING: ThingShape<ListBody> = {
  one: 'list',
  many: 'lists',
  bodyOf: ({ name, lines }) => ({ name, lines }),
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  schema: {
    name: 'List',
    most: LISTS_LIMIT,
    defs: { List: closed({ name: text(60), lines: listOf(text(LINE_LIMIT), LINES_LIMIT) }) },
  },
  textsOf: () => [],
};
