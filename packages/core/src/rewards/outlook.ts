/** How a reward sold, and who could have bought it. */
export interface Sold {
  /** sales in a stream, on average */
  readonly perStream: number;
  /** viewers who have its price now */
  readonly able: number;
}

export interface OutlookOf {
  /** what a buyer pays, in whole units */
  readonly price: number;
  /** whole units that come back into circulation with each sale: what is split among those present */
  readonly back: number;
  /** viewers who have the price now */
  readonly able: number;
  /** the reward itself as it sold so far, at the price of then; undefined where it never sold */
  readonly own: Sold | undefined;
  readonly others: readonly Sold[];
  readonly streamsPerWeek: number;
  /** the most that can be sold in a stream, by stock and cooldown; undefined for any number */
  readonly most: number | undefined;
}

/** What to expect of a reward. */
export interface Outlook {
  /** what it is judged by: its own sales, those of other rewards, or nothing yet */
  readonly by: 'own' | 'others' | 'nothing';
  readonly perStream: number;
  /** in a week, in whole units */
  readonly week: { readonly sold: number; readonly spent: number; readonly issued: number };
}

/**
 * What a week of a reward would come to. Sales go with the number of viewers who can afford it: how
 * often it sold to each of those, else how often other rewards did, for those who can afford it at
 * the price asked. A rough estimate, which is why it is always shown with what it is judged by.
 */
export function outlookOf(about: OutlookOf): Outlook {
  const { price, back, able, own, others, streamsPerWeek, most } = about;
  const rates = (own === undefined ? others : [own]).filter((each) => each.able > 0);
  const by = rates.length === 0 ? 'nothing' : own === undefined ? 'others' : 'own';
  const rate = rates.reduce((sum, each) => sum + each.perStream / each.able, 0) / Math.max(1, rates.length);
  const perStream = Math.min(rate * able, most ?? Infinity);
  const sold = Math.round(perStream * streamsPerWeek);
  return { by, perStream, week: { sold, spent: sold * price, issued: sold * back } };
}

/** The most that can be sold in a stream of so many minutes; undefined for any number. */
export function mostPerStream(
  {
    stock,
    cooldown,
  }: {
    readonly stock: { readonly stream: number | null; readonly all: number | null };
    readonly cooldown: number;
  },
  minutes: number,
): number | undefined {
  const limits: number[] = [];
  if (stock.stream !== null) limits.push(stock.stream);
  if (stock.all !== null) limits.push(stock.all);
  if (cooldown > 0) limits.push(Math.floor((minutes * 60) / cooldown) + 1);
  return limits.length === 0 ? undefined : Math.min(...limits);
}
