import type { ThingShape } from '../things/index.js';
import type { ListBody } from './list.js';

export const LIST_THING: ThingShape<ListBody> = {
  one: 'list',
  many: 'lists',
  bodyOf: ({ name, lines }) => ({ name, lines }),
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  isCostly: () => false,
};
