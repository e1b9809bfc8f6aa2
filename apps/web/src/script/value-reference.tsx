import { VALUES } from '@gully/core/channel';
import { FILTERS, type Scope } from '@gully/core/text';
import { Command } from 'cmdk';
import { insertAtCursor } from './text-field.js';
import { meaningOf, sourceNow, valueNow, valuesFor } from './value-words.js';

interface ValueReferenceProps {
  readonly open: boolean;
  readonly scope: Scope;
  readonly onOpen: (open: boolean) => void;
}

const COMMON: ReadonlySet<string> = new Set(VALUES.map(({ path }) => path));

const HEADINGS = [...new Set(VALUES.map(({ about }) => about))];

/** All values and filters, to be searched, each with what it holds now. Choosing one puts it into the text. */
export function ValueReference({ open, scope, onOpen }: ValueReferenceProps) {
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpen}
      label="Values"
      overlayClassName="veil"
      contentClassName="float fixed top-[8vh] left-1/2 w-[min(680px,94vw)] -translate-x-1/2 p-2"
      loop
    >
      <Values scope={scope} onOpen={onOpen} />
    </Command.Dialog>
  );
}

/** Drawn only while it is open: it fills in every value there is. */
function Values({ scope, onOpen }: Omit<ValueReferenceProps, 'open'>) {
  const own = valuesFor('', scope.known).filter((path) => !COMMON.has(path));
  const choose = (insert: string): void => {
    onOpen(false);
    // After the dialog has given the focus back.
    requestAnimationFrame(() => {
      insertAtCursor(insert);
    });
  };
  const item = (path: string, means: string, words: readonly string[] = []) => (
    <Command.Item
      key={path}
      value={path}
      keywords={[means, ...words]}
      className="choice !grid grid-cols-[210px_1fr_130px]"
      onSelect={() => {
        choose(`{{ ${path} }}`);
      }}
    >
      <span className="m truncate">{path}</span>
      <span className="s2 text-soft">{means}</span>
      <span className="s2 truncate text-right text-pool">{valueNow(path, scope) || 'empty'}</span>
    </Command.Item>
  );
  return (
    <>
      <Command.Input className="blank !h-9 w-full" placeholder="Find a value or a filter" />
      <Command.List className="mt-2 max-h-[66vh] overflow-y-auto [&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-soft">
        <Command.Empty className="p-3 text-soft">No value has that name.</Command.Empty>
        {own.length > 0 && (
          <Command.Group heading="Of this command, counters, lists and memory">
            {own.map((path) => item(path, meaningOf(path)))}
          </Command.Group>
        )}
        {HEADINGS.map((heading) => (
          <Command.Group key={heading} heading={heading}>
            {VALUES.filter(({ about }) => about === heading).map(({ path, means, words }) =>
              item(path, means, words),
            )}
          </Command.Group>
        ))}
        <Command.Group heading="Filters, after a value">
          {FILTERS.map(({ name, means, example }) => (
            <Command.Item
              key={name}
              value={`filter ${name}`}
              keywords={[means]}
              className="choice !grid grid-cols-[190px_1fr_130px]"
              onSelect={() => {
                choose(example);
              }}
            >
              <span className="m">| {name}</span>
              <span className="s2 text-soft">
                {means}
                <span className="m block">{example}</span>
              </span>
              <span className="s2 truncate text-right text-pool">{sourceNow(example, scope)}</span>
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </>
  );
}
