import type { Sales } from '@gully/core/rewards';

/** Sales of one reward that were not returned, by when and to whom they were. */
export class Tally implements Sales {
  /** all, the earliest first */
  private readonly times: number[] = [];
  private readonly byViewer = new Map<string, number[]>();

  add(viewer: string, at: number): void {
    insert(this.times, at);
    const own = this.byViewer.get(viewer);
    if (own === undefined) this.byViewer.set(viewer, [at]);
    else insert(own, at);
  }

  remove(viewer: string, at: number): void {
    takeOut(this.times, at);
    takeOut(this.byViewer.get(viewer) ?? [], at);
  }

  count(since: number, viewer?: string): number {
    const times = this.of(viewer);
    return times.length - firstFrom(times, since);
  }

  last(viewer?: string): number | undefined {
    return this.of(viewer).at(-1);
  }

  private of(viewer: string | undefined): readonly number[] {
    return viewer === undefined ? this.times : (this.byViewer.get(viewer) ?? []);
  }
}

/** The place of the first that is not before a time, in times that are in order. */
function firstFrom(times: readonly number[], since: number): number {
  let [low, high] = [0, times.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((times[middle] ?? 0) < since) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Most come in their order. */
function insert(times: number[], at: number): void {
  if (at >= (times.at(-1) ?? 0)) times.push(at);
  else times.splice(firstFrom(times, at), 0, at);
}

function takeOut(times: number[], at: number): void {
  const place = firstFrom(times, at);
  if (times[place] === at) times.splice(place, 1);
}
