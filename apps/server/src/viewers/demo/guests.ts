import { strongestRole, type Role } from '@gully/core/chat';
import { foldNick, viewerKey } from '@gully/core/viewers';
import { REGULARS, SPAMMER } from '@gully/standin/crowd';
import { CONNECTION } from '../../chat/index.js';
import type { ViewerRow } from '../rows.js';
import { newViewer } from '../viewer-row.js';

const DAY = 86_400_000;
const MINUTE = 60_000;

/** Who came in the season. */
export class Guests {
  private readonly byAccount = new Map<string, ViewerRow>();
  private readonly byId = new Map<string, ViewerRow>();

  /** @param met is told of whoever was never here before */
  constructor(
    private readonly id: (at: number) => string,
    private readonly met: (name: string, at: number) => void,
  ) {}

  get all(): readonly ViewerRow[] {
    return [...this.byAccount.values()];
  }

  find(id: string): ViewerRow | undefined {
    return this.byId.get(id);
  }

  named(name: string): ViewerRow | undefined {
    return this.byAccount.get(viewerKey(name, name));
  }

  /** Someone by name, new when they were not here yet. */
  meet(name: string, at: number): ViewerRow {
    const known = this.named(name);
    if (known !== undefined) return known;
    const roles = rolesOf(name);
    const account = viewerKey(name, name);
    const viewer = newViewer(this.id(at), CONNECTION, account, name, strongestRole(roles), at);
    viewer.ignored = name === SPAMMER;
    // A season before these evenings, of which only the sums are left.
    const lot = [...foldNick(name)].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 9_973, 7);
    if (roles.length > 0) {
      viewer.firstSeen = at - (20 + (lot % 70)) * DAY;
      // Moderators were there from the first evening on.
      const early = roles.includes('moderator') ? 150 : 0;
      viewer.watchMs = (early + roles.length * (lot % 60)) * 60 * MINUTE;
      viewer.messages = roles.length * (lot % 190);
    } else this.met(name, at);
    this.byAccount.set(account, viewer);
    this.byId.set(viewer.id, viewer);
    return viewer;
  }
}

export function rolesOf(name: string): Role[] {
  return (REGULARS.find(([regular]) => regular === name)?.[1] ?? []) as Role[];
}
