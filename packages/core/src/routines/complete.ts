/** What such a step has in its timer's place where a text names it. */
const NAMED = 'named';

/**
 * Anything with steps in it, such as a bundle or a version, with what steps written by an earlier
 * Gully did not have: a timer step named its timer by a text alone.
 *
 * @param timerId the id of a timer by its name; what is not found keeps the name in its place
 */
export function completeSteps(
  value: unknown,
  timerId: (name: string) => string | undefined = (name) => name,
): unknown {
  if (Array.isArray(value)) return value.map((each) => completeSteps(each, timerId));
  if (typeof value !== 'object' || value === null) return value;
  const fields = Object.fromEntries(
    Object.entries(value).map(([key, each]) => [key, completeSteps(each, timerId)]),
  );
  const { kind, timer, ifFails } = fields;
  if (kind !== 'timer' || typeof timer !== 'string' || ifFails === undefined || 'named' in fields)
    return fields;
  const id = timer.includes('{') ? undefined : timerId(timer.trim());
  return id === undefined ? { ...fields, timer: NAMED, named: timer } : { ...fields, timer: id, named: '' };
}
