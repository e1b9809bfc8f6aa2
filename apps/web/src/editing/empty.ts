/**
 * Whether what a fault's place leads to is not filled in yet: an empty text, list or choice.
 * Places are ways into what is edited, or into its routine: `trigger.name`, `steps.0.texts.1`.
 */
export function isEmptyAt(body: object, place: string): boolean {
  const way = place.split('.');
  const routine = 'routine' in body ? body.routine : undefined;
  return isEmptyBelow(body, way) || isEmptyBelow(routine, way);
}

function isEmptyBelow(value: unknown, way: readonly string[]): boolean {
  const [step, ...rest] = way;
  if (step === undefined) return isEmpty(value);
  // The first of a list that has none.
  if (Array.isArray(value) && value.length === 0) return rest.length === 0;
  if (typeof value !== 'object' || value === null || !Object.hasOwn(value, step)) return false;
  return isEmptyBelow((value as Readonly<Record<string, unknown>>)[step], rest);
}

function isEmpty(value: unknown): boolean {
  if (typeof value === 'string') return value.trim() === '';
  if (Array.isArray(value)) return value.length === 0;
  if (typeof value === 'number') return Number.isNaN(value);
  // A group of conditions that asks for nothing.
  if (typeof value === 'object' && value !== null && 'rows' in value) return isEmpty(value.rows);
  return value === null || value === undefined;
}
