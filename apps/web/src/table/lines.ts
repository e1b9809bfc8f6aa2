/** A line of a table: a group’s heading or a row. */
export type TableLine<T> =
  | { readonly kind: 'group'; readonly name: string; readonly members: readonly T[] }
  | { readonly kind: 'row'; readonly row: T };

/** Rows under their groups' headings; those without a group first, without one. */
export function linesOf<T>(rows: readonly T[], groupOf: ((row: T) => string) | undefined): TableLine<T>[] {
  const plain = rows.map((row) => ({ kind: 'row' as const, row }));
  if (groupOf === undefined) return plain;
  return grouped(rows, groupOf).flatMap(({ name, members }): TableLine<T>[] => [
    ...(name === '' ? [] : [{ kind: 'group' as const, name, members }]),
    ...members.map((row) => ({ kind: 'row' as const, row })),
  ]);
}

/** Things by their groups, those without one first. */
function grouped<T>(
  things: readonly T[],
  groupOf: (thing: T) => string,
): { readonly name: string; readonly members: readonly T[] }[] {
  const groups = new Map<string, T[]>();
  for (const thing of things) {
    const members = groups.get(groupOf(thing));
    if (members === undefined) groups.set(groupOf(thing), [thing]);
    else members.push(thing);
  }
  return [...groups].sort(([a], [b]) => a.localeCompare(b)).map(([name, members]) => ({ name, members }));
}
