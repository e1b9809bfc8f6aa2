export interface ArrivalsView {
  /** whether a viewer has written in this stream; always true while there is none */
  has(viewer: string): boolean;
  /** when they last arrived in a stream, this one or an earlier one; undefined for never, UTC milliseconds */
  last(viewer: string): number | undefined;
}

/** A viewer wrote for the first time in this stream. */
export interface ArrivalChange {
  readonly kind: 'arrival';
  readonly viewer: string;
  readonly at: number;
}

export interface ArrivalsTypes {
  readonly view: { readonly arrivals: ArrivalsView };
  readonly change: ArrivalChange;
  readonly event: 'arrival' | 'return';
}
