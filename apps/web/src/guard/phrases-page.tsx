import { SplitPage } from '../editing/index.js';
import { PhraseEditor } from './phrase-editor.js';
import { PHRASE_GROUP } from './phrase-kind.js';
import { WordLists } from './word-lists.js';
import { thingsQuery } from '../live/index.js';

/** Prepare › Phrases: groups of blocked phrases beside the open one; the ready-made lists where none is open. */
export function PhrasesPage() {
  return (
    <SplitPage
      title="Phrases"
      label="Phrase groups"
      kind={PHRASE_GROUP}
      query={thingsQuery('phrase-group')}
      row={({ name, enabled, entries }) => [name, enabled ? entries.length.toLocaleString('en') : 'off']}
      noneLine="Ready-made lists"
      none={
        <>
          <p className="mb-4 text-soft">
            Phrases nobody may write, in groups of your own and in ready-made lists. Each group is switched on
            by itself, and may lead to something of its own.
          </p>
          <WordLists />
        </>
      }
      editor={(id, saved, others) => <PhraseEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}
