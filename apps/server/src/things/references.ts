import { Injectable } from '@nestjs/common';
import type { Surroundings } from '@gully/core/routines';
import type { Reference, ReferenceKind } from '@gully/core/things';

/** What things may refer to, of one kind. */
interface Referred {
  has(id: string): boolean;
  nameOf(id: string): string | undefined;
}

/** Something that refers to another, as a person knows it. */
export interface User {
  readonly kind: ReferenceKind;
  readonly id: string;
  readonly name: string;
}

/** What refers to what. Each area adds its things while the server is put together. */
@Injectable()
export class References implements Surroundings {
  private readonly referred = new Map<ReferenceKind, Referred>();
  private readonly users: (() => Iterable<User & { readonly references: readonly Reference[] }>)[] = [];

  add(kind: ReferenceKind, referred: Referred): void {
    this.referred.set(kind, referred);
  }

  /** @param users gives everything of a kind that may refer to something */
  addUsers(users: () => Iterable<User & { readonly references: readonly Reference[] }>): void {
    this.users.push(users);
  }

  readonly has = (to: ReferenceKind, id: string): boolean => this.referred.get(to)?.has(id) === true;

  nameOf({ to, id }: Reference): string | undefined {
    return this.referred.get(to)?.nameOf(id);
  }

  /** Everything that refers to a thing, by kind and name. */
  usersOf({ to, id }: Reference): User[] {
    const found: User[] = [];
    for (const users of this.users)
      for (const { references, ...user } of users())
        if (references.some((each) => each.to === to && each.id === id)) found.push(user);
    return found;
  }
}
