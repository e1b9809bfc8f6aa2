import { Dialog } from 'radix-ui';

const KEYS: readonly (readonly [keys: readonly string[], means: string])[] = [
  [['Ctrl K'], 'search or run'],
  [['g', 'p'], 'Prepare'],
  [['g', 'a'], 'On air'],
  [['g', 'r'], 'Review'],
  [['/'], 'type in chat'],
  [['n'], 'new, in a list'],
  [['↑ ↓'], 'from row to row, in a table'],
  [['Space'], 'select the row; with Shift, all between'],
  [['Ctrl ⏎'], 'save'],
  [['{'], 'values, in a text'],
  [['Ctrl Space'], 'all values, in a text'],
  [['Alt ↑ ↓'], 'move the current step'],
  [['Ctrl .'], 'collapse or open the dock'],
  [['q'], 'keep the bot quiet'],
  [['c'], 'call the next of the queue, on On air'],
  [['u'], 'undo what was done last, on On air'],
  [['?'], 'this list'],
];

export function KeysDialog({
  open,
  onOpen,
}: {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="float fixed top-[16vh] left-1/2 w-[min(360px,94vw)] -translate-x-1/2 p-4"
          aria-describedby={undefined}
        >
          <Dialog.Title className="h2 mb-2">Keys</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
            {KEYS.map(([keys, means]) => (
              <div key={means} className="contents">
                <dt className="row">
                  {keys.map((key) => (
                    <kbd key={key}>{key}</kbd>
                  ))}
                </dt>
                <dd>{means}</dd>
              </div>
            ))}
          </dl>
          <p className="s2 mt-3 text-soft">While you type in a field, only keys with Ctrl work.</p>
          <Dialog.Close className="btn mt-3">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
