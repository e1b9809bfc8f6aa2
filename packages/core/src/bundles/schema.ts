import { MEDIA_BYTES } from '../media/index.js';
import {
  closed,
  listOf,
  oneOf,
  ref,
  text,
  type Schema,
  type Schemas,
  type ThingShape,
} from '../things/index.js';
import { BUNDLE_FORMAT, BUNDLE_VERSION, ITEM_KINDS, QUESTION_TYPES } from './bundle.js';
import { THINGS } from './things.js';

/** The published JSON Schema of bundles (draft 2020-12), made from the same registry as the editor. */
export function bundleSchema(): Schema {
  const shapes: readonly Pick<ThingShape<never>, 'many' | 'schema'>[] = Object.values(THINGS);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'https://gully.example/formats/bundle.schema.json',
    title: 'Gully bundle',
    description:
      'Commands, routines, timers, lists, queues, rewards, games, the handles of games, blocked phrases, media, overlays and outputs of one channel, for another to take in. They refer to one another by name. “[[name]]” in any text is filled with the answer to the question of that name.',
    ...closed(
      {
        $schema: text(500),
        format: { const: BUNDLE_FORMAT },
        version: { const: BUNDLE_VERSION },
        title: text(100),
        author: text(100),
        note: text(2_000, 'what the author says of it'),
        questions: listOf(ref('Question'), 30),
        ...Object.fromEntries(
          shapes.map(({ many, schema: { name, most } }) => [many, listOf(ref(name), most)]),
        ),
        files: {
          type: 'object',
          description: 'the content of media in base64, by the name of their file',
          additionalProperties: text(Math.ceil((Math.max(...Object.values(MEDIA_BYTES)) * 4) / 3) + 4),
        },
      },
      ['$schema', 'author', 'note', 'questions', 'files', ...ITEM_KINDS],
    ),
    $defs: {
      Question: closed(
        {
          name: { type: 'string', pattern: '^[a-z][a-z0-9_]{0,29}$' },
          type: oneOf(QUESTION_TYPES),
          default: text(500),
          help: text(300),
          choices: listOf(text(100), 50),
        },
        ['choices'],
      ),
      ...shapes.reduce<Schemas>((all, { schema }) => ({ ...all, ...schema.defs }), {}),
    },
  };
}
