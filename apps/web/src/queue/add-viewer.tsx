import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import type { QueueStanding } from '../api/index.js';
import { FindViewer } from '../ui/index.js';
import type { QueueActs } from './use-queue-acts.js';

/** Puts a viewer into the queue, also while it is closed or full; nothing is asked of them. */
export function AddViewer({ queue, acts }: { readonly queue: QueueStanding; readonly acts: QueueActs }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="btn">
        <Plus className="i s" aria-hidden="true" /> Add
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="float w-72 p-3" sideOffset={6}>
          <p className="s2 mb-2 text-soft">
            Whoever you choose is put at the end, also while the queue is closed. They pay nothing.
          </p>
          <FindViewer
            chosen={[]}
            onChange={([someone]) => {
              if (someone === undefined) return;
              setOpen(false);
              const { id, name } = someone;
              acts.act({ queue: queue.id, does: 'add', viewer: id, title: `${name} is in ${queue.name}` });
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
