import type { ChannelEvent, EventTrigger } from '@gully/core/routines';

const MINUTE = 60_000;

type SeasonEvent = Pick<ChannelEvent, 'count' | 'message' | 'amount'> & {
  readonly kind: EventTrigger['event'];
  readonly name: string;
  readonly at: number;
};

/** What happens on an evening beside chat. */
export function eventsOf(evening: number, began: number): SeasonEvent[] {
  const names = [
    'hollowbee',
    'saltspar',
    'vadosevic',
    'nettlecap',
    'fernhatch',
    'thirdrope',
    'duskmantle',
    'chalkmoth',
  ];
  const plain = { count: 0, message: '', amount: '' };
  const of = (n: number): string => names[(evening * 3 + n) % names.length] ?? 'hollowbee';
  return [
    { ...plain, kind: 'follow' as const, name: of(0), at: began + 6 * MINUTE },
    { ...plain, kind: 'renewed' as const, name: 'pebblewren', count: 10 + evening, at: began + 11 * MINUTE },
    { ...plain, kind: 'raid' as const, name: 'lowceiling', count: 14 + evening * 3, at: began + 19 * MINUTE },
    { ...plain, kind: 'follow' as const, name: of(1), at: began + 23 * MINUTE },
    {
      ...plain,
      kind: 'tip',
      name: 'gritandgo',
      count: 500,
      amount: '5.00 EUR',
      at: began + 26 * MINUTE,
    },
    { ...plain, kind: 'subscribed' as const, name: of(2), count: 1, at: began + 29 * MINUTE },
  ];
}
