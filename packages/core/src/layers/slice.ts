/** What changes live state names its kind. */
export interface Kinded {
  readonly kind: string;
}

/** What changes of one kind come to above a world that is only read. */
export interface Layer<World, C extends Kinded> {
  /** the part of the world these changes concern, with them; the rest is `under`'s */
  over(under: World): Partial<World>;
  /**
   * Takes a change into account.
   *
   * @param before the world with this layer, as it was
   */
  apply(change: C, before: World): void;
}

/** Whom and what the words of a change are about. */
export interface About<World> {
  /** who caused it, by name */
  readonly name: string;
  /** the world with the change made */
  readonly world: World;
}

/** How one kind of change is kept above a world that is only read, and what it is called. */
export interface Slice<World, C extends Kinded> {
  begin(): Layer<World, C>;
  /** false for what is of no use to anyone who paid for it, such as which text was drawn; left out elsewhere */
  readonly isOfUse?: false;
  /** what the change does, for lists of effects: `sets the counter depth to 3`; none for what is not worth telling */
  words(change: C, about: About<World>): readonly string[];
}

/** A slice for each kind of change, so that one without does not compile. */
export type Slices<World, Change extends Kinded> = {
  readonly [K in Change['kind']]: Slice<World, Extract<Change, { readonly kind: K }>>;
};

/**
 * Changes of all kinds above a world that is only read: what a run has done so far, or what
 * happened in a rehearsal.
 */
export class Layers<World extends object, Change extends Kinded> {
  private readonly layers = new Map<string, Layer<World, Kinded>>();

  constructor(private readonly slices: Slices<World, Change>) {}

  /** The world with all that was applied, also what will be: it looks each time it is asked. */
  over(under: World): World {
    const view = { ...under };
    // Kinds that change the same area are laid one above the other.
    for (const kind of Object.keys(this.slices)) Object.assign(view, this.layerOf(kind).over(view));
    return view;
  }

  /** @param before the world with these layers, as it was */
  apply(change: Change, before: World): void {
    this.layerOf(change.kind).apply(change, before);
  }

  private layerOf(kind: string): Layer<World, Kinded> {
    const known = this.layers.get(kind);
    if (known !== undefined) return known;
    const slice = (this.slices as Readonly<Record<string, Slice<World, Kinded> | undefined>>)[kind];
    if (slice === undefined) throw new Error(`no slice for changes of the kind ${kind}`);
    const layer = slice.begin();
    this.layers.set(kind, layer);
    return layer;
  }
}

/** For a kind of change that nothing looks at while it is only laid over. */
export const NOT_LOOKED_AT = { over: () => ({}), apply: () => undefined } as const;
