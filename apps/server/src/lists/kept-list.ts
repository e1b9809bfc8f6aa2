import type { DrawnChange, ListView } from '@gully/core/lists';

/** What is kept of a list beside its lines and its round. */
export interface ListHead {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
  readonly notes?: readonly string[];
}

/**
 * A list in memory. Lines still to come in the round stand at the front of `order`, so
 * drawing one is a swap and starting over a number, however long the list is.
 */
export class KeptList implements ListView {
  readonly lines: readonly string[];
  private readonly order: Int32Array;
  /** where a line stands in `order` */
  private readonly standing: Int32Array;
  private open: number;

  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
  /** what of it was not taken as it was last written, in words */
  readonly notes: readonly string[];

  constructor(
    head: ListHead,
    /** the round each line was last drawn in */
    lines: readonly { readonly text: string; readonly round: number }[],
    public round: number,
    public last: number,
  ) {
    this.id = head.id;
    this.name = head.name;
    this.version = head.version;
    this.changedAt = head.changedAt;
    this.deletedAt = head.deletedAt;
    this.notes = head.notes ?? [];
    this.lines = lines.map(({ text }) => text);
    this.order = new Int32Array(lines.length);
    this.standing = new Int32Array(lines.length);
    let [front, back] = [0, lines.length - 1];
    for (const [place, line] of lines.entries()) this.put(place, line.round < round ? front++ : back--);
    this.open = front;
    if (this.open === 0) this.beginRound();
  }

  /** The same with something of its head changed. */
  with(part: Partial<ListHead>): KeptList {
    const rows = this.lines.map((text, place) => ({ text, round: this.isOpen(place) ? 0 : this.round }));
    return new KeptList({ ...this, ...part }, rows, this.round, this.last);
  }

  get size(): number {
    return this.lines.length;
  }
  get left(): number {
    return this.open;
  }
  line(place: number): string | undefined {
    return this.lines[place];
  }
  leftAt(position: number): number {
    return this.order[position] ?? 0;
  }
  /** Whether a line is still to come in this round. */
  isOpen(place: number): boolean {
    return (this.standing[place] ?? this.open) < this.open;
  }

  /** @returns the round the line is then out of, when it was drawn from the bag */
  take({ place, order }: DrawnChange): number | undefined {
    this.last = place;
    if (order === 'turn' || place >= this.size) return undefined;
    // Two draws of one message may reach into the next round before it began here.
    if (!this.isOpen(place)) this.beginRound();
    const of = this.round;
    this.open -= 1;
    const other = this.order[this.open] ?? place;
    const standing = this.standing[place] ?? 0;
    this.put(other, standing);
    this.put(place, this.open);
    if (this.open === 0) this.beginRound();
    return of;
  }

  private beginRound(): void {
    this.round += 1;
    this.open = this.size;
  }

  private put(place: number, position: number): void {
    this.order[position] = place;
    this.standing[place] = position;
  }
}
