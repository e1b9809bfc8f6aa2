import { entryOf, type PhraseEntry } from '@gully/core/guard';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { ulid } from 'ulid';
import { Choice, IconButton, Opens } from '../ui/index.js';
import { OwnConsequence } from './consequence-blank.js';
import { shortly } from './consequence-words.js';

const ROW = 34;
/** Ways a phrase is looked for. */
const WAYS = [
  { value: 'words', label: 'whole words' },
  { value: 'anywhere', label: 'anywhere' },
  { value: 'exact-words', label: 'whole words, as written' },
  { value: 'exact', label: 'anywhere, as written' },
  { value: 'pattern', label: 'a pattern' },
] as const;
type Way = (typeof WAYS)[number]['value'];

function wayOf({ kind, wholeWords, exact }: PhraseEntry): Way {
  if (kind === 'pattern') return 'pattern';
  if (exact) return wholeWords ? 'exact-words' : 'exact';
  return wholeWords ? 'words' : 'anywhere';
}
function asWay(way: Way): Pick<PhraseEntry, 'kind' | 'wholeWords' | 'exact'> {
  return {
    kind: way === 'pattern' ? 'pattern' : 'text',
    wholeWords: way === 'words' || way === 'exact-words',
    exact: way.startsWith('exact'),
  };
}

interface PhraseTableProps {
  readonly entries: readonly PhraseEntry[];
  /** what is wrong with an entry, by its place */
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (entries: PhraseEntry[]) => void;
}

/** The phrases of a group; thousands of them are shown as they come into view. */
export function PhraseTable({ entries, faultOf, onChange }: PhraseTableProps) {
  const [search, setSearch] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const found = entries
    .map((entry, at) => ({ entry, at }))
    .filter(({ entry: { text, note } }) => `${text} ${note}`.toLowerCase().includes(search.toLowerCase()));
  const rows = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 10,
  });
  const set = (at: number, part: Partial<PhraseEntry>): void => {
    const before = entries[at];
    if (before !== undefined) onChange(entries.with(at, { ...before, ...part }));
  };
  return (
    <>
      <div className="row py-1.5">
        <NewPhrase
          onAdd={(text) => {
            onChange([entryOf(text, { id: ulid() }), ...entries]);
          }}
        />
        {entries.length > 8 && (
          <input
            className="blank ml-auto !w-44"
            type="search"
            aria-label="Find a phrase"
            placeholder="Find a phrase"
            value={search}
            onChange={({ target }) => {
              setSearch(target.value);
            }}
          />
        )}
      </div>
      <div
        ref={scroller}
        className="min-h-40 flex-1 overflow-y-auto border-t border-line"
        tabIndex={0}
        role="group"
        aria-label="Phrases"
      >
        <ul className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ key, index, start }) => {
            const row = found[index];
            if (row === undefined) return null;
            const { entry, at } = row;
            const fault = faultOf(`entries.${String(at)}`);
            return (
              <li key={key} className="row absolute right-0 left-0 pr-2" style={{ top: start, height: ROW }}>
                <input
                  className="blank m min-w-0 flex-1"
                  aria-label={`Phrase ${String(at + 1)}`}
                  aria-invalid={fault !== undefined}
                  title={fault}
                  value={entry.text}
                  spellCheck={false}
                  autoComplete="off"
                  onChange={({ target }) => {
                    set(at, { text: target.value });
                  }}
                />
                {fault !== undefined && <span className="s2 max-w-56 truncate text-crimson">{fault}</span>}
                <Choice
                  label={`How phrase ${String(at + 1)} is looked for`}
                  value={wayOf(entry)}
                  options={WAYS}
                  onChange={(way) => {
                    set(at, asWay(way));
                  }}
                />
                <EntryMore
                  entry={entry}
                  n={at + 1}
                  onChange={(part) => {
                    set(at, part);
                  }}
                />
                <IconButton
                  icon={Trash2}
                  label={`Remove ${entry.text}`}
                  onClick={() => {
                    onChange(entries.toSpliced(at, 1));
                  }}
                />
              </li>
            );
          })}
        </ul>
      </div>
    </>
  );
}

function EntryMore({
  entry,
  n,
  onChange,
}: {
  readonly entry: PhraseEntry;
  readonly n: number;
  readonly onChange: (part: Partial<PhraseEntry>) => void;
}) {
  const shown =
    entry.consequence === null ? (entry.note === '' ? 'as the group' : 'note') : shortly(entry.consequence);
  return (
    <Opens label={`Phrase ${String(n)}: more`} shown={<span className="font-normal">{shown}</span>}>
      <div className="grid w-80 gap-2">
        <OwnConsequence
          label={`Phrase ${String(n)} leads to`}
          value={entry.consequence}
          onChange={(consequence) => {
            onChange({ consequence });
          }}
        />
        <label className="block">
          <span className="s2 block pb-1 text-soft">A note for you and your moderators</span>
          <input
            className="blank"
            value={entry.note}
            maxLength={300}
            onChange={({ target }) => {
              onChange({ note: target.value });
            }}
          />
        </label>
      </div>
    </Opens>
  );
}

function NewPhrase({ onAdd }: { readonly onAdd: (text: string) => void }) {
  const [text, setText] = useState('');
  return (
    <input
      className="blank m !w-72"
      data-first
      aria-label="A new phrase"
      placeholder="Add a phrase, then Enter"
      value={text}
      spellCheck={false}
      autoComplete="off"
      onChange={({ target }) => {
        setText(target.value);
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || event.nativeEvent.isComposing) return;
        event.preventDefault();
        if (text.trim() === '') return;
        onAdd(text.trim());
        setText('');
      }}
    />
  );
}
