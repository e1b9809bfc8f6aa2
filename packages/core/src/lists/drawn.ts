import type { Slice } from '../layers/index.js';
import type { DrawnChange, ListView } from './list.js';

/** The channel's lists. */
export interface ListsView {
  all(): readonly ListView[];
  find(id: string): ListView | undefined;
}

/** Lines drawn: a list's round goes on from there. */
export const DRAWN: Slice<{ readonly lists: ListsView }, DrawnChange> = {
  isOfUse: false,
  begin() {
    const laid = new Map<string, LaidList>();
    return {
      over: (under) => {
        const { lists } = under;
        return {
          lists: {
            find: (id) => laid.get(id) ?? lists.find(id),
            all: () => (laid.size === 0 ? lists.all() : lists.all().map((each) => laid.get(each.id) ?? each)),
          },
        };
      },
      apply: (change, before) => {
        const known = laid.get(change.list);
        const under = known ?? before.lists.find(change.list);
        if (under === undefined) return;
        const list = known ?? new LaidList(under);
        list.take(change);
        laid.set(change.list, list);
      },
    };
  },
  words({ list: id, order }, { world }) {
    const list = world.lists.find(id);
    if (list === undefined || order === 'turn') return [];
    return [`${String(list.left)} of ${String(list.size)} lines of ${list.name} are left in this round`];
  },
};

/** A list with the round as it is here; the lines are those of the list under it. */
class LaidList implements ListView {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  last: number;
  private readonly taken: number[] = [];
  /** the places still to come; made only when someone draws again, for a list may be long */
  private open: number[] | undefined;

  constructor(private readonly under: ListView) {
    this.id = under.id;
    this.name = under.name;
    this.size = under.size;
    this.last = under.last;
  }
  get left(): number {
    return this.places().length;
  }
  line(place: number): string | undefined {
    return this.under.line(place);
  }
  leftAt(position: number): number {
    return this.places()[position] ?? 0;
  }
  take({ place, order }: DrawnChange): void {
    this.last = place;
    if (order === 'turn') return;
    if (this.open === undefined) this.taken.push(place);
    else this.open = this.without(this.open, place);
  }
  private places(): number[] {
    const { under, taken } = this;
    this.open ??= taken.reduce(
      (open, place) => this.without(open, place),
      Array.from({ length: under.left }, (_, position) => under.leftAt(position)),
    );
    return this.open;
  }
  /** What is left when a place was drawn; the round starts over when it was the last. */
  private without(open: readonly number[], place: number): number[] {
    const rest = open.filter((each) => each !== place);
    return rest.length === 0 ? Array.from({ length: this.size }, (_, at) => at) : rest;
  }
}
