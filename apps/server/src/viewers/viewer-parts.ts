import { Injectable } from '@nestjs/common';
import type { EntityManager } from '../database/index.js';

/** Two viewers who were found to be one, by id. */
export interface Joined {
  /** of the merge itself */
  readonly id: string;
  readonly winner: string;
  readonly loser: string;
  /** UTC milliseconds */
  readonly at: number;
}

/** What an area keeps of viewers beside their rows. All of it happens within the caller's write. */
export interface ViewerPart {
  /** Two are one from here on. */
  join?(manager: EntityManager, joined: Joined): Promise<void>;
  /** A merge is taken back; what came since stays with the winner. */
  part?(manager: EntityManager, joined: Joined): Promise<void>;
  /** Takes out what is theirs alone. @param ids all under which they were known */
  erase?(manager: EntityManager, ids: readonly string[]): Promise<void>;
  /** tables with an id in which texts of others, and what was said or sent, may have a name */
  readonly texts?: readonly (readonly [table: string, columns: readonly string[]])[];
}

/** What all areas keep of viewers. Each makes itself known while the server is put together. */
@Injectable()
export class ViewerParts {
  private readonly parts: ViewerPart[] = [];

  add(part: ViewerPart): void {
    this.parts.push(part);
  }

  async join(manager: EntityManager, joined: Joined): Promise<void> {
    for (const part of this.parts) await part.join?.(manager, joined);
  }

  async part(manager: EntityManager, joined: Joined): Promise<void> {
    for (const part of this.parts) await part.part?.(manager, joined);
  }

  async erase(manager: EntityManager, ids: readonly string[]): Promise<void> {
    for (const part of this.parts) await part.erase?.(manager, ids);
  }

  get texts(): NonNullable<ViewerPart['texts']> {
    return this.parts.flatMap(({ texts = [] }) => texts);
  }
}
