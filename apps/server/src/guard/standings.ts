import {
  NOTHING_KNOWN,
  standingAfter,
  viewerOf,
  type GuardStanding,
  type ModeratedChange,
} from '@gully/core/guard';

/** Where viewers stand with the guard, as one change after another leaves it. */
export class Standings {
  private readonly byViewer = new Map<string, GuardStanding>();

  of(viewer: string): GuardStanding {
    return this.byViewer.get(viewer) ?? NOTHING_KNOWN;
  }

  /** @param viewer whom it is about; another than it says where two were merged since */
  apply(change: ModeratedChange, viewer = viewerOf(change)): void {
    this.byViewer.set(viewer, standingAfter(this.of(viewer), change));
  }

  /** What was given could not be carried out: it holds nobody. */
  withdraw(id: string): void {
    for (const [viewer, { strikes, given }] of this.byViewer)
      if (given.some((each) => each.id === id))
        this.byViewer.set(viewer, { strikes, given: given.filter((each) => each.id !== id) });
  }

  clear(): void {
    this.byViewer.clear();
  }
}
