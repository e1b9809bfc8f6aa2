import { AlertDialog } from 'radix-ui';
import type { User } from '../api/index.js';
import { UserOf } from './user-of.js';

interface UsersDialogProps {
  /** what is to be deleted, by name */
  readonly name: string;
  readonly users: readonly User[];
  readonly onDelete: () => void;
  readonly onClose: () => void;
}

/** Asks before something is deleted that others use: what would then lack it, each a way there. */
export function UsersDialog({ name, users, onDelete, onClose }: UsersDialogProps) {
  return (
    <AlertDialog.Root open onOpenChange={onClose}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="veil" />
        <AlertDialog.Content className="float fixed top-[20vh] left-1/2 w-[min(440px,94vw)] -translate-x-1/2 p-4">
          <AlertDialog.Title className="h2 mb-2">
            {name} is used by {users.length === 1 ? 'one thing' : `${String(users.length)} things`}
          </AlertDialog.Title>
          <AlertDialog.Description>
            Without it, the step or timer that needs it fails and says so. You can undo the deletion.
          </AlertDialog.Description>
          <ul
            className="my-3 grid max-h-[40vh] gap-1 overflow-y-auto"
            tabIndex={0}
            aria-label={`Uses of ${name}`}
          >
            {users.map((user) => (
              <li key={`${user.kind} ${user.id}`} className="row">
                <UserOf user={user} onClick={onClose} />
              </li>
            ))}
          </ul>
          <p className="row">
            <AlertDialog.Cancel className="btn do">Cancel</AlertDialog.Cancel>
            <AlertDialog.Action className="btn text-crimson" onClick={onDelete}>
              Delete {name}
            </AlertDialog.Action>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
