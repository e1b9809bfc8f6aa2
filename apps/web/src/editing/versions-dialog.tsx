import { useQuery } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { Fragment, useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { ago, Bones, exact, LoadFailed, useNow } from '../ui/index.js';
import { changedParts, type Kept, type Kind } from './kind.js';

interface VersionsDialogProps<B extends object, S extends Kept> {
  readonly kind: Kind<B, S>;
  readonly saved: S;
  readonly title: string;
  /** takes an earlier version over, as a change that can be undone */
  readonly onRestore: (body: B) => void;
  readonly onClose: () => void;
}

/** What a thing was before: who saved what and when, each beside what it is now. */
export function VersionsDialog<B extends object, S extends Kept>(props: VersionsDialogProps<B, S>) {
  const { kind, saved, title, onRestore, onClose } = props;
  const now = useNow(30_000);
  const [chosen, setChosen] = useState<number>();
  const path = { kind: kind.thing, id: saved.id };
  const { data, error, refetch } = useQuery({
    queryKey: ['versions', kind.thing, saved.id, saved.version],
    queryFn: () => answerOf(api.GET('/api/versions/{kind}/{id}', { params: { path } })),
  });
  const versions = (data ?? []).map((each) => ({ ...each, body: kind.readVersion(each.body) }));
  const open = versions.find(({ version }) => version === (chosen ?? versions[1]?.version));
  const current = kind.bodyOf(saved);
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="float fixed top-[10vh] left-1/2 max-h-[80vh] w-[min(860px,94vw)] -translate-x-1/2 overflow-y-auto p-4"
          aria-describedby={undefined}
        >
          <Dialog.Title className="h2 mb-2">Versions of {title}</Dialog.Title>
          {error !== null ? (
            <LoadFailed error={error} retry={() => void refetch()} />
          ) : data === undefined ? (
            <Bones lines={5} />
          ) : (
            <div className="grid grid-cols-[260px_minmax(0,1fr)] gap-4 max-[700px]:grid-cols-1">
              <ol className="border-t border-line" aria-label="Versions">
                {versions.map(({ version, at, by, body }, n) => (
                  <li key={version} className="border-b border-line">
                    <button
                      type="button"
                      className="block w-full px-2 py-1.5 text-left hover:bg-sunk aria-[current]:bg-sunk"
                      aria-current={version === open?.version ? 'true' : undefined}
                      onClick={() => {
                        setChosen(version);
                      }}
                    >
                      <span className="row">
                        <b>{n === 0 ? 'Current version' : `Version ${String(version)}`}</b>
                        <span className="s2 ml-auto text-soft" title={exact(at)}>
                          {ago(at, now)}
                        </span>
                      </span>
                      <span className="s2 block text-soft">
                        {by}: {changeInWords(kind, body, versions[n + 1]?.body, version)}
                      </span>
                    </button>
                  </li>
                ))}
              </ol>
              {open === undefined ? (
                <p className="text-soft">There is only this version. Each time you save, another is kept.</p>
              ) : (
                <Compared
                  kind={kind}
                  current={current}
                  body={open.body}
                  name={`Version ${String(open.version)}`}
                  onRestore={() => {
                    onRestore(open.body);
                    onClose();
                  }}
                />
              )}
            </div>
          )}
          <p className="mt-3 text-right">
            <Dialog.Close className="btn">Close</Dialog.Close>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Which parts a version changed of the one before it. */
function changeInWords<B extends object>(
  { parts }: Pick<Kind<B, Kept>, 'parts'>,
  body: B,
  before: B | undefined,
  version: number,
): string {
  if (before === undefined) return version === 1 ? 'added' : 'the oldest version kept';
  const changed = changedParts(parts, before, body).map((part) => parts[part]?.label.toLowerCase());
  return changed.length === 0 ? 'no change' : `changed ${changed.join(', ')}`;
}

interface ComparedProps<B extends object> {
  readonly kind: Pick<Kind<B, Kept>, 'parts'>;
  readonly current: B;
  readonly body: B;
  readonly name: string;
  readonly onRestore: () => void;
}

function Compared<B extends object>({ kind: { parts }, current, body, name, onRestore }: ComparedProps<B>) {
  const changed = changedParts(parts, current, body);
  if (changed.length === 0) return <p className="text-soft">{name} is the same as the current version.</p>;
  return (
    <div>
      <div className="versus !mt-0">
        <span />
        <b>{name}</b>
        <b>Current version</b>
        {changed.map((part) => (
          <Fragment key={part}>
            <span className="text-soft">{parts[part]?.label}</span>
            <span>{parts[part]?.words(body)}</span>
            <span>{parts[part]?.words(current)}</span>
          </Fragment>
        ))}
      </div>
      <button type="button" className="btn do" onClick={onRestore}>
        Restore {name.toLowerCase()}
      </button>
    </div>
  );
}
