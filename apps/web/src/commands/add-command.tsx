import { comesLater, NEW } from '../ui/index.js';
import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link, useNavigate } from 'react-router';
import { drafts } from './kind.js';

/** Its texts are many, and wanted only by whoever looks at them. */
export const StarterList = comesLater(async () => (await import('./starter-list.js')).StarterList, 6);

/** A new command from nothing, or from a starter. */
export function AddCommand() {
  const navigate = useNavigate();
  const unfinished = drafts.use(NEW);
  return (
    <span className="row">
      <button type="button" className="btn do" onClick={() => void navigate(`/prepare/commands/${NEW}`)}>
        <Plus className="i s" aria-hidden="true" />{' '}
        {unfinished === undefined ? 'Add' : 'Continue with the new one'} <kbd aria-hidden="true">N</kbd>
      </button>
      {unfinished === undefined && (
        <Popover.Root>
          <Popover.Trigger type="button" className="btn">
            From a starter
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              className="float max-h-[70vh] w-[min(460px,92vw)] overflow-y-auto py-1"
              sideOffset={6}
              align="end"
              collisionPadding={8}
              aria-label="Starters"
            >
              <StarterList />
              <p className="s2 border-t border-line px-3 pt-2 pb-1 text-soft">
                Several at once, such as a quote book, are among the{' '}
                <Link className="underline" to="/prepare/bundles">
                  bundles
                </Link>
                .
              </p>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  );
}
