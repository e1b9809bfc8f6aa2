import type { ReferenceKind } from '@gully/core/things';
import { useState, type ReactNode } from 'react';
import { answerOf, api, type User } from '../api/index.js';
import { comesLater } from '../ui/index.js';

const UsersDialog = comesLater(async () => (await import('./users-dialog.js')).UsersDialog, 0);

interface Asked {
  readonly name: string;
  readonly users: readonly User[];
  readonly then: () => void;
}

/** Has something deleted, after asking where others use it. */
export function useAsking(): {
  readonly ask: (kind: ReferenceKind, id: string, name: string, then: () => void) => void;
  /** to be drawn anywhere */
  readonly dialog: ReactNode;
} {
  const [asked, setAsked] = useState<Asked>();
  const ask = (kind: ReferenceKind, id: string, name: string, then: () => void): void => {
    answerOf(api.GET('/api/users-of/{kind}/{id}', { params: { path: { kind, id } } })).then(
      (users) => {
        if (users.length === 0) then();
        else setAsked({ name, users, then });
      },
      // The deletion itself tells what is wrong.
      then,
    );
  };
  const dialog = asked !== undefined && (
    <UsersDialog
      name={asked.name}
      users={asked.users}
      onDelete={asked.then}
      onClose={() => {
        setAsked(undefined);
      }}
    />
  );
  return { ask, dialog };
}
