import { DropdownMenu } from 'radix-ui';
import { Ellipsis, Undo2 } from 'lucide-react';
import type { Catch, CatchLabel } from '../api/index.js';
import { Name } from '../chat/index.js';
import { ago, exact } from '../ui/index.js';
import { CatchState } from './catch-state.js';
import { Marked } from './marked.js';
import type { CatchActs } from './use-catch-acts.js';

const LABELS: readonly { readonly to: CatchLabel; readonly words: string; readonly means: string }[] = [
  { to: 'right', words: 'Rightly caught', means: 'right' },
  { to: 'wrong', words: 'Wrongly caught', means: 'wrong' },
  { to: 'stricter', words: 'Should have been stricter', means: 'too mild' },
];

interface CatchTableProps {
  readonly catches: readonly Catch[];
  readonly now: number;
  readonly acts: CatchActs;
  readonly onExcept: (one: Catch) => void;
}

/** What was caught and what people did, the newest first, with what may be done about it. */
export function CatchTable({ catches, now, acts, onExcept }: CatchTableProps) {
  return (
    <table className="t catches">
      <thead>
        <tr>
          <th className="!pl-4">When</th>
          <th>Who</th>
          <th>What</th>
          <th>Done</th>
          <th>
            <span className="sr-only">Undo and more</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {catches.map((one) => (
          <tr key={one.id}>
            <td className="!pl-4 text-soft" title={exact(one.at)}>
              {ago(one.at, now)}
            </td>
            <td>
              <b>
                <Name viewer={one.viewer} name={one.name} />
              </b>
            </td>
            <td className="!whitespace-normal">
              {one.by === null ? (
                <>
                  <span className="line-clamp-3">
                    <Marked text={shortened(one.text)} fragments={one.fragments} />
                  </span>
                  <span className="s2 block text-soft">
                    <b>{one.title}</b>: {one.measure}; allowed: {one.allowed}
                  </span>
                </>
              ) : (
                <span className="text-soft">{one.text === '' ? '' : `“${one.text}”`}</span>
              )}
            </td>
            <td className="!whitespace-normal">
              <CatchState one={one} />
              {one.label !== null && (
                <span className="s2 block text-pool">
                  labelled {LABELS.find(({ to }) => to === one.label)?.means}
                </span>
              )}
            </td>
            <td className="!pr-4">{one.by === null && <Acts one={one} acts={acts} onExcept={onExcept} />}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A message may be as long as thirty others; its beginning tells enough here. */
function shortened(text: string): string {
  return text.length > 400 ? `${text.slice(0, 400)}…` : text;
}

function Acts({
  one,
  acts,
  onExcept,
}: {
  readonly one: Catch;
  readonly acts: CatchActs;
  readonly onExcept: CatchTableProps['onExcept'];
}) {
  const { undo, label, grace } = acts;
  return (
    <span className="row justify-end">
      {one.undoneAt === null && one.spared === null && (
        <button
          type="button"
          className="btn s"
          aria-label={`Undo the catch of ${one.name}`}
          disabled={undo.isPending}
          onClick={() => {
            undo.mutate(one);
          }}
        >
          <Undo2 className="i s" aria-hidden="true" /> Undo
        </button>
      )}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          type="button"
          className="btn s bare only"
          aria-label={`More about the catch of ${one.name}`}
          title="More"
        >
          <Ellipsis className="i s" aria-hidden="true" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="float py-1" align="end" sideOffset={4} collisionPadding={8}>
            <DropdownMenu.Item
              className="choice"
              onSelect={() => {
                onExcept(one);
              }}
            >
              Never catch this again…
            </DropdownMenu.Item>
            {one.filter === 'links' && (
              <DropdownMenu.Item
                className="choice"
                onSelect={() => {
                  grace.mutate(one);
                }}
              >
                Let {one.name} post links for a while
              </DropdownMenu.Item>
            )}
            {LABELS.map(({ to, words }) => (
              <DropdownMenu.CheckboxItem
                key={to}
                className="choice"
                checked={one.label === to}
                onSelect={() => {
                  label.mutate({ id: one.id, to: one.label === to ? null : to });
                }}
              >
                {one.label === to ? 'No longer: ' : ''}
                {words}
              </DropdownMenu.CheckboxItem>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </span>
  );
}
