import { ROLES } from '../chat/index.js';
import { foldName } from '../text/index.js';
import { HEAD_STARTS, ORDERS, QUEUE_LIMITS, QUEUE_MESSAGES, type QueueBody } from './queue.js';

type Faults = Record<string, string>;

interface QueueSurroundings {
  /** what is wrong with a text, or undefined */
  readonly textFault: (text: string) => string | undefined;
  /** whether there is such a rank; left out where that is not asked */
  readonly hasRank?: (id: string) => boolean;
}

/** What is wrong with a queue, by place (`call.seconds`, `says.called`); empty when nothing is. */
export function queueFaults(
  body: QueueBody,
  others: readonly Pick<QueueBody, 'name'>[],
  { textFault, hasRank }: QueueSurroundings,
): Faults {
  const { places, party, cost, headStart, again, closes, call } = body;
  const { seconds } = QUEUE_LIMITS;
  const faults: Faults = nameFaults(body, others);
  const whole = (place: string, value: number, least: number, most: number): void => {
    if (!Number.isInteger(value) || value < least || value > most)
      faults[place] = `Give a whole number from ${String(least)} to ${most.toLocaleString('en')}`;
  };
  if (body.categories.some((category) => category.trim() === ''))
    faults.categories = 'A category has no name';
  else if (body.categories.length > 20) faults.categories = 'At most 20 categories';
  whole('places', places, 1, QUEUE_LIMITS.places);
  whole('party', party, 1, QUEUE_LIMITS.party);
  whole('cost', cost, 0, QUEUE_LIMITS.cost);
  if (!ROLES.includes(body.lowestRole)) faults.lowestRole = 'There is no such role';
  if (body.rank !== '' && hasRank?.(body.rank) === false)
    faults.rank = 'That rank was deleted; choose another';
  if (!ORDERS.includes(body.order)) faults.order = 'Choose one of the orders';
  for (const role of HEAD_STARTS) whole(`headStart.${role}`, headStart[role], 0, QUEUE_LIMITS.headStart);
  if (again !== null) whole('again', again, 0, QUEUE_LIMITS.again);
  whole('closes.after', closes.after, 0, QUEUE_LIMITS.after);
  if (closes.at !== '' && !/^([01]\d|2[0-3]):[0-5]\d$/u.test(closes.at))
    faults['closes.at'] = `“${closes.at}” is no time of day; write it as 22:30`;
  whole('call.seconds', call.seconds, seconds.least, seconds.most);
  whole('call.places', call.places, 1, QUEUE_LIMITS.back);
  for (const message of QUEUE_MESSAGES) {
    const text = body.says[message];
    const fault = text.trim() === '' ? undefined : textFault(text);
    if (fault !== undefined) faults[`says.${message}`] = fault;
  }
  return faults;
}

function nameFaults({ name }: QueueBody, others: readonly Pick<QueueBody, 'name'>[]): Faults {
  const trimmed = name.trim();
  if (!new RegExp(`^[^\\p{C}{}%]{1,${String(QUEUE_LIMITS.name)}}$`, 'u').test(trimmed))
    return { name: `Give it a name of 1 to ${String(QUEUE_LIMITS.name)} characters` };
  return others.some((other) => foldName(other.name.trim()) === foldName(trimmed))
    ? { name: `There is a queue called ${trimmed} already` }
    : {};
}
